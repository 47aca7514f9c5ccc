import type {
  ComponentFact,
  CoveringFact,
  DetailFact,
  EngagementFact,
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
  RoofVisit,
  SlopeFact,
  VisitDossier,
  VisitFact,
} from '../api/types'
import type { Entry } from './entry'

/** What is applied of a change; a change is its own revision. */
export type Applied = Pick<Entry, 'requestId' | 'kind' | 'factId' | 'deleted' | 'fact'>

/**
 * One roof of a visit as it stands on this device, with what the roofs of the visit share: what a screen of the visit stands on. `base` is the address of the
 * visit's screens for this roof. It comes from the core; what was changed since is laid over it until the core has answered.
 */
export type VisitView = Omit<VisitDossier, 'roofs'> & RoofVisit & { base: string }

/** The roof of a visit that the screens show; the first where no roof of that id is looked at. */
export function viewOf({ roofs, ...shared }: VisitDossier, roofId: string | undefined): VisitView {
  const at = Math.max(
    0,
    roofs.findIndex(({ roof }) => roof.id === roofId),
  )
  const shown = roofs[at]
  if (!shown) throw new Error('A visit without a roof has no screens.')
  const visit = `/visits/${shared.visit.id}`
  return { ...shared, ...shown, base: at === 0 ? visit : `${visit}/roofs/${shown.roof.id}` }
}

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
  ownerReply: 'ownerReplies',
  jobDone: 'jobsDone',
  quantitySet: 'quantitiesSet',
  bid: 'bids',
  leakTest: 'leakTests',
  leakRain: 'leakRains',
} as const satisfies Partial<Record<FactKind, keyof Records>>

type Records = NonNullable<RoofVisit['facts']['records']>

const isRecord = (kind: FactKind): kind is keyof typeof recordLists => kind in recordLists

export const visitOf = (fact: Fact): string | undefined => ('visitId' in fact ? fact.visitId : undefined)

/** The roof that a record belongs to: its slope's, else its finding's, else the one it names, else the first. */
export function roofOfRecord(roofs: RoofVisit[], fact: Fact): RoofVisit | undefined {
  const ids = fact as { slopeId?: string | null; findingId?: string | null; roofId?: string | null }
  const has = (roof: RoofVisit, slopeId: string) =>
    [...roof.facts.slopes, ...roof.retiredSlopes].some(({ id }) => id === slopeId)
  const { slopeId, findingId } = ids
  return (
    (slopeId && roofs.find((roof) => has(roof, slopeId))) ||
    (findingId && roofs.find(({ facts }) => facts.findings.some(({ id }) => id === findingId))) ||
    roofs.find(({ roof }) => roof.id === ids.roofId) ||
    roofs[0]
  )
}

