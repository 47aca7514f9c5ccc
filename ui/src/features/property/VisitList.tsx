import { Box, Button, Field, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import type { CommissionPurpose, PropertyDossier, VisitFact } from '../../api/types'
import { Choice } from '../../shared/Choice'
import { commissionWith } from '../../shared/commission'
import { useRecord } from '../../shared/facts'
import { PdfButton } from '../../shared/PdfButton'
import { Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { dayText, purposes } from '../../shared/words'
import { OthersReport } from './OthersReport'
import { roofName } from './roofName'

type Props = { dossier: PropertyDossier; inspector: string }

/** The visits to a property, and the next one: it looks at the roofs chosen here, in this order. */
export function VisitList({ dossier, inspector }: Props) {
  const navigate = useNavigate()
  const record = useRecord(dossier.heads)
  const [purpose, setPurpose] = useState('')
  const [purposeOf, setPurposeOf] = useState<CommissionPurpose | null>(null)
  const lettered = dossier.roofs.filter(({ id }) =>
    dossier.slopes.some((slope) => slope.roofId === id && !slope.retiredOn),
  )
  const [left, setLeft] = useState<string[]>([])
  const chosen = lettered.filter(({ id }) => !left.includes(id))
  const canVisit = chosen.length > 0
  const toggle = (id: string) =>
    setLeft((old) => (old.includes(id) ? old.filter((other) => other !== id) : [...old, id]))
  const start = () => {
    const visit: VisitFact = {
      id: newId(),
      roofs: chosen.map(({ id }) => id),
      on: dossier.today,
      inspector,
      purpose: purpose.trim(),
      weather: '',
      commission: purposeOf ? commissionWith(null, { purpose: purposeOf }) : null,
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
      <Choice label="Purpose" value={purposeOf} options={purposes} onChange={setPurposeOf} />
      <Field.Root>
        <Field.Label>In a few words (optional)</Field.Label>
        <Input
          value={purpose}
          onChange={(event) => setPurpose(event.target.value)}
          placeholder="what to repair before winter"
        />
      </Field.Root>
      {lettered.length > 1 && (
        <Box as="fieldset">
          <Text as="legend" fontWeight="medium" mb="1">
            Roofs to inspect
          </Text>
          <Flex gap="2" wrap="wrap">
            {lettered.map((roof) => (
              <button
                key={roof.id}
                type="button"
                className="k-key"
                aria-pressed={chosen.includes(roof)}
                data-on={chosen.includes(roof) || undefined}
                onClick={() => toggle(roof.id)}
              >
                {roofName(dossier, roof)}
              </button>
            ))}
          </Flex>
        </Box>
      )}
      <Button size="lg" colorPalette="verdigris" onClick={start} disabled={!canVisit} loading={record.isPending}>
        Start a visit today
      </Button>
      {!canVisit && (
        <Text color="faint">
          {lettered.length > 0 ? 'Choose a roof to inspect.' : 'Letter a slope first: a visit walks slope by slope.'}
        </Text>
      )}
      {record.isError && <Trouble error={record.error} />}
      <OthersReport dossier={dossier} />
      {dossier.visits.map((visit) => (
        <Flex key={visit.id} justify="space-between" align="center" borderTopWidth="1px" pt="2" gap="2">
          <Box>
            <Text fontWeight="bold">{dayText(visit.on)}</Text>
            <Text color="faint" fontSize="sm">
              {visit.others ? `Report by ${visit.inspector}` : visit.inspector}
              {visit.purpose && `, ${visit.purpose}`}
              {visit.others?.promises && `: “${visit.others.promises}”`}
              {dossier.roofs.length > 1 &&
                `, ${dossier.roofs
                  .filter(({ id }) => visit.roofs.includes(id))
                  .map((roof) => roofName(dossier, roof).toLowerCase())
                  .join(' and ')}`}
            </Text>
          </Box>
          {visit.others ? (
            <Attached visit={visit} dossier={dossier} />
          ) : (
            <Flex gap="2">
              <Button asChild size="sm" variant="outline">
                <Link to={`/visits/${visit.id}/walk`}>Open</Link>
              </Button>
              <Button asChild size="sm" variant="outline">
                <Link to={`/visits/${visit.id}/report`}>Report</Link>
              </Button>
            </Flex>
          )}
        </Flex>
      ))}
    </Stack>
  )
}

/** The PDF of a report by others, and taking the report away again. */
function Attached({ visit, dossier }: { visit: VisitFact; dossier: PropertyDossier }) {
  const record = useRecord(dossier.heads)
  return (
    <Flex gap="2" wrap="wrap" justify="flex-end">
      {visit.others?.sha256 && (
        <PdfButton
          path={`/api/photos/${visit.others.sha256}/original`}
          fallback={`report-${visit.on}.pdf`}
          busy="Loading the PDF"
          plain
        >
          PDF
        </PdfButton>
      )}
      <Button
        size="lg"
        variant="outline"
        aria-label={`Remove the report by ${visit.inspector}`}
        onClick={() => record.mutate([{ kind: 'visit', fact: visit, deleted: true }])}
        loading={record.isPending}
      >
        Remove
      </Button>
      {record.isError && <Trouble error={record.error} />}
    </Flex>
  )
}
