import type { KeyboardEvent, PointerEvent } from 'react'
import type { DetailFact, PlanAnswer } from '../../api/types'
import { detailMark, detailName } from './planWords'
import type { PlanScene } from './roofPlan'

type Handlers = {
  chosen?: string | null
  onChoose?: (id: string) => void
  onDown?: (event: PointerEvent, detail: DetailFact) => void
  onKey?: (event: KeyboardEvent, detail: DetailFact) => void
}

/** Details at their places, to their size where it is known. */
export function PlanDetails({
  answer,
  details,
  unit,
  chosen,
  onChoose,
  onDown,
  onKey,
}: Handlers & { answer: PlanAnswer; details: DetailFact[]; unit: number }) {
  return (
    <g>
      {details.map((detail) => {
        const placed = answer.details.find(({ id }) => id === detail.id)
        if (!placed?.onSlope) return null
        const name = `${detailName(detail.kind)}${detail.name ? `, ${detail.name}` : ''}`
        const facet = answer.facets.find(({ slopeId }) => slopeId === placed.slopeId)
        return (
          // biome-ignore lint/a11y/useSemanticElements: a button element cannot stand inside a drawing
          <g
            key={detail.id}
            className="k-detail"
            data-on={detail.id === chosen || undefined}
            transform={`translate(${placed.x} ${-placed.y})`}
            role="button"
            tabIndex={onChoose ? 0 : -1}
            aria-label={name}
            onPointerDown={(event) => {
              event.stopPropagation()
              onChoose?.(detail.id)
              onDown?.(event, detail)
            }}
            onFocus={() => onKey && onChoose?.(detail.id)}
            onKeyDown={(event) => {
              if (onKey) onKey(event, detail)
              else if (event.key === 'Enter') onChoose?.(detail.id)
            }}
          >
            {detail.widthInches && detail.lengthInches && (
              <rect
                className="k-detailsize"
                x={-detail.widthInches / 2}
                y={-detail.lengthInches / 2}
                width={detail.widthInches}
                height={detail.lengthInches}
                strokeWidth={unit}
                transform={`rotate(${(facet?.azimuthDegrees ?? 0) + 180})`}
              />
            )}
            <g transform={`scale(${unit})`}>
              <rect className="k-detailmark" x="-11" y="-11" width="22" height="22" rx="4" />
              <path d={detailMark(detail.kind)} />
            </g>
          </g>
        )
      })}
    </g>
  )
}

/** Standing water as it was drawn. */
export function PlanPonds({ answer, unit }: { answer: PlanAnswer; unit: number }) {
  return (
    <g>
      {answer.outlines.map(({ id, corners }) => (
        <g key={id} className="k-pond">
          <polygon points={corners.map(({ x, y }) => `${x},${-y}`).join(' ')} strokeWidth={2 * unit}>
            <title>Standing water</title>
          </polygon>
          {corners.map(({ x, y }) => (
            <circle key={`${x}:${y}`} cx={x} cy={-y} r={4 * unit} />
          ))}
        </g>
      ))}
    </g>
  )
}

/** Findings by the number they have in the report. */
export function PlanPins({
  answer,
  scene,
  unit,
  onChoose,
}: {
  answer: PlanAnswer
  scene: PlanScene
  unit: number
  onChoose?: (findingId: string) => void
}) {
  const placeOf = (id: string) =>
    [...answer.spots, ...answer.details].find((placed) => placed.id === id && placed.onSlope)
  return (
    <g>
      {scene.leaks.map(({ stain, entry }) => {
        const [from, to] = [placeOf(entry), placeOf(stain)]
        if (!from || !to) return null
        return (
          <line
            key={stain}
            className="k-leakway"
            x1={from.x}
            y1={-from.y}
            x2={to.x}
            y2={-to.y}
            strokeWidth={3 * unit}
            strokeDasharray={`${7 * unit} ${4 * unit}`}
          >
            <title>From the most likely entry to the stain</title>
          </line>
        )
      })}
      {scene.findings.map(({ fact, number, name }) => {
        const placed = answer.spots.find(({ id }) => id === fact.id)
        if (!placed?.onSlope) return null
        return (
          // biome-ignore lint/a11y/useSemanticElements: a button element cannot stand inside a drawing
          <g
            key={fact.id}
            className="k-pin"
            transform={`translate(${placed.x} ${-placed.y}) scale(${unit})`}
            role="button"
            tabIndex={onChoose ? 0 : -1}
            aria-label={`Finding ${number}: ${name}`}
            onPointerDown={(event) => onChoose && event.stopPropagation()}
            onClick={() => onChoose?.(fact.id)}
            onKeyDown={(event) => event.key === 'Enter' && onChoose?.(fact.id)}
          >
            <path d="M0 0 l-7 -11 a13 13 0 1 1 14 0 z" />
            <text y="-16" textAnchor="middle" fontSize="15">
              {number}
            </text>
          </g>
        )
      })}
    </g>
  )
}
