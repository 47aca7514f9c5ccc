import { describe, expect, it } from 'vitest'
import type { Condition } from '../../api/types'
import { asCondition } from '../../shared/ownCondition'
import { conditionsFor } from './conditionSearch'

const condition = (
  code: string,
  name: string,
  stations: string[],
  words: string[],
  families: Condition['families'] = null,
) => ({ code, name, stations, words, families }) as Condition

const all = [
  condition('boot', 'Torn boot collar', ['penetrations'], ['pipe', 'vent']),
  condition('tab', 'Unsealed tabs', ['field', 'edges'], ['wind', 'loose'], ['asphalt']),
  condition('drip', 'Drip edge laps short', ['edges'], ['metal'], ['asphalt']),
  condition('slip', 'Slipped tile', ['field', 'edges'], ['loose'], ['tile']),
]
const codes = (where: Parameters<typeof conditionsFor>[1]) => conditionsFor(all, where).map((found) => found.code)

describe('conditions of a place', () => {
  it('are those of the station, its own first', () =>
    expect(codes({ station: 'edges', family: 'asphalt', search: '' })).toEqual(['drip', 'tab']))
  it('are those of the covering', () =>
    expect(codes({ station: 'field', family: 'tile', search: '' })).toEqual(['slip']))
  it('are found by two letters of an everyday word, wherever one stands', () =>
    expect(codes({ station: 'edges', family: 'asphalt', search: 'pi' })).toEqual(['boot']))
  it('are not searched by one letter', () =>
    expect(codes({ station: 'edges', family: 'asphalt', search: 'p' })).toEqual(['drip', 'tab']))
  it('are none where nothing matches', () =>
    expect(codes({ station: 'edges', family: null, search: 'zz' })).toEqual([]))
  it('are led by what this inspector often finds, at the same place', () =>
    expect(codes({ station: 'field', family: null, search: '', habits: { slip: 9 } })).toEqual(['slip', 'tab']))
  it('stand before those of other places, however often those were found', () =>
    expect(codes({ station: 'penetrations', family: null, search: '', habits: { tab: 99 } })).toEqual(['boot']))
  it('are wear for three of eight at least where the slope is worn', () => {
    const many = [
      ...Array.from({ length: 9 }, (_, i) => ({ ...condition(`made${i}`, `Made ${i}`, ['field'], []), often: true })),
      ...Array.from({ length: 4 }, (_, i) => ({
        ...condition(`worn${i}`, `Worn ${i}`, ['field'], []),
        consequence: 'earlyAgeing' as const,
      })),
    ] as Condition[]
    const at = (worn: boolean) =>
      conditionsFor(many, { station: 'field', family: null, search: '', worn }).map(({ code }) => code)
    expect(at(false).filter((code) => code.startsWith('worn'))).toEqual([])
    expect(at(true)).toHaveLength(8)
    expect(at(true).filter((code) => code.startsWith('worn'))).toEqual(['worn0', 'worn1', 'worn2'])
  })
  it('are not those of another kind of covering', () => {
    const only = [{ ...condition('cap', 'Cap sheet', ['field'], ['cap']), kinds: ['modifiedBitumen'] }] as Condition[]
    const on = (kind: string | null) => conditionsFor(only, { station: 'field', family: 'membrane', kind, search: '' })
    expect([on('tpo').length, on('modifiedBitumen').length, on(null).length]).toEqual([0, 1, 1])
  })
  it('are found by any of the words where none of this covering has all of them', () => {
    const some = [
      condition('tile', 'Missing tile', ['field'], ['gone'], ['tile']),
      condition('gone', 'Missing shingles', ['field'], ['blown'], ['asphalt']),
    ]
    const found = conditionsFor(some, { station: 'field', family: 'asphalt', search: 'missing tile' })
    expect(found.map(({ code }) => code)).toEqual(['gone'])
  })
  it('are the firm’s own as well, by stem and with a typing error', () => {
    const own = asCondition({
      title: 'Loose weathercock',
      seen: 'It turned by hand',
      consequence: 'lifeSafety',
      recommendation: 'Refasten it',
      trade: '',
    })
    const search = (typed: string) => conditionsFor([...all, own], { station: 'field', family: 'tile', search: typed })
    for (const typed of ['weathercocks', 'wethercock', 'weather'])
      expect(search(typed).map(({ name }) => name)).toEqual(['Loose weathercock'])
  })
})
