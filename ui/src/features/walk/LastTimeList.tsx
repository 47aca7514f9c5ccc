import { Box, Stack, Text } from '@chakra-ui/react'
import type { RecheckFact } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { useRecord } from '../../shared/facts'
import { conditionOf } from '../../shared/ownCondition'
import { placeId } from '../../shared/placeId'
import { Empty, Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { dayText, recheckOutcomes } from '../../shared/words'

/** The last visit's findings, one by one: unchanged, worse, repaired or gone. */
export function LastTimeList() {
  const { visit, records, book } = useVisitContext()
  const record = useRecord(visit.heads)
  const { lastTime } = records
  if (!lastTime) return <Empty title="No earlier visit">This is the first visit of this roof on file.</Empty>
  const say = (findingId: string, outcome: RecheckFact['outcome']) =>
    record.mutate([
      {
        kind: 'recheck',
        fact: {
          id: placeId('recheck', visit.visit.id, findingId),
          visitId: visit.visit.id,
          findingId,
          outcome,
          note: '',
        },
      },
    ])
  return (
    <Stack gap="3">
      <Text color="faint">From the visit of {dayText(lastTime.on)}</Text>
      {lastTime.findings.map((finding) => {
        const name = conditionOf(book, finding)?.name ?? finding.condition
        const done = lastTime.done?.find(({ findings }) => findings.includes(finding.id))
        const slope = visit.facts.slopes.find((other) => other.id === finding.slopeId)
        return (
          <Box key={finding.id}>
            <Choice
              label={[name, slope && `slope ${slope.letter}`, finding.place].filter(Boolean).join(', ')}
              value={records.rechecks.find((check) => check.findingId === finding.id)?.outcome ?? null}
              options={recheckOutcomes}
              onChange={(outcome) => say(finding.id, outcome)}
            />
            {done && (
              <Text fontSize="sm">
                Done on {dayText(done.on)}
                {done.who && ` by ${done.who}`}: {done.title}. Check that it held.
              </Text>
            )}
          </Box>
        )
      })}
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}
