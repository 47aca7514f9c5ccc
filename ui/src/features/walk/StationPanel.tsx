import { Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { Camera, Check } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { ExcuseReason, LookFact, Station } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { useRecord } from '../../shared/facts'
import { NailMarks } from '../../shared/marks/NailMarks'
import { PlanLetter } from '../../shared/marks/PlanLetter'
import { Caution, Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { thumbOf, useVisitContext } from '../../shared/visitContext'
import { excuses } from '../../shared/words'
import { lookAt, type Place, placesOf, stateOf } from './looks'
import { StageRater } from './StageRater'

/** One stop on the walk: what to look for, each slope looked at or excused, and what was found. */
export function StationPanel({ station }: { station: Station }) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const places = placesOf(station, visit.facts.slopes)
  const open = places.filter((place) => !lookAt(visit.facts.looks, place))
  const look = (place: Place, fields: Partial<LookFact>): LookFact => ({
    id: lookAt(visit.facts.looks, place)?.id ?? newId(),
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
  return (
    <Stack className="k-sheet" gap="3">
      <Box>
        <Heading as="h2" size="lg" className="k-phonehide">
          {station.name}
        </Heading>
        <Text>{station.lookFor}</Text>
      </Box>
      {station.caution && <Caution>{station.caution}</Caution>}
      {open.length > 1 && (
        <Button variant="outline" size="lg" onClick={() => note(open, { state: 'looked' })} loading={record.isPending}>
          <Check /> Looked at the other {open.length} slopes
        </Button>
      )}
      {record.isError && <Trouble error={record.error} />}
      {places.map((place) => (
        <PlacePart
          key={place.slope?.id ?? 'roof'}
          place={place}
          onLooked={() => note([place], { state: 'looked' })}
          onExcused={(excuse) => note([place], { state: 'excused', excuse })}
        />
      ))}
      <Findings station={station} />
    </Stack>
  )
}

type PlaceProps = { place: Place; onLooked: () => void; onExcused: (reason: ExcuseReason) => void }

function PlacePart({ place, onLooked, onExcused }: PlaceProps) {
  const { visit } = useVisitContext()
  const [excusing, setExcusing] = useState(false)
  const look = lookAt(visit.facts.looks, place)
  const state = stateOf(look)
  const { slope, station } = place
  const name = slope ? `Slope ${slope.letter}` : station.name
  const words = {
    open: 'not seen yet',
    looked: look?.excuse === 'notThere' ? 'nothing of the kind here' : 'looked at',
    excused: `not inspected: ${excuses[look?.excuse ?? 'covered'].toLowerCase()}`,
  }
  return (
    <Box borderTopWidth="1px" pt="3">
      <Flex align="center" gap="2" wrap="wrap">
        {slope && <PlanLetter letter={slope.letter} facing={slope.facing} />}
        <Box flex="1" minW="8rem">
          <Text fontWeight="bold" lineHeight="short">
            {name}
            {slope?.name && (
              <Text as="span" fontWeight="normal">
                {' '}
                – {slope.name}
              </Text>
            )}
          </Text>
          <Text color={state === 'open' ? 'copper' : 'faint'} fontSize="sm">
            {words[state]}
          </Text>
        </Box>
        <Flex gap="2" w={{ base: 'full', lg: 'auto' }}>
          <Button asChild colorPalette="verdigris" size="lg" flex="1">
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
            size="lg"
            flex="1"
            onClick={onLooked}
            aria-label={`Looked, ${name}`}
            aria-pressed={state === 'looked'}
          >
            <Check /> Looked
          </Button>
          <Button
            variant="outline"
            size="lg"
            flex="1"
            onClick={() => setExcusing(!excusing)}
            aria-expanded={excusing}
            aria-label={`Could not, ${name}`}
          >
            Could not
          </Button>
        </Flex>
      </Flex>
      {excusing && (
        <Box mt="2">
          <Choice
            label={`Why ${name} was not inspected`}
            value={look?.excuse ?? null}
            options={excuses}
            onChange={(reason) => {
              onExcused(reason)
              setExcusing(false)
            }}
          />
        </Box>
      )}
      {slope && station.key === 'field' && <StageRater slope={slope} />}
    </Box>
  )
}

function Findings({ station }: { station: Station }) {
  const { visit, assessment } = useVisitContext()
  const here = visit.facts.findings.filter((finding) => finding.station === station.key)
  if (here.length === 0) return null
  return (
    <Stack gap="2" borderTopWidth="1px" pt="3">
      <Text fontWeight="bold">Found here</Text>
      {here.map((finding) => {
        const judged = assessment.findings.find((other) => other.findingId === finding.id)
        const photo = visit.photos.find((other) => other.findingId === finding.id)
        return (
          <Link key={finding.id} to={`../findings/${finding.id}`} relative="path">
            <Flex gap="3" align="center">
              {photo && (
                <img src={thumbOf(photo.sha256)} alt="" width="84" className="k-thumb" style={{ width: '84px' }} />
              )}
              <Box flex="1" minW="0">
                <Text fontWeight="bold" lineHeight="short">
                  {judged?.name ?? finding.condition}
                </Text>
                <Text fontSize="sm" lineHeight="short">
                  {judged?.observed}
                </Text>
                {judged && <NailMarks nails={judged.urgency.nails} words={judged.urgency.words} />}
              </Box>
            </Flex>
          </Link>
        )
      })}
    </Stack>
  )
}
