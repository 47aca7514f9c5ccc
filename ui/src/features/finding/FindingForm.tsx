import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react'
import type { Condition, FindingFact, OwnCondition, PhotoFact } from '../../api/types'
import { coveringOn } from '../../shared/covering'
import { Fold } from '../../shared/Fold'
import { MeasureKeys } from '../../shared/MeasureKeys'
import { UrgencyMarks } from '../../shared/marks/UrgencyMarks'
import { OWN_WORDS } from '../../shared/ownCondition'
import { Recorder } from '../../shared/Recorder'
import { keyInWords } from '../../shared/roofPlan/planWords'
import { Caution, Trouble } from '../../shared/States'
import { VerdictPanel } from '../../shared/VerdictPanel'
import { useVisitContext } from '../../shared/visitContext'
import { bases, outcomes } from '../../shared/words'
import { ChangeReason } from './ChangeReason'
import { ConditionPicker } from './ConditionPicker'
import { DecidingPanel } from './DecidingPanel'
import { FurtherFields, PlaceFields, SeenFields } from './FindingFields'
import { FindingFoot } from './FindingFoot'
import { LeakPanel } from './LeakPanel'
import { MoveUrgency } from './MoveUrgency'
import { OwnFields } from './OwnFields'
import { PhotoStrip } from './PhotoStrip'
import { PlaceWords } from './PlaceWords'
import { PlanPlace } from './PlanPlace'
import { PondFields, pondCondition } from './PondFields'
import { ProblemCard } from './ProblemCard'
import { ReportWords } from './ReportWords'
import { StainFields, stainConditions } from './StainFields'
import { Together } from './Together'
import { useFindingForm } from './useFindingForm'

type FormProps = {
  start: FindingFact
  isNew: boolean
  tray: PhotoFact | undefined
  /** What the finding that this one is the same as measured on its own slope: no measure of this one. */
  measuredThere: string | null
}

