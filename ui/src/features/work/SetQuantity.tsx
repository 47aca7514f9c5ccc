import { Box, Button, Flex, Input, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { QuantitySetFact, WorkItem } from '../../api/types'
import { figure } from '../../shared/cells'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { placeId } from '../../shared/placeId'
import { SaveRow } from '../../shared/SaveRow'
import { Select } from '../../shared/Select'
import { one } from '../../shared/units'
import { useVisitContext } from '../../shared/visitContext'
import { renewals } from './renewals'

const HOURS = 'labor-hours'
const MOST = 1_000_000

type Line = { item: string; unit: string; amount: number | null }

const nameOf = ({ item, unit }: Pick<Line, 'item' | 'unit'>) => (item === '' ? 'Labor hours' : `${item}, ${unit}`)

/** Labor, materials and allowances; a line is the same whether it takes one or several. */
const linesOf = ({ quantities }: WorkItem): Line[] => [
  { item: '', unit: HOURS, amount: quantities?.hours?.likely ?? null },
  ...(quantities?.lines ?? []).map(({ item, unit, amount }) => ({ item, unit, amount })),
  ...(quantities?.allowances ?? []).map(({ item, unit, likely }) => ({ item, unit, amount: likely })),
]

/** What a job takes as the inspector has it, in place of what was calculated: which line, how much, and why. */
export function SetQuantity({ item }: { item: WorkItem }) {
  const { visit, records } = useVisitContext()
  const record = useRecord(visit.heads)
  const lines = linesOf(item)
  const [chosen, setChosen] = useState('0')
  const [typed, setTyped] = useState('')
  const [reason, setReason] = useState('')
  const job = {
    title: item.title,
    findingId: item.findingId ?? null,
    slopeId: item.findingId ? null : (item.slopeId ?? null),
  }
  const resolved = new Set((item.resolves ?? []).map(({ findingId }) => findingId))
  // A renewal is asked for in other words as its time comes; what was set of it stays with it.
  const own = (records.quantitiesSet ?? []).filter(({ findingId, slopeId, title }) =>
    findingId
      ? resolved.has(findingId) || findingId === item.findingId
      : !item.findingId && slopeId === item.slopeId && (title === item.title || renewals.has(item.kind)),
  )
  const line = lines[Number(chosen)] ?? lines[0]
  const amount = figure(typed)
  const bad = !(amount >= 0 && amount <= MOST) || (line?.item === '' && amount === 0)
  const fault =
    typed.trim() === ''
      ? 'Enter how much it takes.'
      : bad
        ? line?.item === ''
          ? 'Enter labor hours, more than 0.'
          : 'Enter a number, 0 to 1,000,000.'
        : reason.trim() === ''
          ? 'Enter why: measured, counted or agreed on.'
          : ''
  const save = () => {
    if (fault || !line) return
    const fact: QuantitySetFact = {
      id: placeId(
        'quantitySet',
        visit.visit.id,
        job.findingId,
        job.slopeId,
        job.findingId ? '' : job.title,
        line.item,
        one(line.unit),
      ),
      visitId: visit.visit.id,
      ...job,
      item: line.item,
      unit: line.unit,
      amount,
      reason: reason.trim(),
    }
    record.mutate([{ kind: 'quantitySet', fact }], {
      onSuccess: () => {
        setTyped('')
        setReason('')
      },
    })
  }
  return (
    <details>
      <summary>Set a quantity</summary>
      <Stack gap="3" mt="2">
        {own.map((fact) => (
          <Flex key={fact.id} gap="3" align="center" wrap="wrap">
            <Text>
              {nameOf(fact)}: set to {fact.amount}, {fact.reason}.
            </Text>
            <Button
              size="lg"
              variant="outline"
              onClick={() => record.mutate([{ kind: 'quantitySet', fact, deleted: true }])}
            >
              Use the calculated amount
            </Button>
          </Flex>
        ))}
        <Flex gap="3" wrap="wrap" align="end">
          <Box flex="1" minW="12rem">
            <Select
              label="Line"
              value={chosen}
              options={lines.map((each, at) => [String(at), nameOf(each)] as const)}
              onChange={setChosen}
            />
          </Box>
          <Labelled label={line?.amount == null ? 'Amount' : `Amount (now ${line.amount})`}>
            <Input size="lg" inputMode="decimal" value={typed} onChange={(event) => setTyped(event.target.value)} />
          </Labelled>
          <Labelled wide label="Why">
            <Input size="lg" value={reason} onChange={(event) => setReason(event.target.value)} />
          </Labelled>
        </Flex>
        <SaveRow label="Set quantity" fault={fault} onSave={save} record={record} />
      </Stack>
    </details>
  )
}
