import { describe, expect, it } from 'vitest'
import type {
  FindingFact,
  HomeAnswer,
  LookFact,
  PropertyDossier,
  PropertyLine,
  SlopeFact,
  VisitFact,
} from '../api/types'
import { type Applied, applyToHome, applyToProperty, applyToVisit, type VisitView } from './applyChanges'

const slope = (id: string, letter: string): SlopeFact =>
  ({ id, roofId: 'roof', letter, name: '', pitch: { typed: '6/12', risePer12: 6, source: 'tape' } }) as SlopeFact
const visit: VisitFact = {
  id: 'visit',
  roofId: 'roof',
  on: '2026-09-18',
  inspector: 'M',
  purpose: '',
  weather: '',
  walk: '',
}
const dossier: PropertyDossier = {
  today: '2026-09-18',
  property: { id: 'property', name: 'House', address: '', owner: '', exposure: 'ordinary', note: '' },
  buildings: [{ id: 'building', propertyId: 'property', name: 'House' }],
  roofs: [{ id: 'roof', buildingId: 'building', name: 'Main' }],
  slopes: [slope('s2', 'B'), slope('s1', 'A')],
  coverings: [],
  visits: [visit],
  plans: [],
  details: [],
  heads: [],
  local: null,
  components: [],
  setAside: [],
  summaries: [],
}
const view = {
  property: dossier.property,
  building: dossier.buildings[0],
  roof: dossier.roofs[0],
  visit,
  facts: {
    exposure: 'ordinary',
    asOf: visit.on,
    slopes: [slope('s1', 'A'), slope('s2', 'B')],
    coverings: [],
    looks: [],
    stages: [],
    findings: [],
    visit,
    components: [],
    plan: null,
    details: [],
    records: { photos: [], answers: [] },
  },
  retiredSlopes: [],
  heads: [],
  setAside: [],
} as unknown as VisitView
const finding = (fields: Partial<FindingFact> = {}): FindingFact =>
  ({ id: 'f', visitId: 'visit', slopeId: 's1', note: '', ...fields }) as FindingFact
const change = (kind: Applied['kind'], fact: Applied['fact'], requestId = 'r1', deleted = false): Applied => ({
  requestId,
  kind,
  factId: fact.id,
  deleted,
  fact,
})

const homeOf = (properties: PropertyLine[]): HomeAnswer => ({
  today: '2026-09-18',
  properties,
  page: 1,
  pageSize: 25,
  found: properties.length,
  all: properties.length,
  behind: 0,
  factsWaiting: 0,
})

const line = (propertyId: string, roofId: string, visitId: string): PropertyLine => ({
  propertyId,
  propertyName: 'House',
  address: '',
  owner: '',
  tags: [],
  roofs: [
    {
      roofId,
      roofName: 'Main',
      latestVisit: { id: visitId, on: '2026-09-14', inspector: 'Marit Quillon', finishedAt: null },
      slopes: [],
      headline: '',
      due: [],
      dueCount: 0,
      asOf: '2026-09-14',
    },
  ],
  nextDue: null,
  leastYears: null,
  fresh: true,
})

