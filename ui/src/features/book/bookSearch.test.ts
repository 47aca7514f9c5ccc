import { readdirSync, readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { expect, test } from 'vitest'
import type { BookAnswer } from '../../api/types'
import { type BookFilter, indexOf, searchBook } from './bookSearch'

const folder = resolve(import.meta.dirname, '../../../../src/Kalpa.Core/Knowledge')
const read = (name: string) => JSON.parse(readFileSync(resolve(folder, name), 'utf8'))

/** The book as packed, without the server. */
const book = {
  conditions: readdirSync(resolve(folder, 'conditions')).flatMap((name) => read(`conditions/${name}`)),
  limits: read('limits.json'),
  quantities: read('quantities.json'),
  combinations: read('combinations.json'),
  decisions: read('decisions.json'),
  limitTexts: {} as Record<string, string>,
} as BookAnswer
const index = indexOf(book)
const all: BookFilter = { text: '', kind: null, station: null, family: null, element: null }
const search = (fields: Partial<BookFilter>) => searchBook(index, { ...all, ...fields })

test('what a roofer calls it is found first', () => {
  expect(search({ text: 'kick' })[0]?.id).toBe('kickout-missing')
  expect(
    search({ text: 'shiner' })
      .slice(0, 2)
      .map(({ id }) => id),
  ).toContain('nail-exposed')
  expect(search({ text: 'torn boot' })[0]?.id).toBe('boot-collar-torn')
  expect(search({ text: 'flange cement' }).some(({ id }) => id === 'laid-under')).toBe(true)
})

test('a section of a code finds its limits', () => {
  const found = search({ text: 'R905.2.8.5' })
  expect(found.map(({ note }) => note)).toEqual(Array(4).fill('IRC 2021 R905.2.8.5'))
  expect(search({ text: 'R905.2' }).length).toBeGreaterThan(found.length)
})

test('every word typed must be there, and filters narrow', () => {
  expect(search({ text: 'valley zebra' })).toEqual([])
  const tile = search({ text: 'valley', kind: 'condition', family: 'tile' })
  const any = search({ text: 'valley', kind: 'condition' })
  expect(tile.length).toBeLessThan(any.length)
  expect(search({ station: 'attic' }).every(({ stations }) => stations.includes('attic'))).toBe(true)
  expect(search({})).toHaveLength(index.length)
})

test('more letters never find more', () => {
  for (const word of ['boot', 'flashing', 'seam', 'R905.2.8']) {
    let before = index.length
    for (let letters = 1; letters <= word.length; letters++) {
      const now = search({ text: word.slice(0, letters) }).length
      expect(now).toBeLessThanOrEqual(before)
      before = now
    }
  }
})
