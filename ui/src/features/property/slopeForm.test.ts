import { describe, expect, it } from 'vitest'
import type { CoveringFact } from '../../api/types'
import { coveringsOf, formOf, nextLetter, type SlopeForm, slopeSchema, yearOf } from './slopeForm'

const others = [
  { letter: 'A', retiredOn: null },
  { letter: 'B', retiredOn: '2026-01-01' },
]
/** What the form says below a field when this is typed there; undefined when nothing is wrong with it. */
function problemOf<K extends keyof SlopeForm>(name: K, typed: SlopeForm[K], before?: string) {
  const form = { ...formOf(null, undefined, ['A'], '2026-09-18'), [name]: typed }
  const read = slopeSchema(others, '2026-09-18', before).safeParse(form)
  return read.error?.issues.find((issue) => issue.path[0] === name)?.message
}

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
    expect(problemOf('laidFrom', '20x9')).toContain('four digits')
    expect(problemOf('laidTo', '209')).toContain('four digits')
    expect(problemOf('laidFrom', '')).toBeUndefined()
    expect(problemOf('laidTo', ' 2009 ')).toBeUndefined()
  })

  it('that has not begun is said, this year is not', () => {
    expect(problemOf('laidFrom', '2049')).toContain('in the future')
    expect(problemOf('laidTo', '2027')).toContain('in the future')
    expect(problemOf('laidFrom', '2026')).toBeUndefined()
  })
})

it('a new slope takes the next letter and keeps nothing of another', () => {
  expect(formOf(null, undefined, ['A'], '2026-09-18')).toMatchObject({
    letter: 'B',
    pitch: '',
    laidFrom: '',
    layers: '1',
  })
})

it.each([
  ['1', false],
  [' 3 ', false],
  ['two', true],
  ['', true],
  ['0', true],
  ['6', true],
])('layers typed as %j are a problem: %s', (typed, problem) =>
  expect(problemOf('layers', typed) !== undefined).toBe(problem),
)

describe('what the form says of the covering', () => {
  const old: CoveringFact = {
    id: 'old',
    slopeId: 's',
    kind: 'threeTabShingle',
    laidFrom: 1998,
    laidTo: 1998,
    ageSource: 'permit',
    layers: 1,
    endedOn: null,
    evidence: null,
  }
  const form = { ...formOf(null, old, [], '2026-09-18'), kind: 'laminatedShingle' as const }

  it('put right, is the same covering', () => {
    expect(coveringsOf(form, 's', old, () => 'new')).toEqual([{ ...old, kind: 'laminatedShingle' }])
  })

  it('after a re-roof, ends the old one and lays a new one, so that old visits keep what they saw', () => {
    const [ended, laid] = coveringsOf({ ...form, change: 'reroof', reroofedOn: '2024-05-01' }, 's', old, () => 'new')
    expect(ended).toEqual({ ...old, endedOn: '2024-05-01' })
    expect(laid).toMatchObject({ id: 'new', kind: 'laminatedShingle', laidFrom: 2024, laidTo: 2024, endedOn: null })
  })
})

describe('the letter of a slope', () => {
  it.each(['C', ' c ', 'AA', 'ABC', 'b'])('“%s” is one', (typed) => expect(problemOf('letter', typed)).toBeUndefined())
  it.each(['', ' ', '1', 'A1', 'ABCD', 'Ä'])('“%s” is none', (typed) =>
    expect(problemOf('letter', typed)).toMatch(/one to three letters/),
  )
  it.each(['A', ' a'])('“%s” is another slope’s', (typed) =>
    expect(problemOf('letter', typed)).toMatch(/Another slope/),
  )

  it('that was shared before is kept until it is changed', () => {
    expect(problemOf('letter', 'A', 'A')).toBeUndefined()
    expect(problemOf('letter', 'A', 'C')).toMatch(/Another slope/)
  })
})
