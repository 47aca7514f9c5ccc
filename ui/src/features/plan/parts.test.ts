import { describe, expect, it } from 'vitest'
import type { PlanFact, SlopeFact } from '../../api/types'
import type { PlanScene } from '../../shared/roofPlan/roofPlan'
import { partOf, waitingSlopes } from './parts'

const corners = [
  { x: 0, y: 0 },
  { x: 480, y: 0 },
  { x: 480, y: 360 },
  { x: 0, y: 360 },
]
const slope = (id: string, facing: SlopeFact['facing'], rise: number) =>
  ({ id, letter: id, facing, pitch: { typed: `${rise}/12`, risePer12: rise, source: 'tape' } }) as SlopeFact
const said = { rise: 6, height: 120, kind: 'house', name: '' } as const

describe('a part over an outline', () => {
  it('lets each edge take over the lettered slope that falls its way, with its pitch, each once', () => {
    const waiting = [slope('A', 'north', 8), slope('B', 'south', 5), slope('C', 'southEast', 3)]
    const part = partOf(corners, { ...said, waiting })
    expect(part.corners.map(({ slopeId, risePer12 }) => [slopeId, risePer12])).toEqual([
      ['B', 5],
      [expect.not.stringMatching(/^[ABC]$/), 6],
      ['A', 8],
      [expect.not.stringMatching(/^[ABC]$/), 6],
    ])
    expect(new Set(part.corners.flatMap(({ id, slopeId }) => [id, slopeId])).size).toBe(8)
  })
  it('knows the slopes that wait for a place: not on the plan and not retired', () => {
    const part = partOf(corners, { ...said, waiting: [slope('A', 'south', 6)] })
    const scene = {
      plan: { parts: [part] } as unknown as PlanFact,
      slopes: [slope('A', 'south', 6), slope('B', 'north', 6), { ...slope('C', 'east', 6), retiredOn: '2026-09-01' }],
    } as PlanScene
    expect(waitingSlopes(scene).map(({ letter }) => letter)).toEqual(['B'])
  })
})
