import { Box, Button, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react'
import { useQueries } from '@tanstack/react-query'
import { useState } from 'react'
import type { SeriesAlong, SeriesAnswer, SeriesFact } from '../../api/types'
import { coreQuery } from '../../core/useCore'
import { Choice } from '../../shared/Choice'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { Select } from '../../shared/Select'
import { Trouble } from '../../shared/States'
import { upperFirst } from '../../shared/sentences'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'
import { SeriesChart } from './SeriesChart'
import { alongs } from './words'

const { overVisits: _, ...entered } = alongs

/** One quantity measured again and again: over courses, down a wall, over visits; with its spread, its trend and the worst. */
export function SeriesPanel() {
  const { visit, assessment } = useVisitContext()
  const [adding, setAdding] = useState(false)
  const letterOf = (id: string | null | undefined) => assessment.slopes.find(({ slopeId }) => slopeId === id)?.letter
  return (
    <Box className="k-sheet" as="section" aria-label="Measurement series">
      <Flex align="center" gap="3">
        <Heading as="h2" size="md" flex="1">
          Measurement series
        </Heading>
        <Button variant="outline" onClick={() => setAdding(!adding)} aria-expanded={adding}>
          Measure a series
        </Button>
      </Flex>
      {assessment.series.length === 0 && !adding && (
        <Text color="faint">
          Board thickness down a wall, exposure from course to course: several readings show where it is worst and
          whether it is growing.
        </Text>
      )}
      {adding && <NewSeries onDone={() => setAdding(false)} />}
      {assessment.series.map((series) => (
        <SeriesRow
          key={series.id ?? `${series.quantity}-${series.slopeId}-${series.along}-${series.place}`}
          series={series}
          letter={letterOf(series.slopeId)}
        />
      ))}
      {visit.visit.finishedAt && adding && (
        <Text color="faint">The visit is finished: readings added now are added to it.</Text>
      )}
    </Box>
  )
}

function SeriesRow({ series, letter }: { series: SeriesAnswer; letter: string | undefined }) {
  const where = [letter && `slope ${letter}`, series.place, alongs[series.along].toLowerCase()]
    .filter(Boolean)
    .join(', ')
  return (
    <Box borderTopWidth="1px" pt="2" mt="2">
      <Text>
        <strong>{upperFirst(series.name)}</strong> – {where}
      </Text>
      <SeriesChart series={series} />
      <Text>{series.words}</Text>
    </Box>
  )
}

function NewSeries({ onDone }: { onDone: () => void }) {
  const { visit, book } = useVisitContext()
  const record = useRecord(visit.heads)
  const [quantity, setQuantity] = useState('board-thickness')
  const [along, setAlong] = useState<Exclude<SeriesAlong, 'overVisits'>>('downTheWall')
  const [slopeId, setSlopeId] = useState('')
  const [place, setPlace] = useState('')
  const [typed, setTyped] = useState('')
  const unit = book.quantities.find(({ id }) => id === quantity)?.unit ?? 'length'
  const texts = typed
    .split(/[,;\n]/)
    .map((text) => text.trim())
    .filter(Boolean)
  const parsed = useQueries({
    queries: texts.map((text) => coreQuery('parse-measure', { text, unit, bareUnit: 'inch' })),
  })
  const bad = texts.filter((_text, i) => parsed[i]?.data?.problem)
  const values = parsed.map(({ data }) => data?.value)
  const ready = texts.length > 1 && values.every((value) => value !== undefined && value !== null)
  const keep = () => {
    const fact: SeriesFact = {
      id: newId(),
      visitId: visit.visit.id,
      slopeId: slopeId || null,
      quantity,
      along,
      place: place.trim(),
      readings: texts.map((text, i) => ({ typed: text, value: values[i] as number, how: 'tape' })),
    }
    record.mutate([{ kind: 'series', fact }], { onSuccess: onDone })
  }
  return (
    <Stack gap="3" mt="3">
      <Flex gap="3" wrap="wrap" align="end">
        <Select
          label="What is measured"
          value={quantity}
          options={book.quantities.map(({ id, name }) => [id, name] as const)}
          onChange={setQuantity}
        />
        <Select
          label="On"
          none="no slope"
          value={slopeId}
          options={visit.facts.slopes.map(({ id, letter }) => [id, `slope ${letter}`] as const)}
          onChange={setSlopeId}
        />
        <Labelled wide label="Where">
          <Input value={place} onChange={(event) => setPlace(event.target.value)} placeholder="siding by the chase" />
        </Labelled>
      </Flex>
      <Choice label="Along" value={along} options={entered} onChange={setAlong} />
      <Labelled label="Readings in order, a comma between them">
        <Input
          size="lg"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          placeholder="3/4, 13/16, 7/8, 1 5/16"
          autoComplete="off"
        />
      </Labelled>
      {bad.length > 0 && <Text color="fg.error">Not read: {bad.join(', ')}. Type each as 3/4, 19 mm or 5.</Text>}
      {record.isError && <Trouble error={record.error} />}
      <Flex gap="3">
        <Button size="lg" colorPalette="verdigris" onClick={keep} disabled={!ready} loading={record.isPending}>
          Save {texts.length > 1 ? `${texts.length} readings` : 'the series'}
        </Button>
        <Button size="lg" variant="outline" onClick={onDone}>
          Cancel
        </Button>
      </Flex>
    </Stack>
  )
}
