import type {
  ComponentFact,
  CoveringFact,
  DetailFact,
  Fact,
  FactHead,
  FactKind,
  FirmRulesFact,
  HomeAnswer,
  LifeProfileFact,
  LocalProfileFact,
  PlanFact,
  PropertyDossier,
  PropertyFact,
  PropertyLine,
  RoofFact,
  SlopeFact,
  VisitDossier,
  VisitFact,
} from '../api/types'
import type { Entry } from './entry'

/** What is applied of a change; a change is its own revision. */
export type Applied = Pick<Entry, 'requestId' | 'kind' | 'factId' | 'deleted' | 'fact'>

/** A visit as it stands on this device. Its dossier comes from the core; what was changed since is laid over it until the core has answered. */
export type VisitView = VisitDossier

type WithId = { id: string }

function put<T extends WithId>(list: T[], change: Applied): T[] {
  const others = list.filter((fact) => fact.id !== change.factId)
  return change.deleted ? others : [...others, change.fact as unknown as T].sort((a, b) => a.id.localeCompare(b.id))
}

function headAfter(heads: FactHead[], change: Applied): FactHead[] {
  const before = heads.find((head) => head.factId === change.factId)
  return [
    ...heads.filter((head) => head.factId !== change.factId),
    { factId: change.factId, revision: change.requestId, clash: before?.clash ?? false },
  ]
}

const byLetter = (slopes: SlopeFact[]) =>
  [...slopes].sort(
    (a, b) => a.letter.length - b.letter.length || a.letter.localeCompare(b.letter) || a.id.localeCompare(b.id),
  )

/** Lists of a visit's further records, by the kind of fact they hold. */
const recordLists = {
  photo: 'photos',
  answer: 'answers',
  toDo: 'toDos',
  protection: 'protections',
  clip: 'clips',
  recheck: 'rechecks',
  sample: 'samples',
  course: 'courses',
  punchItem: 'punchItems',
  punchReply: 'punchReplies',
  punchDecision: 'punchDecisions',
  noticeReply: 'noticeReplies',
  signOff: 'signOffs',
  lifeOpinion: 'opinions',
  planned: 'planned',
  series: 'series',
  opinion: 'judgements',
} as const satisfies Partial<Record<FactKind, keyof Records>>

type Records = NonNullable<VisitDossier['facts']['records']>

const isRecord = (kind: FactKind): kind is keyof typeof recordLists => kind in recordLists

export const visitOf = (fact: Fact): string | undefined => ('visitId' in fact ? fact.visitId : undefined)

function applyOneToVisit(view: VisitView, change: Applied): VisitView {
  const { facts } = view
  const changed = (fields: Partial<VisitView>): VisitView => ({
    ...view,
    ...fields,
    heads: headAfter(view.heads, change),
  })
  const changedFacts = (fields: Partial<VisitDossier['facts']>) => changed({ facts: { ...facts, ...fields } })
  switch (change.kind) {
    case 'property': {
      const property = change.fact as PropertyFact
      return property.id === view.property.id
        ? changed({ property, facts: { ...facts, exposure: property.exposure, latitude: property.latitude } })
        : view
    }
    case 'visit': {
      const visit = change.fact as VisitFact
      return visit.id === view.visit.id ? changed({ visit, facts: { ...facts, asOf: visit.on, visit } }) : view
    }
    case 'slope':
      return (change.fact as SlopeFact).roofId === view.roof.id ? changed(slopesOf(view, change)) : view
    case 'plan':
      return (change.fact as PlanFact).roofId === view.roof.id
        ? changedFacts({ plan: change.deleted ? null : (change.fact as PlanFact) })
        : view
    case 'detail':
      return (change.fact as DetailFact).roofId === view.roof.id
        ? changedFacts({ details: put(facts.details ?? [], change) })
        : view
    case 'covering':
      return facts.slopes.some((slope) => slope.id === (change.fact as CoveringFact).slopeId)
        ? changedFacts({ coverings: put(facts.coverings, change) })
        : view
    case 'component':
      return facts.slopes.some((slope) => slope.id === (change.fact as ComponentFact).slopeId)
        ? changedFacts({ components: put(facts.components ?? [], change) })
        : view
    case 'localProfile': {
      const local = change.fact as LocalProfileFact
      return local.propertyId === view.property.id ? changedFacts({ local: change.deleted ? null : local }) : view
    }
    case 'firmRules':
      return changedFacts({ firm: change.deleted ? null : (change.fact as FirmRulesFact) })
    case 'lifeProfile': {
      const lifeProfile = change.deleted ? null : (change.fact as LifeProfileFact)
      return changed({ lifeProfile, facts: { ...facts, firmSchool: lifeProfile?.school ?? null } })
    }
  }
  if (visitOf(change.fact) !== view.visit.id) return view
  switch (change.kind) {
    case 'look':
      return changedFacts({ looks: put(facts.looks, change) })
    case 'stage':
      return changedFacts({ stages: put(facts.stages, change) })
    case 'finding':
      return changedFacts({ findings: put(facts.findings, change) })
  }
  if (!isRecord(change.kind) || !facts.records) return view
  const list = recordLists[change.kind]
  return changedFacts({ records: { ...facts.records, [list]: put((facts.records[list] ?? []) as WithId[], change) } })
}

/** A slope that the plan retired by the day of the visit no longer stands on it; what hangs on it waits for a place. */
function slopesOf(view: VisitView, change: Applied): Partial<VisitView> {
  const all = byLetter(put([...view.facts.slopes, ...view.retiredSlopes], change))
  const stands = ({ retiredOn }: SlopeFact) => !retiredOn || retiredOn > view.facts.asOf
  return {
    facts: { ...view.facts, slopes: all.filter(stands) },
    retiredSlopes: all.filter((slope) => !stands(slope)),
  }
}

