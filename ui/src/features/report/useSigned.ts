import { useOutbox } from '../../offline/outbox'
import { useSignedReports } from '../../shared/queries'
import { useVisitContext } from '../../shared/visitContext'

/** The signatures under this report as this device has them, the latest first, and what the server made of each. */
export function useSigned() {
  const { dossier } = useVisitContext()
  const { entries } = useOutbox()
  const signatures = [...(dossier.signatures ?? [])].sort((a, b) => b.signedAt.localeCompare(a.signedAt))
  // A signature that the server has not got waits on this device; one that is being withdrawn is there.
  const added = new Set(entries.filter(({ baseRevision }) => !baseRevision).map(({ factId }) => factId))
  const sent = signatures.filter(({ id }) => !added.has(id))
  const reports = useSignedReports(dossier.visit.id, sent.map(({ id }) => id).join(' '))
  const rows = signatures.map((signature) => ({
    signature,
    unsent: added.has(signature.id),
    report: reports.data?.find(({ signatureId }) => signatureId === signature.id),
  }))
  return {
    reports,
    rows,
    latest: rows.find(({ report, signature }) => isCurrent(report) && !signature.withdrawn)?.report,
  }
}

const isCurrent = (report: { version: number; state: string } | undefined) =>
  report !== undefined && report.version > 0 && report.state !== 'replaced'