describe('changes of this device over what the server said', () => {
  it('show, replace and take away a finding, each change being the revision the next is made from', () => {
    const added = applyToVisit(view, [change('finding', finding())])
    expect(added.facts.findings).toHaveLength(1)
    expect(added.heads).toContainEqual({ factId: 'f', revision: 'r1', clash: false })
    const changed = applyToVisit(added, [change('finding', finding({ note: 'later' }), 'r2')])
    expect(changed.facts.findings.map((f) => f.note)).toEqual(['later'])
    expect(changed.heads.filter((head) => head.factId === 'f')).toEqual([{ factId: 'f', revision: 'r2', clash: false }])
    expect(applyToVisit(changed, [change('finding', finding(), 'r3', true)]).facts.findings).toEqual([])
  })

  it('applied twice are the same as once', () => {
    const changes = [
      change('finding', finding()),
      change('look', { id: 'l', visitId: 'visit', station: 'edges' } as LookFact, 'r2'),
    ]
    expect(applyToVisit(applyToVisit(view, changes), changes)).toEqual(applyToVisit(view, changes))
  })

  it('of another visit change nothing', () => {
    expect(applyToVisit(view, [change('finding', finding({ visitId: 'other' }))])).toBe(view)
  })

  it('leave what was there untouched', () => {
    const before = JSON.stringify(view)
    applyToVisit(view, [change('finding', finding()), change('visit', { ...visit, walk: 'tile' }, 'r2')])
    expect(JSON.stringify(view)).toBe(before)
  })

  it('keep slopes in the order of their letters, AA behind Z', () => {
    const more = applyToProperty(dossier, [change('slope', slope('s3', 'AA')), change('slope', slope('s4', 'Z'), 'r2')])
    expect(more.slopes.map((s) => s.letter)).toEqual(['A', 'B', 'Z', 'AA'])
  })

  it('put a property that the server has never heard of, with its visit, on the home screen', () => {
    const changes = [
      change('property', dossier.property),
      change('building', dossier.buildings[0] as Applied['fact'], 'r2'),
      change('roof', dossier.roofs[0] as Applied['fact'], 'r3'),
      change('slope', slope('s1', 'A'), 'r4'),
      change('visit', visit, 'r5'),
    ]
    const home = applyToHome(homeOf([]), changes)
    expect(home.properties.map((line) => [line.propertyName, line.roofs[0]?.latestVisit?.id])).toEqual([
      ['House', 'visit'],
    ])
    expect([home.found, home.all]).toEqual([1, 1])
    // In a list that was searched for something else it has no place.
    expect(applyToHome(homeOf([]), changes, false).properties).toEqual([])
  })

  it('say of a property in the list that what waits here is not counted, and of no other', () => {
    const home = applyToHome(homeOf([line('p1', 'r1', 'v1'), line('p2', 'r2', 'v2')]), [
      change('look', { id: 'l', visitId: 'v2' } as Applied['fact']),
    ])
    expect(home.properties.map(({ unsent }) => unsent ?? false)).toEqual([false, true])
  })
})

describe('a plan changed on this device', () => {
  const plan = {
    id: 'plan',
    roofId: 'roof',
    sized: true,
    source: '',
    parts: [],
    zones: [],
  } as unknown as Applied['fact']
  const boot = { id: 'boot', roofId: 'roof', kind: 'boot', spot: { slopeId: 's1', along: 1, up: 1 } } as Applied['fact']

  it('shows at once in visit and property, and is gone when undone', () => {
    const shown = applyToVisit(view, [change('plan', plan), change('detail', boot, 'r2')])
    expect([shown.facts.plan?.id, shown.facts.details?.map(({ id }) => id)]).toEqual(['plan', ['boot']])
    expect(applyToProperty(dossier, [change('plan', plan)]).plans).toHaveLength(1)
    expect(applyToVisit(shown, [change('plan', plan, 'r3', true)]).facts.plan).toBeNull()
  })
  it('of another roof changes nothing here', () => {
    const other = { ...plan, roofId: 'other' } as Applied['fact']
    expect(applyToVisit(view, [change('plan', other)])).toBe(view)
    expect(applyToProperty(dossier, [change('plan', other)])).toBe(dossier)
  })
  it('retires a slope from the day on, and earlier visits keep it', () => {
    const retired = { ...slope('s1', 'A'), retiredOn: '2026-09-18' }
    const after = applyToVisit(view, [change('slope', retired)])
    expect(after.facts.slopes.map(({ letter }) => letter)).toEqual(['B'])
    expect(after.retiredSlopes.map(({ letter }) => letter)).toEqual(['A'])
    const later = applyToVisit(view, [change('slope', { ...retired, retiredOn: '2026-09-19' })])
    expect(later.facts.slopes).toHaveLength(2)
    expect(applyToVisit(after, [change('slope', slope('s1', 'A'), 'r2')]).retiredSlopes).toEqual([])
  })
})
