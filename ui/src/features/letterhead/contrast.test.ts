import { expect, it } from 'vitest'
import { contrastOnWhite, readable } from './contrast'

it('contrast to white is as WCAG 2.2 defines it', () => {
  expect(contrastOnWhite('#000000')).toBeCloseTo(21, 5)
  expect(contrastOnWhite('#ffffff')).toBeCloseTo(1, 5)
  // The gray that is known to just pass, and the next lighter one.
  expect(contrastOnWhite('#767676')).toBeGreaterThanOrEqual(readable)
  expect(contrastOnWhite('#777777')).toBeLessThan(readable)
})
