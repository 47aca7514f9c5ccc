import { describe, expect, it } from 'vitest'
import { pitchText } from './pitchText'

describe('a pitch', () => {
  it.each([
    [0, '0:12'],
    [0.125, '1/8:12'],
    [0.25, '1/4:12'],
    [0.5, '1/2:12'],
    [2.5, '2 1/2:12'],
    [4.625, '4 5/8:12'],
    [6, '6:12'],
    [5.996, '6:12'],
    [0.7, '0.7:12'],
    [1.95, '1.95:12'],
    [11.99, '11.99:12'],
  ])('of %s in 12 reads as the trade says it', (rise, text) => {
    expect(pitchText(rise)).toBe(text)
  })
})
