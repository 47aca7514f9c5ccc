import { useSyncExternalStore } from 'react'
import { ApiError } from '../api/client'
import { localIso, trueNow } from '../api/clock'
import { CONTRACT_VERSION } from '../api/contract'
import type { Fact, FactHead, FactKind } from '../api/types'
import { newId } from '../shared/uuid'
import { device } from './database'
import { type Entry, inTodaysForm } from './entry'
import type { HaltReason } from './syncEngine'

export type Change = { kind: FactKind; fact: Fact; deleted?: boolean; settles?: string[] }

/** What this person has on this device: changes, pictures, and how sending goes. */
export type OutboxState = {
  personId: string | null
  /** What waits has been read from the device. */
  loaded: boolean
  entries: Entry[]
  picturesWaiting: number
  bytesWaiting: number
  refusedPictures: { sha256: string; text: string }[]
  /** Originals that the server found damaged and asks for again. */
  wanted: string[]
  sending: boolean
  halted: HaltReason | null
  /** The server's words on why it takes nothing just now. */
  haltedWords: string | null
}

let state: OutboxState = {
  personId: null,
  loaded: false,
  entries: [],
  picturesWaiting: 0,
  bytesWaiting: 0,
  refusedPictures: [],
  wanted: [],
  sending: false,
  halted: null,
  haltedWords: null,
}
const listeners = new Set<() => void>()

export function setOutbox(fields: Partial<OutboxState>) {
  state = { ...state, ...fields }
  for (const tell of listeners) tell()
}

export const outboxState = () => state

export const useOutbox = () =>
  useSyncExternalStore(
    (tell) => {
      listeners.add(tell)
      return () => listeners.delete(tell)
    },
    () => state,
  )

/** Reads what waits from the device again; other tabs may have sent or added. */
export async function reloadOutbox() {
  const { personId } = state
  if (!personId) return
  if (!state.loaded) await countBlobs()
  else countSoon()
  const entries = (await device.outbox.where('personId').equals(personId).sortBy('seq')).map(inTodaysForm)
  if (state.personId !== personId) return
  setOutbox({ loaded: true, entries })
}

const counting = { everyMs: 700 } as const
let counted: ReturnType<typeof setTimeout> | undefined

/** Hundreds of photos may wait: they are counted now and then, not at each of them. */
function countSoon() {
  if (counted) return
  counted = setTimeout(() => {
    counted = undefined
    void countBlobs()
  }, counting.everyMs)
}

/** Counted at once: nothing is called sent that is not. */
export function onePictureMore(bytes: number) {
  setOutbox({ picturesWaiting: state.picturesWaiting + 1, bytesWaiting: state.bytesWaiting + bytes })
}

async function countBlobs() {
  const { personId } = state
  if (!personId) return
  let waiting = 0
  let bytes = 0
  const refused: OutboxState['refusedPictures'] = []
  await device.blobs
    .where('[personId+whole]')
    .equals([personId, 0])
    .each((blob) => {
      if (blob.problem) refused.push({ sha256: blob.sha256, text: blob.problem.text })
      else {
        waiting++
        bytes += blob.bytes
      }
    })
  if (state.personId === personId)
    setOutbox({ picturesWaiting: waiting, bytesWaiting: bytes, refusedPictures: refused })
}

const others = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('kalpa-outbox')
others?.addEventListener('message', () => void reloadOutbox())

let kick: () => void = () => {}
export const onKick = (start: () => void) => {
  kick = start
}

/** Something waits: begin to send. */
export function somethingWaits() {
  others?.postMessage('changed')
  kick()
}

const deviceName = () => (/Mobi|Android/i.test(navigator.userAgent) ? 'phone' : 'desk')

/** A device without room says so, and what was entered stays on the screen. */
export function fullDevice(error: unknown): unknown {
  const name =
    (error as { name?: string; inner?: { name?: string } })?.inner?.name ?? (error as { name?: string })?.name
  return name === 'QuotaExceededError'
    ? new ApiError(
        507,
        'device.full',
        'This device is full',
        'Nothing of it was lost: free some space or get a connection so that photos can be sent, then keep it again.',
      )
    : error
}

/** The revision a change is made from: the last change of that fact on this device, else what was read. */
function baseOf(factId: string, heads: FactHead[]): string | null {
  const mine = state.entries.filter((entry) => entry.factId === factId && !entry.problem).at(-1)
  return mine?.requestId ?? heads.find((head) => head.factId === factId)?.revision ?? null
}

/** Records changes on this device; they count from here on and are sent when that is possible. Gives the revision of each. */
export async function recordChanges(changes: Change[], heads: FactHead[]): Promise<{ revision: string }[]> {
  const { personId } = state
  if (!personId) throw new Error('Nobody is signed in.')
  const recordedAt = localIso()
  const entries: Entry[] = []
  const remember = () => {
    for (const { requestId } of entries) madeHere.add(requestId)
  }
  for (const { kind, fact, deleted, settles } of changes) {
    const earlier = entries.filter((entry) => entry.factId === fact.id).at(-1)
    entries.push({
      requestId: newId(trueNow()),
      personId,
      kind,
      factId: fact.id,
      baseRevision: earlier?.requestId ?? baseOf(fact.id, heads),
      settles: settles ?? null,
      recordedAt,
      device: deviceName(),
      deleted: deleted ?? false,
      contractVersion: CONTRACT_VERSION,
      fact,
    })
  }
  remember()
  // A refused version of the same fact is replaced by this one: it never reached the server.
  const replaced = state.entries.filter((old) => old.problem && entries.some((entry) => entry.factId === old.factId))
  try {
    await device.transaction('rw', device.outbox, async () => {
      await device.outbox.bulkDelete(replaced.flatMap(({ seq }) => seq ?? []))
      await device.outbox.bulkAdd(entries)
    })
  } catch (error) {
    throw fullDevice(error)
  }
  setOutbox({ entries: [...state.entries.filter((old) => !replaced.includes(old)), ...entries] })
  await reloadOutbox()
  somethingWaits()
  return entries.map(({ requestId }) => ({ revision: requestId }))
}

/** Changes that were made in this page: when the server tells of them, they are no news. */
const madeHere = new Set<string>()
export const isMadeHere = (requestId: string) => madeHere.has(requestId)

/** Sends a refused change once more as it stands: what kept it out may be gone. */
export async function retryRefused(entry: Entry) {
  if (entry.seq !== undefined)
    await device.outbox
      .where('seq')
      .equals(entry.seq)
      .modify((row) => void delete row.problem)
  await reloadOutbox()
  somethingWaits()
}

/** Gives up a change that the server refused, knowingly. */
export async function dropRefused(entry: Entry) {
  if (entry.seq !== undefined) await device.outbox.delete(entry.seq)
  await reloadOutbox()
}
