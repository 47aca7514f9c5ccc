import type { Assessment, PropertyDossier } from '../../api/types'
import type { VisitView } from '../../offline/applyChanges'
import type { PlanScene } from './roofPlan'

export const sceneOfProperty = (dossier: PropertyDossier, roofId: string): PlanScene => ({
  propertyId: dossier.property.id,
  roofId,
  visitId: null,
  base: null,
  asOf: dossier.today,
  plan: dossier.plans.find((plan) => plan.roofId === roofId) ?? null,
  slopes: dossier.slopes.filter((slope) => slope.roofId === roofId),
  coverings: dossier.coverings,
  details: dossier.details.filter((detail) => detail.roofId === roofId),
  findings: [],
  leaks: [],
  heads: dossier.heads,
  rain: dossier.local?.rain ?? null,
  lettersElsewhere: dossier.slopes.filter((slope) => slope.roofId !== roofId).map(({ letter }) => letter),
})

/** Findings carry the number of the report: their place in the order of need. */
export const sceneOfVisit = (visit: VisitView, assessment: Assessment): PlanScene => ({
  propertyId: visit.property.id,
  roofId: visit.roof.id,
  visitId: visit.visit.id,
  base: visit.base,
  asOf: visit.facts.asOf,
  plan: visit.facts.plan ?? null,
  slopes: [...visit.facts.slopes, ...visit.retiredSlopes],
  coverings: visit.facts.coverings,
  details: visit.facts.details ?? [],
  findings: assessment.findings.flatMap((judged, i) => {
    const fact = visit.facts.findings.find(({ id }) => id === judged.findingId)
    const at = assessment.leaks?.find(({ findingId }) => findingId === judged.findingId)?.at ?? null
    return fact ? [{ fact, number: i + visit.firstFinding, name: judged.name, at }] : []
  }),
  leaks: (assessment.leaks ?? []).flatMap(({ findingId, answer }) => {
    const lead = answer.state === 'mostLikely' || answer.state === 'found' ? answer.candidates[0] : undefined
    const entry = lead?.findingId ?? lead?.detailId
    return entry ? [{ stain: findingId, entry }] : []
  }),
  heads: visit.heads,
  rain: visit.facts.local?.rain ?? null,
  lettersElsewhere: visit.lettersElsewhere,
})
