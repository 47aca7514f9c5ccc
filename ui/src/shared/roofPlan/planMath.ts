import type { PlanAnswer, PlanFact, ZonePoint } from '../../api/types'

/** How close the hand must come, in pixels of the screen; how finely a plan is drawn, in inches. */
export const reach = { snapPx: 10, gridInches: 1, coarseInches: 12 } as const

export type View = { west: number; north: number; width: number; height: number }

/** All of the plan with a margin, in the shape of the window (width over height). */
export function viewOf(points: ZonePoint[], shape: number): View {
  const xs = points.map(({ x }) => x)
  const ys = points.map(({ y }) => y)
  if (points.length === 0) return { west: -360, north: 360 / shape, width: 720, height: 720 / shape }
  const [west, east, south, north] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const margin = 0.1 * Math.max(east - west, north - south, 60)
  const width = Math.max(east - west + 2 * margin, (north - south + 2 * margin) * shape)
  const height = width / shape
  return { west: (west + east - width) / 2, north: (south + north + height) / 2, width, height }
}

export const zoomed = (view: View, by: number, at: ZonePoint): View => ({
  west: at.x - (at.x - view.west) / by,
  north: at.y + (view.north - at.y) / by,
  width: view.width / by,
  height: view.height / by,
})

/** A place of the window (0 to 1 across and down) on the plan. */
export const placeOf = (view: View, across: number, down: number): ZonePoint => ({
  x: view.west + across * view.width,
  y: view.north - down * view.height,
})

export const pointsOf = (plan: PlanFact): ZonePoint[] => plan.parts.flatMap((part) => part.corners)

const snapOne = (value: number, lines: number[], within: number) => {
  let best: number | undefined
  for (const line of lines)
    if (Math.abs(line - value) <= within && (best === undefined || Math.abs(line - value) < Math.abs(best - value)))
      best = line
  return best
}

/** The place snapped to other corners and wall lines, else to their lines east and north, else to whole inches. */
export function snapped(
  at: ZonePoint,
  others: ZonePoint[],
  within: number,
): ZonePoint & { onX?: number; onY?: number } {
  const near = others.find((other) => Math.hypot(other.x - at.x, other.y - at.y) <= within)
  if (near) return { x: near.x, y: near.y, onX: near.x, onY: near.y }
  const onX = snapOne(
    at.x,
    others.map(({ x }) => x),
    within,
  )
  const onY = snapOne(
    at.y,
    others.map(({ y }) => y),
    within,
  )
  const grid = (value: number) => Math.round(value / reach.gridInches) * reach.gridInches
  return { x: onX ?? grid(at.x), y: onY ?? grid(at.y), onX, onY }
}

/** Inches as the trade says them: 18 ft 6 in; to the nearest quarter inch, which is finer than any tape on a roof. */
export function feetText(inches: number): string {
  const quarters = Math.round(Math.abs(inches) * 4)
  const feet = Math.floor(quarters / 48)
  const rest = (quarters % 48) / 4
  const whole = Math.floor(rest)
  const part = ['', '1/4', '1/2', '3/4'][Math.round((rest - whole) * 4)] ?? ''
  const inchText = [whole || !part ? whole : '', part].filter((piece) => piece !== '').join(' ')
  if (feet === 0) return `${inchText} in`
  return rest === 0 ? `${feet} ft` : `${feet} ft ${inchText} in`
}

export const number = (value: number, digits = 0) =>
  value.toLocaleString('en-US', { minimumFractionDigits: digits, maximumFractionDigits: digits })

/** Shade of a slope by the way it falls, 0 (lit from the north-west) to 1; a flat one lies between. */
export function shadeOf(azimuthDegrees: number, rise: number): number {
  const lit = Math.cos(((azimuthDegrees - 315) * Math.PI) / 180)
  return 0.5 - 0.5 * lit * Math.min(1, rise / 8)
}

export const snapPoints = (answer: PlanAnswer | undefined, plan: PlanFact, except?: string): ZonePoint[] => [
  ...plan.parts.flatMap((part) => part.corners.filter((corner) => corner.id !== except)),
  ...(answer?.wallLines.flat() ?? []),
]
