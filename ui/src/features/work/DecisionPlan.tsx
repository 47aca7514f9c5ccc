import { Box } from '@chakra-ui/react'
import { PlanShapes } from '../../shared/roofPlan/PlanShapes'
import { pointsOf, viewOf } from '../../shared/roofPlan/planMath'
import { usePlanAnswer } from '../../shared/roofPlan/roofPlan'
import { sceneOfVisit } from '../../shared/roofPlan/scenes'
import { useVisitContext } from '../../shared/visitContext'

const [wide, high] = [360, 240]

/** The sections on the plan: what is renewed is shaded, darker within a year. Nothing where no plan was drawn. */
export function DecisionPlan() {
  const { visit, assessment } = useVisitContext()
  const scene = sceneOfVisit(visit, assessment)
  const { answer } = usePlanAnswer(scene)
  const { plan } = scene
  if (!plan || plan.parts.length === 0) return null
  // The room is kept while the plan is measured: nothing jumps under the hand.
  if (!answer) return <Box w={`${wide}px`} maxW="full" h={`${high}px`} />
  const view = viewOf(pointsOf(plan), wide / high)
  return (
    <svg
      className="k-decisionplan"
      viewBox={`${view.west} ${-view.north} ${view.width} ${view.height}`}
      width={wide}
      height={high}
      role="img"
      aria-label={`Roof plan: ${assessment.roofDecisions.map(({ of, mark }) => `${of}, ${mark.toLowerCase()}`).join('; ')}`}
    >
      <PlanShapes
        answer={answer}
        slopes={scene.slopes}
        parts={plan.parts}
        unit={view.width / wide}
        sections={assessment.roofDecisions}
      />
    </svg>
  )
}
