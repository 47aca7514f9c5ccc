import { createContext, useContext } from 'react'
import type { Assessment, BookAnswer, VisitDossier, VisitRecords } from '../api/types'
import type { VisitView } from '../offline/applyChanges'

/**
 * What every screen of a visit stands on: the facts of one roof, their judgement, and the rule book; and the visit with all of its roofs.
 */
export type VisitContext = {
  visit: VisitView
  records: VisitRecords
  assessment: Assessment
  book: BookAnswer
  dossier: VisitDossier
}

export const VisitScope = createContext<VisitContext | null>(null)

export function useVisitContext(): VisitContext {
  const context = useContext(VisitScope)
  if (!context) throw new Error('A screen of a visit stands outside of it.')
  return context
}
