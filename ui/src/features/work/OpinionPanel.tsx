import { Box, Button, Flex, Heading, Input, Stack, Text, Textarea } from '@chakra-ui/react'
import { useState } from 'react'
import { localDay, localIso } from '../../api/clock'
import type { OpinionAction, OpinionAnswer, OpinionEvent, OpinionFact } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { coveringOn } from '../../shared/covering'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { placeId } from '../../shared/placeId'
import { Select } from '../../shared/Select'
import { Trouble } from '../../shared/States'
import { upperFirst } from '../../shared/sentences'
import { useVisitContext } from '../../shared/visitContext'
import { opinionActions, opinionEvents } from '../../shared/words'

/** What is to become of a slope or of the roof: a record of its own, with its history, an event it hangs on, and a branch. */
export function OpinionPanel({ open, setOpen }: { open: string | null; setOpen: (slope: string | null) => void }) {
  const { visit, assessment } = useVisitContext()
  const letters: Record<string, string> = Object.fromEntries([
    ['', 'The whole roof'],
    ...visit.facts.slopes.map((slope) => [slope.id, `Slope ${slope.letter}`]),
  ])
  return (
    <Box className="k-sheet" as="section" aria-label="Recommendations">
      <Flex justify="space-between" align="center" gap="3" wrap="wrap">
        <Heading as="h2" size="md">
          Recommendation for the roof and its slopes
        </Heading>
        {open === null && (
          <Button variant="outline" onClick={() => setOpen('')}>
            Add a recommendation
          </Button>
        )}
      </Flex>
      {assessment.opinions.map((opinion) => (
        <Told key={opinion.id} opinion={opinion} onChange={() => setOpen(opinion.slopeId ?? '')} />
      ))}
      {open !== null && (
        <>
          <Box mt="3">
            <Choice label="Of what" value={open} options={letters} onChange={setOpen} />
          </Box>
          <OpinionForm key={open} slopeId={open || null} onDone={() => setOpen(null)} />
        </>
      )}
    </Box>
  )
}

function Told({ opinion, onChange }: { opinion: OpinionAnswer; onChange: () => void }) {
  return (
    <Flex gap="3" mt="2" pt="2" borderTopWidth="1px" align="start">
      <Box flex="1">
        <Text>
          <strong>
            {opinion.of}: {opinion.headline}
          </strong>{' '}
          {opinion.because}
        </Text>
        {opinion.branches.map((branch) => (
          <Text key={branch}>{branch}</Text>
        ))}
        {opinion.history.map((line) => (
          <Text key={line} fontSize="sm" color="faint">
            {line}
          </Text>
        ))}
      </Box>
      <Button variant="outline" size="md" onClick={onChange}>
        Change<span className="k-hidden"> the recommendation for {opinion.of.toLowerCase()}</span>
      </Button>
    </Flex>
  )
}

/** What has a new covering laid, of a kind that may be named. */
const laysNew: ReadonlySet<OpinionAction> = new Set(['replace', 'recover', 'reslope'])

/** Only tile and slate are laid again, and only what is flatter than 4:12 is framed to it; what was chosen earlier stays to be seen. */
function offeredOn(
  slopes: { family: string | undefined; rise: number }[],
  chosen: OpinionAction | null,
): Partial<Record<OpinionAction, string>> {
  const without: OpinionAction[] = []
  if (!slopes.some(({ family }) => family === 'tile' || family === 'slate')) without.push('relay')
  if (!slopes.some(({ rise }) => rise < 4)) without.push('reslope')
  return Object.fromEntries(
    Object.entries(opinionActions).filter(
      ([action]) => action === chosen || !without.includes(action as OpinionAction),
    ),
  )
}

