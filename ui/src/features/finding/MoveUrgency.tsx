import { Box, Button, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { localIso } from '../../api/clock'
import type { FindingAssessment, FindingFact, UrgencyClass } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { Labelled } from '../../shared/Labelled'
import { urgencies } from '../../shared/words'

type Props = {
  draft: FindingFact
  judged: FindingAssessment
  by: string
  onChange: (fields: Partial<FindingFact>) => void
}

/** The inspector acts sooner or later than Kalpa would: with a reason, kept beside what was computed. */
export function MoveUrgency({ draft, judged, by, onChange }: Props) {
  const [open, setOpen] = useState(false)
  const [wanted, setWanted] = useState<UrgencyClass | null>(draft.moved?.class ?? null)
  const [reason, setReason] = useState(draft.moved?.reason ?? '')
  const { moved } = judged.urgency
  if (!open)
    return (
      <Flex gap="2" mt="2" wrap="wrap">
        <Button variant="outline" size="md" onClick={() => setOpen(true)}>
          {draft.moved ? 'Change override' : 'Override when to act'}
        </Button>
        {draft.moved && (
          <Button variant="outline" size="md" onClick={() => onChange({ moved: null })}>
            Back to calculated
          </Button>
        )}
      </Flex>
    )
  const keep = () => {
    if (!wanted) return
    onChange({ moved: { class: wanted, reason: reason.trim(), by, at: localIso() } })
    setOpen(false)
  }
  return (
    <Box mt="2">
      <Choice label="When to act" value={wanted} options={urgencies} onChange={setWanted} />
      <Flex gap="2" mt="2" align="end" wrap="wrap">
        <Labelled wide label="Why">
          <Input
            size="lg"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            placeholder="what Kalpa does not know"
          />
        </Labelled>
        <Button size="lg" colorPalette="verdigris" disabled={!wanted || reason.trim() === ''} onClick={keep}>
          Override
        </Button>
        <Button size="lg" variant="outline" onClick={() => setOpen(false)}>
          Cancel
        </Button>
      </Flex>
      <Text fontSize="sm" color="faint" mt="1">
        Computed: {urgencies[moved?.computed ?? judged.urgency.class].toLowerCase()}. Both are kept. What can hurt
        someone stays first.
      </Text>
    </Box>
  )
}
