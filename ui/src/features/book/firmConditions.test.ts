import { describe, expect, it } from 'vitest'
import type { OwnCondition } from '../../api/types'
import { csvOf, jsonOf, merged, readConditions } from './firmConditions'

const vane: OwnCondition = {
  title: 'Loose vane, “west”',
  seen: 'The vane was loose;\nit turned by hand',
  consequence: 'lifeSafety',
  recommendation: 'Refasten the vane',
  trade: 'sheet metal',
}
const bell: OwnCondition = { ...vane, title: 'Bell frame open', consequence: 'waterIn', trade: '' }

describe('a file of the firm’s conditions', () => {
  it.each([
    ['JSON', jsonOf],
    ['CSV', csvOf],
  ])('is read as it was written, in %s', (_, write) =>
    expect(readConditions(write([vane, bell]))).toEqual({ conditions: [vane, bell], problems: [] }),
  )
  it('is taken whole or not at all, each fault with its row', () =>
    expect(readConditions('title,seen,consequence,recommendation\nA,b,waterIn,c\n,b,rain,c')).toEqual({
      conditions: [],
      problems: [
        'Row 2: title is missing.',
        'Row 2: consequence is one of lifeSafety, waterIn, hiddenWet, blowOff, earlyAgeing, looks.',
      ],
    }))
  it.each([
    ['title;seen\nA;b', /missing: consequence, recommendation/],
    ['[{"title": "A"', /not complete JSON/],
    ['[]', /no conditions/],
    [jsonOf([vane, vane]), /twice/],
  ])('says what is wrong with %j', (file, words) => {
    const { conditions, problems } = readConditions(file)
    expect(conditions).toEqual([])
    expect(problems.join(' ')).toMatch(words)
  })
  it('replaces what has the same title and adds the rest', () =>
    expect(merged([vane, bell], [{ ...bell, seen: 'x' }]).map(({ title, seen }) => [title, seen])).toEqual([
      [vane.title, vane.seen],
      [bell.title, 'x'],
    ]))
})
