import { useOutletContext } from 'react-router'
import type { Assessment, BookAnswer, VisitRecords } from '../api/types'
import type { VisitView } from '../offline/applyChanges'

/** What every screen of a visit stands on: its facts, their judgement, and the rule book. */
export type VisitContext = { visit: VisitView; records: VisitRecords; assessment: Assessment; book: BookAnswer }

export const useVisitContext = () => useOutletContext<VisitContext>()
