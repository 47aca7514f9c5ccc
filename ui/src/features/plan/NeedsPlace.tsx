import { Box, Button, Flex, Text } from '@chakra-ui/react'
import type { PlanAnswer } from '../../api/types'
import { detailName } from '../../shared/roofPlan/planWords'
import type { PlanScene } from '../../shared/roofPlan/roofPlan'
import { waitingSlopes } from './parts'

type Props = {
  scene: PlanScene
  answer: PlanAnswer
  /** What the next tap on the plan places. */
  placing: string | null
  onPlace: (id: string | null) => void
}

/** What lost its place when the plan changed, or never had one: nothing is dropped, it waits here. */
export function NeedsPlace({ scene, answer, placing, onPlace }: Props) {
  const slopes = waitingSlopes(scene)
  const lost = [
    ...answer.details.flatMap((placed) => {
      const detail = scene.details.find(({ id }) => id === placed.id)
      return placed.onSlope || !detail
        ? []
        : [{ id: detail.id, words: `${detailName(detail.kind)}${detail.name ? `, ${detail.name}` : ''}` }]
    }),
    ...scene.findings.flatMap(({ fact, number, name }) => {
      const placed = answer.spots.find(({ id }) => id === fact.id)
      const standing = scene.slopes.some((slope) => slope.id === fact.slopeId && !slope.retiredOn)
      const needs = placed ? !placed.onSlope : fact.slopeId != null && !standing
      return needs ? [{ id: fact.id, words: `Finding ${number}: ${name}` }] : []
    }),
  ]
  if (lost.length === 0 && slopes.length === 0) return null
  return (
    <Box className="k-caution" mb="3">
      <Text fontWeight="bold">Needs a place</Text>
      {slopes.length > 0 && (
        <Text>
          Slope {slopes.map(({ letter }) => letter).join(', ')}: lettered, not on the plan. Add a part, and a slope that
          falls the same way takes it over.
        </Text>
      )}
      <Flex gap="2" wrap="wrap" mt={lost.length > 0 ? '2' : '0'}>
        {lost.map(({ id, words }) => (
          <Button
            key={id}
            variant={placing === id ? 'solid' : 'outline'}
            onClick={() => onPlace(placing === id ? null : id)}
          >
            {placing === id ? `Tap the plan: ${words}` : words}
          </Button>
        ))}
      </Flex>
    </Box>
  )
}
