import { Box, Button, Flex, Input, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { localDay } from '../../api/clock'
import type { BidComparison, BidFact, BidPrice } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { dollarsOf } from '../../shared/money'
import { SaveRow } from '../../shared/SaveRow'
import { one } from '../../shared/units'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'

type Job = BidComparison['jobs'][number]
type Added = { id: string; item: string; price: string }
type Props = {
  jobs: Job[]
  /** The bid to change; none: a new one. */
  before: BidFact | null
  /** Prices read from a sheet, for a new one. */
  read: BidPrice[]
  /** What the bid prices of a job that the plan has no more: it stays in it. */
  gone: BidPrice[]
  onDone: () => void
}

const keyOf = (job: Job, item: string) => `${job.number} ${item}`

const isOf = (price: BidPrice, job: Job) =>
  price.findingId
    ? price.findingId === job.findingId
    : Boolean(price.slopeId) && price.slopeId === job.slopeId && price.title === job.title

/** The prices of a sheet by their jobs, as they are typed. */
const typedOf = (jobs: Job[], prices: BidPrice[]) =>
  Object.fromEntries(
    jobs.flatMap((job) =>
      ['', ...job.found.map(({ item }) => item)].map((item) => {
        const named = prices.filter((price) => price.item === item && isOf(price, job))
        return [keyOf(job, item), named.length === 0 ? '' : String(named.reduce((sum, { price }) => sum + price, 0))]
      }),
    ),
  )

/** The prices of a bid as they were put to the jobs of today. */
const enteredOf = (jobs: Job[], bidId: string) => {
  const text = (entries: Job['entries']) => String(entries.find((entry) => entry.bidId === bidId)?.price ?? '')
  return Object.fromEntries(
    jobs.flatMap((job) => [
      [keyOf(job, ''), text(job.entries)],
      ...job.found.map(({ item, entries }) => [keyOf(job, item), text(entries)]),
    ]),
  )
}

const isWarranty = (years: number | null | undefined) => years !== undefined && (years === null || years <= 100)

/** A bid as it came in: a price for each job, unit prices for what is paid as found, and what the bidder has added. Blank is a hole. */
export function BidForm({ jobs, before, read, gone, onDone }: Props) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const prices = before?.prices ?? read
  const [bidder, setBidder] = useState(before?.bidder ?? '')
  const [on, setOn] = useState(before?.on ?? localDay())
  const [typed, setTyped] = useState<Record<string, string>>(() =>
    before ? enteredOf(jobs, before.id) : typedOf(jobs, read),
  )
  const [added, setAdded] = useState<Added[]>(() =>
    prices
      .filter(({ findingId, slopeId }) => !findingId && !slopeId)
      .map(({ item, title, price }) => ({ id: newId(), item: item || title, price: String(price) })),
  )
  const [work, setWork] = useState(before?.workmanshipYears == null ? '' : String(before.workmanshipYears))
  const [maker, setMaker] = useState(before?.makerYears == null ? '' : String(before.makerYears))
  const [words, setWords] = useState(before?.words ?? '')
  const named: BidPrice[] = jobs.flatMap((job) =>
    ['', ...job.found.map(({ item }) => item)].flatMap((item) => {
      const price = dollarsOf(typed[keyOf(job, item)] ?? '')
      if (price == null) return []
      return [{ title: job.title, item, price, findingId: job.findingId, slopeId: job.findingId ? null : job.slopeId }]
    }),
  )
  const extras = added.filter(({ item, price }) => item.trim() !== '' || price.trim() !== '')
  const sums = [...Object.values(typed), ...extras.map(({ price }) => price)]
  const [workYears, makerYears] = [dollarsOf(work), dollarsOf(maker)]
  const fault =
    bidder.trim() === ''
      ? 'Enter who made the bid.'
      : on === '' || on > localDay()
        ? 'Enter the day of the bid; it cannot lie ahead.'
        : sums.some((sum) => dollarsOf(sum) === undefined)
          ? 'Enter prices in dollars, digits only, up to 100,000,000.'
          : extras.some(({ item, price }) => item.trim() === '' || dollarsOf(price) == null)
            ? 'What the bidder added needs a name and a price.'
            : !isWarranty(workYears) || !isWarranty(makerYears)
              ? 'Enter a warranty in years, up to 100.'
              : named.length + extras.length + gone.length === 0
                ? 'Enter at least one price.'
                : ''
  const save = () => {
    if (fault) return
    const fact: BidFact = {
      id: before?.id ?? newId(),
      visitId: visit.visit.id,
      bidder: bidder.trim(),
      on,
      prices: [
        ...named,
        ...extras.map(({ item, price }) => ({
          title: '',
          item: item.trim(),
          price: dollarsOf(price) ?? 0,
          findingId: null,
          slopeId: null,
        })),
        ...gone,
      ],
      workmanshipYears: workYears ?? null,
      makerYears: makerYears ?? null,
      words: words.trim(),
    }
    record.mutate([{ kind: 'bid', fact }], { onSuccess: onDone })
  }
  const price = (job: Job, item: string, label: string) => (
    <Labelled label={label}>
      <Input
        size="lg"
        inputMode="decimal"
        value={typed[keyOf(job, item)] ?? ''}
        onChange={(event) => setTyped({ ...typed, [keyOf(job, item)]: event.target.value })}
      />
    </Labelled>
  )
  const set = (id: string, change: Partial<Added>) =>
    setAdded(added.map((line) => (line.id === id ? { ...line, ...change } : line)))
  return (
    <Stack gap="3" mt="2" role="group" aria-label={before ? `Bid by ${before.bidder}` : 'New bid'}>
      <Flex gap="3" wrap="wrap">
        <Labelled wide label="Bidder">
          <Input size="lg" value={bidder} onChange={(event) => setBidder(event.target.value)} />
        </Labelled>
        <Labelled label="Date of the bid">
          <Input size="lg" type="date" max={localDay()} value={on} onChange={(event) => setOn(event.target.value)} />
        </Labelled>
      </Flex>
      {jobs.map((job) => (
        <Box key={job.number} borderTopWidth="1px" pt="2">
          <Flex gap="3" wrap="wrap" align="end">
            <Text flex="1" minW="14rem" pb={{ md: '3' }}>
              <strong>
                {job.number} {job.title}
              </strong>
              {job.place && `, ${job.place}`}
            </Text>
            {price(job, '', `Price of job ${job.number}, $`)}
          </Flex>
          {job.found.map(({ item, unit }) => (
            <Flex key={item} gap="3" wrap="wrap" align="end" mt="2" justify={{ md: 'end' }}>
              {price(job, item, `${item}, $ per ${one(unit)}`)}
            </Flex>
          ))}
        </Box>
      ))}
      {added.map((line, index) => (
        <Flex key={line.id} gap="3" wrap="wrap">
          <Labelled wide label={`Added by the bidder, ${index + 1}`}>
            <Input size="lg" value={line.item} onChange={(event) => set(line.id, { item: event.target.value })} />
          </Labelled>
          <Labelled label={`Price of addition ${index + 1}, $`}>
            <Input
              size="lg"
              inputMode="decimal"
              value={line.price}
              onChange={(event) => set(line.id, { price: event.target.value })}
            />
          </Labelled>
        </Flex>
      ))}
      <Box>
        <Button size="lg" variant="outline" onClick={() => setAdded([...added, { id: newId(), item: '', price: '' }])}>
          The bidder added something
        </Button>
      </Box>
      <Flex gap="3" wrap="wrap">
        <Labelled label="Workmanship warranty, years">
          <Input size="lg" inputMode="decimal" value={work} onChange={(event) => setWork(event.target.value)} />
        </Labelled>
        <Labelled label="Manufacturer’s warranty, years">
          <Input size="lg" inputMode="decimal" value={maker} onChange={(event) => setMaker(event.target.value)} />
        </Labelled>
        <Labelled wide label="Remarks (optional)">
          <Input size="lg" value={words} onChange={(event) => setWords(event.target.value)} />
        </Labelled>
      </Flex>
      <SaveRow label="Save bid" fault={fault} onSave={save} record={record}>
        <Button size="lg" variant="outline" onClick={onDone}>
          Cancel
        </Button>
      </SaveRow>
    </Stack>
  )
}
