import { Button, Flex, Stack, Text } from '@chakra-ui/react'
import { ArrowDownToLine } from 'lucide-react'
import { useState } from 'react'
import type { ExcuseReason, LeftOpen, LookFact } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { placeId } from '../../shared/placeId'
import { Sheet } from '../../shared/Sheet'
import { Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { comingDownReasons } from '../../shared/words'

const look = (visitId: string, left: LeftOpen, excuse: ExcuseReason): LookFact => ({
  id: placeId('look', visitId, left.station, left.slopeId ?? null),
  visitId,
  station: left.station,
  slopeId: left.slopeId ?? null,
  state: 'excused',
  how: null,
  excuse,
  note: '',
})

/** One tap, one reason: all that is left is not seen, and one is on the way down. */
export function ComingDown() {
  const { visit, assessment } = useVisitContext()
  const record = useRecord(visit.heads)
  const [open, setOpen] = useState(false)
  const { left } = assessment.coverage
  if (left.length === 0) return null
  const down = (excuse: ExcuseReason) =>
    record.mutate(
      left.map((place) => ({ kind: 'look', fact: look(visit.visit.id, place, excuse) })),
      { onSuccess: () => setOpen(false) },
    )
  return (
    <>
      <Button size="md" variant="outline" onClick={() => setOpen(true)}>
        <ArrowDownToLine size={18} /> End visit early
      </Button>
      <Sheet title="End visit early" open={open} onClose={() => setOpen(false)}>
        <Stack gap="3">
          <Text>
            All {left.length} places left are noted as not seen, for the reason you tap. Each can be changed later.
          </Text>
          <Flex gap="2" direction="column">
            {(Object.entries(comingDownReasons) as [ExcuseReason, string][]).map(([reason, words]) => (
              <Button
                key={reason}
                size="xl"
                colorPalette="verdigris"
                onClick={() => down(reason)}
                loading={record.isPending}
              >
                {words}
              </Button>
            ))}
          </Flex>
          {record.isError && <Trouble error={record.error} />}
        </Stack>
      </Sheet>
    </>
  )
}
