import { describe, expect, it } from 'vitest'
import type { CoveringFact } from '../api/types'
import { coveringOn } from './covering'

const covering = (id: string, laidFrom: number | null, endedOn: string | null = null): CoveringFact => ({
  id,
  slopeId: 'A',
  kind: 'laminatedShingle',
  laidFrom,
  laidTo: laidFrom,
  ageSource: 'permit',
  layers: 1,
  endedOn,
})

describe('what covers a slope on a day', () => {
  const old = covering('old', 1998, '2024-05-01')
  const fresh = covering('fresh', 2024)

  it.each([
    ['2020-06-01', 'old'],
    ['2024-04-30', 'old'],
    ['2024-05-01', 'fresh'],
    ['2026-06-01', 'fresh'],
  ])('on %s is the %s one', (day, id) => expect(coveringOn([fresh, old], 'A', day)?.id).toBe(id))

  it('is nothing before the first was laid', () => expect(coveringOn([fresh], 'A', '2020-06-01')).toBeUndefined())
  it('is the one of unknown age where no other is known', () =>
    expect(coveringOn([covering('x', null)], 'A', '1900-01-01')?.id).toBe('x'))
  it('is never that of another slope', () => expect(coveringOn([fresh], 'B', '2026-01-01')).toBeUndefined())
})
