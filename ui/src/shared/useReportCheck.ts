import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { compute } from '../core/core'
import { retryCore } from '../core/useCore'
import { requestOf } from '../offline/heldFacts'
import { useOutbox } from '../offline/outbox'
import { useHeldVisit } from './queries'

/** What the report lacks, its hash, and what has changed since it was signed; of everything on this device. `fresh`: nothing was recorded since. */
export function useReportCheck(visitId: string) {
  const { entries } = useOutbox()
  const held = useHeldVisit(visitId)
  const stamp = entries.map(({ requestId }) => requestId).join(' ')
  const check = useQuery({
    queryKey: ['report-check', visitId, held.dataUpdatedAt, stamp],
    queryFn: ({ signal }) =>
      compute('report-check', requestOf(visitId, held.data as NonNullable<typeof held.data>, entries), signal),
    enabled: held.data !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    ...retryCore,
  })
  return { ...check, fresh: check.data !== undefined && !check.isPlaceholderData }
}
