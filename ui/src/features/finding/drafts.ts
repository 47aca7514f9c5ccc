import type { FindingFact } from '../../api/types'

/** A new finding half tapped: kept until it is recorded or left, so that a page that goes away loses nothing. */
const keyOf = (visitId: string) => `kalpa-draft-${visitId}`

export function keepDraft(finding: FindingFact) {
  try {
    localStorage.setItem(keyOf(finding.visitId), JSON.stringify(finding))
  } catch {
    // A full device: the draft lives on the screen only.
  }
}

/** The draft kept for the same place, if any. */
export function keptDraft(start: FindingFact): FindingFact | undefined {
  const kept = localStorage.getItem(keyOf(start.visitId))
  if (!kept) return undefined
  const draft = JSON.parse(kept) as FindingFact
  const samePlace = draft.station === start.station && draft.slopeId === start.slopeId && draft.roofId === start.roofId
  return samePlace && !start.condition ? draft : undefined
}

export const dropDraft = (visitId: string) => localStorage.removeItem(keyOf(visitId))