export function FindingForm({ start: given, isNew, tray, measuredThere }: FormProps) {
  const { visit, book } = useVisitContext()
  const form = useFindingForm(given, isNew, tray)
  const { draft, set, condition, quantity, typed, judged, quick, whole, record, failure } = form
  const covering = coveringOf(visit, book, draft.slopeId)
  const choose = (next: Condition | null) =>
    set({
      condition: next?.code ?? '',
      outcome: next?.defaultOutcome ?? 'mend',
      deciding: null,
      views: null,
      moved: null,
      ownWords: null,
      own: null,
    })
  const setOwn = (own: OwnCondition) =>
    set({
      condition: OWN_WORDS,
      own,
      deciding: null,
      views: null,
      // Another trade presets what is recommended; what was chosen stands while the words go on.
      ...(Boolean(own.trade?.trim()) !== Boolean(draft.own?.trade?.trim()) || !draft.own
        ? { outcome: own.trade?.trim() ? 'otherTrade' : 'mend' }
        : {}),
    })
  const place = (
    <>
      <PlaceFields draft={draft} onChange={set} />
      <PlanPlace draft={draft} onChange={set} />
    </>
  )
  return (
    <Flex gap="4" direction={{ base: 'column', lg: 'row' }} align="start" className="k-abovefoot">
      <Stack className="k-sheet" gap="4" flex="3" w="full" minW="0">
        {form.restored && (
          <Flex className="k-note" role="status" gap="3" align="center" wrap="wrap">
            <Text flex="1" minW="12rem">
              Your unfinished finding was restored.
            </Text>
            <Button size="sm" variant="outline" onClick={form.discard}>
              Start over
            </Button>
          </Flex>
        )}
        {form.start.condition !== '' && !condition && !draft.own && (
          <Text color="fg.error">
            This finding was recorded as “{keyInWords(form.start.condition)}”, which this version of the rule book does
            not know. It stays in the report as recorded. Choose a condition, or update Kalpa.
          </Text>
        )}
        {draft.own ? (
          <OwnFields own={draft.own} onChange={setOwn} onList={() => choose(null)} />
        ) : (
          <ConditionPicker
            station={draft.station}
            family={covering?.family ?? null}
            kind={covering?.kind ?? null}
            worn={isWorn(visit, draft.slopeId)}
            chosen={condition}
            onChoose={choose}
            firmOwn={visit.facts.firm?.conditions ?? none}
            onOwn={setOwn}
            firmWords={visit.facts.firm?.words ?? none}
          />
        )}
        {condition?.caution && <Caution>{condition.caution}</Caution>}
        {quantity && (
          <MeasureKeys
            quantity={quantity}
            typed={typed}
            how={form.how}
            onTyped={(next) => form.setTyped(next)}
            onHow={(next) => form.setHow(next)}
          />
        )}
        {measuredThere && !typed && (
          <Text className="k-note">
            {measuredThere} Measure it here too, or leave it empty: it is then reported as not measured.
          </Text>
        )}
        {condition && (
          <VerdictPanel
            verdict={form.askedFor}
            waiting={form.late ? form.waiting : null}
            error={form.askedFor ? null : (quick.error ?? whole.error)}
            onRetry={() => {
              quick.retry()
              whole.retry()
            }}
          />
        )}
        {condition && (
          <SeenFields
            draft={draft}
            condition={condition}
            assessed={judged?.amount}
            onChange={set}
            onUnread={form.setAmountUnread}
          />
        )}
        {condition && <PlaceWords draft={draft} onChange={set} />}
        {draft.condition === pondCondition && (
          <PondFields
            draft={draft}
            pond={form.ponds?.find(({ findingId }) => findingId === draft.id)}
            onChange={set}
            onUnread={form.setPondUnread}
          />
        )}
        {stainConditions.includes(draft.condition) && (
          <StainFields draft={draft} onChange={set} onUnread={form.setStainUnread} />
        )}
        {judged && <DecidingPanel draft={draft} decisions={judged.decisions} onChange={set} />}
        {form.changed && (
          <ChangeReason before={given} after={form.finding} reason={form.reason} onReason={form.setReason} />
        )}
        {condition ? (
          <Fold title="More" state={stateOf(draft, visit, book)}>
            {place}
            <FurtherFields draft={draft} condition={condition} onChange={set} />
          </Fold>
        ) : (
          place
        )}
      </Stack>
      <Stack gap="3" flex="2" w="full" minW="0">
        {condition && (
          <Box className="k-sheet">
            <PhotoStrip photos={form.photos} rolesDue={condition.photosDue ?? []} />
          </Box>
        )}
        {condition && <Recorder station={draft.station} slopeId={draft.slopeId ?? null} findingId={draft.id} />}
        {condition && judged && (
          <Box className="k-sheet">
            <UrgencyMarks marks={judged.urgency.nails} words={judged.urgency.words} />
            <Text mt="1">{judged.urgency.why.join(' ')}</Text>
            <MoveUrgency draft={draft} judged={judged} by={visit.visit.inspector} onChange={set} />
          </Box>
        )}
        {!isNew && <LeakPanel leak={form.leaks?.find(({ findingId }) => findingId === draft.id)} />}
        {judged && <ProblemCard draft={draft} problems={form.problems} onChange={set} />}
        {judged && judged.together.length > 0 && <Together of={judged.together} />}
        {judged && <ReportWords draft={draft} judged={judged} onChange={set} />}
        {(record.isError || failure !== undefined) && <Trouble error={record.error ?? failure} />}
        <FindingFoot form={form} isNew={isNew} />
      </Stack>
    </Flex>
  )
}

// One list for all: a new one each time would make the search's index again.
const none: never[] = []

type Context = ReturnType<typeof useVisitContext>

const HALF_OF_IT = 50

/** Whether half of the slope, or of any where the finding is on none, is rated at stage 2 or worse; wear with a cause of its own aside. */
function isWorn(visit: Context['visit'], slopeId: string | null | undefined) {
  const rated = visit.facts.stages.filter((stage) => !slopeId || stage.slopeId === slopeId)
  return rated.some(({ shares }) => {
    const worn = shares.filter(({ stage, local }) => stage >= 2 && !local)
    return worn.reduce((sum, { percent }) => sum + percent, 0) >= HALF_OF_IT
  })
}

/** "Slope A · Penetrations · Repair · note". */
function stateOf(draft: FindingFact, visit: Context['visit'], book: Context['book']) {
  const slope = visit.facts.slopes.find(({ id }) => id === draft.slopeId)
  const basis = draft.basis ?? 'observed'
  return [
    slope ? `Slope ${slope.letter}` : 'No slope',
    book.stations.find(({ key }) => key === draft.station)?.name,
    outcomes[draft.outcome ?? 'mend'],
    basis !== 'observed' && bases[basis],
    draft.cause?.words,
    draft.note && 'note',
  ]
    .filter(Boolean)
    .join(' · ')
}

function coveringOf(visit: Context['visit'], book: Context['book'], slopeId: string | null | undefined) {
  const slopes = slopeId ? [slopeId] : visit.facts.slopes.map((slope) => slope.id)
  const [covering] = slopes.flatMap((id) => coveringOn(visit.facts.coverings, id, visit.facts.asOf) ?? [])
  return book.coverings.find((other) => other.kind === covering?.kind) ?? null
}
