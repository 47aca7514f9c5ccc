import { Box, Button, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { localIso } from '../../api/clock'
import type { PunchAnswer, PunchDecisionFact, PunchItemFact } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { Picture } from '../../shared/Picture'
import { Empty, Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'
import { dayText } from '../../shared/words'
import { CrewLinks } from './CrewLinks'

/** What has to be put right, by whom and by when; what the crew says it fixed is accepted or refused. */
export function PunchList() {
  const { visit, assessment } = useVisitContext()
  const items = assessment.newWork?.punch ?? []
  const open = items.filter((item) => item.state !== 'accepted').length
  return (
    <Stack className="k-sheet" gap="3">
      <Flex align="center" gap="3" wrap="wrap">
        <Heading as="h2" size="lg" flex="1">
          Punch list{items.length > 0 && `: ${open} of ${items.length} open`}
        </Heading>
        <Button asChild variant="outline">
          <Link to={`${visit.base}/walk`}>Add by a finding</Link>
        </Button>
      </Flex>
      {items.length === 0 && (
        <Empty title="Nothing to correct">Findings for the crew are added to this list automatically.</Empty>
      )}
      {items.map((item) => (
        <PunchRow key={item.itemId} item={item} />
      ))}
      {items.length > 0 && <CrewLinks />}
    </Stack>
  )
}

function PunchRow({ item }: { item: PunchAnswer }) {
  const { visit, records } = useVisitContext()
  const record = useRecord(visit.heads)
  const [editing, setEditing] = useState(false)
  const fact = records.punchItems.find((other) => other.id === item.itemId)
  if (!fact) return null
  const before = records.photos.find((photo) => fact.findingId && photo.findingId === fact.findingId)
  const reply = records.punchReplies.find((other) => other.id === item.replyId)
  return (
    <Box borderTopWidth="1px" pt="2">
      <Flex gap="3" align="start">
        {before && (
          <Picture
            sha256={before.sha256}
            alt="As found"
            edits={before.edits}
            style={{ width: '84px', flex: 'none' }}
            open
          />
        )}
        {reply && <Picture sha256={reply.sha256} alt="As fixed" style={{ width: '84px', flex: 'none' }} open />}
        <Box flex="1" minW="0">
          <Text fontWeight="bold" lineHeight="short">
            {item.number}. {item.what}
            {item.place && `, ${item.place}`}
          </Text>
          <Text fontSize="sm">
            {[item.fix, item.crew || 'no crew yet', item.dueOn && `due ${dayText(item.dueOn)}`]
              .filter(Boolean)
              .join(' · ')}
          </Text>
          {item.measured && (
            <Text fontSize="sm" color="faint">
              {item.measured}
            </Text>
          )}
          {item.steps.length > 0 && (
            <details>
              <summary>Steps</summary>
              <Box as="ol" pl="5" listStyleType="decimal" fontSize="sm">
                {item.steps.map((step) => (
                  <li key={step}>{step}</li>
                ))}
              </Box>
            </details>
          )}
          <Text
            fontSize="sm"
            fontWeight="bold"
            className={item.holdPoint && item.state !== 'accepted' ? 'k-unfit' : undefined}
          >
            {item.holdPoint && 'Hold point. '}
            {item.stateWords}
          </Text>
          {reply?.note && <Text fontSize="sm">“{reply.note}”</Text>}
        </Box>
        <Button
          size="sm"
          variant="outline"
          onClick={() => setEditing(!editing)}
          aria-label={`Change item ${item.number}`}
        >
          Change
        </Button>
      </Flex>
      {item.state === 'fixed' && reply && <Judge itemId={item.itemId} replyId={reply.id} number={item.number} />}
      {editing && <PunchEditor fact={fact} onDone={() => setEditing(false)} />}
      {record.isError && <Trouble error={record.error} />}
    </Box>
  )
}

function Judge({ itemId, replyId, number }: { itemId: string; replyId: string; number: number }) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const [reason, setReason] = useState('')
  const decide = (accepted: boolean) => {
    const fact: PunchDecisionFact = {
      id: newId(),
      visitId: visit.visit.id,
      punchItemId: itemId,
      replyId,
      accepted,
      reason: accepted ? '' : reason.trim(),
      by: visit.visit.inspector,
      at: localIso(),
    }
    record.mutate([{ kind: 'punchDecision', fact }])
  }
  return (
    <Flex gap="2" mt="2" wrap="wrap">
      <Button size="lg" colorPalette="verdigris" onClick={() => decide(true)} aria-label={`Accept item ${number}`}>
        Accept
      </Button>
      <Input
        flex="1"
        minW="9rem"
        aria-label={`Why item ${number} is refused`}
        placeholder="refused because …"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      <Button
        size="lg"
        variant="outline"
        onClick={() => decide(false)}
        disabled={!reason.trim()}
        aria-label={`Refuse item ${number}`}
      >
        Refuse
      </Button>
      {record.isError && <Trouble error={record.error} />}
    </Flex>
  )
}

function PunchEditor({ fact, onDone }: { fact: PunchItemFact; onDone: () => void }) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const [fields, setFields] = useState(fact)
  const set = (more: Partial<PunchItemFact>) => setFields((old) => ({ ...old, ...more }))
  const keep = () => record.mutate([{ kind: 'punchItem', fact: fields }], { onSuccess: onDone })
  return (
    <Stack gap="2" mt="2" className="k-todos">
      <Input
        aria-label="Fix"
        value={fields.fix}
        onChange={(event) => set({ fix: event.target.value })}
        placeholder="fix"
      />
      <Flex gap="2" wrap="wrap">
        <Input
          flex="1"
          minW="9rem"
          aria-label="Crew"
          value={fields.crew}
          onChange={(event) => set({ crew: event.target.value })}
          placeholder="crew"
        />
        <Input
          flex="1"
          minW="9rem"
          aria-label="Due"
          type="date"
          value={fields.dueOn ?? ''}
          onChange={(event) => set({ dueOn: event.target.value || null })}
        />
      </Flex>
      <label className="k-key" data-on={fields.holdPoint || undefined}>
        <input type="checkbox" checked={fields.holdPoint} onChange={() => set({ holdPoint: !fields.holdPoint })} />
        <span>Hold point: not to be covered before it is accepted</span>
      </label>
      <Flex gap="2">
        <Button size="lg" colorPalette="verdigris" onClick={keep} loading={record.isPending}>
          Save
        </Button>
        <Button
          size="lg"
          variant="outline"
          onClick={() => record.mutate([{ kind: 'punchItem', fact, deleted: true }], { onSuccess: onDone })}
        >
          Remove from the list
        </Button>
      </Flex>
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}
