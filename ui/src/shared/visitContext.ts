import { useOutletContext } from 'react-router'
import type { Assessment, BookAnswer, VisitDossier } from '../api/types'

/** What every screen of a visit stands on: its facts, their judgement, and the rule book. */
export type VisitContext = { visit: VisitDossier; assessment: Assessment; book: BookAnswer }

export const useVisitContext = () => useOutletContext<VisitContext>()

export const thumbOf = (sha256: string) => `/api/photos/${sha256}/thumb`
export const screenOf = (sha256: string) => `/api/photos/${sha256}/screen`
