import { useCallback, useContext } from 'react'
import type { FactKind } from '../api/types'
import type { Change } from '../offline/outbox'
import { VisitScope } from './visitContext'

/** Records that may be of a roof as a whole: of a visit to several, each says of which. */
export const ofARoof: ReadonlySet<FactKind> = new Set([
  'look',
  'finding',
  'photo',
  'answer',
  'toDo',
  'protection',
  'clip',
  'recheck',
  'punchItem',
  'noticeReply',
  'planned',
  'series',
  'opinion',
  'ownerReply',
  'jobDone',
  'quantitySet',
  'bid',
  'leakTest',
  'leakRain',
])

export const namingRoof = (change: Change, roofId: string | null): Change => {
  const { fact, kind } = change
  const named = (fact as { roofId?: string | null }).roofId
  return roofId && !named && ofARoof.has(kind) ? ({ ...change, fact: { ...fact, roofId } } as Change) : change
}

/** Has what is recorded on the screens of a roof say that it is of this roof; outside a visit there is none to say. */
export function useNamingRoof() {
  const roofId = useContext(VisitScope)?.visit.roof.id ?? null
  return useCallback((change: Change) => namingRoof(change, roofId), [roofId])
}
