import Dexie, { liveQuery } from 'dexie'
import { useSyncExternalStore } from 'react'
import { ApiError } from '../api/client'
import { localIso, trueNow } from '../api/clock'
import { CONTRACT_VERSION } from '../api/contract'
import type { Fact, FactHead, FactKind } from '../api/types'
import { newId } from '../shared/uuid'
import { type DeviceDb, device } from './database'
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

// Apart from the outbox, which pages watch for what it holds: a count that goes up and down with every tap would draw each of them again.
let saving = 0
const savingListeners = new Set<() => void>()

// A page that closes meanwhile would lose what is not on the device yet: the browser asks first.
const holdPage = (event: BeforeUnloadEvent) => event.preventDefault()

function countSaving(by: 1 | -1) {
  saving += by
  if (saving > 0) window.addEventListener('beforeunload', holdPage)
  else window.removeEventListener('beforeunload', holdPage)
  for (const tell of savingListeners) tell()
}

/** Photos, recordings and changes that are being written to this device just now: they neither wait yet nor are they sent. */
export const savingCount = () => saving

export const useSaving = () =>
  useSyncExternalStore((tell) => {
    savingListeners.add(tell)
    return () => savingListeners.delete(tell)
  }, savingCount)

/** Does work that ends with something on this device; until it has ended, nothing is called synced. */
export async function whileSaving<T>(work: () => Promise<T>): Promise<T> {
  countSaving(1)
  try {
    return await work()
  } finally {
    countSaving(-1)
  }
}

/** Keeps what is said of this person's waiting changes and pictures up to date, whoever changed them: this page, another tab or the sending. */
export function watchOutbox(personId: string): () => void {
  // Changes and pictures in one: nothing is called sent while one of them is still being read.
  const waiting = liveQuery(async () => ({
    entries: (await device.outbox.where('personId').equals(personId).sortBy('seq')).map(inTodaysForm),
    ...(await picturesOf(personId)),
  }))
  const subscription = waiting.subscribe({
    next: (found) => setOutbox({ loaded: true, ...found }),
    // What cannot be read is not called sent: it stays as it was last known.
    error: (error) => console.error(error),
  })
  return () => subscription.unsubscribe()
}

/** Counted by the keys of an index: hundreds of photos may wait, and none of them is read for it. */
export async function picturesOf(personId: string, db: DeviceDb = device) {
  const { minKey, maxKey } = Dexie
  const refused = await db.blobs
    .where('[personId+problem.code]')
    .between([personId, minKey], [personId, maxKey])
    .filter((blob) => blob.whole === 0)
    .toArray()
  const keys = await db.blobs
    .where('[personId+whole+bytes]')
    .between([personId, 0, minKey], [personId, 0, maxKey])
    .keys()
  const sizes = keys.map((key) => Number((key as unknown as [string, number, number])[2]))
  const total = (bytes: number[]) => bytes.reduce((sum, one) => sum + one, 0)
  return {
    picturesWaiting: keys.length - refused.length,
    bytesWaiting: total(sizes) - total(refused.map(({ bytes }) => bytes)),
    refusedPictures: refused.map(({ sha256, problem }) => ({ sha256, text: problem?.text ?? '' })),
  }
}

let kick: () => void = () => {}
export const onKick = (start: () => void) => {
  kick = start
}

/** Something waits: begin to send. */
export const somethingWaits = () => kick()

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

/** Records changes on this device; they count from here on and are sent when that is possible. Gives the revision of each. */
export const recordChanges = (changes: Change[], heads: FactHead[]): Promise<{ revision: string }[]> =>
  whileSaving(() => record(changes, heads))

async function record(changes: Change[], heads: FactHead[]): Promise<{ revision: string }[]> {
  const { personId } = state
  if (!personId) throw new Error('Nobody is signed in.')
  const recordedAt = localIso()
  const ids = changes.map(() => newId(trueNow()))
  for (const id of ids) madeHere.add(id)
  try {
    // Read where it is written: another tab may have recorded a change of the same fact a moment ago.
    const entries = await device.transaction('rw', device.outbox, async () => {
      const mine = await device.outbox.where('personId').equals(personId).sortBy('seq')
      const made: Entry[] = []
      for (const [at, { kind, fact, deleted, settles }] of changes.entries())
        made.push({
          requestId: ids[at] as string,
          personId,
          kind,
          factId: fact.id,
          baseRevision: baseOf(fact.id, [...mine, ...made], heads),
          settles: settles ?? null,
          recordedAt,
          device: deviceName(),
          deleted: deleted ?? false,
          contractVersion: CONTRACT_VERSION,
          fact,
        })
      // A refused version of the same fact is replaced by this one: it never reached the server.
      const replaced = mine.filter((old) => old.problem && made.some((entry) => entry.factId === old.factId))
      await device.outbox.bulkDelete(replaced.flatMap(({ seq }) => seq ?? []))
      await device.outbox.bulkAdd(made)
      return [...mine.filter((old) => !replaced.includes(old)), ...made]
    })
    // The live query says the same in a moment; whoever waits for this finds it said already.
    setOutbox({ entries: entries.map(inTodaysForm) })
  } catch (error) {
    throw fullDevice(error)
  }
  somethingWaits()
  return ids.map((revision) => ({ revision }))
}

/** The revision a change is made from: the last change of that fact on this device, else what was read. */
function baseOf(factId: string, mine: Entry[], heads: FactHead[]): string | null {
  const last = mine.filter((entry) => entry.factId === factId && !entry.problem).at(-1)
  return last?.requestId ?? heads.find((head) => head.factId === factId)?.revision ?? null
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
  somethingWaits()
}

/** Gives up a change that the server refused, knowingly. */
export async function dropRefused(entry: Entry) {
  if (entry.seq !== undefined) await device.outbox.delete(entry.seq)
}
