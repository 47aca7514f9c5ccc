import type { Quantity } from '../api/types'
import { useCore } from '../core/useCore'

/** A bound as the trade prints it. */
export function Bound({ quantity, least, most }: { quantity: Quantity; least: number | null; most: number | null }) {
  const print = (value: number | null) =>
    value === null ? undefined : { text: plain(value, quantity.unit), unit: quantity.unit, bareUnit: 'inch' as const }
  const low = useCore('parse-measure', print(least))?.printed
  const high = useCore('parse-measure', print(most))?.printed
  return <>{low && high ? `${low} to ${high}` : low ? `at least ${low}` : high ? `at most ${high}` : '…'}</>
}

/** A number as the reading of measures takes it, whatever its unit. */
const plain = (value: number, unit: Quantity['unit']) =>
  `${Math.round(value * 10_000) / 10_000}${unit === 'pitch' ? '/12' : ''}`
