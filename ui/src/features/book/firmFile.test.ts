import { describe, expect, it } from 'vitest'
import type { OwnCondition } from '../../api/types'
import { countOf, csvOf, type FirmBook, jsonOf, merged, readFirmBook } from './firmFile'

const vane: OwnCondition = {
  title: 'Loose vane, “west”',
  seen: 'The vane was loose;\nit turned by hand',
  consequence: 'lifeSafety',
  recommendation: 'Refasten the vane',
  trade: 'sheet metal',
  words: ['vane', 'weathercock'],
  by: 'Marit',
}
const bell: OwnCondition = {
  title: 'Bell frame open',
  seen: 'Its joints had opened.',
  consequence: 'waterIn',
  recommendation: 'Close the joints',
  trade: '',
}
const firm: FirmBook = {
  conditions: [vane, bell],
  phrases: [{ condition: 'boot', means: 'It leaks.' }],
  remedies: [{ condition: 'boot', title: 'Replace it', steps: ['Lift', 'Set'] }],
  limits: [{ limitId: 'height', least: 6, most: null, source: 'ours' }],
  words: [{ condition: 'boot', words: ['jack'] }],
}
const book = { conditions: [{ code: 'boot' }], limits: [{ id: 'height' }] } as Parameters<typeof readFirmBook>[1]
const read = (file: string) => readFirmBook(file, book)

describe('a file of the firm’s book', () => {
  it('is read as it was written, all of it in JSON', () => expect(read(jsonOf(firm))).toEqual({ firm, problems: [] }))
  it('is read as it was written, the conditions in CSV', () =>
    expect(read(csvOf([vane, bell]))).toEqual({ firm: { conditions: [vane, bell] }, problems: [] }))
  it('may be a list of conditions', () =>
    expect(read(JSON.stringify([bell]))).toEqual({ firm: { conditions: [bell] }, problems: [] }))
  it('is taken whole or not at all, each fault with its row', () =>
    expect(read('title,seen,consequence,recommendation\nA,b,waterIn,c\n,b,rain,c')).toEqual({
      firm: {},
      problems: [
        'Row 2: title is missing.',
        'Row 2: consequence is one of lifeSafety, waterIn, hiddenWet, blowOff, earlyAgeing, looks.',
      ],
    }))
  it.each([
    ['title;seen\nA;b', /missing: consequence, recommendation/],
    ['[{"title": "A"', /not complete JSON/],
    ['{"conditions": ', /not complete JSON/],
    ['[]', /no conditions/],
    [jsonOf({ ...firm, conditions: [vane, vane] }), /twice/],
    [jsonOf({ ...firm, remedies: [{ condition: 'no-such', title: 'a', steps: ['b'] }] }), /no “no-such”/],
    [jsonOf({ ...firm, limits: [{ limitId: 'none', least: 1 }] as FirmBook['limits'] }), /no “none”/],
    [
      jsonOf({ ...firm, limits: [{ limitId: 'height', least: -1 }] as FirmBook['limits'] }),
      /limits, row 1: a limit is zero/,
    ],
    [
      jsonOf({ ...firm, remedies: [{ condition: 'boot', title: '', steps: ['b'] }] }),
      /remedies, row 1: title is missing/,
    ],
  ])('says what is wrong with %j', (file, words) => {
    const { firm, problems } = read(file)
    expect(firm).toEqual({})
    expect(problems.join(' ')).toMatch(words)
  })
  it('replaces what has the same key and adds the rest', () => {
    const next = merged(firm, {
      conditions: [{ ...bell, seen: 'x' }],
      words: [{ condition: 'flue', words: ['stack'] }],
    })
    expect(next.conditions?.map(({ title, seen }) => [title, seen])).toEqual([
      [vane.title, vane.seen],
      [bell.title, 'x'],
    ])
    expect(next.words?.map(({ condition }) => condition)).toEqual(['boot', 'flue'])
    expect(next.remedies).toEqual(firm.remedies)
    expect(countOf(next)).toBe(7)
  })
})
