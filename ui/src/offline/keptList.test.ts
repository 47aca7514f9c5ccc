import { describe, expect, it } from 'vitest'
import type { HomeAnswer, PropertyLine } from '../api/types'
import { type HomeQuery, searchKept } from './keptList'

const today = '2026-09-18'
const plain: HomeQuery = {
  words: '',
  order: 'nextDue',
  page: 1,
  due: false,
  notVisited: false,
  mine: false,
  unfinished: false,
}

type Seen = { on: string; inspector?: string; finishedAt?: string | null }

const line = (propertyName: string, seen: Seen | null, more: Partial<PropertyLine> = {}): PropertyLine => ({
  propertyId: propertyName,
  propertyName,
  address: '',
  owner: '',
  tags: [],
  roofs: [
    {
      roofId: `roof of ${propertyName}`,
      roofName: 'Main',
      latestVisit: seen && { id: 'v', inspector: 'Marit Quillon', finishedAt: null, ...seen },
      slopes: [],
      headline: '',
      due: [],
      dueCount: 0,
      asOf: today,
    },
  ],
  nextDue: null,
  leastYears: null,
  fresh: true,
  ...more,
})

const done = '2026-09-01T15:00:00Z'
const home: HomeAnswer = {
  today,
  properties: [
    line('Pilot’s House', { on: '2026-09-14' }, { owner: 'Zoë Hale', tags: ['listed'], nextDue: today, leastYears: 3 }),
    line('Net Loft', { on: '2025-09-18', finishedAt: done }, { address: '4 Mole Lane', nextDue: '2026-09-19' }),
    line('Barn', { on: '2025-09-17', finishedAt: done, inspector: 'Osric Fennimore' }, { leastYears: 1 }),
    line('Annex', null),
  ],
  page: 1,
  pageSize: 25,
  found: 4,
  all: 4,
  behind: 0,
  factsWaiting: 0,
}

const found = (query: Partial<HomeQuery>) =>
  searchKept(home, { ...plain, ...query }, 'Marit Quillon').properties.map(({ propertyName }) => propertyName)

describe('the list saved on the device', () => {
  it.each([
    ["pilot's", ['Pilot’s House']],
    ['zoe LISTED', ['Pilot’s House']],
    ['mole', ['Net Loft']],
    ['mole listed', []],
  ])('is searched for %s as on the server', (words, names) => expect(found({ words })).toEqual(names))

  // A year to the day has not gone by; due on the day itself is due.
  it.each([
    [{ due: true }, ['Pilot’s House']],
    [{ notVisited: true }, ['Barn', 'Annex']],
    [{ mine: true }, ['Pilot’s House', 'Net Loft']],
    [{ unfinished: true }, ['Pilot’s House']],
    [{ mine: true, unfinished: true, words: 'net' }, []],
  ])('keeps what %o asks for', (query, names) => expect(found(query)).toEqual(names))

  it('is put in each order, what has no value last', () => {
    expect(found({ order: 'name' })).toEqual(['Annex', 'Barn', 'Net Loft', 'Pilot’s House'])
    expect(found({ order: 'lastVisit' })).toEqual(['Pilot’s House', 'Net Loft', 'Barn', 'Annex'])
    expect(found({ order: 'yearsLeft' })).toEqual(['Barn', 'Pilot’s House', 'Net Loft', 'Annex'])
    expect(found({})).toEqual(['Pilot’s House', 'Net Loft', 'Barn', 'Annex'])
  })

  it('counts what it found', () => expect(searchKept(home, { ...plain, words: 'loft' }, '').found).toBe(1))
})
