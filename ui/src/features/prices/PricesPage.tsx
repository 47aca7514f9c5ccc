import { Box, Button, Checkbox, Flex, Heading, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { localDay } from '../../api/clock'
import type { BookAnswer, FirmPrice } from '../../api/types'
import { cellsOf, figure, SHEET_FILES } from '../../shared/cells'
import { download } from '../../shared/download'
import { ImportKey, ImportOutcome } from '../../shared/FileImport'
import { useBook } from '../../shared/queries'
import { Empty, Loading, Trouble } from '../../shared/States'
import { useFirm } from '../../shared/useFirm'
import { WhenFirmKnown } from '../../shared/WhenFirmKnown'
import { dayText } from '../../shared/words'
import { PriceVersions } from './PriceVersions'
import { csvOf, faultOf, type HeldPrice, heldPrices, readPrices, tableOf } from './priceFile'
import { WoodFromJobs } from './WoodFromJobs'

/** What the firm pays and charges: the shipped examples until it sets its own. */
export function PricesPage() {
  const book = useBook()
  if (book.isError) return <Trouble error={book.error} onRetry={() => book.refetch()} />
  if (book.isPending) return <Loading what="the price list" />
  return (
    <Box maxW="60rem">
      <Heading as="h1" size="xl">
        Price list
      </Heading>
      <Text color="faint" mb="3">
        US dollars. One job in ten costs less than low, one in ten more than high. The figures are for planning, not
        offers. <Link to="/book">Rule book</Link>
      </Text>
      <WhenFirmKnown>
        <List book={book.data} />
      </WhenFirmKnown>
    </Box>
  )
}

function List({ book }: { book: BookAnswer }) {
  const { rules, keep, error } = useFirm()
  const own = rules.prices ?? []
  const [problems, setProblems] = useState<string[]>([])
  const [imported, setImported] = useState(0)
  const [sought, setSought] = useState('')
  const held = heldPrices(book.prices, own)
  const examples = held.filter((price) => !price.own)
  const today = localDay()
  const set = (prices: FirmPrice[]) => {
    const keys = new Set(prices.map(({ key }) => key))
    keep({ prices: [...own.filter(({ key }) => !keys.has(key)), ...prices] })
  }
  const accepted = ({ key, low, likely, high }: HeldPrice) => ({ key, low, likely, high, on: today })
  const take = async (file: File) => {
    const read = await cellsOf(file)
      .then((cells) => readPrices(cells, book.prices, today))
      .catch(() => ({ prices: [], problems: ['The file cannot be read. Use CSV, or an Excel workbook (.xlsx).'] }))
    setProblems(read.problems)
    setImported(read.prices.length)
    if (read.prices.length > 0) set(read.prices)
  }
  const shown = held.filter(({ name }) => name.toLowerCase().includes(sought.trim().toLowerCase()))
  const groups = [...new Set(shown.map(({ group }) => group))]
  return (
    <>
      <Box as="section" className="k-sheet" aria-label="Costs for clients" mb="3">
        <Checkbox.Root
          checked={rules.costsForClients ?? false}
          onCheckedChange={({ checked }) => keep({ costsForClients: checked === true })}
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control />
          <Checkbox.Label>Print costs in documents for clients</Checkbox.Label>
        </Checkbox.Root>
        <Text fontSize="sm" color="faint">
          Not printed in damage records or new-work checks, or while any cost is based on an example price.
        </Text>
        <Flex gap="2" mt="2" wrap="wrap" align="center">
          <Text role="status">
            {examples.length === 0
              ? 'All prices are the firm’s own.'
              : `${examples.length} of ${held.length} prices are made-up examples.`}
          </Text>
          {examples.length > 0 && (
            <Button size="sm" variant="outline" onClick={() => set(examples.map(accepted))}>
              Accept all examples
            </Button>
          )}
          <Box flex="1" />
          <Button size="sm" variant="outline" onClick={() => download('prices.csv', 'text/csv', csvOf(held))}>
            Export CSV
          </Button>
          <Button size="sm" variant="outline" onClick={() => void saveWorkbook(held)}>
            Export Excel
          </Button>
          <ImportKey accept={SHEET_FILES} onFile={(file) => void take(file)}>
            Import CSV or Excel
          </ImportKey>
        </Flex>
        <ImportOutcome imported={imported} one="price" several="prices" problems={problems} />
        {rules.version != null && (
          <Text fontSize="sm" color="faint">
            Firm version {rules.version}
            {rules.changedBy && `, last changed by ${rules.changedBy}`}.
          </Text>
        )}
        <PriceVersions rows={book.prices} version={rules.version ?? 0} onRestore={(prices) => keep({ prices })} />
        {error !== null && <Trouble error={error} />}
      </Box>
      <Input
        bg="var(--k-sheet)"
        mb="3"
        aria-label="Search the price list"
        placeholder="boot, drip edge, labor …"
        value={sought}
        onChange={(event) => setSought(event.target.value)}
      />
      {groups.length === 0 && <Empty title="No matches">Try another word, or clear the search.</Empty>}
      {groups.map((group) => (
        <Box as="section" key={group} className="k-sheet" aria-label={group} mb="3">
          <Heading as="h2" size="md" mb="1">
            {group}
          </Heading>
          <Box as="table" className="k-prices">
            <thead>
              <tr>
                <th scope="col">Item</th>
                <th scope="col">Low</th>
                <th scope="col">Likely</th>
                <th scope="col">High</th>
                <th scope="col">Per</th>
                <th scope="col">From</th>
              </tr>
            </thead>
            <tbody>
              {shown
                .filter((price) => price.group === group)
                .map((price) => (
                  <Row
                    // What is taken from a file, or accepted, shows in the fields too.
                    key={`${price.key} ${price.low} ${price.likely} ${price.high}`}
                    price={price}
                    on={own.find(({ key }) => key === price.key)?.on}
                    onSet={(figures) => set([{ key: price.key, ...figures, on: today }])}
                    onAccept={() => set([accepted(price)])}
                  />
                ))}
            </tbody>
          </Box>
        </Box>
      ))}
      <WoodFromJobs used={rules.wood ?? []} onUse={(wood) => keep({ wood })} />
    </>
  )
}

type Figures = { low: number; likely: number; high: number }
type RowProps = {
  price: HeldPrice
  on: string | null | undefined
  onSet: (figures: Figures) => void
  onAccept: () => void
}

const parts = ['low', 'likely', 'high'] as const

/** A price, changed in place: what is typed is kept when the row is left, and what cannot be is named and not kept. */
function Row({ price, on, onSet, onAccept }: RowProps) {
  const [typed, setTyped] = useState({ low: `${price.low}`, likely: `${price.likely}`, high: `${price.high}` })
  const figures = { low: figure(typed.low), likely: figure(typed.likely), high: figure(typed.high) }
  const changed = parts.some((part) => figures[part] !== price[part])
  const fault = changed ? faultOf(figures.low, figures.likely, figures.high) : null
  return (
    <>
      <tr
        onBlur={(event) => {
          const left = !event.currentTarget.contains(event.relatedTarget)
          if (left && changed && !fault) onSet(figures)
        }}
      >
        <th scope="row">{price.name}</th>
        {parts.map((part) => (
          <td key={part}>
            <Input
              size="sm"
              inputMode="decimal"
              textAlign="right"
              aria-label={`${price.name}, ${part}`}
              aria-invalid={fault !== null || undefined}
              value={typed[part]}
              onChange={(event) => setTyped((old) => ({ ...old, [part]: event.target.value }))}
              onKeyDown={(event) => {
                if (event.key === 'Enter') event.currentTarget.blur()
              }}
            />
          </td>
        ))}
        <td>{price.unit}</td>
        <td>
          {price.own ? (
            <Text as="span" color="faint" fontSize="sm">
              {on ? dayText(on) : 'firm'}
            </Text>
          ) : (
            <Button size="xs" variant="outline" aria-label={`Accept ${price.name}`} onClick={onAccept}>
              Example: accept
            </Button>
          )}
        </td>
      </tr>
      {fault && (
        <tr>
          <td colSpan={6}>
            <Text role="alert" color="fg.error" fontSize="sm">
              Not saved: {fault}.
            </Text>
          </td>
        </tr>
      )}
    </>
  )
}

async function saveWorkbook(held: HeldPrice[]) {
  const { default: writeExcelFile } = await import('write-excel-file/browser')
  await writeExcelFile(tableOf(held).map((row) => row.map((value) => ({ value })))).toFile('prices.xlsx')
}
