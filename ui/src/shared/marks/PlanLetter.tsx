import type { Facing } from '../../api/types'

const leaning: Record<Facing, string> = {
  east: 'M2 2 h24 l6 24 h-24 z',
  northEast: 'M2 2 h24 l6 24 h-24 z',
  southEast: 'M2 2 h24 l6 24 h-24 z',
  west: 'M8 2 h24 l-6 24 h-24 z',
  southWest: 'M8 2 h24 l-6 24 h-24 z',
  northWest: 'M8 2 h24 l-6 24 h-24 z',
  south: 'M6 2 h22 l4 24 h-30 z',
  north: 'M2 2 h30 l-4 24 h-22 z',
}

/** A slope is its letter in a parallelogram that leans the way it falls. */
export function PlanLetter({ letter, facing }: { letter: string; facing: Facing }) {
  return (
    <svg className="k-letter" role="img" aria-label={`Slope ${letter}`} viewBox="0 0 34 28" width="40" height="33">
      <path d={leaning[facing]} />
      <text x="17" y="20" textAnchor="middle">
        {letter}
      </text>
    </svg>
  )
}
