import { keepPreviousData, type UseQueryResult, useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import type { PropertyDossier, VisitDossier } from '../api/types'
import { compute } from '../core/core'
import { retryCore } from '../core/useCore'
import type { Entry } from '../offline/entry'
import { type Held, requestOf } from '../offline/heldFacts'

type Made = { 'visit-dossier': VisitDossier; 'property-dossier': PropertyDossier }

export type DossierResult<D> = (
  | { isPending: true; isError: false; error: null; data: undefined }
  | { isPending: false; isError: true; error: Error; data: undefined }
  | { isPending: false; isError: false; error: null; data: D }
) & {
  /** Whether everything shown has been judged: false while the core is at work on the last change. */
  fresh: boolean
  refetch: () => void
}

/**
 * The dossier of held facts and of the changes waiting on this device. The core makes it; until it has answered, the changes are laid over the last dossier there
 * is, so that a tap shows at once. What the server made of the same facts is shown as it is.
 */
export function useDossier<M extends keyof Made>(
  method: M,
  id: string,
  held: UseQueryResult<Held<Made[M]>>,
  entries: Entry[],
  lay: (dossier: Made[M], changes: Entry[]) => Made[M],
  judgedAs: (dossier: Made[M], made: Made[M]) => Made[M],
): DossierResult<Made[M]> {
  const base = held.data
  const asks = base !== undefined && (entries.length > 0 || base.dossier === null || base.behind === true)
  const stamp = entries.map(({ requestId }) => requestId).join(' ')
  const made = useQuery({
    queryKey: ['dossier', method, id, held.dataUpdatedAt, stamp],
    queryFn: async ({ signal }) => ({
      dossier: (await compute(method, requestOf(id, base as Held<unknown>, entries), signal)) as Made[M],
      // The changes it was made with: later ones are laid over it.
      known: new Set(entries.map(({ requestId }) => requestId)),
      of: id,
      base: held.dataUpdatedAt,
    }),
    enabled: asks,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    ...retryCore,
  })
  const answer = asks && made.data?.of === id ? made.data : undefined
  const data = useMemo(() => {
    // Changes that the server has taken since the core answered lie in the held facts, and in no list of waiting ones: the facts come from there, and the
    // judgement is the last there is, until the core has answered anew.
    if (answer && base?.dossier && answer.base !== held.dataUpdatedAt)
      return judgedAs(lay(base.dossier, entries), answer.dossier)
    if (answer) {
      const later = entries.filter(({ requestId }) => !answer.known.has(requestId))
      return later.length > 0 ? lay(answer.dossier, later) : answer.dossier
    }
    return base?.dossier ? lay(base.dossier, entries) : undefined
  }, [answer, base, entries, lay, judgedAs, held.dataUpdatedAt])
  const fresh = !asks || (answer !== undefined && !made.isPlaceholderData)
  const refetch = () => void (held.isError ? held.refetch() : made.refetch())
  // What is there is shown even when fetching it anew has failed.
  if (data !== undefined) return { isPending: false, isError: false, error: null, data, fresh, refetch }
  const error = held.error ?? made.error
  return error
    ? { isPending: false, isError: true, error, data, fresh, refetch }
    : { isPending: true, isError: false, error: null, data, fresh, refetch }
}
