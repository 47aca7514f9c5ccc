import type { FindingFact, LookFact, PhotoFact, PunchItemFact, Spot, Station, VisitRecords } from '../../api/types'
import type { VisitView } from '../../offline/applyChanges'
import type { Change } from '../../shared/facts'
import { placeId } from '../../shared/placeId'
import { newId } from '../../shared/uuid'

/** A new finding where the address says, the same as another one, or for a photo of the tray. */
export function startOf(visit: VisitView, query: URLSearchParams, photo: PhotoFact | undefined): FindingFact {
  const same = visit.facts.findings.find((finding) => finding.id === query.get('same'))
  return {
    id: newId(),
    visitId: visit.visit.id,
    slopeId: query.get('slope') ?? photo?.slopeId ?? null,
    station: query.get('station') ?? photo?.station ?? 'field',
    condition: same?.condition ?? '',
    own: same?.own ?? null,
    place: '',
    evidence: same?.evidence ?? 'notChecked',
    extent: same?.extent ?? 'onePlace',
    // What was measured there was not measured here.
    measure: null,
    peopleBelow: same?.peopleBelow ?? false,
    note: '',
    outcome: same?.outcome ?? 'mend',
    cause: null,
    earlier: null,
    spot: spotOf(query),
    detailId: query.get('detail'),
    basis: 'observed',
    deciding: null,
    views: null,
    moved: null,
    ownWords: null,
    roofId: visit.roof.id,
    amount: null,
    problem: null,
    stain: null,
  }
}

/** Where the plan was tapped: slope, along its eave, up from it, and the plan's revision. */
function spotOf(query: URLSearchParams): Spot | null {
  const [along, up] = (query.get('at') ?? '').split(',').map(Number)
  const slopeId = query.get('slope')
  if (!slopeId || !Number.isFinite(along) || !Number.isFinite(up)) return null
  return { slopeId, along: along as number, up: up as number, planRevision: query.get('plan') }
}

/** Whether what is thought of it changed: what, how much, how far, what to do; not its words or place. */
export function viewChanged(before: FindingFact, after: FindingFact): boolean {
  return (
    before.condition !== after.condition ||
    JSON.stringify(before.own ?? null) !== JSON.stringify(after.own ?? null) ||
    (before.measure?.typed ?? '') !== (after.measure?.typed ?? '') ||
    before.evidence !== after.evidence ||
    before.extent !== after.extent ||
    JSON.stringify(before.amount ?? null) !== JSON.stringify(after.amount ?? null) ||
    (before.outcome ?? 'mend') !== (after.outcome ?? 'mend')
  )
}

/** Who records a finding at a place has looked there. */
export function lookedHere(visit: VisitView, finding: FindingFact, stations: Station[]): Change[] {
  const station = stations.find((other) => other.key === finding.station)
  const slopeId = station?.perSlope ? (finding.slopeId ?? null) : null
  const needsSlope = station?.perSlope && slopeId === null
  const known = visit.facts.looks.some((look) => look.station === finding.station && look.slopeId === slopeId)
  if (needsSlope || known) return []
  const look: LookFact = {
    id: placeId('look', visit.visit.id, finding.station, slopeId),
    visitId: visit.visit.id,
    station: finding.station,
    slopeId,
    state: 'looked',
    how: null,
    excuse: null,
    note: '',
  }
  return [{ kind: 'look', fact: look }]
}

/** In a check of new work every finding goes on the punch list, for the crew of the item before. */
export function punchItemFor(
  visit: VisitView,
  records: VisitRecords,
  finding: FindingFact,
  name: string,
  fix: string,
): Change[] {
  const isCheck = visit.visit.walk === 'new-work' || visit.visit.commission?.purpose === 'installerCheck'
  if (!isCheck) return []
  const item: PunchItemFact = {
    id: newId(),
    visitId: visit.visit.id,
    findingId: finding.id,
    slopeId: finding.slopeId ?? null,
    what: name,
    fix,
    crew: records.punchItems.at(-1)?.crew ?? '',
    dueOn: visit.visit.commission?.dueOn ?? null,
    holdPoint: false,
  }
  return [{ kind: 'punchItem', fact: item }]
}