function applyOneToVisit(dossier: VisitDossier, change: Applied): VisitDossier {
  const { roofs } = dossier
  const changed = (fields: Partial<VisitDossier>): VisitDossier => ({
    ...dossier,
    ...fields,
    heads: headAfter(dossier.heads, change),
  })
  type Facts = RoofVisit['facts']
  const onEach = (fields: Partial<Facts>) => roofs.map((roof) => ({ ...roof, facts: { ...roof.facts, ...fields } }))
  const onOne = (one: RoofVisit | undefined, fields: (roof: RoofVisit) => Partial<RoofVisit>) =>
    one
      ? changed({ roofs: roofs.map((roof) => (roof.roof.id === one.roof.id ? { ...roof, ...fields(roof) } : roof)) })
      : dossier
  const factsOnOne = (one: RoofVisit | undefined, fields: (facts: Facts) => Partial<Facts>) =>
    onOne(one, ({ facts }) => ({ facts: { ...facts, ...fields(facts) } }))
  const roofOf = (id: string) => roofs.find(({ roof }) => roof.id === id)
  const withSlope = (id: string) => roofs.find(({ facts }) => facts.slopes.some((slope) => slope.id === id))
  switch (change.kind) {
    case 'property': {
      const property = change.fact as PropertyFact
      return property.id === dossier.property.id
        ? changed({ property, roofs: onEach({ exposure: property.exposure, latitude: property.latitude }) })
        : dossier
    }
    case 'visit': {
      const visit = change.fact as VisitFact
      return visit.id === dossier.visit.id ? changed({ visit, roofs: onEach({ asOf: visit.on, visit }) }) : dossier
    }
    case 'slope':
      return onOne(roofOf((change.fact as SlopeFact).roofId), (roof) => slopesOf(roof, change))
    case 'plan':
      return factsOnOne(roofOf((change.fact as PlanFact).roofId), () => ({
        plan: change.deleted ? null : (change.fact as PlanFact),
      }))
    case 'detail':
      return factsOnOne(roofOf((change.fact as DetailFact).roofId), (facts) => ({
        details: put(facts.details ?? [], change),
      }))
    case 'covering':
      return factsOnOne(withSlope((change.fact as CoveringFact).slopeId), (facts) => ({
        coverings: put(facts.coverings, change),
      }))
    case 'component':
      return factsOnOne(withSlope((change.fact as ComponentFact).slopeId), (facts) => ({
        components: put(facts.components ?? [], change),
      }))
    case 'localProfile': {
      const local = change.fact as LocalProfileFact
      return local.propertyId === dossier.property.id
        ? changed({ roofs: onEach({ local: change.deleted ? null : local }) })
        : dossier
    }
    case 'firmRules':
      return changed({ roofs: onEach({ firm: change.deleted ? null : (change.fact as FirmRulesFact) }) })
    case 'lifeProfile': {
      const lifeProfile = change.deleted ? null : (change.fact as LifeProfileFact)
      return changed({ lifeProfile, roofs: onEach({ firmSchool: lifeProfile?.school ?? null }) })
    }
  }
  if (visitOf(change.fact) !== dossier.visit.id) return dossier
  const one = roofOfRecord(roofs, change.fact)
  switch (change.kind) {
    case 'look':
      return factsOnOne(one, ({ looks }) => ({ looks: put(looks, change) }))
    case 'stage':
      return factsOnOne(one, ({ stages }) => ({ stages: put(stages, change) }))
    case 'finding':
      return factsOnOne(one, ({ findings }) => ({ findings: put(findings, change) }))
    case 'engagement':
      return changed({ engagement: change.deleted ? null : (change.fact as EngagementFact) })
    case 'reportDelivery':
      return changed({ deliveries: put(dossier.deliveries ?? [], change) })
  }
  const { kind } = change
  if (!isRecord(kind)) return dossier
  const list = recordLists[kind]
  return factsOnOne(one, ({ records }) =>
    records ? { records: { ...records, [list]: put((records[list] ?? []) as WithId[], change) } } : {},
  )
}

/** A slope that the plan retired by the day of the visit no longer stands on it; what hangs on it waits for a place. */
function slopesOf(roof: RoofVisit, change: Applied): Partial<RoofVisit> {
  const all = byLetter(put([...roof.facts.slopes, ...roof.retiredSlopes], change))
  const stands = ({ retiredOn }: SlopeFact) => !retiredOn || retiredOn > roof.facts.asOf
  return {
    facts: { ...roof.facts, slopes: all.filter(stands) },
    retiredSlopes: all.filter((slope) => !stands(slope)),
  }
}

/** A visit with changes made on this device, in the order they were made. */
export const applyToVisit = (dossier: VisitDossier, changes: Applied[]): VisitDossier =>
  changes.reduce(applyOneToVisit, dossier)

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
      return dossier.roofs.some(({ id }) => (fact as VisitFact).roofs.includes(id))
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
  const ids = fact as {
    roofId?: string
    roofs?: string[]
    propertyId?: string
    visitId?: string
    slopeId?: string | null
  }
  return (
    factId === property.propertyId ||
    ids.propertyId === property.propertyId ||
    property.roofs.some(
      (roof) =>
        roof.roofId === ids.roofId ||
        ids.roofs?.includes(roof.roofId) ||
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
      const mine = visits.filter((visit) => visit.roofs.includes(roof.roofId))
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
