import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { AgeSource, YearEvidence } from '../api/types'
import { Choice } from './Choice'
import { ageSources } from './words'
import { YearsField } from './YearsField'
import { readYears } from './years'

type Props = { evidence: YearEvidence[]; year: number; onChange: (evidence: YearEvidence[]) => void }

/** What else speaks for a year: the neighbours' roofs, a dated photo, somebody's word. Kalpa weighs them by who says so. */
export function YearWords({ evidence, year, onChange }: Props) {
  const [adding, setAdding] = useState(false)
  const [typed, setTyped] = useState('')
  const [source, setSource] = useState<AgeSource>('neighbours')
  const read = readYears(typed, year)
  const add = () => {
    if (!read.ok || read.from === null || read.to === null) return
    onChange([...evidence, { from: read.from, to: read.to, source, note: '' }])
    setTyped('')
    setAdding(false)
  }
  return (
    <Box mt="3">
      {evidence.map((word, i) => (
        <Flex key={`${word.from}-${word.to}-${word.source}`} gap="3" align="center">
          <Text flex="1">
            {word.from === word.to ? word.from : `${word.from}–${word.to}`}: {ageSources[word.source].toLowerCase()}
            {word.note && ` (${word.note})`}
          </Text>
          <Button size="sm" variant="outline" onClick={() => onChange(evidence.filter((_, at) => at !== i))}>
            Remove
          </Button>
        </Flex>
      ))}
      {adding ? (
        <Flex gap="3" wrap="wrap" align="end" mt="2">
          <Box flex="1" minW="12rem">
            <YearsField label="Also said: year or age" typed={typed} year={year} onTyped={setTyped} />
          </Box>
          <Choice label="By" value={source} options={ageSources} onChange={setSource} />
          <Button onClick={add} disabled={!read.ok || read.from === null}>
            Add
          </Button>
        </Flex>
      ) : (
        <Button mt="2" variant="outline" size="sm" onClick={() => setAdding(true)}>
          Add another source for the year
        </Button>
      )}
    </Box>
  )
}
