import { useQuery } from '@tanstack/react-query'
import { api, dataOf } from '../../api/client'
import { useOutbox } from '../../offline/outbox'
import { useVisitContext } from '../../shared/visitContext'

const againMs = 1_500

/** What became of the signatures under this report. Only the server freezes and prints; until it has, it is asked again. */
export function useSigned() {
  const { dossier } = useVisitContext()
  const { entries } = useOutbox()
  const { id } = dossier.visit
  const signatures = dossier.signatures ?? []
  const unsent = new Set(entries.map(({ factId }) => factId))
  const signed = useQuery({
    // A signature that was sent meanwhile asks anew.
    queryKey: [
      'signed',
      id,
      signatures
        .filter((signature) => !unsent.has(signature.id))
        .map((s) => s.id)
        .join(' '),
    ],
    queryFn: ({ signal }) => dataOf(api.GET('/api/visits/{id}/signed', { params: { path: { id } }, signal })),
    enabled: signatures.length > 0,
    refetchInterval: ({ state }) => (state.data?.some((report) => report.state === 'waiting') ? againMs : false),
    retry: false,
  })
  const met = new Set((signed.data ?? []).map(({ signatureId }) => signatureId))
  return {
    ...signed,
    signatures,
    /** Signed on this device, and not with the server yet. */
    unsent: signatures.filter((signature) => unsent.has(signature.id) && !met.has(signature.id)),
    latest: signed.data?.find(({ version, state }) => version > 0 && state !== 'replaced'),
  }
}
