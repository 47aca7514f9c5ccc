import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { Assessment, WorkItem } from '../../api/types'
import { money } from '../../shared/money'
import { lowerFirst } from '../../shared/sentences'

/** What a job is likely to cost, and what that is made of. */
export function JobCost({ item }: { item: WorkItem }) {
  const { cost } = item
  if (!cost) return null
  const { range, parts, unpriced, examples, tripWords } = cost
  return (
    <details>
      <summary>Planning cost: {range.words}</summary>
      <Box maxW="42rem">
        {parts.map(({ name, mean }) => (
          <Flex key={name} gap="3" py="1" borderBottomWidth="1px">
            <Box flex="1">{name}</Box>
            <Text>{money(mean)}</Text>
          </Flex>
        ))}
        <Flex gap="3" py="1" fontWeight="bold">
          <Box flex="1">Average</Box>
          <Text>{money(range.mean)}</Text>
        </Flex>
        {[
          unpriced.length > 0 && `Not included (no price): ${lowerFirst(unpriced.join(', '))}.`,
          tripWords,
          examples > 0 && (examples === 1 ? '1 price is an example.' : `${examples} prices are examples.`),
        ]
          .filter(Boolean)
          .map((line) => (
            <Text key={String(line)} fontSize="sm" color="faint" mt="1">
              {line}
            </Text>
          ))}
      </Box>
    </details>
  )
}

/** What all jobs cost together, by when they fall due. */
export function WorkCost({ assessment }: { assessment: Assessment }) {
  const { cost } = assessment
  if (!cost) return null
  return (
    <Box as="section" className="k-sheet" aria-label="Cost">
      <Text fontWeight="bold" fontSize="lg">
        {cost.headline}
      </Text>
      {cost.timeWords && <Text>{cost.timeWords}</Text>}
      <details>
        <summary>About these figures</summary>
        <Text fontSize="sm">
          {cost.words} {cost.withoutWords} {cost.whyNot}
        </Text>
        <Button asChild size="sm" variant="outline" mt="2">
          <Link to="/prices">Price list</Link>
        </Button>
      </details>
    </Box>
  )
}
