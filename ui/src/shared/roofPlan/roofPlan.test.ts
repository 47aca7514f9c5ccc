import { describe, expect, it } from 'vitest'
import type { DetailFact, FindingFact, PlanFact, SlopeFact } from '../../api/types'
import { inverse, type PlanScene, requestOf, sceneAfter, spotOfFinding } from './roofPlan'

const slope = { id: 's1', roofId: 'roof', letter: 'A' } as SlopeFact
const detail = { id: 'd1', roofId: 'roof', kind: 'boot', spot: { slopeId: 's1', along: 10, up: 20 } } as DetailFact
const plan = { id: 'p1', roofId: 'roof', sized: true, source: '', parts: [], zones: [] } as unknown as PlanFact
const pinned = { id: 'f1', slopeId: 's1', spot: { slopeId: 's1', along: 1, up: 2 } } as FindingFact
const onDetail = { id: 'f2', slopeId: 's1', detailId: 'd1' } as FindingFact
const nowhere = { id: 'f3', slopeId: 's1' } as FindingFact
const scene: PlanScene = {
  propertyId: 'property',
  roofId: 'roof',
  visitId: 'visit',
  base: '/visits/visit',
  lettersElsewhere: [],
  leaks: [],
  asOf: '2026-09-18',
  plan,
  slopes: [slope],
  coverings: [],
  details: [detail],
  findings: [pinned, onDetail, nowhere].map((fact, i) => ({ fact, number: i + 1, name: '' })),
  heads: [],
  rain: null,
}

describe('undoing', () => {
  it('puts back what was there, whatever kind it is', () => {
    for (const [kind, fact] of [
      ['plan', plan],
      ['slope', slope],
      ['detail', detail],
      ['finding', pinned],
    ] as const)
      expect(inverse(scene, { kind, fact: { ...fact, name: 'changed' } as never })).toEqual({ kind, fact })
  })
  it('takes away what was not there, and brings back what was taken away', () => {
    const added = { kind: 'detail', fact: { ...detail, id: 'd2' } } as const
    expect(inverse(scene, added)).toEqual({ ...added, deleted: true })
    expect(inverse(scene, { kind: 'detail', fact: detail, deleted: true })).toEqual({ kind: 'detail', fact: detail })
  })
})

describe('a step that begins before the screen has drawn the one before', () => {
  it('stands on what that one left, and undoing both gives the scene again', () => {
    const moved = { ...detail, spot: { ...detail.spot, along: 11 } }
    const first = { kind: 'detail', fact: moved } as const
    const second = { kind: 'plan', fact: { ...plan, wallInches: 8 } } as const
    const now = sceneAfter(scene, [first])
    expect(inverse(now, { kind: 'detail', fact: detail })).toEqual(first)
    const both = sceneAfter(now, [second])
    expect(sceneAfter(both, [inverse(now, second), inverse(scene, first)])).toEqual(scene)
  })
})

describe('where a finding lies', () => {
  it('is where it was put, else at its detail, else nowhere', () => {
    expect(spotOfFinding(pinned, [detail])).toEqual(pinned.spot)
    expect(spotOfFinding(onDetail, [detail])).toEqual(detail.spot)
    expect(spotOfFinding(onDetail, [])).toBeNull()
    expect(spotOfFinding(nowhere, [detail])).toBeNull()
  })
  it('goes along when the plan is measured', () => {
    expect(requestOf(scene, plan).spots?.map(({ id }) => id)).toEqual(['f1', 'f2'])
  })
})
