import type { YearsLeft } from '../../api/types'

export type TabKind = 'weathered' | 'whole' | 'hatched' | 'atEnd'
export type Tab = { x: number; width: number; kind: TabKind }

const shape = { widestTabPx: 13, widestRowPx: 460 }

/** Remaining life as shingle courses, one tab a year: weathered behind, whole to the low figure, hatched to the high one. */
export function coursesShape(ageYears: number | null, left: YearsLeft) {
  const behind = Math.round(ageYears ?? 0)
  const whole = Math.round(left.low)
  const hatched = Math.max(0, Math.ceil(left.high) - whole)
  // Spent: one dashed tab after those behind says that none is to come.
  const count = Math.max(behind + (left.high <= 0 ? 1 : 0), behind + whole + hatched, 1)
  const width = Math.min(shape.widestTabPx, shape.widestRowPx / count)
  const kindAt = (i: number): TabKind => {
    if (i < behind) return 'weathered'
    if (i < behind + whole) return 'whole'
    return hatched > 0 ? 'hatched' : 'atEnd'
  }
  const tabs: Tab[] = Array.from({ length: count }, (_, i) => ({ x: i * width, width, kind: kindAt(i) }))
  return { tabs, width: count * width, notchX: left.high > 0 ? (behind + left.likely) * width : null }
}
