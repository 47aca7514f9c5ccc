import { describe, expect, it } from 'vitest'
import { formOf, nextLetter, yearOf, yearProblem } from './slopeForm'

describe('letters of slopes', () => {
  it.each([
    [[], 'A'],
    [['A', 'B'], 'C'],
    [['A', 'C'], 'B'],
    [[...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'], 'AA'],
  ])('after %j comes %s', (used, next) => expect(nextLetter(used)).toBe(next))
})

describe('a year', () => {
  it.each([
    ['2009', 2009],
    [' 2009 ', 2009],
    ['', null],
    ['09', null],
    ['about 2009', null],
  ])('%j is %s', (typed, year) => expect(yearOf(typed)).toBe(year))

  it('that is typed but is none is said, an empty one is not', () => {
    expect(yearProblem('20x9')).toContain('four digits')
    expect(yearProblem('')).toBeNull()
  })
})

it('a new slope takes the next letter and keeps nothing of another', () => {
  expect(formOf(null, undefined, ['A'])).toMatchObject({ letter: 'B', pitch: '', laidFrom: '', layers: '1' })
})
