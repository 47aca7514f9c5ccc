import { Box, Flex, Stack, Text } from '@chakra-ui/react'
import type { WorkItem } from '../../api/types'

const percent = (chance: number) =>
  chance < 0.005 ? 'under 1%' : chance > 0.995 ? 'over 99%' : `${Math.round(chance * 100)}%`

/** What follows if a job is left undone: stages of damage, each with its chance as a length and in figures. */
export function IfLeft({ item }: { item: WorkItem }) {
  const left = item.ifLeft
  if (!left) return null
  const { stages, early, years, words, cost, examples } = left
  return (
    <details>
      <summary>{words}</summary>
      <Stack as="ol" gap="2" maxW="42rem" mt="2" listStyleType="none" aria-label="Stages of damage">
        {stages.map(({ what, happened, earlyChance, chance, cost: repair }) => (
          <Box as="li" key={what}>
            <Flex gap="3" wrap="wrap" justify="space-between">
              <Text fontWeight="bold">{what}</Text>
              <Text>
                {happened
                  ? 'already found'
                  : early < years
                    ? `${percent(earlyChance)} in ${early} years, ${percent(chance)} in ${years}`
                    : `${percent(chance)} in ${years === 1 ? '1 year' : `${years} years`}`}
              </Text>
            </Flex>
            <Box className="k-option-bar" aria-hidden>
              <Box className="k-option-range" style={{ left: 0, width: `${chance * 100}%` }} />
              <Box className="k-option-now" style={{ left: 0, width: `${earlyChance * 100}%` }} />
            </Box>
            {repair && <Text fontSize="sm">Cost to repair: {repair}</Text>}
          </Box>
        ))}
      </Stack>
      {cost && <Text mt="2">{cost}</Text>}
      <Text fontSize="sm" color="faint" mt="1">
        Planning figures from general experience, not a forecast for this building.
        {examples > 0 && (examples === 1 ? ' 1 price is an example.' : ` ${examples} prices are examples.`)}
      </Text>
    </details>
  )
}
