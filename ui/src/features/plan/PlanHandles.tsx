import type { KeyboardEvent, PointerEvent } from 'react'
import type { PlanFact, PlanPart } from '../../api/types'

export type Picked = { partId: string; cornerId?: string; what: 'part' | 'edge' | 'corner' }

type Props = {
  plan: PlanFact
  unit: number
  picked: Picked | null
  onPick: (picked: Picked) => void
  onGrab: (event: PointerEvent, picked: Picked) => void
  onKey: (event: KeyboardEvent, picked: Picked) => void
}

/** Corners and edges to take hold of, with hand or keys. */
export function PlanHandles({ plan, unit, picked, onPick, onGrab, onKey }: Props) {
  const hold = (what: Picked) => ({
    role: 'button',
    tabIndex: 0,
    'data-on': (picked?.cornerId === what.cornerId && picked?.what === what.what) || undefined,
    onFocus: () => onPick(what),
    onPointerDown: (event: PointerEvent) => {
      event.stopPropagation()
      onPick(what)
      onGrab(event, what)
    },
    onKeyDown: (event: KeyboardEvent) => onKey(event, what),
  })
  return (
    <g>
      {plan.parts.map((part) => (
        <g key={part.id}>
          {part.corners.map((corner, i) => {
            const next = part.corners[(i + 1) % part.corners.length] ?? corner
            return (
              <g
                key={corner.id}
                className="k-edgehandle"
                aria-label={`Edge ${i + 1} of ${nameOf(part)}`}
                {...hold({ partId: part.id, cornerId: corner.id, what: 'edge' })}
              >
                <line className="k-hit" x1={corner.x} y1={-corner.y} x2={next.x} y2={-next.y} strokeWidth={26 * unit} />
                <line
                  className="k-shown"
                  x1={corner.x}
                  y1={-corner.y}
                  x2={next.x}
                  y2={-next.y}
                  strokeWidth={5 * unit}
                />
              </g>
            )
          })}
          {part.corners.map((corner, i) => (
            <g
              key={corner.id}
              className="k-cornerhandle"
              aria-label={`Corner ${i + 1} of ${nameOf(part)}`}
              transform={`translate(${corner.x} ${-corner.y}) scale(${unit})`}
              {...hold({ partId: part.id, cornerId: corner.id, what: 'corner' })}
            >
              <circle className="k-hit" r="20" />
              <circle className="k-shown" r="8" />
            </g>
          ))}
        </g>
      ))}
    </g>
  )
}

export const nameOf = (part: PlanPart) => part.name || `the ${part.kind}`
