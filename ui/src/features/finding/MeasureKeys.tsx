import { Box, Flex, SimpleGrid, Stack, Text } from '@chakra-ui/react'
import type { MeasureFact, Quantity } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { MeasureInput } from '../../shared/MeasureInput'
import { measuredHows } from '../../shared/words'

type Props = {
  quantity: Quantity
  typed: string
  how: MeasureFact['how']
  onTyped: (typed: string) => void
  onHow: (how: MeasureFact['how']) => void
}

/** Six fat keys of the likely values, or typing; and how it was measured. */
export function MeasureKeys({ quantity, typed, how, onTyped, onHow }: Props) {
  const name = quantity.name.charAt(0).toUpperCase() + quantity.name.slice(1)
  const unit = quantity.unit === 'length' ? ', inches' : ''
  return (
    <Stack gap="2">
      <Text className="k-label">
        {name}
        {unit}
      </Text>
      <SimpleGrid columns={6} gap="2">
        {quantity.likely.map((value) => (
          <button
            key={value}
            type="button"
            className="k-key k-tightkey"
            data-on={value === typed || undefined}
            aria-pressed={value === typed}
            onClick={() => onTyped(value)}
          >
            {value}
          </button>
        ))}
      </SimpleGrid>
      <Flex gap="4" wrap="wrap" align="start">
        <Box flex="1" minW="9rem">
          <MeasureInput
            label="or typed"
            typed={typed}
            onTyped={onTyped}
            unit={quantity.unit}
            hint={quantity.unit === 'count' ? '4' : '1 1/2 or 38 mm'}
          />
        </Box>
        <Choice label="Measured" value={how} options={measuredHows} onChange={onHow} />
      </Flex>
    </Stack>
  )
}
