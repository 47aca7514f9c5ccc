import { describe, expect, it } from 'vitest'
import type { Entry } from '../../offline/entry'
import { type OutboxState, outboxState } from '../../offline/outbox'
import { syncWords } from './syncWords'

const waits = {} as Entry
const refused = { problem: { code: 'fact.refused', text: 'Say why.' } } as Entry
const said = (fields: Partial<OutboxState>, saving = 0) =>
  syncWords({ ...outboxState(), loaded: true, ...fields }, saving)

describe('how syncing stands', () => {
  it('is synced only when nothing is on its way', () => {
    expect(said({})).toBe('Synced')
    expect(said({ loaded: false })).toBe('Checking')
    expect(said({ entries: [waits] })).toBe('1 waiting to sync')
    expect(said({ entries: [waits], picturesWaiting: 2 })).toBe('3 waiting to sync')
  })

  it('is not synced while a photo is still on its way to the device', () => {
    expect(said({}, 1)).toBe('Saving')
    expect(said({ halted: 'offline' }, 1)).toBe('Saving')
    expect(said({ entries: [waits] }, 1)).toBe('1 waiting to sync')
  })

  it('says what keeps it from going on', () => {
    expect(said({ entries: [waits, refused] })).toBe('1 refused')
    expect(said({ halted: 'offline' })).toBe('Offline')
    expect(said({ halted: 'offline', entries: [waits] })).toBe('Offline, 1 waiting to sync')
    expect(said({ halted: 'signIn' }, 1)).toBe('Sign in to sync')
    expect(said({ halted: 'otherPerson', entries: [waits] })).toBe('Sign in to sync 1')
  })
})
