import { type KeyboardEvent, type PointerEvent, useCallback, useRef, useState } from 'react'
import type { DetailFact, PlanAnswer, PlanEdit, PlanFact } from '../../api/types'
import { compute } from '../../core/core'
import type { Change } from '../../shared/facts'
import type { Board } from '../../shared/roofPlan/PlanBoard'
import { reach, snapPoints, snapped } from '../../shared/roofPlan/planMath'
import { type PlanScene, type PlanWork, spotAt } from '../../shared/roofPlan/roofPlan'
import type { Picked } from './PlanHandles'

/** Which way an arrow key points: right and up. */
const arrows: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

/** Follows the pointer until it is let go, wherever on the page that is. */
function follow(event: PointerEvent, move: (event: globalThis.PointerEvent) => void, drop: () => void) {
  event.preventDefault()
  const end = () => {
    window.removeEventListener('pointermove', move)
    window.removeEventListener('pointerup', end)
    window.removeEventListener('pointercancel', end)
    drop()
  }
  window.addEventListener('pointermove', move)
  window.addEventListener('pointerup', end)
  window.addEventListener('pointercancel', end)
}

type ShapeDrag = {
  settled: PlanScene
  answer: PlanAnswer
  work: PlanWork
  onDraw: (plan: PlanFact | null) => void
}

/** Corners and edges under the hand: the plan is drawn and measured as they go, and recorded when they are let go. */
export function useShapeDrag({ settled, answer, work, onDraw }: ShapeDrag) {
  const [picked, pick] = useState<Picked | null>(null)
  const latest = useRef({ settled, answer })
  latest.current = { settled, answer }

  const grab = useCallback(
    (event: PointerEvent, what: Picked, board: Board) => {
      const { plan } = latest.current.settled
      const part = plan?.parts.find(({ id }) => id === what.partId)
      const corner = part?.corners.find(({ id }) => id === what.cornerId)
      if (!plan || !part || !corner || what.what === 'part') return
      const from = board.placeAt(event)
      const at = part.corners.indexOf(corner)
      const next = part.corners[(at + 1) % part.corners.length] ?? corner
      const others = snapPoints(latest.current.answer, plan, corner.id)
      let last: PlanFact | null = null
      let asked = 0
      const editOf = (to: { x: number; y: number }): PlanEdit => {
        if (what.what === 'corner') {
          const place = snapped(
            { x: corner.x + to.x - from.x, y: corner.y + to.y - from.y },
            others,
            reach.snapPx * board.unit,
          )
          return { verb: 'moveCorner', partId: part.id, cornerId: corner.id, x: place.x, y: place.y }
        }
        // How far the hand went square to the edge, outwards, in whole inches.
        const length = Math.hypot(next.x - corner.x, next.y - corner.y)
        const out = ((to.x - from.x) * (next.y - corner.y) - (to.y - from.y) * (next.x - corner.x)) / length
        return {
          verb: 'moveEdge',
          partId: part.id,
          cornerId: corner.id,
          inches: Math.round(out / reach.gridInches) * reach.gridInches,
        }
      }
      let pending: Promise<unknown> = Promise.resolve()
      follow(
        event,
        (moved) => {
          const mine = ++asked
          pending = compute('plan-edit', { plan, edit: editOf(board.placeAt(moved)) })
            .then((changed) => {
              if (changed.refused || mine < asked) return
              last = changed.plan
              onDraw(changed.plan)
            })
            .catch(() => {
              // The core is not there yet: the edge stays where it is.
            })
        },
        () =>
          void pending.then(async () => {
            if (last) await work.changePlan(last)
            onDraw(null)
          }),
      )
    },
    [work, onDraw],
  )

  const key = useCallback(
    (event: KeyboardEvent, what: Picked) => {
      const arrow = arrows[event.key]
      const gable = event.key.toLowerCase() === 'g' && what.what === 'edge'
      const remove = event.key === 'Delete' && what.what === 'corner'
      if (!arrow && !gable && !remove) return
      event.preventDefault()
      event.stopPropagation()
      const by = event.shiftKey ? reach.coarseInches : reach.gridInches
      const to = { partId: what.partId, cornerId: what.cornerId }
      void work.edit((plan) => {
        if (gable) return { verb: 'toggleGable', ...to }
        if (remove) return { verb: 'removeCorner', ...to }
        const corner = plan.parts.find(({ id }) => id === what.partId)?.corners.find(({ id }) => id === what.cornerId)
        if (!corner || !arrow) return null
        const [right, up] = arrow
        return what.what === 'corner'
          ? { verb: 'moveCorner', ...to, x: corner.x + right * by, y: corner.y + up * by }
          : { verb: 'moveEdge', ...to, inches: (right + up) * by }
      })
    },
    [work],
  )
  return { picked, pick, grab, key }
}

type DetailDrag = { settled: PlanScene; work: PlanWork; onChoose: (id: string) => void }

/** A detail under the hand goes along with it and settles on the slope it is let go over. */
export function useDetailDrag({ settled, work, onChoose }: DetailDrag) {
  const [ghost, setGhost] = useState<{ x: number; y: number } | null>(null)
  const grab = (event: PointerEvent, detail: DetailFact, board: Board) => {
    onChoose(detail.id)
    let last: { x: number; y: number } | null = null
    follow(
      event,
      (now) => {
        if (!last && Math.hypot(now.clientX - event.clientX, now.clientY - event.clientY) < reach.snapPx) return
        last = board.placeAt(now)
        setGhost(last)
      },
      async () => {
        setGhost(null)
        if (!last) return
        const spot = await spotAt(settled, last)
        if (spot) await work.perform([{ kind: 'detail', fact: { ...detail, spot } }])
      },
    )
  }
  /** Arrow keys nudge it along its eave and up the slope; Delete takes it away. */
  const key = (event: KeyboardEvent, detail: DetailFact) => {
    const arrow = arrows[event.key]
    if (!arrow && event.key !== 'Delete') return
    event.preventDefault()
    event.stopPropagation()
    const by = event.shiftKey ? reach.coarseInches : reach.gridInches
    void work.perform(({ details }): Change[] => {
      const fact = details.find(({ id }) => id === detail.id)
      if (!fact) return []
      if (!arrow) return [{ kind: 'detail', fact, deleted: true }]
      const { spot } = fact
      const [right, up] = arrow
      return [
        { kind: 'detail', fact: { ...fact, spot: { ...spot, along: spot.along + right * by, up: spot.up + up * by } } },
      ]
    })
  }
  return { ghost, grab, key }
}
