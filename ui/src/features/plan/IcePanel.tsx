import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react'
import type { PlanAnswer } from '../../api/types'
import { feetText } from '../../shared/roofPlan/planMath'
import type { PlanScene, PlanWork } from '../../shared/roofPlan/roofPlan'
import { KeptField } from './KeptField'

/** Dams of real roofs, inches; the slider goes half as far again. */
const dams = { least: 0, most: 18, usual: 6 } as const
export const usualDam = dams.usual

type Props = { scene: PlanScene; answer: PlanAnswer; work: PlanWork; dam: number; onDam: (inches: number) => void }

/** How far an ice dam of a height holds water back, against the barrier. */
export function IcePanel({ scene, answer, work, dam, onDam }: Props) {
  const plan = scene.plan
  if (!plan) return null
  const letter = (id: string) => scene.slopes.find((slope) => slope.id === id)?.letter ?? '?'
  return (
    <Stack gap="3">
      <Box>
        <label className="k-label" htmlFor="dam">
          Height of the ice dam: <strong>{dam} in</strong>
        </label>
        <input
          id="dam"
          className="k-slider"
          type="range"
          min={dams.least}
          max={dams.most}
          step="1"
          value={dam}
          onChange={(event) => onDam(Number(event.target.value))}
        />
        <Text fontSize="sm" color="faint">
          Real dams stand 4 to 12 in. Blue: water behind it. Green: the barrier.
        </Text>
      </Box>
      <Flex gap="3" wrap="wrap" align="end">
        <Box flex="1" minW="10rem">
          <KeptField
            label="Barrier, up the slope from the eave"
            text={plan.iceBarrierInches == null ? '' : feetText(plan.iceBarrierInches)}
            unit="length"
            hint={plan.iceBarrierInches == null ? 'Not known: 36 is one course' : undefined}
            onKeep={async (inches) => {
              await work.changePlan((now) => ({ ...now, iceBarrierInches: inches }))
              return null
            }}
          />
        </Box>
        <Button
          variant="outline"
          onClick={() => work.changePlan((now) => ({ ...now, iceBarrierAsked: !now.iceBarrierAsked }))}
          aria-pressed={plan.iceBarrierAsked}
        >
          {plan.iceBarrierAsked ? 'The local code requires one' : 'The local code requires none'}
        </Button>
      </Flex>
      {!answer.measured && <Text>The plan has letters only; reaches need its pitches and sizes.</Text>}
      {answer.measured &&
        answer.ice.map((reach) => (
          <Box key={reach.slopeId} borderBottomWidth="1px" py="1">
            <Text>
              <strong>Slope {letter(reach.slopeId)}</strong>: {feetText(reach.reachPlanInches)} level, {reach.words}
            </Text>
            <Text fontSize="sm" color="faint">
              {reach.requiredInches == null
                ? 'No barrier is required here.'
                : `Asked: ${feetText(reach.requiredInches)} up the slope, ${reach.courses} ${reach.courses === 1 ? 'course' : 'courses'} of 36 in.`}
              {reach.underCourse && ' Deep enough to stand under a course.'}
            </Text>
          </Box>
        ))}
    </Stack>
  )
}
