import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { compute } from '../core/core'
import { retryCore } from '../core/useCore'
import { requestOf } from '../offline/heldFacts'
import { useOutbox } from '../offline/outbox'
import { useHeldVisit } from './queries'

/** What the core answers of a visit as a whole, of everything on this device. `fresh`: nothing was recorded since. */
function useVisitAnswer<Method extends 'report-check' | 'driveway'>(method: Method, visitId: string) {
  const { entries } = useOutbox()
  const held = useHeldVisit(visitId)
  const stamp = entries.map(({ requestId }) => requestId).join(' ')
  const answer = useQuery({
    queryKey: [method, visitId, held.dataUpdatedAt, stamp],
    queryFn: ({ signal }) =>
      compute(method, requestOf(visitId, held.data as NonNullable<typeof held.data>, entries), signal),
    enabled: held.data !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    ...retryCore,
  })
  return { ...answer, fresh: answer.data !== undefined && !answer.isPlaceholderData }
}

/** What the report lacks, its hash, what was agreed with the client, and what has changed since it was signed. */
export const useReportCheck = (visitId: string) => useVisitAnswer('report-check', visitId)

/** What the owner is shown at the car. */
export const useDriveway = (visitId: string) => useVisitAnswer('driveway', visitId)
