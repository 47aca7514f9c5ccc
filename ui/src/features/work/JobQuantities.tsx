import { Box, Flex, Text } from '@chakra-ui/react'
import type { WorkItem } from '../../api/types'
import { lowerFirst } from '../../shared/sentences'
import { TakeOffLines } from '../../shared/TakeOffLines'
import { useVisitContext } from '../../shared/visitContext'
import { SetQuantity } from './SetQuantity'

type Quantities = NonNullable<WorkItem['quantities']>

/** To the half hour, the low figure down and the high one up: no more is known. */
const half = (hours: number, round: (n: number) => number) => round(hours * 2) / 2

function hoursText({ low, likely, high }: NonNullable<Quantities['hours']>) {
  const from = half(low, Math.floor)
  const to = half(high, Math.ceil)
  if (to < 1) return 'half a labor hour'
  return from === 0 ? `up to ${to} labor hours` : `${from}–${to} labor hours, likely ${half(likely, Math.round)}`
}

/** What a job takes: material, labor, and what may be found once it is open. Planning figures, each with how it was calculated. */
export function JobQuantities({ item }: { item: WorkItem }) {
  const { assessment } = useVisitContext()
  const { quantities } = item
  // A job without a figure gets one once its hours are set; what is only watched or evaluated has none.
  const { cost, commission } = assessment
  const unpriced = cost ? cost.without.includes(item.number) : commission.prices && item.kind === 'repair'
  if (!quantities && (item.temporary || !unpriced)) return null
  const { lines, hours, allowances, assumed } = quantities ?? { lines: [], hours: null, allowances: [], assumed: [] }
  return (
    <details>
      <summary>Quantities{hours ? `: ${hoursText(hours)}` : quantities ? '' : ': none yet'}</summary>
      <Box maxW="42rem">
        <TakeOffLines lines={lines} />
        {allowances.map(({ item: what, unit, low, likely, high, basis }) => (
          <Flex key={what} gap="3" py="1" borderBottomWidth="1px" align="baseline">
            <Box flex="1" minW="0">
              Allowance: {lowerFirst(what)}, paid as found
              <Text fontSize="sm" color="faint" lineHeight="short">
                {basis}
              </Text>
            </Box>
            <Text fontWeight="bold" whiteSpace="nowrap">
              {low}–{high} {unit}, likely {likely}
            </Text>
          </Flex>
        ))}
        {[hours && `Hours ${hours.basis}.`, ...assumed].filter(Boolean).map((line) => (
          <Text key={line} fontSize="sm" color="faint" mt="1">
            {line}
          </Text>
        ))}
        <Text fontSize="sm" color="faint" mt="1">
          {quantities ? 'Planning figures, not an order.' : 'Set the labor hours, and the job has a planning cost.'}
        </Text>
        {!item.temporary && <SetQuantity item={item} />}
      </Box>
    </details>
  )
}
