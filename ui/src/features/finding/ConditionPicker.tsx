import { Box, Button, Input, SimpleGrid, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Condition, Covering } from '../../api/types'
import { useHabits } from '../../shared/queries'
import { useVisitContext } from '../../shared/visitContext'
import { conditionsFor } from './conditionSearch'

type Props = {
  station: string
  family: Covering['family'] | null
  chosen: Condition | null
  onChoose: (condition: Condition | null) => void
}

export function ConditionPicker({ station, family, chosen, onChoose }: Props) {
  const { book } = useVisitContext()
  // As known on opening: keys must not change places under a thumb.
  const known = useHabits()
  const [habits] = useState(known)
  const [search, setSearch] = useState('')
  if (chosen) {
    return (
      <Stack gap="1">
        <Text fontWeight="bold" fontSize="xl" lineHeight="short">
          {chosen.name}
        </Text>
        <Text>
          {chosen.sees}{' '}
          <Text as="span" color="faint">
            {chosen.check}
          </Text>
        </Text>
        <Box>
          <Button variant="outline" size="sm" onClick={() => onChoose(null)}>
            Something else
          </Button>
        </Box>
      </Stack>
    )
  }
  const found = conditionsFor(book.conditions, { station, family, search, habits })
  return (
    <Stack gap="2">
      <Input
        size="lg"
        aria-label="Search what you see by two letters"
        placeholder="What you see: two letters are enough"
        value={search}
        onChange={(event) => setSearch(event.target.value)}
      />
      <SimpleGrid columns={2} gap="2">
        {found.map((condition) => (
          <Button
            key={condition.code}
            variant="outline"
            size="lg"
            justifyContent="start"
            whiteSpace="normal"
            textAlign="left"
            lineHeight="short"
            h="auto"
            minH="58px"
            px="3"
            py="2"
            onClick={() => onChoose(condition)}
          >
            {condition.name}
          </Button>
        ))}
      </SimpleGrid>
      {found.length === 0 && (
        <Text color="faint">Nothing matches “{search}”. Try the word a roofer would use: boot, lap, tab, valley.</Text>
      )}
    </Stack>
  )
}
