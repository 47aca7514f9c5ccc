import { Box, Button, Heading, SimpleGrid, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { WeatherLimitsFact } from '../../api/types'
import { useCore } from '../../core/useCore'
import { QuestionField, TypedAnswer } from '../../shared/Answers'
import { useRecord } from '../../shared/facts'
import { useWeather } from '../../shared/queries'
import { Caution, Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'
import { hourText } from '../../shared/words'

/** Go, wait or stay down: the hour's weather and what one sees, against the firm's limits, with the reason. */
export function GoingUp() {
  const { visit, records, book } = useVisitContext()
  const weather = useWeather(visit.property.id)
  const [hourOfDay, setHourOfDay] = useState(() => Math.min(17, Math.max(7, new Date().getHours())))
  const [editing, setEditing] = useState(false)
  const hour = weather.data?.hours[hourOfDay] ?? null
  const seen = records.answers.find((answer) => answer.question === 'sky')?.chosen ?? []
  const steepestRise = Math.max(0, ...visit.facts.slopes.map((slope) => slope.pitch.risePer12))
  const going = useCore('going', { hour, seen, steepestRise, limits: weather.data?.limits ?? null })
  const sky = book.questions.find((question) => question.key === 'sky')
  return (
    <Stack className="k-sheet" gap="3">
      <Heading as="h2" size="lg">
        Roof access
      </Heading>
      {going && (
        <Box className="k-going" data-going={going.going} role="status" aria-label="Roof access">
          <Text fontSize="2xl" fontWeight="bold">
            {going.words}
          </Text>
          {going.reasons.map((reason) => (
            <Text key={reason}>{reason}</Text>
          ))}
          {going.reasons.length === 0 && <Text>No reasons against it.</Text>}
        </Box>
      )}
      {weather.data ? (
        <Box>
          <label className="k-label" htmlFor="weather-hour">
            At {hourText(hourOfDay)}
          </label>
          <input
            id="weather-hour"
            type="range"
            min={6}
            max={20}
            value={hourOfDay}
            onChange={(event) => setHourOfDay(Number(event.target.value))}
            style={{ width: '100%' }}
          />
          {hour && (
            <Text>
              {hour.airF} °F · wind {hour.windMph} mph, gusts {hour.gustMph} mph · rain {hour.rainInchesPerHour} in/h ·{' '}
              {hour.surfaceWet ? 'surface wet' : 'surface dry'}
            </Text>
          )}
          <Text fontSize="sm" color="faint">
            {weather.data.from}.
          </Text>
        </Box>
      ) : (
        <Text color="faint">No forecast on this device: decide by what you see.</Text>
      )}
      {sky && <QuestionField question={sky} />}
      <Box>
        <Button size="sm" variant="outline" onClick={() => setEditing(!editing)} aria-expanded={editing}>
          The firm’s limits
        </Button>
      </Box>
      {editing && weather.data && (
        <Limits limits={weather.data.limits} revision={weather.data.limitsRevision ?? null} />
      )}
      <Caution>A forecast is not permission: anyone who climbs may always refuse.</Caution>
    </Stack>
  )
}

const fields = [
  ['waitGustMph', 'Wait at gusts of, mph'],
  ['noGoGustMph', 'Do not go up at gusts of, mph'],
  ['waitRainInchesPerHour', 'Wait at rain of, in/h'],
  ['iceBelowF', 'Ice at or below, °F'],
  ['waitHeatF', 'Wait at heat of, °F'],
  ['noGoHeatF', 'Do not go up at heat of, °F'],
] as const

const NO_ID = '00000000-0000-0000-0000-000000000000'

function Limits({ limits, revision }: { limits: WeatherLimitsFact; revision: string | null }) {
  const [id] = useState(() => (limits.id === NO_ID ? newId() : limits.id))
  const record = useRecord(revision ? [{ factId: id, revision, clash: false }] : [])
  const [wrong, setWrong] = useState('')
  const keep = (name: keyof WeatherLimitsFact, typed: string) => {
    const value = typed.trim() === '' ? Number.NaN : Number(typed.replace(',', '.'))
    setWrong(Number.isFinite(value) ? '' : `“${typed}” is not a number; the limit stays as it was.`)
    if (Number.isFinite(value)) record.mutate([{ kind: 'weatherLimits', fact: { ...limits, id, [name]: value } }])
  }
  return (
    <SimpleGrid columns={2} gap="2">
      {fields.map(([name, label]) => (
        <TypedAnswer
          key={`${name}-${limits[name]}`}
          label={label}
          typed={String(limits[name])}
          onKeep={(typed) => keep(name, typed)}
        />
      ))}
      {wrong && <Text color="fg.error">{wrong}</Text>}
      {record.isError && <Trouble error={record.error} />}
    </SimpleGrid>
  )
}
