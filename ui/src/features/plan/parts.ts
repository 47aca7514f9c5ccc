import type { ImportedOutline, PartKind, PlanFact, PlanPart, SlopeFact, Under } from '../../api/types'
import type { Change } from '../../shared/facts'
import type { PlanScene } from '../../shared/roofPlan/roofPlan'
import { newId } from '../../shared/uuid'
import { facings } from '../../shared/words'

/** Takes a plan with something new on it; and what else is recorded with it. */
export type OnMade = (next: PlanFact, more?: Change[]) => Promise<void>

export type OnParts = (parts: PlanPart[], sized: boolean, source: string) => Promise<void>

/** Feet that a form begins with; drawn before anything is taped. */
export const usual = {
  width: 480,
  depth: 336,
  porchWidth: 192,
  porchDepth: 96,
  height: 120,
  overhang: 12,
  stepDown: 24,
} as const

export const emptyPlan = (roofId: string): PlanFact => ({
  id: newId(),
  roofId,
  sized: false,
  source: '',
  parts: [],
  zones: [],
  wallInches: 6,
  iceBarrierInches: null,
  iceBarrierAsked: true,
})

/** Slopes that were lettered on the walk and are not on the plan. */
export function waitingSlopes(scene: PlanScene): SlopeFact[] {
  const placed = new Set(
    scene.plan?.parts.flatMap((part) =>
      part.alone ? [part.alone.slopeId] : part.corners.map(({ slopeId }) => slopeId),
    ),
  )
  return scene.slopes.filter((slope) => !slope.retiredOn && !placed.has(slope.id))
}

export const outlinePart = (outline: ImportedOutline, waiting: SlopeFact[]) =>
  partOf(outline.corners, {
    rise: 6,
    height: outline.heightInches > 0 ? outline.heightInches : usual.height,
    kind: /porch/i.test(outline.name) ? 'porch' : 'house',
    name: outline.name,
    waiting,
  })

/** A part over an outline, hipped all round; edges take over lettered slopes that fall their way. */
export function partOf(
  corners: { x: number; y: number }[],
  said: { rise: number; height: number; kind: PartKind; name: string; waiting: SlopeFact[] },
): PlanPart {
  const free = [...said.waiting]
  const points = Object.keys(facings)
  const under: Under = said.kind === 'porch' ? 'porch' : 'attic'
  return {
    id: newId(),
    name: said.name,
    kind: said.kind,
    heightInches: said.height,
    alone: null,
    onSlope: null,
    under,
    corners: corners.map(({ x, y }, i) => {
      const next = corners[(i + 1) % corners.length] ?? { x, y }
      const azimuth = (Math.atan2(next.y - y, -(next.x - x)) * 180) / Math.PI
      const falls = points[Math.round((((azimuth % 360) + 360) % 360) / 45) % 8]
      const at = free.findIndex((slope) => slope.facing === falls)
      const [taken] = at >= 0 ? free.splice(at, 1) : []
      return {
        id: newId(),
        x,
        y,
        slopeId: taken?.id ?? newId(),
        risePer12: taken && taken.pitch.risePer12 > 0 ? taken.pitch.risePer12 : said.rise,
        gable: false,
        overhangInches: 12,
        parapetInches: 0,
      }
    }),
  }
}
