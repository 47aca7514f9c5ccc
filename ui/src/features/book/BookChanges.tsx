import { Box, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { BookAnswer, BookVersion } from '../../api/types'
import { useBookChanges } from '../../shared/queries'
import { Select } from '../../shared/Select'
import { Loading, Trouble } from '../../shared/States'
import { upperFirst } from '../../shared/sentences'
import { dayText } from '../../shared/words'
import { Lines, Part } from './EntryParts'

/** What changed in the rule book since an edition. */
export function BookChanges({ book }: { book: BookAnswer }) {
  const changes = useBookChanges()
  const [since, setSince] = useState('')
  if (changes.isPending) return <Loading what="what changed" />
  if (changes.isError) return <Trouble error={changes.error} onRetry={() => changes.refetch()} />
  const { versions } = changes.data
  const before = versions.slice(1).map(({ version, on }) => [version, `${version}, ${dayText(on)}`] as const)
  const from = since || (before[0]?.[0] ?? '')
  const later = versions.slice(
    0,
    versions.findIndex(({ version }) => version === from),
  )
  const { added, changed, removed } = together(later)
  return (
    <Box as="section" className="k-sheet" mt="3" aria-label="What changed">
      <Select label="What changed since version" value={from} options={before} onChange={setSince} />
      <Text mt="2">
        {added.length} added, {changed.length} changed, {removed.length} removed.
      </Text>
      <Entries title="Added" keys={added} book={book} />
      <Entries title="Changed" keys={changed} book={book} />
      <Entries title="Removed" keys={removed} book={book} />
    </Box>
  )
}

/** Several editions as one: what was added is not also changed, and what came and went is not told of. */
export function together(later: BookVersion[]) {
  const added = new Set<string>()
  const changed = new Set<string>()
  const removed = new Set<string>()
  for (const version of [...later].reverse()) {
    for (const key of version.added) {
      if (removed.delete(key)) changed.add(key)
      else added.add(key)
    }
    for (const key of version.changed) if (!added.has(key)) changed.add(key)
    for (const key of version.removed) {
      changed.delete(key)
      if (!added.delete(key)) removed.add(key)
    }
  }
  return { added: [...added], changed: [...changed], removed: [...removed] }
}

function Entries({ title, keys, book }: { title: string; keys: string[]; book: BookAnswer }) {
  if (keys.length === 0) return null
  return (
    <Part title={title}>
      <Lines
        of={keys.map((key) => {
          const [kind = '', ...rest] = key.split(':')
          const id = rest.join(':')
          const name = nameOf(book, kind, id)
          return name && kind !== 'covering' ? (
            <Link key={key} to={`/book/${kind}/${id}`}>
              {name}
            </Link>
          ) : (
            <span key={key}>{name ?? upperFirst(id.replaceAll('-', ' '))}</span>
          )
        })}
      />
    </Part>
  )
}

function nameOf(book: BookAnswer, kind: string, id: string): string | undefined {
  switch (kind) {
    case 'condition':
      return book.conditions.find(({ code }) => code === id)?.name
    case 'covering':
      return upperFirst(book.coverings.find((covering) => covering.kind === id)?.name ?? id)
    case 'decision':
      return book.decisions.find(({ key }) => key === id)?.matter
    case 'combination':
      return book.combinations.find((combination) => combination.id === id)?.name
    default: {
      const limit = book.limits.find((other) => other.id === id)
      const quantity = book.quantities.find((other) => other.id === limit?.quantity)
      return limit && upperFirst(`${quantity?.name ?? limit.quantity}: ${book.limitTexts[id] ?? ''}`)
    }
  }
}
