import { describe, expect, it } from 'vitest'
import type { FindingFact, HomeAnswer, LookFact, PropertyDossier, SlopeFact, VisitFact } from '../api/types'
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
    const home = applyToHome({ today: '2026-09-18', roofs: [], factsWaiting: 0 } as HomeAnswer, changes)
    expect(home.roofs.map((roof) => [roof.propertyName, roof.latestVisit?.id])).toEqual([['House', 'visit']])
  })

  it('gives the home of an earlier version, kept on the device, the day of its figures', () => {
    const visit = { id: 'v', roofId: 'r', on: '2026-09-14' }
    const roof = { propertyId: 'p', propertyName: 'House', roofId: 'r', latestVisit: visit, slopes: [] }
    const old = { today: '2026-09-18', roofs: [roof, { ...roof, roofId: 's', latestVisit: null }], factsWaiting: 0 }
    const home = applyToHome(old as unknown as HomeAnswer, [])
    expect(home.roofs.map(({ asOf }) => asOf)).toEqual(['2026-09-14', '2026-09-18'])
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
