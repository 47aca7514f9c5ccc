import { Box, Flex, Text, useMediaQuery } from '@chakra-ui/react'
import { useEffect } from 'react'
import { useSearchParams } from 'react-router'
import type { Station } from '../../api/types'
import { useVisitContext } from '../../shared/visitContext'
import { lookAt, placesOf, stateOf } from './looks'
import { StationPanel } from './StationPanel'
import { UndoDelete } from './UndoDelete'

/** The visit in walking order: what is left on which slope, always in sight. The order is suggested, never forced. */
export function WalkPage() {
  const { assessment, book } = useVisitContext()
  // On the phone the panel opens under its station; on the desk it stands beside the list.
  const [desk] = useMediaQuery(['(min-width: 48em)'], { ssr: false })
  const [query, setQuery] = useSearchParams()
  const { coverage } = assessment
  const firstOpen = book.stations.find((station) => coverage.left.some((left) => left.station === station.key))
  const chosen = book.stations.find((station) => station.key === query.get('station')) ?? firstOpen ?? book.stations[0]
  const choose = (station: Station) => setQuery({ station: station.key }, { replace: true })
  useEffect(() => {
    if (!desk && chosen) document.getElementById(rowId(chosen))?.scrollIntoView({ block: 'start' })
  }, [desk, chosen])
  const done = coverage.asked - coverage.left.length
  return (
    <>
      <UndoDelete />
      <Flex gap="4" direction={{ base: 'column', md: 'row' }} align="start">
        <Box as="nav" aria-label="Stations" w={{ base: 'full', md: '21rem' }} flex="none">
          <Box className="k-left">
            <Text fontWeight="bold" mb="1" role="status">
              {coverage.left.length === 0
                ? 'Nothing is left: every place is looked at or excused.'
                : `${coverage.left.length} of ${coverage.asked} places left`}
            </Text>
            <Box h="8px" bg="bg.muted" borderRadius="sm" mb="2" aria-hidden="true">
              <Box h="8px" bg="verdigris" borderRadius="sm" w={`${(100 * done) / coverage.asked}%`} />
            </Box>
          </Box>
          {book.stations.map((station) => (
            <Box key={station.key}>
              <StationRow station={station} current={station.key === chosen?.key} onChoose={() => choose(station)} />
              {!desk && station.key === chosen?.key && (
                <Box pb="3">
                  <StationPanel key={station.key} station={station} />
                </Box>
              )}
            </Box>
          ))}
        </Box>
        {desk && chosen && (
          <Box flex="1" minW="0" w="full">
            <StationPanel key={chosen.key} station={chosen} />
          </Box>
        )}
      </Flex>
    </>
  )
}

const rowId = (station: Station) => `station-${station.key}`

const signs = { open: '', looked: '✓', excused: '–' } as const

function StationRow({ station, current, onChoose }: { station: Station; current: boolean; onChoose: () => void }) {
  const { visit } = useVisitContext()
  const places = placesOf(station, visit.facts.slopes).map((place) => ({
    place,
    state: stateOf(lookAt(visit.facts.looks, place)),
  }))
  const found = visit.facts.findings.filter((finding) => finding.station === station.key).length
  const left = places.filter(({ state }) => state === 'open').length
  return (
    <button type="button" id={rowId(station)} className="k-stationrow" aria-current={current} onClick={onChoose}>
      <Box flex="1" minW="0">
        <Text fontWeight={current ? 'bold' : 'medium'} lineHeight="short">
          {station.name}
        </Text>
        {found > 0 && (
          <Text fontSize="sm" color="copper" lineHeight="short">
            {found} {found === 1 ? 'finding' : 'findings'}
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