function OpinionForm({ slopeId, onDone }: { slopeId: string | null; onDone: () => void }) {
  const { visit, records, book } = useVisitContext()
  const record = useRecord(visit.heads)
  const before = records.judgements?.find((opinion) => (opinion.slopeId ?? null) === slopeId)
  const [action, setAction] = useState<OpinionAction | null>(before?.action ?? null)
  const [covering, setCovering] = useState(before?.covering ?? '')
  const [who, setWho] = useState(before?.who ?? '')
  const [because, setBecause] = useState(before?.because ?? '')
  const [event, setEvent] = useState<OpinionEvent>(before?.event ?? 'none')
  const [byDay, setByDay] = useState(before?.byDay ?? '')
  const [branch, setBranch] = useState(before?.branches[0]?.if ?? '')
  const [then, setThen] = useState<OpinionAction>(before?.branches[0]?.then ?? 'monitor')
  const [thenWords, setThenWords] = useState(before?.branches[0]?.words ?? '')
  const [reason, setReason] = useState('')
  const on = visit.facts.slopes.filter(({ id }) => slopeId === null || id === slopeId)
  const offered = offeredOn(
    on.map(({ id, pitch }) => {
      const kind = coveringOn(visit.facts.coverings, id, visit.visit.on)?.kind
      return { family: book.coverings.find((other) => other.kind === kind)?.family, rise: pitch.risePer12 }
    }),
    action,
  )
  const laid = action && laysNew.has(action) ? covering : ''
  const changed =
    before && (before.action !== action || before.because !== because.trim() || (before.covering ?? '') !== laid)
  const wantsWho = action === 'haveJudged' && who.trim() === ''
  const missing = !action
    ? 'Choose a recommendation.'
    : because.trim() === ''
      ? 'Say what it rests on.'
      : wantsWho
        ? 'Enter who is to evaluate it.'
        : byDay && byDay < localDay()
          ? 'The day is over already. Choose a later one, or leave it empty.'
          : changed && reason.trim() === ''
            ? 'Enter why the recommendation changed: the earlier one is saved.'
            : null
  const keep = () => {
    if (!action || missing) return
    const at = localIso()
    const fact: OpinionFact = {
      id: before?.id ?? placeId('opinion', visit.visit.id, slopeId ?? 'roof'),
      visitId: visit.visit.id,
      slopeId,
      action,
      who: who.trim(),
      because: because.trim(),
      event,
      byDay: byDay || null,
      branches: branch.trim() ? [{ if: branch.trim(), then, words: thenWords.trim() }] : [],
      earlier: changed
        ? [
            ...before.earlier,
            { action: before.action, who: before.who, because: before.because, reason: reason.trim(), until: at },
          ]
        : (before?.earlier ?? []),
      by: visit.visit.inspector,
      at,
      ...(laid && { covering: laid }),
    }
    record.mutate([{ kind: 'opinion', fact }], { onSuccess: onDone })
  }
  return (
    <Stack gap="3" mt="3">
      <Choice label="Recommendation" value={action} options={offered} onChange={setAction} />
      {action && laysNew.has(action) && (
        <Select
          label="New covering"
          value={covering}
          onChange={setCovering}
          options={[
            ['', 'The same again, or what suits the pitch'],
            ...book.coverings.map(({ kind, name }) => [kind, upperFirst(name)] as const),
          ]}
        />
      )}
      <Flex gap="3" wrap="wrap">
        <Labelled wide label="Who evaluates or does it">
          <Input
            size="lg"
            value={who}
            onChange={(change) => setWho(change.target.value)}
            placeholder="a roofer, an engineer, a chimney specialist"
          />
        </Labelled>
        <Labelled label="By the day (optional)">
          <Input size="lg" type="date" value={byDay} onChange={(change) => setByDay(change.target.value)} />
        </Labelled>
      </Flex>
      <Labelled wide label="Based on">
        <Textarea rows={2} value={because} onChange={(change) => setBecause(change.target.value)} />
      </Labelled>
      <Choice label="Depends on" value={event} options={opinionEvents} onChange={setEvent} />
      <Flex gap="3" wrap="wrap" align="end">
        <Labelled wide label="If (optional)">
          <Input
            size="lg"
            value={branch}
            onChange={(change) => setBranch(change.target.value)}
            placeholder="the roofer says no"
          />
        </Labelled>
        <Labelled wide label="then, in words">
          <Input
            size="lg"
            value={thenWords}
            onChange={(change) => setThenWords(change.target.value)}
            placeholder="twice a year"
          />
        </Labelled>
      </Flex>
      {branch.trim() && <Choice label="Then" value={then} options={opinionActions} onChange={setThen} />}
      {changed && (
        <Labelled wide label="Why it changed">
          <Input size="lg" value={reason} onChange={(change) => setReason(change.target.value)} />
        </Labelled>
      )}
      <Flex gap="2" align="center" wrap="wrap">
        <Button
          size="lg"
          colorPalette="verdigris"
          disabled={missing !== null}
          onClick={keep}
          loading={record.isPending}
        >
          Save recommendation
        </Button>
        <Button size="lg" variant="outline" onClick={onDone}>
          Cancel
        </Button>
        {missing && <Text color="faint">{missing}</Text>}
      </Flex>
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}
