import { Box, Button, Field, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import type { CommissionPurpose, PropertyDossier, RoofFact, VisitFact } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { useRecord } from '../../shared/facts'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { dayText, purposes } from '../../shared/words'

type Props = { roof: RoofFact; dossier: PropertyDossier; inspector: string; canVisit: boolean }

export function VisitList({ roof, dossier, inspector, canVisit }: Props) {
  const navigate = useNavigate()
  const record = useRecord(dossier.heads)
  const [purpose, setPurpose] = useState('')
  const [purposeOf, setPurposeOf] = useState<CommissionPurpose | null>(null)
  const visits = dossier.visits.filter((visit) => visit.roofId === roof.id)
  const start = () => {
    const visit: VisitFact = {
      id: newId(),
      roofId: roof.id,
      on: dossier.today,
      inspector,
      purpose: purpose.trim(),
      weather: '',
      commission: purposeOf ? { purpose: purposeOf, forWhom: '', dueOn: null, licence: '' } : null,
      walk: '',
      finishedAt: null,
    }
    record.mutate([{ kind: 'visit', fact: visit }], {
      onSuccess: () => navigate(`/visits/${visit.id}/${purposeOf ? 'before' : 'walk'}`),
    })
  }
  return (
    <Stack className="k-sheet" gap="3">
      <Heading as="h2" size="lg">
        Visits
      </Heading>
      <Choice label="What for" value={purposeOf} options={purposes} onChange={setPurposeOf} />
      <Field.Root>
        <Field.Label>In a few words (optional)</Field.Label>
        <Input
          value={purpose}
          onChange={(event) => setPurpose(event.target.value)}
          placeholder="what to repair before winter"
        />
      </Field.Root>
      <Button size="lg" colorPalette="verdigris" onClick={start} disabled={!canVisit} loading={record.isPending}>
        Start a visit today
      </Button>
      {!canVisit && <Text color="faint">Letter a slope first: a visit walks slope by slope.</Text>}
      {record.isError && <Trouble error={record.error} />}
      {visits.map((visit) => (
        <Flex key={visit.id} justify="space-between" align="center" borderTopWidth="1px" pt="2" gap="2">
          <Box>
            <Text fontWeight="bold">{dayText(visit.on)}</Text>
            <Text color="faint" fontSize="sm">
              {visit.inspector}
              {visit.purpose && `, ${visit.purpose}`}
            </Text>
          </Box>
          <Flex gap="2">
            <Button asChild size="sm" variant="outline">
              <Link to={`/visits/${visit.id}/walk`}>Open</Link>
            </Button>
            <Button asChild size="sm" variant="outline">
              <Link to={`/visits/${visit.id}/report`}>Report</Link>
            </Button>
          </Flex>
        </Flex>
      ))}
    </Stack>
  )
}
