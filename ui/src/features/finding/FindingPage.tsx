import { useParams, useSearchParams } from 'react-router'
import { Empty } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { FindingForm } from './FindingForm'
import { startOf } from './findingFacts'

/** Opens the finding of the address, or a new one at the station and slope that the address names. */
export function FindingPage() {
  const { findingId = '' } = useParams()
  const [query] = useSearchParams()
  const context = useVisitContext()
  const { visit, records } = context
  const existing = visit.facts.findings.find((finding) => finding.id === findingId)
  if (findingId !== 'new' && !existing)
    return <Empty title="Finding not found">It was deleted, or belongs to another visit.</Empty>
  const photo = records.photos.find((other) => other.id === query.get('photo'))
  const start = existing ?? startOf(visit, query, photo)
  const same = visit.facts.findings.find((finding) => finding.id === query.get('same'))
  const there = same?.measure && visit.facts.slopes.find(({ id }) => id === same.slopeId)
  const measuredThere = there ? `On slope ${there.letter} it measured ${same.measure?.typed}.` : null
  return (
    <FindingForm
      key={`${findingId}?${query}`}
      start={start}
      isNew={!existing}
      tray={photo}
      measuredThere={measuredThere}
    />
  )
}
