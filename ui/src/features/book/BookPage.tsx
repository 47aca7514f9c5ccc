import { Box, Button, Flex, Heading, Input, SimpleGrid, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import type { BookAnswer } from '../../api/types'
import { useBook } from '../../shared/queries'
import { Select } from '../../shared/Select'
import { Empty, Loading, Trouble } from '../../shared/States'
import { WhenFirmKnown } from '../../shared/WhenFirmKnown'
import { BookChanges } from './BookChanges'
import { type BookFilter, type EntryKind, indexOf, searchBook } from './bookSearch'
import { CombinationEntry } from './CombinationEntry'
import { ConditionEntry } from './ConditionEntry'
import { DecisionEntry } from './DecisionEntry'
import { FirmWays } from './FirmWays'
import { LimitEntry } from './LimitEntry'
import { RepairsHeld } from './RepairsHeld'

const kinds: Record<EntryKind, string> = {
  condition: 'Conditions',
  limit: 'Limits',
  combination: 'Together',
  decision: 'Where practice differs',
}

const families = {
  asphalt: 'Shingles',
  tile: 'Tile',
  slate: 'Slate',
  wood: 'Wood',
  metal: 'Metal',
  membrane: 'Membrane',
  glazing: 'Glazing',
} as const

/** The rule book: browse, search, and argue with it. */
export function BookPage() {
  const { kind, id } = useParams()
  const book = useBook()
  if (book.isError) return <Trouble error={book.error} onRetry={() => book.refetch()} />
  if (book.isPending) return <Loading what="the rule book" />
  return (
    <Box>
      <Flex align="baseline" gap="3" wrap="wrap" mb="2">
        <Heading as="h1" size="xl">
          Rule book
        </Heading>
        <Text color="faint">
          {book.data.version}: {book.data.conditions.length} conditions, {book.data.limits.length} limits,{' '}
          {book.data.combinations.length} that mean something together
        </Text>
        <Link to="/prices">Price list</Link>
      </Flex>
      <Flex gap="4" align="start">
        <Box flex="2" minW="0" className={id ? 'k-phonehide' : undefined}>
          <List book={book.data} chosen={`${kind}/${id}`} />
          <WhenFirmKnown>
            <FirmWays book={book.data} />
          </WhenFirmKnown>
        </Box>
        <Box flex="3" minW="0" className={id ? undefined : 'k-phonehide'}>
          {kind && id ? (
            <Entry key={`${kind}/${id}`} book={book.data} kind={kind} id={id} />
          ) : (
            <>
              <Empty title="Pick an entry">
                Each shows what you see, how to check it, its limits with sources, the logic in words, and keys to try
                values. Firm defaults are set where practice differs.
              </Empty>
              <RepairsHeld />
              <BookChanges book={book.data} />
            </>
          )}
        </Box>
      </Flex>
    </Box>
  )
}

/** Seen in the browser's own tools and by the bench, so that a slow search is noticed. */
function timed<T>(act: () => T): T {
  const start = performance.now()
  const answer = act()
  performance.measure('kalpa-book-search', { start, end: performance.now() })
  return answer
}

function List({ book, chosen }: { book: BookAnswer; chosen: string }) {
  const index = useMemo(() => indexOf(book), [book])
  const [filter, setFilter] = useState<BookFilter>({
    text: '',
    kind: null,
    station: null,
    family: null,
    element: null,
  })
  const set = (fields: Partial<BookFilter>) => setFilter((old) => ({ ...old, ...fields }))
  const found = timed(() => searchBook(index, filter))
  return (
    <Box className="k-sheet">
      <Input
        size="lg"
        aria-label="Search the rule book"
        placeholder="boot, kick-out, 2 in, R905 …"
        value={filter.text}
        onChange={(event) => set({ text: event.target.value })}
      />
      <SimpleGrid columns={2} gap="2" my="2">
        <Pick label="Kind" all="Everything" value={filter.kind} options={kinds} onPick={(kind) => set({ kind })} />
        <Pick
          label="Covering"
          all="Any covering"
          value={filter.family}
          options={families}
          onPick={(family) => set({ family })}
        />
        <Pick
          label="Station"
          all="Any station"
          value={filter.station}
          options={Object.fromEntries(book.stations.map((station) => [station.key, station.name]))}
          onPick={(station) => set({ station })}
        />
        <Pick
          label="Element"
          all="Any element"
          value={filter.element}
          options={Object.fromEntries(book.elements.map(({ key, name }) => [key, name]))}
          onPick={(element) => set({ element })}
        />
      </SimpleGrid>
      <Flex justify="space-between" align="center" gap="2">
        <Text fontSize="sm" color="faint" role="status">
          {found.length} {found.length === 1 ? 'entry' : 'entries'}
        </Text>
        <Button asChild size="sm" variant="outline">
          <a href={`/api/book/print.pdf${filter.family ? `?family=${filter.family}` : ''}`} download>
            {filter.family
              ? `Print ${families[filter.family as keyof typeof families].toLowerCase()} (PDF)`
              : 'Print the book (PDF)'}
          </a>
        </Button>
      </Flex>
      <Box as="ul" className="k-entries" aria-label="Entries">
        {found.map(({ kind, id, name, note }) => (
          <li key={`${kind}/${id}`}>
            <Link to={`/book/${kind}/${id}`} data-on={`${kind}/${id}` === chosen || undefined}>
              {name}
              {note && <span> {note}</span>}
            </Link>
          </li>
        ))}
      </Box>
      {found.length === 0 && <Empty title="No matches">Try the word a roofer would use, or remove a filter.</Empty>}
    </Box>
  )
}

type PickProps<T extends string> = {
  label: string
  all: string
  value: T | null
  options: Record<T, string>
  onPick: (value: T | null) => void
}

function Pick<T extends string>({ label, all, value, options, onPick }: PickProps<T>) {
  return (
    <Select
      hideLabel
      label={label}
      none={all}
      value={value ?? ''}
      options={options}
      onChange={(key) => onPick(key || null)}
    />
  )
}

function Entry({ book, kind, id }: { book: BookAnswer; kind: string; id: string }) {
  const condition = kind === 'condition' && book.conditions.find(({ code }) => code === id)
  const combination = kind === 'combination' && book.combinations.find((other) => other.id === id)
  const decision = kind === 'decision' && book.decisions.find(({ key }) => key === id)
  const limit = kind === 'limit' && book.limits.find((other) => other.id === id)
  return (
    <Box className="k-sheet" as="article">
      <Link to="/book" className="k-backlink">
        All entries
      </Link>
      {condition && <ConditionEntry book={book} condition={condition} />}
      {combination && <CombinationEntry book={book} combination={combination} />}
      {decision && <DecisionEntry book={book} decision={decision} />}
      {limit && <LimitEntry book={book} limit={limit} />}
      {!condition && !combination && !decision && !limit && (
        <Empty title="The rule book has no such entry">It may belong to another edition.</Empty>
      )}
    </Box>
  )
}
