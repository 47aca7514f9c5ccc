import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { describe, expect, it } from 'vitest'
import { CONTRACT_VERSION } from '../api/contract'
import type { FindingFact, FirmRulesFact, HeldFact } from '../api/types'
import type { Entry } from './entry'
import { acceptedFirmRules, acceptedVisit, type HeldVisit, pendingOf, requestOf, withAccepted } from './heldFacts'
import { changeOf } from './wire'

const finding = (note: string) => ({ id: 'f', visitId: 'v', note }) as FindingFact
const entry = (requestId: string, note: string, fields: Partial<Entry> = {}): Entry => ({
  requestId,
  personId: 'p',
  kind: 'finding',
  factId: 'f',
  baseRevision: null,
  settles: null,
  recordedAt: '',
  device: '',
  deleted: false,
  contractVersion: 2,
  fact: finding(note),
  ...fields,
})
const held: HeldFact = {
  kind: 'finding',
  factId: 'f',
  revision: 'r0',
  clash: true,
  contractVersion: 1,
  payload: finding('old'),
}

describe('facts held on this device', () => {
  it('are written in the contract version that the server writes', () => {
    const contracts = readFileSync(
      resolve(import.meta.dirname, '../../../src/Kalpa.Contracts/SyncContracts.cs'),
      'utf8',
    )
    expect(contracts).toContain(`CurrentContractVersion = ${CONTRACT_VERSION};`)
  })

  it('keep the version that they were written in, also when they are sent after an update', () => {
    const old = entry('r1', 'x', { contractVersion: undefined })
    expect([pendingOf(old).contractVersion, changeOf(old).contractVersion]).toEqual([1, 1])
    expect([pendingOf(entry('r2', 'x')).contractVersion, changeOf(entry('r2', 'x')).contractVersion]).toEqual([2, 2])
  })

  it('take over what the server has taken: replaced with its revision, added, or gone', () => {
    const [changed] = withAccepted([held], [entry('r1', 'new')])
    expect(changed).toEqual({ ...held, revision: 'r1', contractVersion: 2, payload: finding('new') })
    expect(withAccepted([], [entry('r1', 'new')])).toHaveLength(1)
    expect(withAccepted([held], [entry('r1', 'new', { deleted: true })])).toEqual([])
    // The last of several is the one that stands.
    expect(withAccepted([held], [entry('r1', 'a'), entry('r2', 'b')])[0]?.revision).toBe('r2')
  })

  it('ask the core anew once they were added to', () => {
    const visit: HeldVisit = { today: '2026-09-18', facts: [held], dossier: null }
    const after = acceptedVisit(visit, [entry('r1', 'new')])
    expect([after.behind, after.facts[0]?.revision]).toEqual([true, 'r1'])
    const request = requestOf('v', after, [entry('r2', 'later')])
    expect([request.facts.length, request.changes?.[0]?.requestId, request.today]).toEqual([1, 'r2', '2026-09-18'])
  })
})

it('makes the next change of the firm’s settings from the one just taken', () => {
  const before = { rules: null, heads: [{ factId: 'firm', revision: 'r0', clash: false }] }
  const fact = { id: 'firm', views: [], phrases: [{ condition: 'vent-short', means: 'own words' }] } as FirmRulesFact
  const taken = acceptedFirmRules(before, [
    entry('r1', ''),
    entry('r2', '', { kind: 'firmRules', factId: 'firm', fact }),
  ])
  expect(taken).toEqual({ rules: fact, heads: [{ factId: 'firm', revision: 'r2', clash: false }] })
  expect(acceptedFirmRules(before, [entry('r1', '')])).toBe(before)
})
