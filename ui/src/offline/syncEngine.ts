import type { BlobState, Entry, LocalBlob, Receipt } from './entry'

/** Why sending stopped. Nothing is dropped: it goes on when the reason is gone. */
export type HaltReason = 'offline' | 'signIn' | 'otherPerson' | 'server'

export class Halt extends Error {
  constructor(
    readonly reason: HaltReason,
    /** How long the server asks to be left alone; null when it says nothing. */
    readonly retryAfterMs: number | null = null,
    /** The server's own words on why, such as a full disk. */
    readonly words: string | null = null,
  ) {
    super(reason)
  }
}

/** The batch as a whole was refused or broke the server: something in it must not go with the others. */
export class RefusedBatch extends Error {
  constructor(
    readonly code: string,
    text: string,
    /** The server failed; one change alone is then kept for a later try, not refused. */
    readonly failed: boolean,
  ) {
    super(text)
  }
}

/** These bytes were refused for good, with the server's words. */
export class RefusedBytes extends Error {
  constructor(
    readonly code: string,
    text: string,
  ) {
    super(text)
  }
}

/** What is kept on the device for one person. */
export type SyncStore = {
  /** Changes not yet sent and not refused, oldest first. */
  waiting(limit: number, without?: ReadonlySet<string>): Promise<Entry[]>
  /** Takes sent changes out; keeps refused ones with their problem. */
  settle(sent: Entry[], receipts: Receipt[]): Promise<void>
  nextReport(): Promise<LocalBlob | undefined>
  nextOriginal(): Promise<LocalBlob | undefined>
  reportSent(sha256: string): Promise<void>
  originalSent(sha256: string): Promise<void>
  refuseBlob(sha256: string, problem: { code: string; text: string }): Promise<void>
}

/** The way to the server; every call may throw Halt, at any moment before or after the server has done its part. */
export type Wire = {
  sendFacts(entries: Entry[]): Promise<Receipt[]>
  sendReport(blob: LocalBlob): Promise<BlobState>
  blobState(sha256: string): Promise<BlobState>
  sendPiece(blob: LocalBlob, offset: number, lengthBytes: number): Promise<BlobState>
}

/** Asking now and then what the server has lost, beside sending. */
export type Repairs = {
  /** Originals that the server found damaged or gone. */
  wanted(): Promise<string[]>
}

export const sync = { factsAtOnce: 100, pieceBytes: 1024 * 1024 } as const

/**
 * Sends all that waits: facts first, then the report-size pictures that suffice for the report, then the originals piece by piece. Facts made
 * meanwhile go before the next piece. Sending twice does no harm, so whatever was cut off is simply sent again.
 */
export async function sendAll(store: SyncStore, wire: Wire, onStep: () => void = () => {}): Promise<void> {
  const deferred = new Set<string>()
  for (;;) {
    onStep()
    if (await sendFacts(store, wire, deferred)) continue
    if (await sendReport(store, wire)) continue
    if (!(await sendOriginal(store, wire))) break
  }
  // All else is sent; what broke the server is tried again later.
  if (deferred.size > 0) throw new Halt('server')
}

async function sendFacts(store: SyncStore, wire: Wire, deferred: Set<string>): Promise<boolean> {
  const entries = await store.waiting(sync.factsAtOnce, deferred)
  if (entries.length === 0) return false
  await sendBatch(store, wire, entries, deferred)
  return true
}

/** A batch that is refused whole is halved until what is refused stands alone: it holds back no other. */
async function sendBatch(store: SyncStore, wire: Wire, entries: Entry[], deferred: Set<string>): Promise<void> {
  let receipts: Receipt[]
  try {
    receipts = await wire.sendFacts(entries)
  } catch (error) {
    if (!(error instanceof RefusedBatch)) throw error
    if (entries.length > 1) {
      const half = Math.ceil(entries.length / 2)
      await sendBatch(store, wire, entries.slice(0, half), deferred)
      await sendBatch(store, wire, entries.slice(half), deferred)
      return
    }
    if (error.failed) {
      for (const { requestId } of entries) deferred.add(requestId)
      return
    }
    receipts = entries.map((entry) => refusal(entry, error.code, error.message))
  }
  const answered = new Set(receipts.map(({ requestId }) => requestId))
  // A change that the answer does not speak of would be sent for ever.
  const unspoken = entries.filter(({ requestId }) => !answered.has(requestId))
  await store.settle(entries, [
    ...receipts,
    ...unspoken.map((entry) => refusal(entry, 'fact.no-answer', 'The server gave no answer for this change.')),
  ])
}

const refusal = ({ requestId, factId }: Entry, code: string, text: string): Receipt => ({
  requestId,
  outcome: 'refused',
  revision: null,
  problems: [{ factId, code, text }],
})

async function sendReport(store: SyncStore, wire: Wire): Promise<boolean> {
  const blob = await store.nextReport()
  if (!blob) return false
  await orRefuse(store, blob, async () => {
    if (blob.report) await wire.sendReport(blob)
    await store.reportSent(blob.sha256)
  })
  return true
}

/** One piece of the oldest original; true while there is more to send. */
async function sendOriginal(store: SyncStore, wire: Wire): Promise<boolean> {
  const blob = await store.nextOriginal()
  if (!blob) return false
  await orRefuse(store, blob, async () => {
    let state = await wire.blobState(blob.sha256)
    if (!state.whole && blob.original) {
      const left = blob.bytes - state.received
      state = await wire.sendPiece(blob, state.received, Math.min(sync.pieceBytes, left))
    }
    if (state.whole) await store.originalSent(blob.sha256)
  })
  return true
}

async function orRefuse(store: SyncStore, blob: LocalBlob, send: () => Promise<void>) {
  try {
    await send()
  } catch (error) {
    if (!(error instanceof RefusedBytes)) throw error
    await store.refuseBlob(blob.sha256, { code: error.code, text: error.message })
  }
}
