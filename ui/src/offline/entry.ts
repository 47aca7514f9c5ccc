import type { ChangeReceipt, Fact, FactKind, VisitFact } from '../api/types'

/** A change that waits on this device to be sent, under the person who made it. */
export type Entry = {
  seq?: number
  requestId: string
  personId: string
  kind: FactKind
  factId: string
  baseRevision: string | null
  settles: string[] | null
  recordedAt: string
  device: string
  deleted: boolean
  /** The form the fact is written in; entries of the first version do not say. */
  contractVersion?: number
  fact: Fact
  /** Set when the server refused it: it is kept, shown, and sent no more. */
  problem?: { code: string; text: string }
}

/**
 * A change as it is written today: one that waited here while Kalpa was updated is read in its new form. The server and the core upgrade what they are sent by
 * themselves; the screens lay waiting changes over what is shown.
 */
export function inTodaysForm(entry: Entry): Entry {
  if (entry.kind !== 'visit' || contractOf(entry) >= ROOFS_OF_A_VISIT) return entry
  const { roofId, ...visit } = entry.fact as VisitFact & { roofId?: string }
  return roofId ? { ...entry, contractVersion: ROOFS_OF_A_VISIT, fact: { ...visit, roofs: [roofId] } } : entry
}

/** The contract version in which a visit came to look at several roofs. */
const ROOFS_OF_A_VISIT = 3

/** The form an entry's fact is written in. */
export const contractOf = (entry: Pick<Entry, 'contractVersion'>) => entry.contractVersion ?? 1

/** Bytes of a picture or recording on this device. The report-size copy is sent first and stays for looking at. */
export type LocalBlob = {
  sha256: string
  personId: string
  original: Blob | null
  report: Blob | null
  bytes: number
  /** 0 until done; numbers, because they are searched by. */
  reportSent: 0 | 1
  whole: 0 | 1
  addedAt: number
  problem?: { code: string; text: string }
}

/** How much of some bytes the server holds. */
export type BlobState = { sha256: string; received: number; whole: boolean; reportHeld: boolean }

export type Receipt = ChangeReceipt
