import { Button, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react'
import { Plus } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import type { HomeAnswer } from '../../api/types'
import { ManyChoice } from '../../shared/Answers'
import { useHome } from '../../shared/queries'
import { Select } from '../../shared/Select'
import { Empty, Loading, Trouble } from '../../shared/States'
import { PropertyCard } from './PropertyCard'
import { type Filter, filters, orders, useHomeQuery } from './useHomeQuery'

/** How long somebody pauses between two letters of a name. */
const TYPING_MS = 250

/** The properties on file, a page at a time: each roof drawn as the years its slopes have left, with what falls due. */
export function Home({ inspector }: { inspector: string }) {
  const { query, ask } = useHomeQuery()
  const home = useHome(query, inspector)
  const [typed, setTyped] = useState(query.words)
  // When the typing pauses it is asked of the list as it then is: a filter may have been tapped meanwhile.
  const latest = useRef({ ask, words: query.words })
  latest.current = { ask, words: query.words }
  useEffect(() => {
    const timer = setTimeout(() => {
      const words = typed.trim()
      if (words !== latest.current.words) latest.current.ask({ words })
    }, TYPING_MS)
    return () => clearTimeout(timer)
  }, [typed])
  const asked = query.words !== '' || (Object.keys(filters) as Filter[]).some((key) => query[key])
  return (
    <Stack gap="4">
      <Flex gap="3" align="center" wrap="wrap">
        <Heading as="h1" size="2xl" flex="1" minW="8rem">
          Roofs
        </Heading>
        <Input
          type="search"
          aria-label="Search by name, address, owner or tag"
          placeholder="Name, address, owner or tag"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          maxW="18rem"
        />
        <Select
          hideLabel
          label="Order of the list"
          value={query.order}
          options={orders}
          onChange={(order) => ask({ order })}
        />
        <Button asChild colorPalette="verdigris">
          <Link to="/properties/new">
            <Plus size={18} /> New property
          </Link>
        </Button>
      </Flex>
      <ManyChoice
        label="Show only"
        hideLabel
        chosen={(Object.keys(filters) as Filter[]).filter((key) => query[key])}
        options={filters}
        onChange={(chosen) =>
          ask(Object.fromEntries(Object.keys(filters).map((key) => [key, chosen.includes(key as Filter)])))
        }
      />
      {home.isPending && <Loading what="the roofs" />}
      {home.isError && <Trouble error={home.error} onRetry={() => home.refetch()} />}
      {home.data && (
        <Found
          answer={home.data}
          asked={asked}
          words={query.words}
          later={home.isPlaceholderData}
          onPage={(page) => ask({ page })}
        />
      )}
    </Stack>
  )
}

type FoundProps = {
  answer: HomeAnswer & { keptOnly?: boolean }
  asked: boolean
  words: string
  later: boolean
  onPage: (page: number) => void
}

function Found({ answer, asked, words, later, onPage }: FoundProps) {
  const { properties, page, pageSize, found, all, behind } = answer
  const pages = Math.max(1, Math.ceil(found / pageSize))
  const first = (page - 1) * pageSize + 1
  return (
    <Stack gap="4" aria-busy={later} opacity={later ? 0.6 : 1}>
      {answer.factsWaiting > 0 && (
        <Text color="copper">{answer.factsWaiting} records are waiting for others that have not arrived yet.</Text>
      )}
      {answer.keptOnly && (
        <Text color="copper" role="status">
          Offline: showing only properties saved on this device.
        </Text>
      )}
      {behind > 0 && (
        <Text color="faint" role="status">
          {behind === 1 ? 'One property is' : `${behind} of ${all} properties are`} being updated. Their last known
          figures are shown.
        </Text>
      )}
      {all === 0 && properties.length === 0 && (
        <Empty title="No roofs yet">Add a property, letter its slopes, then walk it.</Empty>
      )}
      {all > 0 && properties.length === 0 && (
        <Empty title={words ? `No property matches “${words}”` : 'No property matches'}>
          {asked ? 'Check the spelling, or remove a filter.' : 'Add a property, letter its slopes, then walk it.'}
        </Empty>
      )}
      {properties.map((property) => (
        <PropertyCard key={property.propertyId} property={property} />
      ))}
      {pages > 1 && (
        <Flex as="nav" aria-label="Pages" gap="3" align="center" justify="center">
          <Button variant="outline" disabled={page <= 1} onClick={() => onPage(page - 1)}>
            Previous
          </Button>
          <Text>
            {first}–{Math.min(first + pageSize - 1, found)} of {found}
          </Text>
          <Button variant="outline" disabled={page >= pages} onClick={() => onPage(page + 1)}>
            Next
          </Button>
        </Flex>
      )}
    </Stack>
  )
}