/** A visit with changes made on this device, in the order they were made. */
export const applyToVisit = (view: VisitView, changes: Applied[]): VisitView => changes.reduce(applyOneToVisit, view)

function applyOneToProperty(dossier: PropertyDossier, change: Applied): PropertyDossier {
  const changed = (fields: Partial<PropertyDossier>): PropertyDossier => ({
    ...dossier,
    ...fields,
    heads: headAfter(dossier.heads, change),
  })
  const { fact } = change
  switch (change.kind) {
    case 'property':
      return change.factId === dossier.property.id ? changed({ property: fact as PropertyFact }) : dossier
    case 'building':
      return 'propertyId' in fact && fact.propertyId === dossier.property.id
        ? changed({ buildings: put(dossier.buildings, change) })
        : dossier
    case 'roof':
      return dossier.buildings.some(({ id }) => id === (fact as RoofFact).buildingId)
        ? changed({ roofs: put(dossier.roofs, change) })
        : dossier
    case 'slope':
      return dossier.roofs.some(({ id }) => id === (fact as SlopeFact).roofId)
        ? changed({ slopes: byLetter(put(dossier.slopes, change)) })
        : dossier
    case 'plan':
      return dossier.roofs.some(({ id }) => id === (fact as PlanFact).roofId)
        ? changed({ plans: put(dossier.plans, change) })
        : dossier
    case 'detail':
      return dossier.roofs.some(({ id }) => id === (fact as DetailFact).roofId)
        ? changed({ details: put(dossier.details, change) })
        : dossier
    case 'covering':
      return dossier.slopes.some(({ id }) => id === (fact as CoveringFact).slopeId)
        ? changed({ coverings: put(dossier.coverings, change) })
        : dossier
    case 'component':
      return dossier.slopes.some(({ id }) => id === (fact as ComponentFact).slopeId)
        ? changed({ components: put(dossier.components, change) })
        : dossier
    case 'localProfile':
      return (fact as LocalProfileFact).propertyId === dossier.property.id
        ? changed({ local: change.deleted ? null : (fact as LocalProfileFact) })
        : dossier
    case 'visit':
      return dossier.roofs.some(({ id }) => id === (fact as VisitFact).roofId)
        ? changed({
            visits: put(dossier.visits, change).sort((a, b) => b.on.localeCompare(a.on) || b.id.localeCompare(a.id)),
          })
        : dossier
    default:
      return dossier
  }
}

export const applyToProperty = (dossier: PropertyDossier, changes: Applied[]): PropertyDossier =>
  changes.reduce(applyOneToProperty, dossier)

/** A property of the list; `unsent`: changes that concern it wait on this device, and its figures do not count them. */
export type HomeProperty = PropertyLine & { unsent?: boolean }
export type HomeView = Omit<HomeAnswer, 'properties'> & { properties: HomeProperty[] }

const touches = (property: PropertyLine, { fact, factId }: Applied) => {
  const ids = fact as { roofId?: string; propertyId?: string; visitId?: string; slopeId?: string | null }
  return (
    factId === property.propertyId ||
    ids.propertyId === property.propertyId ||
    property.roofs.some(
      (roof) =>
        roof.roofId === ids.roofId ||
        (ids.visitId !== undefined && roof.latestVisit?.id === ids.visitId) ||
        roof.slopes.some(({ slopeId }) => slopeId === ids.slopeId),
    )
  )
}

/** The list with what is not sent yet: new properties stand there without a judgement, new visits are the latest. */
export function applyToHome(home: HomeAnswer, changes: Applied[], withNew = true): HomeView {
  const facts = <T extends Fact>(kind: FactKind) =>
    changes.filter((change) => change.kind === kind && !change.deleted).map((change) => change.fact as T)
  const buildings = facts<{ id: string; propertyId: string } & Fact>('building')
  const newRoofs = facts<RoofFact>('roof')
  const visits = facts<VisitFact>('visit')
  const known = new Set(home.properties.map(({ propertyId }) => propertyId))
  const added = facts<PropertyFact>('property')
    .filter(({ id }) => withNew && !known.has(id))
    .map((property): HomeProperty => {
      const mine = buildings.filter(({ propertyId }) => propertyId === property.id).map(({ id }) => id)
      return {
        propertyId: property.id,
        propertyName: property.name,
        address: property.address,
        owner: property.owner,
        tags: property.tags ?? [],
        roofs: newRoofs
          .filter(({ buildingId }) => mine.includes(buildingId))
          .map((roof) => ({
            roofId: roof.id,
            roofName: roof.name,
            latestVisit: null,
            slopes: [],
            headline: '',
            due: [],
            dueCount: 0,
            asOf: home.today,
          })),
        nextDue: null,
        leastYears: null,
        fresh: true,
      }
    })
  const properties = [...added, ...home.properties].map((property): HomeProperty => {
    const unsent = changes.some((change) => touches(property, change))
    if (!unsent) return property
    const roofs = property.roofs.map((roof) => {
      const mine = visits.filter((visit) => visit.roofId === roof.roofId)
      const latest = [...mine, ...(roof.latestVisit ? [roof.latestVisit] : [])].sort(
        (a, b) => b.on.localeCompare(a.on) || b.id.localeCompare(a.id),
      )[0]
      return {
        ...roof,
        latestVisit: latest
          ? { id: latest.id, on: latest.on, inspector: latest.inspector, finishedAt: latest.finishedAt ?? null }
          : null,
      }
    })
    return { ...property, roofs, unsent }
  })
  const more = added.length
  return { ...home, properties, found: home.found + more, all: home.all + more }
}
