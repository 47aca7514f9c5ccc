import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import type { Condition } from '../../api/types'
import { conditionsFor } from './conditionSearch'
import expected from './searchWords.json'

// What roofers, inspectors and owners call things, with what they mean by it (common practice): one of them is among the first five.
const FIRST = 5
const folder = join(import.meta.dirname, '../../../../src/Kalpa.Core/Knowledge/conditions')
const book = readdirSync(folder)
  .sort()
  .flatMap((file) => JSON.parse(readFileSync(join(folder, file), 'utf8')) as Condition[])
const found = (search: string) =>
  conditionsFor(book, { station: 'field', family: null, search })
    .slice(0, FIRST)
    .map(({ code }) => code)
const misses = (words: [string, string[]][]) =>
  words
    .map(([word, codes]) => ({ word, codes, got: found(word) }))
    .filter(({ codes, got }) => !codes.some((code) => got.includes(code)))
    .map(({ word, codes, got }) => `${word}: ${codes} not among ${got}`)

describe('the words of the trade', () => {
  it('are three hundred and more', () => expect(Object.keys(expected).length).toBeGreaterThanOrEqual(300))
  it('each find what is meant within the first five', () => expect(misses(Object.entries(expected))).toEqual([]))
  it('find it with one letter left out in nine of ten cases', () => {
    const longer = Object.entries(expected).filter(([word]) => /^\w{6,}$/.test(word))
    const typos = longer.map(([word, codes]): [string, string[]] => [`${word.slice(0, 3)}${word.slice(4)}`, codes])
    expect(misses(typos).length / typos.length).toBeLessThanOrEqual(0.1)
  })
})
