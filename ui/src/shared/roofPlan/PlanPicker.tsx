import { Text } from '@chakra-ui/react'
import type { Spot } from '../../api/types'
import { PlanBoard } from './PlanBoard'
import { PlanDetails, PlanPins, PlanPonds } from './PlanPins'
import { PlanShapes } from './PlanShapes'
import { pointsOf } from './planMath'
import { type PlanScene, spotAt, usePlanAnswer } from './roofPlan'

type Props = {
  scene: PlanScene
  height: string
  chosenSlope?: string | null
  /** A place on a slope was tapped. */
  onSpot?: (spot: Spot) => void
  onFinding?: (id: string) => void
  onDetail?: (id: string) => void
}

/** The plan to look at and to point on: letters, details, numbered findings. Nothing on it can be drawn wrong from here. */
export function PlanPicker({ scene, height, chosenSlope, onSpot, onFinding, onDetail }: Props) {
  const { answer } = usePlanAnswer(scene)
  const plan = scene.plan
  if (!plan) return null
  if (!answer) return <Text color="faint">The plan is being drawn …</Text>
  const tap = async (at: { x: number; y: number }) => {
    const spot = await spotAt(scene, at)
    if (spot) onSpot?.(spot)
  }
  return (
    <PlanBoard points={pointsOf(plan)} label="Roof plan" height={height} onTap={onSpot && ((at) => void tap(at))}>
      {({ unit }) => (
        <>
          <PlanShapes
            answer={answer}
            slopes={scene.slopes}
            parts={plan.parts}
            unit={unit}
            chosenSlope={chosenSlope ?? null}
          />
          <PlanPonds answer={answer} unit={unit} />
          <PlanDetails answer={answer} details={scene.details} unit={unit} onChoose={onDetail} />
          <PlanPins answer={answer} scene={scene} unit={unit} onChoose={onFinding} />
        </>
      )}
    </PlanBoard>
  )
}
