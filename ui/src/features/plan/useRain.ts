import { useState } from 'react'
import type { ArrivingWater, RainAnswer, RainPoint } from '../../api/types'
import { useCoreAnswer } from '../../core/useCore'
import type { PlanScene } from '../../shared/roofPlan/roofPlan'

export type RainView = {
  inches: number
  setInches: (inches: number) => void
  blocked: boolean
  setBlocked: (blocked: boolean) => void
  moving: boolean
  setMoving: (moving: boolean) => void
}

/** What a plan begins with where no local figure is known: the example of a cool coast, five minutes, once in ten years. */
const usualInches = 2.8

const still = () => window.matchMedia('(prefers-reduced-motion: reduce)').matches

/** Rain on the plan of a scene, and at the place that was tapped. Nothing is asked of the core while another mode is open. */
export function useRain(scene: PlanScene, open: boolean) {
  const [inches, setInches] = useState<number | null>(null)
  const [blocked, setBlocked] = useState(false)
  const [moving, setMoving] = useState(() => !still())
  const [point, setPoint] = useState<RainPoint | null>(null)
  const view: RainView = {
    inches: inches ?? scene.rain?.inchesPerHour ?? usualInches,
    setInches,
    blocked,
    setBlocked,
    moving,
    setMoving,
  }
  const asked = {
    plan: scene.plan as NonNullable<PlanScene['plan']>,
    details: scene.details,
    inchesPerHour: view.inches,
    guttersBlocked: blocked,
    stripFeet: 1,
  }
  const ready = open && scene.plan != null
  const whole = useCoreAnswer('rain', ready ? { ...asked, points: [], paths: true } : undefined)
  const at = useCoreAnswer('rain', ready && point ? { ...asked, points: [point], paths: false } : undefined)
  return {
    view,
    rain: whole.answer as RainAnswer | undefined,
    error: whole.error,
    retry: whole.retry,
    tapped: (point ? at.answer?.points[0] : undefined) as ArrivingWater | undefined,
    tap: setPoint,
  }
}
