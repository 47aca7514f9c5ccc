import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, dataOf } from '../../api/client'
import type { FirmPrice, Price, PriceChange } from '../../api/types'
import { useOutbox } from '../../offline/outbox'
import { Loading, Trouble } from '../../shared/States'
import { timeText } from '../../shared/words'

const SHOWN = 12

type Props = { rows: Price[]; version: number; onRestore: (prices: FirmPrice[]) => void }

/** The firm's price list as it stood before: who changed what, and any of them put back by a tap. */
export function PriceVersions(props: Props) {
  const [open, setOpen] = useState(false)
  return (
    <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>Versions of this list</summary>
      {open && <Versions {...props} />}
    </details>
  )
}

function Versions({ rows, version, onRestore }: Props) {
  const { entries } = useOutbox()
  const waiting = entries.some(({ kind }) => kind === 'firmRules')
  const versions = useQuery({
    // Each change that is made here and has reached the server adds one.
    queryKey: ['price-versions', version, waiting],
    queryFn: ({ signal }) => dataOf(api.GET('/api/book/prices/versions', { signal })),
  })
  const [all, setAll] = useState(false)
  if (versions.isError) return <Trouble error={versions.error} onRetry={() => versions.refetch()} />
  if (versions.isPending) return <Loading what="the versions" />
  const list = versions.data.versions
  if (waiting) return <Text>A change is waiting to be sent. Versions show once it is.</Text>
  if (list.length === 0) return <Text>No changes yet: all prices are as shipped.</Text>
  const names = new Map(rows.map((row) => [row.key, row.name]))
  return (
    <Box as="ol" listStyleType="none" mt="2">
      {(all ? list : list.slice(0, SHOWN)).map(({ revision, at, by, changes, prices }, index) => (
        <Flex as="li" key={revision} gap="3" py="2" borderTopWidth="1px" wrap="wrap" align="start">
          <Box flex="1" minW="16rem">
            <Text fontWeight="bold">
              {timeText(at)}
              {by && `, ${by}`}
            </Text>
            <Text fontSize="sm">{changedWords(changes, names)}</Text>
          </Box>
          {index === 0 ? (
            <Text color="faint">Current</Text>
          ) : (
            <Button
              size="sm"
              variant="outline"
              aria-label={`Restore the list of ${timeText(at)}`}
              onClick={() => onRestore(prices)}
            >
              Restore
            </Button>
          )}
        </Flex>
      ))}
      {!all && list.length > SHOWN && (
        <Button size="sm" variant="outline" mt="2" onClick={() => setAll(true)}>
          Show all {list.length} versions
        </Button>
      )}
    </Box>
  )
}

const NAMED = 4

/** "Labor: 62 / 78 / 98 → 100 / 100 / 100; 3 more prices". */
export function changedWords(changes: PriceChange[], names: Map<string, string>) {
  const told = changes
    .slice(0, NAMED)
    .map(({ key, before, after }) => `${names.get(key) ?? key}: ${figures(before)} → ${figures(after)}`)
  const more = changes.length - told.length
  return [...told, ...(more > 0 ? [`${more} more ${more === 1 ? 'price' : 'prices'}`] : [])].join('; ')
}

const figures = (price: FirmPrice | null | undefined) =>
  price ? `${price.low} / ${price.likely} / ${price.high}` : 'example'
