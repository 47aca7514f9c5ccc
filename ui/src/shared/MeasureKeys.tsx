import { Box, Flex, SimpleGrid, Stack, Text } from '@chakra-ui/react'
import type { MeasureFact, Quantity } from '../api/types'
import { Choice } from './Choice'
import { MeasureInput } from './MeasureInput'
import { MetalPair } from './MetalPair'
import { Select } from './Select'
import { upperFirst } from './sentences'
import { measuredHows } from './words'

type Props = {
  quantity: Quantity
  typed: string
  how: MeasureFact['how']
  onTyped: (typed: string) => void
  onHow: (how: MeasureFact['how']) => void
}

/** Behind the name of what is measured; a pitch, a count and an R-value say theirs by themselves. */
export const units = { length: ', inches', pitch: '', count: '', percent: ', percent', rValue: '' } as const
const hints = { length: '1 1/2 or 38 mm', pitch: '6/12', count: '4', percent: '25', rValue: 'R-30' } as const

/** Six fat keys of the likely values, or typing; and how it was measured. */
export function MeasureKeys({ quantity, typed, how, onTyped, onHow }: Props) {
  const name = upperFirst(quantity.name)
  const unit = units[quantity.unit]
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
            hint={hints[quantity.unit]}
          />
        </Box>
        <Wheel quantity={quantity} typed={typed} onTyped={onTyped} />
        <Box pt={{ base: '0', lg: '1.6rem' }}>
          <Choice label="Measured" value={how} options={measuredHows} onChange={onHow} hideLabel />
        </Box>
      </Flex>
      {quantity.id === 'anodic-difference' && <MetalPair onTyped={onTyped} />}
    </Stack>
  )
}

const wheels = {
  length: Array.from({ length: 193 }, (_, i) => inches(i)),
  pitch: Array.from({ length: 97 }, (_, i) => `${i / 4}/12`),
  count: Array.from({ length: 61 }, (_, i) => `${i}`),
  percent: Array.from({ length: 101 }, (_, i) => `${i}`),
  rValue: Array.from({ length: 61 }, (_, i) => `R-${i}`),
} as const

/** Eighths of an inch to two feet, as a tape shows them. */
function inches(eighths: number) {
  const whole = Math.floor(eighths / 8)
  const part = ['', '1/8', '1/4', '3/8', '1/2', '5/8', '3/4', '7/8'][eighths % 8]
  return [whole || !part ? whole : '', part].filter((text) => text !== '').join(' ')
}

/** On a phone this is the device's own wheel. */
function Wheel({ quantity, typed, onTyped }: Pick<Props, 'quantity' | 'typed' | 'onTyped'>) {
  const values: readonly string[] = wheels[quantity.unit]
  return (
    <Select
      label="or the wheel"
      none="turn"
      value={values.includes(typed) ? typed : ''}
      options={values.map((value) => [value, value] as const)}
      onChange={(value) => value && onTyped(value)}
    />
  )
}
