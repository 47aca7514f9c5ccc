import { Box, Button, Flex, Input, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { localDay } from '../../api/clock'
import type { OwnerDecision, OwnerReplyAnswer, OwnerReplyFact } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { placeId } from '../../shared/placeId'
import { Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'

const decisions: Record<OwnerDecision, string> = { accepted: 'Accepted', declined: 'Declined', putOff: 'Put off' }

type Asked = Pick<OwnerReplyFact, 'title'> & { findingId?: string | null; slopeId?: string | null; option?: string }

/** What the owner says to a job or an option: who, when and in what words; shown where there is one, and changed in place. */
export function OwnerReply({ asked, reply }: { asked: Asked; reply: OwnerReplyAnswer | null | undefined }) {
  const [open, setOpen] = useState(false)
  return (
    <Box>
      {reply && (
        <Text>
          <strong>{reply.words}</strong> {reply.caution}
        </Text>
      )}
      <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
        <summary>{reply ? 'Change the owner’s reply' : 'Owner’s reply'}</summary>
        {open && <ReplyForm asked={asked} replyId={reply?.id ?? null} onDone={() => setOpen(false)} />}
      </details>
    </Box>
  )
}

function ReplyForm({ asked, replyId, onDone }: { asked: Asked; replyId: string | null; onDone: () => void }) {
  const { visit, records } = useVisitContext()
  const record = useRecord(visit.heads)
  const before = records.ownerReplies?.find(({ id }) => id === replyId)
  const [decision, setDecision] = useState<OwnerDecision | null>(before?.decision ?? null)
  const [who, setWho] = useState(before?.who ?? '')
  const [words, setWords] = useState(before?.words ?? '')
  const [on, setOn] = useState(before?.on ?? localDay())
  const { title, findingId = null, slopeId = null, option = '' } = asked
  const save = () => {
    if (!decision) return
    const fact: OwnerReplyFact = {
      id:
        before?.id ??
        placeId('ownerReply', visit.visit.id, visit.roof.id, findingId, slopeId, findingId ? '' : title, option),
      visitId: visit.visit.id,
      title,
      decision,
      who: who.trim(),
      on,
      words: words.trim(),
      findingId,
      slopeId,
      option,
    }
    record.mutate([{ kind: 'ownerReply', fact }], { onSuccess: onDone })
  }
  const remove = () =>
    before && record.mutate([{ kind: 'ownerReply', fact: before, deleted: true }], { onSuccess: onDone })
  return (
    <Stack gap="3" mt="2">
      <Choice label="The owner’s decision" value={decision} options={decisions} onChange={setDecision} />
      <Flex gap="3" wrap="wrap">
        <Labelled wide label="Who replied (optional)">
          <Input size="lg" value={who} onChange={(event) => setWho(event.target.value)} />
        </Labelled>
        <Labelled label="On">
          <Input size="lg" type="date" max={localDay()} value={on} onChange={(event) => setOn(event.target.value)} />
        </Labelled>
      </Flex>
      <Labelled wide label="In their words (optional)">
        <Input size="lg" value={words} onChange={(event) => setWords(event.target.value)} />
      </Labelled>
      <Flex gap="2" align="center" wrap="wrap">
        <Button
          size="lg"
          colorPalette="verdigris"
          disabled={!decision || !on}
          onClick={save}
          loading={record.isPending}
        >
          Save reply
        </Button>
        {before && (
          <Button size="lg" variant="outline" onClick={remove}>
            Remove
          </Button>
        )}
        {!decision && <Text color="faint">Choose what the owner decided.</Text>}
        {decision && !on && <Text color="faint">Enter the day of the reply.</Text>}
      </Flex>
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}
