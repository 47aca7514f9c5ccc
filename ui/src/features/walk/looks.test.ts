import { describe, expect, it } from 'vitest'
import type { LookFact, Station } from '../../api/types'
import { lookAt, stateOf } from './looks'

const station: Station = {
  key: 'attic',
  name: 'Attic',
  perSlope: false,
  lookFor: '',
  caution: '',
  minutes: 5,
  asks: false,
}
const look = (fields: Partial<LookFact>): LookFact => ({
  id: '1',
  visitId: 'v',
  station: 'attic',
  slopeId: null,
  state: 'looked',
  how: null,
  excuse: null,
  note: '',
  ...fields,
})

describe('the state of a place', () => {
  it('is open without a look', () => expect(stateOf(undefined)).toBe('open'))
  it('is looked where there is nothing of the kind', () =>
    expect(stateOf(look({ state: 'excused', excuse: 'notThere' }))).toBe('looked'))
  it('is excused with any other reason', () =>
    expect(stateOf(look({ state: 'excused', excuse: 'wet' }))).toBe('excused'))
})

it('the look made last counts', () => {
  const looks = [look({ id: '2', state: 'excused', excuse: 'wet' }), look({ id: '1' })]
  expect(lookAt(looks, { station, slope: null })?.id).toBe('2')
})
