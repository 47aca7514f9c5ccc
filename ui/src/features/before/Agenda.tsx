import { Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { useVisitContext } from '../../shared/visitContext'

const hours = (minutes: number) =>
  minutes < 60
    ? `${Math.round(minutes)} min`
    : `${Math.floor(minutes / 60)} h ${String(Math.round(minutes % 60)).padStart(2, '0')} min`

/** The stations with the time they usually take. */
export function Agenda() {
  const { assessment } = useVisitContext()
  const { agenda } = assessment.progress
  return (
    <Stack className="k-sheet" gap="1">
      <Heading as="h2" size="lg">
        Agenda: about {hours(agenda.minutesInAll)}
      </Heading>
      <Text color="faint">{hours(agenda.minutesLeft)} left. Times are typical for such places.</Text>
      {agenda.stops.map((stop) => (
        <Flex key={stop.station} justify="space-between" borderTopWidth="1px" py="1">
          <Text>
            {stop.name}
            {stop.places > 1 && `, ${stop.places} slopes`}
          </Text>
          <Text>{hours(stop.minutes)}</Text>
        </Flex>
      ))}
    </Stack>
  )
}
