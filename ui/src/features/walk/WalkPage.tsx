import { Box, Flex, Text, useMediaQuery } from '@chakra-ui/react'
import { useCallback, useEffect, useMemo } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import type { Station } from '../../api/types'
import { useShortcuts } from '../../shared/shortcuts'
import { useVisitContext } from '../../shared/visitContext'
import { ComingDown } from './ComingDown'
import { lookAt, placesOf, stateOf } from './looks'
import { OneMoreThing } from './OneMoreThing'
import { StationPanel } from './StationPanel'
import { UndoDelete } from './UndoDelete'
import { WrapUp } from './WrapUp'

const WRAP = 'wrap'

/** The visit in walking order: what is left on which slope, always in sight. The order is suggested, never forced. */
export function WalkPage() {
  const { visit, assessment, book, dossier } = useVisitContext()
  // On the phone the panel opens under its station; on the desk it stands beside the list.
  const [desk] = useMediaQuery(['(min-width: 48em)'], { ssr: false })
  const [query, setQuery] = useSearchParams()
  const navigate = useNavigate()
  const { coverage, progress } = assessment
  const { findings } = visit.facts
  const stations = useMemo(
    () => [
      ...progress.stations.flatMap((key) => book.stations.find((station) => station.key === key) ?? []),
      // A place that this walk does not ask for, but where something was found.
      ...book.stations.filter(
        ({ key }) => !progress.stations.includes(key) && findings.some(({ station }) => station === key),
      ),
    ],
    [progress.stations, book.stations, findings],
  )
  const firstOpen = stations.find((station) => coverage.left.some((left) => left.station === station.key))
  const wrapping = query.get('station') === WRAP || (!query.get('station') && !firstOpen)
  const chosen = wrapping
    ? undefined
    : (stations.find((station) => station.key === query.get('station')) ?? firstOpen ?? stations[0])
  const choose = useCallback((key: string) => setQuery({ station: key }, { replace: true }), [setQuery])
  const current = chosen?.key ?? WRAP
  useEffect(() => {
    if (!desk) document.getElementById(rowId(current))?.scrollIntoView({ block: 'start' })
  }, [desk, current])
  const order = [...stations.map((station) => station.key), WRAP]
  const step = (by: number) => choose(order[(order.indexOf(current) + by + order.length) % order.length] as string)
  const openPlace = coverage.left.find((left) => left.station === current)
  const press = (label: string) =>
    document.querySelector<HTMLElement>(
      `main [aria-label^="${label}, ${openPlace?.letter ? `Slope ${openPlace.letter}` : ''}"]`,
    )
  useShortcuts({
    j: { words: 'Next station', act: () => step(1) },
    k: { words: 'Station before', act: () => step(-1) },
    n: {
      words: 'New finding here',
      act: () =>
        chosen &&
        navigate(
          `${visit.base}/findings/new?station=${chosen.key}${openPlace?.slopeId ? `&slope=${openPlace.slopeId}` : chosen.perSlope && visit.facts.slopes[0] ? `&slope=${visit.facts.slopes[0].id}` : ''}`,
        ),
    },
    l: { words: 'Inspected: next open place', act: () => press('Inspected')?.click() },
    x: { words: 'Not inspected: next open place', act: () => press('Not inspected')?.click() },
    u: { words: 'Wrap-up', act: () => choose(WRAP) },
  })
  const done = coverage.asked - coverage.left.length
  const panel = chosen ? <StationPanel key={chosen.key} station={chosen} /> : <WrapUp />
  return (
    <>
      <UndoDelete />
      {visit.visit.finishedAt && (
        <Box mb="3">
          <OneMoreThing />
        </Box>
      )}
      <Flex gap="4" direction={{ base: 'column', md: 'row' }} align="start">
        <Box as="nav" aria-label="Stations" w={{ base: 'full', md: '21rem' }} flex="none">
          <Box className="k-left">
            <Flex align="center" gap="2" mb="1">
              <Text fontWeight="bold" role="status" flex="1" lineHeight="short">
                {/* It stays in sight when the roofs above have scrolled away. */}
                {dossier.roofs.length > 1 && `${visit.name}: `}
                {coverage.left.length === 0
                  ? 'Nothing is left: every place is inspected or has a reason.'
                  : `${coverage.left.length} of ${coverage.asked} places left`}
              </Text>
              <ComingDown />
            </Flex>
            <Box h="8px" bg="bg.muted" borderRadius="sm" mb="2" aria-hidden="true">
              <Box h="8px" bg="verdigris" borderRadius="sm" w={`${(100 * done) / coverage.asked}%`} />
            </Box>
          </Box>
          {stations.map((station) => (
            <Box key={station.key}>
              <StationRow station={station} current={station.key === current} onChoose={() => choose(station.key)} />
              {!desk && station.key === current && <Box pb="3">{panel}</Box>}
            </Box>
          ))}
          <button
            type="button"
            id={rowId(WRAP)}
            className="k-stationrow"
            aria-current={current === WRAP}
            onClick={() => choose(WRAP)}
          >
            <Box flex="1">
              <Text fontWeight={current === WRAP ? 'bold' : 'medium'}>Wrap-up</Text>
              <Text fontSize="sm" color={progress.canFinish ? 'faint' : 'copper'} lineHeight="short">
                {visit.visit.finishedAt
                  ? 'finished'
                  : progress.canFinish
                    ? 'ready to finish'
                    : `${progress.heldBy.length} items open`}
              </Text>
            </Box>
          </button>
          {!desk && current === WRAP && <Box pb="3">{panel}</Box>}
        </Box>
        {desk && (
          <Box flex="1" minW="0" w="full">
            {panel}
          </Box>
        )}
      </Flex>
    </>
  )
}

const rowId = (key: string) => `station-${key}`

const signs = { open: '', looked: '✓', excused: '–' } as const

function StationRow({ station, current, onChoose }: { station: Station; current: boolean; onChoose: () => void }) {
  const { visit, assessment } = useVisitContext()
  const places = placesOf(station, visit.facts.slopes).map((place) => ({
    place,
    state: stateOf(lookAt(visit.facts.looks, place)),
  }))
  const found = visit.facts.findings.filter((finding) => finding.station === station.key).length
  const left = places.filter(({ state }) => state === 'open').length
  const waiting =
    assessment.progress.toDos.filter((toDo) => !toDo.done && toDo.station === station.key).length +
    assessment.progress.dues.filter((due) => !due.optional && due.station === station.key).length
  const notes = [
    found > 0 && `${found} ${found === 1 ? 'finding' : 'findings'}`,
    waiting > 0 && `${waiting} to do`,
  ].filter(Boolean)
  return (
    <button type="button" id={rowId(station.key)} className="k-stationrow" aria-current={current} onClick={onChoose}>
      <Box flex="1" minW="0">
        <Text fontWeight={current ? 'bold' : 'medium'} lineHeight="short">
          {station.name}
        </Text>
        {notes.length > 0 && (
          <Text fontSize="sm" color="copper" lineHeight="short">
            {notes.join(', ')}
          </Text>
        )}
      </Box>
      <span className="k-hidden">{left === 0 ? 'done' : `${left} left`}</span>
      <Flex gap="1" aria-hidden="true">
        {places.map(({ place, state }) => (
          <span key={place.slope?.id ?? 'roof'} className="k-dot" data-state={state}>
            {place.slope?.letter ?? signs[state]}
          </span>
        ))}
      </Flex>
    </button>
  )
}
