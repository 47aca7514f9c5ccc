import { Box, Button, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { FindingFact, NoticeReplyFact, PlanNotice } from '../../api/types'
import { useCore } from '../../core/useCore'
import { useRecord } from '../../shared/facts'
import { UrgencyMarks } from '../../shared/marks/UrgencyMarks'
import { placeId } from '../../shared/placeId'
import { Trouble } from '../../shared/States'
import { upperFirst } from '../../shared/sentences'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'

/** What the plan and the answers say is wrong, worst first: added as a finding, or dismissed with a reason that is saved. */
export function NoticeList() {
  const { visit, records, assessment } = useVisitContext()
  const replies = records.noticeReplies ?? []
  const answer = useCore(
    'notices',
    visit.facts.plan
      ? {
          plan: {
            plan: visit.facts.plan,
            details: visit.facts.details ?? [],
            coverings: visit.facts.coverings,
            asOf: visit.facts.asOf,
            spots: null,
            damInches: 0,
          },
          slopes: visit.facts.slopes,
          findings: visit.facts.findings,
          inchesPerHour: visit.facts.local?.rain?.inchesPerHour ?? null,
        }
      : undefined,
  )
  const notices = [...(assessment.noticed ?? []), ...(answer?.notices ?? [])].sort((a, b) => b.nails - a.nails)
  const open = notices.filter((notice) => !replies.some((reply) => reply.key === notice.key))
  const waved = replies.filter((reply) => !reply.findingId)
  if (open.length === 0 && waved.length === 0) return null
  return (
    <Box>
      <Heading as="h3" size="md" mb="1">
        Noticed, not yet a finding
      </Heading>
      {open.length === 0 && (answer || !visit.facts.plan) && <Text color="faint">Nothing more.</Text>}
      {open.map((notice) => (
        <Notice key={notice.key} notice={notice} />
      ))}
      {waved.map((reply) => (
        <Waved key={reply.id} reply={reply} name={notices.find(({ key }) => key === reply.key)?.name} />
      ))}
    </Box>
  )
}

/** What an answer given at a station says is wrong, until it is a finding or dismissed. */
export function StationNotices({ station }: { station: string }) {
  const { records, assessment } = useVisitContext()
  return (assessment.noticed ?? [])
    .filter((notice) => notice.station === station)
    .filter((notice) => !(records.noticeReplies ?? []).some((reply) => reply.key === notice.key))
    .map((notice) => <Notice key={notice.key} notice={notice} />)
}

function Notice({ notice }: { notice: PlanNotice }) {
  const { visit, book } = useVisitContext()
  const record = useRecord(visit.heads)
  const [waving, setWaving] = useState(false)
  const [reason, setReason] = useState('')
  const letter = visit.facts.slopes.find(({ id }) => id === notice.slopeId)?.letter
  const reply = (fields: Pick<NoticeReplyFact, 'findingId' | 'reason'>): NoticeReplyFact => ({
    id: placeId('notice', visit.visit.id, notice.key),
    visitId: visit.visit.id,
    key: notice.key,
    ...fields,
  })
  const accept = () => {
    const finding: FindingFact = {
      id: newId(),
      visitId: visit.visit.id,
      slopeId: notice.slopeId ?? null,
      station: notice.station,
      condition: notice.condition,
      place: notice.place,
      evidence: 'notChecked',
      extent: 'onePlace',
      measure: notice.measure ?? null,
      peopleBelow: false,
      note: [notice.why, notice.advice].filter(Boolean).join(' '),
      outcome: book.conditions.find(({ code }) => code === notice.condition)?.defaultOutcome ?? 'mend',
      cause: null,
      earlier: null,
      spot: notice.spot ?? null,
      detailId: notice.detailId ?? null,
      deciding: notice.deciding ?? null,
    }
    record.mutate([
      { kind: 'finding', fact: finding },
      { kind: 'noticeReply', fact: reply({ findingId: finding.id, reason: '' }) },
    ])
  }
  return (
    <Stack gap="1" borderTopWidth="1px" py="3">
      <Flex gap="3" align="center" wrap="wrap">
        <Text fontWeight="bold" flex="1" minW="12rem">
          {notice.name}
          {letter && `, slope ${letter}`}
        </Text>
        <UrgencyMarks marks={notice.nails} words={notice.urgencyWords} />
      </Flex>
      <Text>
        {notice.place && `${upperFirst(notice.place)}. `}
        {notice.why} {notice.advice}
      </Text>
      <Flex gap="2" wrap="wrap">
        <Button size="lg" colorPalette="verdigris" onClick={accept} loading={record.isPending}>
          Add as a finding
        </Button>
        <Button size="lg" variant="outline" onClick={() => setWaving(!waving)} aria-expanded={waving}>
          Dismiss
        </Button>
      </Flex>
      {waving && (
        <Flex gap="2" wrap="wrap" align="center">
          {['Checked: in order', notice.key.startsWith('answer:') ? 'Answer corrected' : 'Not as the plan has it'].map(
            (words) => (
              <Button
                key={words}
                size="lg"
                variant="outline"
                onClick={() =>
                  record.mutate([{ kind: 'noticeReply', fact: reply({ findingId: null, reason: words }) }])
                }
              >
                {words}
              </Button>
            ),
          )}
          <Input
            flex="1"
            minW="12rem"
            aria-label="Another reason"
            placeholder="another reason"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
          <Button
            size="lg"
            variant="outline"
            disabled={!reason.trim()}
            onClick={() =>
              record.mutate([{ kind: 'noticeReply', fact: reply({ findingId: null, reason: reason.trim() }) }])
            }
          >
            Save the reason
          </Button>
        </Flex>
      )}
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}

function Waved({ reply, name }: { reply: NoticeReplyFact; name: string | undefined }) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  return (
    <Flex gap="3" align="center" borderTopWidth="1px" py="1">
      <Text flex="1" color="faint">
        Dismissed: {name ?? 'no longer noticed'} – {reply.reason}
      </Text>
      <Button
        variant="outline"
        onClick={() => record.mutate([{ kind: 'noticeReply', fact: reply, deleted: true }])}
        aria-label={`Bring back: ${name ?? reply.reason}`}
      >
        Restore
      </Button>
    </Flex>
  )
}
