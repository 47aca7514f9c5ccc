import { expect, it } from 'vitest'
import { readLatitude } from './latitude'

it.each([
  ['44.3', 44.3],
  ['44,3 N', 44.3],
  ['33.9° S', -33.9],
  ['−33.9', -33.9],
  ['0', 0],
])('%s degrees', (typed, degrees) => {
  expect(readLatitude(typed)).toBe(degrees)
})

it.each(['north', '91', '44.3.1', ''])('%s does not read', (typed) => {
  expect(readLatitude(typed)).toBeUndefined()
})
