import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react'
import { Fragment, useState } from 'react'
import type { BidComparison, BidPrice, BidScope } from '../../api/types'
import { useCoreAnswer } from '../../core/useCore'
import { cellsOf, SHEET_FILES } from '../../shared/cells'
import { ImportKey } from '../../shared/FileImport'
import { useRecord } from '../../shared/facts'
import { money } from '../../shared/money'
import { Loading, Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { dayText } from '../../shared/words'
import { BidForm } from './BidForm'
import { readBid } from './bidSheet'

type Summary = BidComparison['bids'][number]
type Row = BidComparison['jobs'][number]
type Entry = Row['entries'][number]

/** What bidders ask for the work, held against the scope and the planning figures. */
export function BidsPanel() {
  const { assessment, records } = useVisitContext()
  const [open, setOpen] = useState(false)
  const count = records.bids?.length ?? 0
  if (assessment.work.length === 0 && count === 0) return null
  return (
    <Box as="section" className="k-sheet" aria-label="Bids">
      <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
        <summary>{count === 0 ? 'Bids' : `Bids: ${count}`}</summary>
        {open && <Bids />}
      </details>
    </Box>
  )
}

function Bids() {
  const { visit } = useVisitContext()
  const bids = useCoreAnswer('bids', visit.facts)
  const scope = useCoreAnswer('scope', visit.facts)
  const error = bids.error ?? scope.error
  if (error) return <Trouble error={error} onRetry={bids.error ? bids.retry : scope.retry} />
  if (!bids.answer || !scope.answer) return <Loading what="the bids" />
  if (bids.answer.whyNot && bids.answer.bids.length === 0) return <Text pt="2">{bids.answer.whyNot}</Text>
  return <Compared answer={bids.answer} scope={scope.answer} />
}

function Compared({ answer, scope }: { answer: BidComparison; scope: BidScope }) {
  const { records } = useVisitContext()
  const [form, setForm] = useState<{ of: string | null; read: BidPrice[] } | null>(null)
  const [problems, setProblems] = useState<string[]>([])
  const take = async (file: File) => {
    const read = await cellsOf(file).then(
      (cells) => readBid(cells, scope, answer.jobs),
      () => ({ prices: [], problems: ['The file cannot be read. Save it as CSV or XLSX and choose it again.'] }),
    )
    setProblems(read.problems)
    if (read.problems.length === 0) setForm({ of: null, read: read.prices })
  }
  const before = records.bids?.find(({ id }) => id === form?.of) ?? null
  return (
    <Stack gap="3" pt="2">
      {answer.headline ? (
        <Text fontWeight="bold">{answer.headline}</Text>
      ) : (
        <Text>
          Enter each bid as it came in, or read the bid sheet that the bidder filled in. Prices are compared with the
          planning figures, and what a bid leaves out is shown.
        </Text>
      )}
      {answer.bids.map((bid) => (
        <Bid key={bid.id} bid={bid} onChange={() => setForm({ of: bid.id, read: [] })} />
      ))}
      {form === null ? (
        <Flex gap="3" wrap="wrap">
          <Button size="lg" variant="outline" onClick={() => setForm({ of: null, read: [] })}>
            Enter a bid
          </Button>
          <ImportKey accept={SHEET_FILES} onFile={(file) => void take(file)}>
            Read a filled bid sheet
          </ImportKey>
        </Flex>
      ) : (
        <BidForm
          key={form.of ?? 'new'}
          jobs={answer.jobs}
          before={before}
          read={form.read}
          gone={answer.bids.find(({ id }) => id === form.of)?.gonePrices ?? []}
          onDone={() => setForm(null)}
        />
      )}
      {problems.length > 0 && (
        <Box role="alert">
          {problems.map((problem) => (
            <Text key={problem} color="fg.error">
              {problem}
            </Text>
          ))}
          <Text color="fg.error">Nothing was taken from the sheet. Correct it and choose it again.</Text>
        </Box>
      )}
      {answer.bids.length > 0 && (
        <details>
          <summary>Job by job</summary>
          <Stack as="ul" listStyleType="none" gap="3" mt="2">
            {answer.jobs.map((row) => (
              <JobRow key={row.number} row={row} bids={answer.bids} />
            ))}
          </Stack>
        </details>
      )}
    </Stack>
  )
}

function Bid({ bid, onChange }: { bid: Summary; onChange: () => void }) {
  const { visit, records } = useVisitContext()
  const record = useRecord(visit.heads)
  const own = records.bids?.find(({ id }) => id === bid.id)
  const told = [bid.warranty && `${bid.warranty}.`, bid.words && `“${bid.words}”`].filter(Boolean).join(' ')
  return (
    <Box borderTopWidth="1px" pt="2" role="group" aria-label={bid.bidder}>
      <Text>
        <strong>{bid.bidder}</strong>, {dayText(bid.on)}: {money(bid.asSent)} as sent,{' '}
        <strong>{bid.leveled == null ? 'not comparable' : `${money(bid.leveled)} with holes filled`}</strong>
      </Text>
      {told && <Text>{told}</Text>}
      {bid.holes.map((line) => (
        <Text key={line} fontWeight="bold">
          Left out: {line}
        </Text>
      ))}
      {bid.added.map((line) => (
        <Text key={line}>Added: {line}.</Text>
      ))}
      {bid.gone.map((line) => (
        <Text key={line}>No longer asked: {line}</Text>
      ))}
      <Flex gap="2" mt="2" wrap="wrap">
        <Button size="lg" variant="outline" onClick={onChange}>
          Change
        </Button>
        {own && (
          <Button
            size="lg"
            variant="outline"
            loading={record.isPending}
            onClick={() => record.mutate([{ kind: 'bid', fact: own, deleted: true }])}
          >
            Remove
          </Button>
        )}
      </Flex>
      {record.isError && <Trouble error={record.error} />}
    </Box>
  )
}

function JobRow({ row, bids }: { row: Row; bids: Summary[] }) {
  return (
    <Box as="li">
      <Text>
        <strong>
          {row.number} {row.title}
        </strong>
        {row.place && `, ${row.place}`}
      </Text>
      <Text color="faint">{row.range ? `Planning range ${row.range.words}` : 'No planning figure'}</Text>
      <Entries entries={row.entries} bids={bids} />
      {row.found.map(({ item, unit, likely, entries }) => (
        <Box key={item} mt="1">
          <Text>
            As found: {item}, {likely} {unit} likely
          </Text>
          <Entries entries={entries} bids={bids} />
        </Box>
      ))}
    </Box>
  )
}

function Entries({ entries, bids }: { entries: Entry[]; bids: Summary[] }) {
  return (
    <Box display="grid" gridTemplateColumns={{ base: '1fr auto', md: 'minmax(9rem, auto) auto 1fr' }} columnGap="3">
      {bids.map((bid) => {
        const entry = entries.find(({ bidId }) => bidId === bid.id)
        return (
          entry && (
            <Fragment key={bid.id}>
              <Text>{bid.bidder}</Text>
              <Text textAlign="right" fontWeight="bold">
                {entry.price == null ? '–' : money(entry.price)}
              </Text>
              <Text
                gridColumn={{ base: '1 / -1', md: 'auto' }}
                mb={{ base: '1', md: '0' }}
                fontWeight={entry.standing === 'missing' ? 'bold' : undefined}
              >
                {entry.words}
              </Text>
            </Fragment>
          )
        )
      })}
    </Box>
  )
}
