import { Box, Button, Flex, Input, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { ToDo, ToDoFact } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { Select } from '../../shared/Select'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'

/** Things to come back to, at the station where they belong; at wrap-up all that are left. */
export function StationToDos({ station, all = false }: { station: string; all?: boolean }) {
  const { assessment } = useVisitContext()
  const here = assessment.progress.toDos.filter((toDo) => (all ? !toDo.done : toDo.station === station))
  if (here.length === 0) return null
  return (
    <Stack gap="2" className="k-todos">
      <Text fontWeight="bold">{all ? 'Still to do' : 'To do here'}</Text>
      {here.map((toDo) => (
        <ToDoRow key={toDo.factId ?? `${toDo.rule}-${toDo.findingId}`} toDo={toDo} />
      ))}
    </Stack>
  )
}

const answers = {
  'Nothing found': 'Checked, nothing found',
  Found: 'Found it',
  'Not possible': 'Not possible',
} as const

function ToDoRow({ toDo }: { toDo: ToDo }) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const settle = (done: boolean, outcome: string) => {
    const fact: ToDoFact = {
      id: toDo.factId ?? newId(),
      visitId: visit.visit.id,
      text: toDo.text,
      station: toDo.station,
      slopeId: toDo.slopeId ?? null,
      findingId: toDo.findingId ?? null,
      rule: toDo.rule,
      done,
      outcome,
    }
    record.mutate([{ kind: 'toDo', fact }])
  }
  return (
    <Box>
      <Text lineHeight="short">
        {toDo.text} {toDo.done && <strong>– {toDo.outcome || 'done'}.</strong>}
      </Text>
      <Flex gap="2" mt="1" wrap="wrap">
        {toDo.done ? (
          <Button size="sm" variant="outline" onClick={() => settle(false, '')}>
            Reopen
          </Button>
        ) : (
          Object.entries(answers).map(([outcome, words]) => (
            <Button key={outcome} size="md" variant="outline" onClick={() => settle(true, outcome)}>
              {words}
            </Button>
          ))
        )}
      </Flex>
      {record.isError && <Trouble error={record.error} />}
    </Box>
  )
}

/** Writes down something to come back to. */
export function NewToDo({ station }: { station: string }) {
  const { visit, assessment, book } = useVisitContext()
  const record = useRecord(visit.heads)
  const [text, setText] = useState('')
  const [at, setAt] = useState(station)
  const stations = book.stations.filter((other) => assessment.progress.stations.includes(other.key))
  const add = () => {
    const fact: ToDoFact = {
      id: newId(),
      visitId: visit.visit.id,
      text: text.trim(),
      station: at,
      slopeId: null,
      findingId: null,
      rule: '',
      done: false,
      outcome: '',
    }
    record.mutate([{ kind: 'toDo', fact }], { onSuccess: () => setText('') })
  }
  return (
    <Flex gap="2" wrap="wrap" align="center">
      <Input
        flex="1"
        minW="12rem"
        aria-label="Something to come back to"
        placeholder="Come back to … (confirm the manufacturer)"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => event.key === 'Enter' && text.trim() && add()}
      />
      <Select
        hideLabel
        label="Where to be reminded"
        none="at wrap-up"
        value={at}
        options={stations.map(({ key, name }) => [key, `at ${name.toLowerCase()}`] as const)}
        onChange={setAt}
      />
      <Button variant="outline" size="lg" onClick={add} disabled={!text.trim()}>
        Remind me
      </Button>
      {record.isError && <Trouble error={record.error} />}
    </Flex>
  )
}
