import { Box, Button, Checkbox, Flex, Input, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { localDay } from '../../api/clock'
import type { LeakRainFact, StainLeak } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { SaveRow } from '../../shared/SaveRow'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'
import { dayText } from '../../shared/words'

/** How a repaired leak stands, and the rains since: a leak is closed by a test or by rain, not by the repair. */
export function LeakRepairState({ leak }: { leak: StainLeak }) {
  const { visit, records } = useVisitContext()
  const record = useRecord(visit.heads)
  const [open, setOpen] = useState(false)
  if (!leak.repair) return null
  const rains = (records.leakRains ?? [])
    .filter(({ findingId }) => findingId === leak.findingId)
    .sort((a, b) => a.on.localeCompare(b.on) || a.id.localeCompare(b.id))
  return (
    <Stack gap="2">
      <Text fontWeight="bold">{leak.repair.words}</Text>
      <Text>{leak.repair.next}</Text>
      {rains.map((rain) => (
        <Flex key={rain.id} gap="2" align="center">
          <Text flex="1">
            Rain on {dayText(rain.on)}, {rain.alike ? 'like those it leaked in' : 'lighter, or from another side'}:{' '}
            {rain.water ? 'water came' : 'no water'}.{rain.note && ` “${rain.note}”`}
          </Text>
          <Button
            size="sm"
            variant="outline"
            aria-label={`Remove the rain of ${dayText(rain.on)}`}
            onClick={() => record.mutate([{ kind: 'leakRain', fact: rain, deleted: true }])}
          >
            Remove
          </Button>
        </Flex>
      ))}
      <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
        <summary>Record a rain</summary>
        {open && <RainForm stainId={leak.findingId} since={leak.repair.on} onDone={() => setOpen(false)} />}
      </details>
    </Stack>
  )
}

const came = { dry: 'No water', wet: 'Water came' } as const

function RainForm({ stainId, since, onDone }: { stainId: string; since: string; onDone: () => void }) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const [on, setOn] = useState(localDay())
  const [alike, setAlike] = useState(false)
  const [water, setWater] = useState<keyof typeof came | null>(null)
  const [note, setNote] = useState('')
  const fault =
    on === ''
      ? 'Enter the day it rained.'
      : on > localDay()
        ? 'The day lies ahead: enter the day it rained.'
        : on <= since
          ? `Enter a rain after ${dayText(since)}, the day of the work: one on that day may have come before it.`
          : water === null
            ? 'Choose whether water came.'
            : ''
  const save = () => {
    const fact: LeakRainFact = {
      id: newId(),
      visitId: visit.visit.id,
      findingId: stainId,
      on,
      alike,
      water: water === 'wet',
      note: note.trim(),
    }
    record.mutate([{ kind: 'leakRain', fact }], { onSuccess: onDone })
  }
  return (
    <Stack gap="3" mt="2">
      <Flex gap="3" wrap="wrap">
        <Labelled label="Rained on">
          <Input size="lg" type="date" max={localDay()} value={on} onChange={(event) => setOn(event.target.value)} />
        </Labelled>
        <Box alignSelf="end">
          <Choice label="At the stain" value={water} options={came} onChange={setWater} />
        </Box>
      </Flex>
      <Checkbox.Root size="lg" checked={alike} onCheckedChange={({ checked }) => setAlike(checked === true)}>
        <Checkbox.HiddenInput />
        <Checkbox.Control />
        <Checkbox.Label>As hard as those it leaked in, wind from the same side</Checkbox.Label>
      </Checkbox.Root>
      <Labelled wide label="Who saw it, remarks (optional)">
        <Input size="lg" value={note} onChange={(event) => setNote(event.target.value)} />
      </Labelled>
      <SaveRow label="Save the rain" fault={fault} onSave={save} record={record} />
    </Stack>
  )
}
