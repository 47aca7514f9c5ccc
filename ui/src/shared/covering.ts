import type { CoveringFact } from '../api/types'

/**
 * What covers a slope on a day: begun by then and not yet ended; the one that ends first, then the latest laid.
 * The core finds it by the same rule.
 */
export function coveringOn(coverings: CoveringFact[], slopeId: string, day: string): CoveringFact | undefined {
  const year = Number(day.slice(0, 4))
  return coverings
    .filter((covering) => covering.slopeId === slopeId)
    .filter(({ laidFrom, endedOn }) => (laidFrom ?? year) <= year && (!endedOn || endedOn > day))
    .sort(
      (a, b) => endOf(b).localeCompare(endOf(a)) || (a.laidFrom ?? 0) - (b.laidFrom ?? 0) || a.id.localeCompare(b.id),
    )
    .at(-1)
}

const endOf = ({ endedOn }: CoveringFact) => endedOn ?? '9999'
