import { Flex, Text } from '@chakra-ui/react'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { GalvanicRequest } from '../api/types'
import { coreQuery, useCore } from '../core/useCore'
import { Select } from './Select'

type Metal = GalvanicRequest['a']

const metals: Record<Metal, string> = {
  copper: 'Copper',
  stainless: 'Stainless steel',
  lead: 'Lead',
  steel: 'Plain steel',
  aluminium: 'Aluminum',
  zinc: 'Zinc, galvanised',
}

/** Two metals named give their difference; nobody carries the table up a ladder. */
export function MetalPair({ onTyped }: { onTyped: (typed: string) => void }) {
  const [pair, setPair] = useState<{ a: Metal | ''; b: Metal | '' }>({ a: '', b: '' })
  const queries = useQueryClient()
  const { a, b } = pair
  const answer = useCore('galvanic', a && b ? { a, b } : undefined)
  // The verdict is judged from the measure, so the difference becomes the measure as soon as both are named.
  const choose = async (side: 'a' | 'b', metal: Metal | '') => {
    const next = { ...pair, [side]: metal }
    setPair(next)
    if (next.a && next.b) {
      const { millivolts } = await queries.fetchQuery(coreQuery('galvanic', { a: next.a, b: next.b }))
      onTyped(`${millivolts}`)
    }
  }
  return (
    <Flex gap="3" wrap="wrap" align="end">
      {(['a', 'b'] as const).map((side) => (
        <Select
          key={side}
          label={side === 'a' ? 'One metal' : 'The other'}
          none="name it"
          value={pair[side]}
          options={metals}
          onChange={(metal: Metal | '') => void choose(side, metal)}
        />
      ))}
      {a && b && answer && (
        <Text flex="1" minW="12rem">
          {answer.words}
        </Text>
      )}
    </Flex>
  )
}
