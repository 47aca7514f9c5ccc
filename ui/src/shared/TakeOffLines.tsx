import { Box, Flex, Text } from '@chakra-ui/react'
import type { TakeOffLine } from '../api/types'
import { number } from './roofPlan/planMath'

/** What is taken off, how much of it, and how it was calculated. */
export function TakeOffLines({ lines }: { lines: TakeOffLine[] }) {
  return lines.map((line) => (
    <Flex key={`${line.key} ${line.item}`} gap="3" py="1" borderBottomWidth="1px" align="baseline">
      <Box flex="1" minW="0">
        {line.item}
        <Text fontSize="sm" color="faint" lineHeight="short">
          {line.basis}
        </Text>
      </Box>
      <Text fontWeight="bold" whiteSpace="nowrap">
        {number(line.amount, line.amount % 1 === 0 ? 0 : 1)} {line.unit}
      </Text>
    </Flex>
  ))
}
