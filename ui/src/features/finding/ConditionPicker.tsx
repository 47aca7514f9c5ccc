import { Box, Button, Flex, Input, SimpleGrid, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Condition, Covering, FirmWords, OwnCondition } from '../../api/types'
import { asCondition, emptyOwn } from '../../shared/ownCondition'
import { useHabits } from '../../shared/queries'
import { useVisitContext } from '../../shared/visitContext'
import { conditionsFor } from './conditionSearch'

type Props = {
  station: string
  family: Covering['family'] | null
  chosen: Condition | null
  onChoose: (condition: Condition | null) => void
  kind: string | null
  worn: boolean
  /** The firm's own conditions, offered with the rule book's. */
  firmOwn: OwnCondition[]
  onOwn: (own: OwnCondition) => void
  /** The firm's search words, by condition. */
  firmWords: FirmWords[]
}

export function ConditionPicker({ station, family, kind, worn, chosen, onChoose, firmOwn, onOwn, firmWords }: Props) {
  const { book } = useVisitContext()
  // As known on opening: keys must not change places under a thumb.
  const known = useHabits()
  const [habits] = useState(known)
  const [search, setSearch] = useState('')
  const { conditions, ownOf } = offered(book.conditions, firmOwn, firmWords)
  if (chosen) {
    return (
      <Stack gap="1">
        <Flex gap="2" align="start" justify="space-between">
          <Text fontWeight="bold" fontSize="xl" lineHeight="short">
            {chosen.name}
          </Text>
          <Button variant="outline" size="sm" flex="none" onClick={() => onChoose(null)}>
            Something else
          </Button>
        </Flex>
        <Text>
          {chosen.sees}{' '}
          <Text as="span" color="faint">
            {chosen.check}
          </Text>
        </Text>
      </Stack>
    )
  }
  const found = conditionsFor(conditions, { station, family, kind, worn, search, habits })
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
        {found.map((condition) => {
          const own = ownOf.get(condition)
          return (
            <Button
              key={own ? `firm: ${own.title}` : condition.code}
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
              onClick={() => (own ? onOwn(own) : onChoose(condition))}
            >
              <span>
                {condition.name}
                {own && (
                  <Text as="span" color="faint" fontSize="sm">
                    {' '}
                    firm
                  </Text>
                )}
              </span>
            </Button>
          )
        })}
      </SimpleGrid>
      {found.length === 0 && (
        <Text color="faint">No match for “{search}”. Try another word, or use your own words.</Text>
      )}
      <Box>
        <Button variant="outline" size="md" onClick={() => onOwn(emptyOwn(titleOf(search)))}>
          Not listed: use your own words
        </Button>
      </Box>
    </Stack>
  )
}

type Offered = { conditions: Condition[]; ownOf: Map<Condition, OwnCondition> }

let last: { of: unknown[]; offered: Offered } | undefined

/** The book's conditions with the firm's own and the firm's search words: made once, so that the search makes its index once and not for each finding. */
function offered(book: Condition[], firmOwn: OwnCondition[], firmWords: FirmWords[]): Offered {
  const of = [book, firmOwn, firmWords]
  if (last && of.every((list, at) => list === last?.of[at])) return last.offered
  const ownOf = new Map(firmOwn.map((own) => [asCondition(own), own]))
  const words = new Map(firmWords.map((own) => [own.condition, own.words]))
  const known = book.map((condition) => {
    const more = words.get(condition.code)
    return more ? { ...condition, words: [...condition.words, ...more] } : condition
  })
  last = { of, offered: { conditions: [...known, ...ownOf.keys()], ownOf } }
  return last.offered
}

const titleOf = (search: string) => search.trim().replace(/^./, (first) => first.toUpperCase())
