import { Box, Checkbox, Flex, Stack, Text } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import type {
  BookAnswer,
  CodeFamily,
  Condition,
  CoveringFact,
  DecidingAnswer,
  FindingFact,
  MeasureFact,
  Under,
} from '../../api/types'
import { useCore, useCoreAnswer } from '../../core/useCore'
import { Choice } from '../../shared/Choice'
import { useParsed } from '../../shared/MeasureInput'
import { MeasureKeys } from '../../shared/MeasureKeys'
import { UrgencyMarks } from '../../shared/marks/UrgencyMarks'
import { moneyRange } from '../../shared/money'
import { Select } from '../../shared/Select'
import { useBehind } from '../../shared/useBehind'
import { useFirm } from '../../shared/useFirm'
import { VerdictPanel } from '../../shared/VerdictPanel'
import { codeFamilies, evidences, extents, unders } from '../../shared/words'
import { Part } from './EntryParts'

const pitches = { '2': '2/12', '4': '4/12', '6': '6/12', '8': '8/12', '12': '12/12' } as const
const nobody = '00000000-0000-0000-0000-000000000000'

/** Questions whose answers say which of a condition's limits hold. */
function hangingOn(book: BookAnswer, condition: Condition) {
  const keys = book.limits
    .filter((limit) => limit.quantity === condition.quantity)
    .flatMap((limit) => [limit.where?.decision, limit.unless?.decision])
  return book.decisions.filter(({ key, conditions }) => keys.includes(key) && conditions.includes(condition.code))
}

/** Values tried on a rule: nothing of it is kept. */
export function TryValues({ book, condition }: { book: BookAnswer; condition: Condition }) {
  const coverings = book.coverings.filter(({ family }) => !condition.families || condition.families.includes(family))
  const quantity = book.quantities.find(({ id }) => id === condition.quantity)
  const [covering, setCovering] = useState<CoveringFact['kind']>(coverings[0]?.kind ?? 'laminatedShingle')
  const [typed, setTyped] = useState('')
  const [how, setHow] = useState<MeasureFact['how']>('tape')
  const [rise, setRise] = useState<keyof typeof pitches>('6')
  const [code, setCode] = useState<CodeFamily>('residential')
  const [evidence, setEvidence] = useState<FindingFact['evidence']>('notChecked')
  const [undersideSeen, setUndersideSeen] = useState(false)
  const [extent, setExtent] = useState<FindingFact['extent']>('onePlace')
  const [under, setUnder] = useState<Under>('heatedRoom')
  const [deciding, setDeciding] = useState<DecidingAnswer[]>([])
  const { rules } = useFirm()
  const asked = hangingOn(book, condition)
  const parsed = useParsed(typed, quantity?.unit ?? 'length')
  const reading = parsed?.reading === true
  const read = quantity && parsed?.value != null ? { typed, value: parsed.value, how } : null
  // While a measure is being read, what was read before it is judged.
  const lastRead = useRef(read)
  if (!reading) lastRead.current = read
  const measure = reading ? lastRead.current : read
  const local = { id: nobody, propertyId: nobody, code, jurisdiction: '', edition: '', limits: [] }
  const asking = useCoreAnswer('verdict', {
    condition: condition.code,
    covering,
    measure,
    risePer12: Number(rise),
    local,
    deciding,
    firm: rules.limits ?? null,
  })
  const verdict = asking.answer
  const waiting = reading ? 'Reading the measure…' : asking.fresh ? null : 'Calculating…'
  const late = useBehind(waiting !== null)
  const urgency = useCore(
    'urgency',
    verdict && {
      condition: condition.code,
      evidence,
      extent,
      under,
      peopleBelow: false,
      undersideSeen,
      outcome: verdict.outcome,
      shortfall: verdict.shortfall,
      nearEnd: false,
      reroofDue: false,
      risePer12: Number(rise),
      weight: 1,
    },
  )
  return (
    <Part title="Try values">
      <Stack gap="3" className="k-try">
        {quantity && <MeasureKeys quantity={quantity} typed={typed} how={how} onTyped={setTyped} onHow={setHow} />}
        <Flex gap="3" wrap="wrap">
          <Select
            label="Covering"
            value={covering}
            options={coverings.map(({ kind, name }) => [kind, name] as const)}
            onChange={setCovering}
          />
          <Select label="Pitch" value={rise} options={pitches} onChange={setRise} />
          <Choice label="Building" value={code} options={codeFamilies} onChange={setCode} />
        </Flex>
        {asked.map((decision) => (
          <Choice
            key={decision.key}
            label={decision.ask}
            value={deciding.find((answer) => answer.decision === decision.key)?.option ?? null}
            options={Object.fromEntries(decision.options.map(({ key, words }) => [key, words]))}
            onChange={(option) =>
              setDeciding((old) => [
                ...old.filter((answer) => answer.decision !== decision.key),
                { decision: decision.key, option },
              ])
            }
          />
        ))}
        <VerdictPanel verdict={verdict} waiting={late ? waiting : null} error={asking.error} onRetry={asking.retry} />
        <Choice label="Water signs" value={evidence} options={evidences} onChange={setEvidence} />
        {evidence === 'noneSeen' && (
          <Checkbox.Root
            size="lg"
            checked={undersideSeen}
            onCheckedChange={({ checked }) => setUndersideSeen(checked === true)}
          >
            <Checkbox.HiddenInput />
            <Checkbox.Control />
            <Checkbox.Label>The underside was inspected on this visit</Checkbox.Label>
          </Checkbox.Root>
        )}
        <Choice label="Extent" value={extent} options={extents} onChange={setExtent} />
        <Choice label="What is below" value={under} options={unders} onChange={setUnder} />
        {urgency && (
          <Box>
            <UrgencyMarks marks={urgency.nails} words={urgency.words} />
            <Text>{urgency.why.join(' ')}</Text>
            <Text fontSize="sm" color="faint">
              {urgency.consequence !== 'lifeSafety' && urgency.class !== 'makeSafeNow'
                ? `Chance of harm within a year ${Math.round(urgency.chance * 100)}%, estimated cost of waiting one year ${moneyRange(urgency.lossLow, urgency.lossHigh)} (planning figure)`
                : 'No cost of waiting is given where people can be injured.'}
            </Text>
          </Box>
        )}
      </Stack>
    </Part>
  )
}
