import { Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { Camera, Check, CopyPlus } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { ExcuseReason, LookFact, SlopeFact, Station } from '../../api/types'
import { QuestionField } from '../../shared/Answers'
import { Choice } from '../../shared/Choice'
import { coveringOn } from '../../shared/covering'
import { useRecord } from '../../shared/facts'
import { PlanLetter } from '../../shared/marks/PlanLetter'
import { UrgencyMarks } from '../../shared/marks/UrgencyMarks'
import { Picture } from '../../shared/Picture'
import { placeId } from '../../shared/placeId'
import { Recorder } from '../../shared/Recorder'
import { Caution, Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { wearQuestions } from '../../shared/wear'
import { excuses, hiders } from '../../shared/words'
import { Footing, FootingQuestion } from './Footing'
import { LastTimeList } from './LastTimeList'
import { lookAt, nextPlace, type Place, placesOf, stateOf } from './looks'
import { StationNotices } from './NoticeList'
import { StageRater } from './StageRater'
import { StationDues } from './StationDues'
import { StationPlan } from './StationPlan'
import { StationToDos } from './StationToDos'

/** One stop on the walk: what to look for, each slope looked at or excused, and what was found. */
export function StationPanel({ station }: { station: Station }) {
  const { visit, assessment } = useVisitContext()
  const record = useRecord(visit.heads)
  const places = placesOf(station, visit.facts.slopes)
  const open = places.filter((place) => !lookAt(visit.facts.looks, place))
  const look = (place: Place, fields: Partial<LookFact>): LookFact => ({
    id: lookAt(visit.facts.looks, place)?.id ?? placeId('look', visit.visit.id, station.key, place.slope?.id ?? null),
    visitId: visit.visit.id,
    station: station.key,
    slopeId: place.slope?.id ?? null,
    state: 'looked',
    how: null,
    excuse: null,
    note: '',
    ...fields,
  })
  const note = (chosen: Place[], fields: Partial<LookFact>) =>
    record.mutate(chosen.map((place) => ({ kind: 'look', fact: look(place, fields) })))
  const opensSomething = station.key === 'core'
  return (
    <Stack className="k-sheet k-station" gap={{ base: '2', lg: '3' }}>
      <Box fontSize={{ base: 'sm', lg: 'md' }}>
        <Heading as="h2" size="lg" className="k-phonehide">
          {station.name}
        </Heading>
        <Text>{station.lookFor}</Text>
      </Box>
      {station.caution && <Caution>{station.caution}</Caution>}
      {opensSomething && assessment.progress.warrantyCaution && (
        <Caution>{assessment.progress.warrantyCaution}</Caution>
      )}
      <StationToDos station={station.key} />
      <StationDues station={station.key} />
      {station.key === 'last' && <LastTimeList />}
      {station.key === 'courses' && (
        <Button asChild variant="outline" size="lg">
          <Link to={`${visit.base}/check`}>Preselected courses and their nails</Link>
        </Button>
      )}
      {open.length > 1 && (
        <Button
          variant="outline"
          size={{ base: 'md', lg: 'lg' }}
          onClick={() => note(open, { state: 'looked' })}
          loading={record.isPending}
        >
          <Check /> Inspected: the other {open.length} slopes
        </Button>
      )}
      {record.isError && <Trouble error={record.error} />}
      {places.map((place) => (
        <PlacePart
          key={place.slope?.id ?? 'roof'}
          place={place}
          found={visit.facts.findings.some((f) => f.station === station.key && f.slopeId === (place.slope?.id ?? null))}
          onLooked={() => note([place], { state: 'looked' })}
          onExcused={(excuse) => note([place], { state: 'excused', excuse })}
          onHidden={(excuse) => note([place], { state: 'hidden', excuse })}
        />
      ))}
      <WearQuestions station={station.key} slopeId={null} />
      {/* From the ground each slope is asked of, and none has a place of its own. */}
      {!station.perSlope &&
        visit.facts.slopes.map((slope) => (
          <WearQuestions key={slope.id} station={station.key} slopeId={slope.id} letter={slope.letter} />
        ))}
      <StationNotices station={station.key} />
      <StationPlan station={station} />
      <Findings station={station} />
      <Recorder station={station.key} slopeId={null} findingId={null} />
    </Stack>
  )
}

type PlaceProps = {
  place: Place
  found: boolean
  onLooked: () => void
  onExcused: (reason: ExcuseReason) => void
  onHidden: (by: ExcuseReason) => void
}

function wordsOf(look: LookFact | undefined, found: boolean, rated: boolean) {
  if (!look) return rated ? 'rated; tap Inspected when the slope is inspected' : 'not inspected yet'
  if (look.state === 'hidden') return `hidden ${hiders[look.excuse as keyof typeof hiders]?.toLowerCase() ?? ''}`
  if (look.excuse === 'notThere') return 'nothing of the kind here'
  if (look.state === 'excused') return `not inspected: ${excuses[look.excuse ?? 'covered'].toLowerCase()}`
  return found ? 'inspected' : 'inspected, no defects'
}

function PlacePart({ place, found, onLooked, onExcused, onHidden }: PlaceProps) {
  const { visit } = useVisitContext()
  const [excusing, setExcusing] = useState(false)
  const [changing, setChanging] = useState(false)
  const look = lookAt(visit.facts.looks, place)
  const state = stateOf(look)
  const { slope, station } = place
  const rated =
    slope !== null &&
    ['field', 'lift', 'seams'].includes(station.key) &&
    visit.facts.stages.some((stage) => stage.slopeId === slope.id)
  const name = slope ? `Slope ${slope.letter}` : station.name
  const done = (tell: () => void) => {
    tell()
    setExcusing(false)
  }
  return (
    <Box borderTopWidth="1px" pt={{ base: '2', lg: '3' }}>
      <Flex align="center" columnGap="2" rowGap={{ base: '1', lg: '2' }} wrap="wrap">
        {slope && <PlanLetter letter={slope.letter} facing={slope.facing} />}
        <Box flex="1" minW="8rem">
          <Text fontWeight="bold" lineHeight="short" className="k-oneline">
            {name}
            {slope?.name && (
              <Text as="span" fontWeight="normal">
                {' '}
                – {slope.name}
              </Text>
            )}{' '}
            <Text as="span" fontWeight="normal" fontSize="sm" color={state === 'open' ? 'copper' : 'faint'}>
              {wordsOf(look, found, rated)}
            </Text>
          </Text>
          {slope && <Footing slope={slope} changing={changing} onChange={setChanging} />}
        </Box>
        <Flex gap="2" w={{ base: 'full', lg: 'auto' }}>
          <Button asChild colorPalette="verdigris" size={{ base: 'md', lg: 'lg' }} flex="1" px={{ base: '1', lg: '5' }}>
            <Link
              to={`../findings/new?station=${station.key}${slope ? `&slope=${slope.id}` : ''}`}
              relative="path"
              aria-label={`New finding, ${name}`}
            >
              <Camera /> Finding
            </Link>
          </Button>
          <Button
            variant={state === 'looked' ? 'subtle' : 'outline'}
            size={{ base: 'md', lg: 'lg' }}
            flex="1"
            px={{ base: '1', lg: '5' }}
            gap="1"
            fontSize={{ base: 'sm', lg: 'md' }}
            onClick={onLooked}
            aria-label={`Inspected, ${name}`}
            aria-pressed={state === 'looked'}
          >
            <Check /> Inspected
          </Button>
          <Button
            variant="outline"
            size={{ base: 'md', lg: 'lg' }}
            flex="1"
            px={{ base: '1', lg: '5' }}
            fontSize={{ base: 'sm', lg: 'md' }}
            onClick={() => setExcusing(!excusing)}
            aria-expanded={excusing}
            aria-label={`Not inspected, ${name}`}
          >
            Not inspected
          </Button>
        </Flex>
      </Flex>
      {slope && changing && (
        <Box mt="2">
          <FootingQuestion slope={slope} />
        </Box>
      )}
      {excusing && (
        <Stack mt="2" gap="3">
          <Choice
            label={`Why ${name} was not inspected`}
            value={look?.state === 'excused' ? (look.excuse ?? null) : null}
            options={excuses}
            onChange={(reason) => done(() => onExcused(reason))}
          />
          <Choice
            label="Or it is there, but hidden"
            value={look?.state === 'hidden' ? (look.excuse as keyof typeof hiders) : null}
            options={hiders}
            onChange={(by) => done(() => onHidden(by))}
          />
        </Stack>
      )}
      {slope && station.key === 'field' && <StageRater slope={slope} />}
      {slope && (station.key === 'lift' || station.key === 'seams') && <StageRater slope={slope} keeper />}
      {slope && <WearQuestions station={station.key} slopeId={slope.id} />}
    </Box>
  )
}

/** Questions whose answer bears on the years, asked where one sees it. */
function WearQuestions({ station, slopeId, letter }: { station: string; slopeId: string | null; letter?: string }) {
  const { book, visit } = useVisitContext()
  const kind = slopeId ? coveringOn(visit.facts.coverings, slopeId, visit.facts.asOf)?.kind : undefined
  const asked = wearQuestions(book, kind).filter(
    (question) => question.station === station && question.perSlope === (slopeId !== null),
  )
  return asked.map((question) => (
    <Box key={question.key} mt={slopeId ? '3' : '0'}>
      <QuestionField
        question={question}
        slopeId={slopeId}
        label={letter ? `${question.text}, slope ${letter}` : question.text}
      />
    </Box>
  ))
}

function Findings({ station }: { station: Station }) {
  const { visit, records, assessment } = useVisitContext()
  const here = visit.facts.findings.filter((finding) => finding.station === station.key)
  if (here.length === 0) return null
  const next = (slopeId: string | null): SlopeFact | null => nextPlace(station, visit.facts.slopes, slopeId)
  return (
    <Stack gap="2" borderTopWidth="1px" pt="3">
      <Text fontWeight="bold">Found here</Text>
      {here.map((finding) => {
        const judged = assessment.findings.find((other) => other.findingId === finding.id)
        const photo = records.photos.find((other) => other.findingId === finding.id)
        const there = next(finding.slopeId)
        const name = judged?.name ?? finding.condition
        return (
          <Flex key={finding.id} gap="2" align={{ md: 'center' }} direction={{ base: 'column', md: 'row' }}>
            <Link to={`../findings/${finding.id}`} relative="path" style={{ flex: 1, minWidth: 0 }}>
              <Flex gap="3" align="center">
                {photo && (
                  <Picture sha256={photo.sha256} alt="" edits={photo.edits} style={{ width: '84px', flex: 'none' }} />
                )}
                <Box flex="1" minW="0">
                  <Text fontWeight="bold" lineHeight="short">
                    {name}
                  </Text>
                  <Text fontSize="sm" lineHeight="short">
                    {judged?.observed}
                  </Text>
                  {judged && <UrgencyMarks marks={judged.urgency.nails} words={judged.urgency.words} />}
                </Box>
              </Flex>
            </Link>
            <Button asChild variant="outline" size="md" flex="none">
              <Link
                to={`../findings/new?same=${finding.id}&station=${station.key}${there ? `&slope=${there.id}` : ''}`}
                relative="path"
                aria-label={`Same again: ${name}${there ? `, slope ${there.letter}` : ''}`}
              >
                <CopyPlus size={18} /> Same{there ? ` on ${there.letter}` : ' again'}
              </Link>
            </Button>
          </Flex>
        )
      })}
    </Stack>
  )
}
