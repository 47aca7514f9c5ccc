import { Box, Button, Flex } from '@chakra-ui/react'
import { Maximize, Minus, Plus } from 'lucide-react'
import {
  type PointerEvent,
  type ReactNode,
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import type { ZonePoint } from '../../api/types'
import { placeOf, type View, viewOf, zoomed } from './planMath'

export type Board = {
  /** A pixel of the screen in inches of the plan. */
  unit: number
  placeAt: (event: { clientX: number; clientY: number }) => ZonePoint
}

type Props = {
  /** What must be in sight. */
  points: ZonePoint[]
  label: string
  height: string | Record<string, string>
  children: (board: Board) => ReactNode
  onTap?: (at: ZonePoint) => void
  /** Buttons that belong to the drawing. */
  tools?: ReactNode
}

const tapPx = 6

/** A window on the plan: drag to shift it, wheel, pinch or keys to come closer. North is up. */
export function PlanBoard({ points, label, height, children, onTap, tools }: Props) {
  const svg = useRef<SVGSVGElement>(null)
  const [size, setSize] = useState({ width: 600, height: 400 })
  const [moved, setMoved] = useState<View | null>(null)
  const shape = size.width / size.height
  // Stays put while the plan is being drawn on; fitted anew when a point leaves the window.
  const fitted = useRef<View | null>(null)
  const fit = useMemo(() => {
    const kept = fitted.current
    const inside = ({ x, y }: ZonePoint) =>
      kept && x > kept.west && x < kept.west + kept.width && y < kept.north && y > kept.north - kept.height
    const wanted = viewOf(points, shape)
    const keeps =
      kept && Math.abs(kept.width / kept.height - shape) < 0.01 && points.every(inside) && wanted.width > kept.width / 2
    const next = keeps ? kept : wanted
    fitted.current = next
    return next
  }, [points, shape])
  const view = moved ?? fit
  useLayoutEffect(() => {
    const element = svg.current
    if (!element) return
    const watch = new ResizeObserver(([entry]) => {
      const box = entry?.contentRect
      if (box && box.width > 0 && box.height > 0) setSize({ width: box.width, height: box.height })
    })
    watch.observe(element)
    return () => watch.disconnect()
  }, [])
  const placeAt = useCallback(
    ({ clientX, clientY }: { clientX: number; clientY: number }) => {
      const box = svg.current?.getBoundingClientRect()
      return box
        ? placeOf(view, (clientX - box.left) / box.width, (clientY - box.top) / box.height)
        : { x: view.west, y: view.north }
    },
    [view],
  )
  const zoom = useCallback(
    (by: number, at?: ZonePoint) => setMoved(zoomed(view, by, at ?? placeOf(view, 0.5, 0.5))),
    [view],
  )
  useEffect(() => {
    const element = svg.current
    // React listens to wheels passively; the page must not scroll away under the plan.
    const wheel = (event: WheelEvent) => {
      event.preventDefault()
      zoom(event.deltaY < 0 ? 1.15 : 1 / 1.15, placeAt(event))
    }
    element?.addEventListener('wheel', wheel, { passive: false })
    return () => element?.removeEventListener('wheel', wheel)
  }, [zoom, placeAt])
  const hands = useHands(view, size, setMoved, onTap && ((event) => onTap(placeAt(event))))
  const unit = view.width / size.width
  return (
    <Box>
      <Box className="k-plan" h={height} position="relative">
        <svg
          ref={svg}
          width="100%"
          height="100%"
          viewBox={`${view.west} ${-view.north} ${view.width} ${view.height}`}
          aria-label={label}
          {...hands}
        >
          {children({ unit, placeAt })}
        </svg>
        <svg className="k-north" viewBox="0 0 24 34" width="24" height="34" role="img" aria-label="North is up">
          <path d="M12 2 l6 14 h-12 z" />
          <text x="12" y="31" textAnchor="middle">
            N
          </text>
        </svg>
      </Box>
      <Flex gap="1" wrap="wrap" justify="end" mt="1">
        {tools}
        <Button size="sm" variant="outline" bg="bg.panel" onClick={() => zoom(1.3)} aria-label="Closer">
          <Plus size={18} />
        </Button>
        <Button size="sm" variant="outline" bg="bg.panel" onClick={() => zoom(1 / 1.3)} aria-label="Farther">
          <Minus size={18} />
        </Button>
        <Button size="sm" variant="outline" bg="bg.panel" onClick={() => setMoved(null)} aria-label="All of it">
          <Maximize size={18} />
        </Button>
      </Flex>
    </Box>
  )
}

/** One finger or the mouse shifts the window, two fingers zoom; a press that does not travel is a tap. */
function useHands(
  view: View,
  size: { width: number },
  show: (view: View) => void,
  onTap?: (event: PointerEvent) => void,
) {
  const down = useRef(new Map<number, { x: number; y: number }>())
  const start = useRef<{ x: number; y: number; view: View; travelled: boolean; apart: number } | null>(null)
  const apart = () => {
    const [a, b] = [...down.current.values()]
    return a && b ? Math.hypot(a.x - b.x, a.y - b.y) : 0
  }
  return {
    onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
      if (event.button !== 0) return
      down.current.set(event.pointerId, { x: event.clientX, y: event.clientY })
      start.current = { x: event.clientX, y: event.clientY, view, travelled: down.current.size > 1, apart: apart() }
    },
    onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
      const from = start.current
      if (!from || !down.current.has(event.pointerId)) return
      down.current.set(event.pointerId, { x: event.clientX, y: event.clientY })
      const unit = from.view.width / size.width
      if (down.current.size > 1 && from.apart > 0) {
        const middle = placeOf(from.view, 0.5, 0.5)
        show(zoomed(from.view, apart() / from.apart, middle))
        return
      }
      const [dx, dy] = [event.clientX - from.x, event.clientY - from.y]
      if (!from.travelled && Math.hypot(dx, dy) < tapPx) return
      if (!from.travelled) event.currentTarget.setPointerCapture(event.pointerId)
      from.travelled = true
      show({ ...from.view, west: from.view.west - dx * unit, north: from.view.north + dy * unit })
    },
    onPointerUp: (event: PointerEvent<SVGSVGElement>) => {
      const from = start.current
      down.current.delete(event.pointerId)
      if (down.current.size > 0) return
      start.current = null
      if (from && !from.travelled) onTap?.(event)
    },
    onPointerCancel: (event: PointerEvent<SVGSVGElement>) => {
      down.current.delete(event.pointerId)
      start.current = null
    },
  }
}
