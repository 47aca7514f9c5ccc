import { describe, expect, it } from 'vitest'
import type {
  FindingFact,
  HomeAnswer,
  LookFact,
  PropertyDossier,
  PropertyLine,
  RoofVisit,
  SlopeFact,
  VisitDossier,
  VisitFact,
} from '../api/types'
import { type Applied, applyToHome, applyToProperty, applyToVisit, viewOf } from './applyChanges'
import { type Entry, inTodaysForm } from './entry'

const slope = (id: string, letter: string): SlopeFact =>
  ({ id, roofId: 'roof', letter, name: '', pitch: { typed: '6/12', risePer12: 6, source: 'tape' } }) as SlopeFact
const visit: VisitFact = {
  id: 'visit',
  roofs: ['roof'],
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
  sharedLetters: [],
}
const roofVisit = (id: string, slopes: SlopeFact[]): RoofVisit =>
  ({
    name: id,
    building: dossier.buildings[0],
    roof: { id, buildingId: 'building', name: id },
    facts: {
      exposure: 'ordinary',
      asOf: visit.on,
      slopes,
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
    firstFinding: 1,
    lettersElsewhere: [],
  }) as unknown as RoofVisit
const whole: VisitDossier = {
  property: dossier.property,
  visit,
  roofs: [roofVisit('roof', [slope('s1', 'A'), slope('s2', 'B')])],
  propertyRoofs: [{ roofId: 'roof', name: 'Main' }],
  heads: [],
  lifeProfile: null,
  setAside: [],
}
/** The first roof of a visit, as its screens stand on it. */
const view = (of: VisitDossier) => viewOf(of, undefined)
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
    const added = applyToVisit(whole, [change('finding', finding())])
    expect(view(added).facts.findings).toHaveLength(1)
    expect(added.heads).toContainEqual({ factId: 'f', revision: 'r1', clash: false })
    const changed = applyToVisit(added, [change('finding', finding({ note: 'later' }), 'r2')])
    expect(view(changed).facts.findings.map((f) => f.note)).toEqual(['later'])
    expect(changed.heads.filter((head) => head.factId === 'f')).toEqual([{ factId: 'f', revision: 'r2', clash: false }])
    expect(view(applyToVisit(changed, [change('finding', finding(), 'r3', true)])).facts.findings).toEqual([])
  })

  it('applied twice are the same as once', () => {
    const changes = [
      change('finding', finding()),
      change('look', { id: 'l', visitId: 'visit', station: 'edges' } as LookFact, 'r2'),
    ]
    expect(applyToVisit(applyToVisit(whole, changes), changes)).toEqual(applyToVisit(whole, changes))
  })

  it('of another visit change nothing', () => {
    expect(applyToVisit(whole, [change('finding', finding({ visitId: 'other' }))])).toBe(whole)
  })

  it('leave what was there untouched', () => {
    const before = JSON.stringify(whole)
    applyToVisit(whole, [change('finding', finding()), change('visit', { ...visit, walk: 'tile' }, 'r2')])
    expect(JSON.stringify(whole)).toBe(before)
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
    const shown = applyToVisit(whole, [change('plan', plan), change('detail', boot, 'r2')])
    expect([view(shown).facts.plan?.id, view(shown).facts.details?.map(({ id }) => id)]).toEqual(['plan', ['boot']])
    expect(applyToProperty(dossier, [change('plan', plan)]).plans).toHaveLength(1)
    expect(view(applyToVisit(shown, [change('plan', plan, 'r3', true)])).facts.plan).toBeNull()
  })
  it('of another roof changes nothing here', () => {
    const other = { ...plan, roofId: 'other' } as Applied['fact']
    expect(applyToVisit(whole, [change('plan', other)])).toBe(whole)
    expect(applyToProperty(dossier, [change('plan', other)])).toBe(dossier)
  })
  it('retires a slope from the day on, and earlier visits keep it', () => {
    const retired = { ...slope('s1', 'A'), retiredOn: '2026-09-18' }
    const after = applyToVisit(whole, [change('slope', retired)])
    expect(view(after).facts.slopes.map(({ letter }) => letter)).toEqual(['B'])
    expect(view(after).retiredSlopes.map(({ letter }) => letter)).toEqual(['A'])
    const later = applyToVisit(whole, [change('slope', { ...retired, retiredOn: '2026-09-19' })])
    expect(view(later).facts.slopes).toHaveLength(2)
    expect(view(applyToVisit(after, [change('slope', slope('s1', 'A'), 'r2')])).retiredSlopes).toEqual([])
  })
})

describe('a visit to several roofs', () => {
  const garage = { ...slope('g1', 'C'), roofId: 'garage' }
  const both: VisitDossier = { ...whole, roofs: [...whole.roofs, roofVisit('garage', [garage])] }
  const found = (of: VisitDossier) => of.roofs.map(({ facts }) => facts.findings.map(({ id }) => id))

  it('takes a record to the roof of its slope, else to the one it names, else to the first', () => {
    expect(found(applyToVisit(both, [change('finding', finding({ slopeId: 'g1', roofId: 'roof' }))]))).toEqual([
      [],
      ['f'],
    ])
    expect(found(applyToVisit(both, [change('finding', finding({ slopeId: null, roofId: 'garage' }))]))).toEqual([
      [],
      ['f'],
    ])
    expect(found(applyToVisit(both, [change('finding', finding({ slopeId: null }))]))).toEqual([['f'], []])
  })

  it('takes a photo to the roof of its finding', () => {
    const photo = { id: 'p', visitId: 'visit', slopeId: null, findingId: 'f' } as Applied['fact']
    const shown = applyToVisit(both, [change('finding', finding({ slopeId: 'g1' })), change('photo', photo, 'r2')])
    expect(shown.roofs.map(({ facts }) => facts.records?.photos.length)).toEqual([0, 1])
  })

  it('shows the roof of an address, and the first where there is none of that id', () => {
    expect(viewOf(both, 'garage')).toMatchObject({ roof: { id: 'garage' }, base: '/visits/visit/roofs/garage' })
    expect(viewOf(both, 'gone')).toMatchObject({ roof: { id: 'roof' }, base: '/visits/visit' })
  })

  it('changes what its roofs share on each of them', () => {
    const moved = applyToVisit(both, [change('visit', { ...visit, on: '2026-09-20' })])
    expect(moved.roofs.map(({ facts }) => facts.asOf)).toEqual(['2026-09-20', '2026-09-20'])
  })
})

describe('a visit written before it could look at several roofs', () => {
  const { roofs, ...rest } = visit
  const old = { kind: 'visit', factId: 'visit', fact: { ...rest, roofId: roofs[0] } } as unknown as Entry

  it('is read in today’s form', () => {
    expect(inTodaysForm({ ...old, contractVersion: 2 })).toMatchObject({ contractVersion: 3, fact: visit })
    expect(inTodaysForm({ ...old, contractVersion: 2 }).fact).not.toHaveProperty('roofId')
  })

  it('and one of today stays as it is', () => {
    const entry = { ...old, contractVersion: 3, fact: visit } as Entry
    expect(inTodaysForm(entry)).toBe(entry)
  })
})
