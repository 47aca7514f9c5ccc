import type { BlobState, Entry, LocalBlob, Receipt } from './entry'

/** Why sending stopped. Nothing is dropped: it goes on when the reason is gone. */
export type HaltReason = 'offline' | 'signIn' | 'otherPerson' | 'server'

export class Halt extends Error {
  constructor(readonly reason: HaltReason) {
    super(reason)
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
  waiting(limit: number): Promise<Entry[]>
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

export const sync = { factsAtOnce: 100, pieceBytes: 1024 * 1024 } as const

/**
 * Sends all that waits: facts first, then the report-size pictures that suffice for the report, then the originals piece by piece. Facts made
 * meanwhile go before the next piece. Sending twice does no harm, so whatever was cut off is simply sent again.
 */
export async function sendAll(store: SyncStore, wire: Wire, onStep: () => void = () => {}): Promise<void> {
  for (;;) {
    onStep()
    if (await sendFacts(store, wire)) continue
    if (await sendReport(store, wire)) continue
    if (!(await sendOriginal(store, wire))) return
  }
}

async function sendFacts(store: SyncStore, wire: Wire): Promise<boolean> {
  const entries = await store.waiting(sync.factsAtOnce)
  if (entries.length === 0) return false
  await store.settle(entries, await wire.sendFacts(entries))
  return true
}

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
