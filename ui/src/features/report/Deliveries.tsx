import { Button, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react'
import { useContext, useState } from 'react'
import { localDay, localIso } from '../../api/clock'
import type { DeliveredBy, ReportDeliveryFact } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { PersonName } from '../../shared/person'
import { SaveRow } from '../../shared/SaveRow'
import { Select } from '../../shared/Select'
import { Trouble } from '../../shared/States'
import { useReportCheck } from '../../shared/useVisitAnswer'
import { newId } from '../../shared/uuid'
import { useVisitContext } from '../../shared/visitContext'
import { dayText } from '../../shared/words'
import { useSigned } from './useSigned'

const ways = [
  ['email', 'e-mail'],
  ['link', 'link'],
  ['printed', 'on paper'],
] as const satisfies readonly (readonly [DeliveredBy, string])[]

const wayText = Object.fromEntries(ways) as Record<DeliveredBy, string>

/** To whom a signed version went, how and when; and the fee, which may be due from then. */
export function Deliveries() {
  const { dossier, visit } = useVisitContext()
  const { rows } = useSigned()
  const record = useRecord(visit.heads)
  const check = useReportCheck(dossier.visit.id)
  const deliveries = [...(dossier.deliveries ?? [])].sort((a, b) => b.at.localeCompare(a.at))
  // One that was withdrawn or returned is no version that could be handed over.
  const signed = rows.find(
    ({ signature, unsent, report }) => !signature.withdrawn && (unsent || (report?.version ?? 0) > 0),
  )?.signature
  const engagement = check.data?.engagement
  if (!signed && deliveries.length === 0 && !engagement?.fee) return null
  const versionOf = (signatureId: string) => {
    const version = rows.find(({ signature }) => signature.id === signatureId)?.report?.version
    return version ? `, version ${version}` : ''
  }
  const due = engagement?.feeDueOn
  return (
    <Stack as="section" className="k-sheet" gap="3" aria-labelledby="deliveries">
      <Heading as="h2" id="deliveries" size="lg">
        Delivery and fee
      </Heading>
      {engagement?.fee && (
        <Flex gap="3" align="center" wrap="wrap">
          <Text flex="1" minW="14rem">
            {engagement.fee}{' '}
            {due && (
              <strong className={due < localDay() ? 'k-unfit' : undefined}>
                {due < localDay() ? `Overdue since ${dayText(due)}.` : `Due by ${dayText(due)}.`}
              </strong>
            )}
          </Text>
          {dossier.engagement?.agreedAt && !dossier.engagement.paidOn && (dossier.engagement.fee ?? 0) > 0 && (
            <Button
              variant="outline"
              loading={record.isPending}
              onClick={() => {
                if (dossier.engagement)
                  record.mutate([{ kind: 'engagement', fact: { ...dossier.engagement, paidOn: localDay() } }])
              }}
            >
              Fee paid today
            </Button>
          )}
        </Flex>
      )}
      {deliveries.map((delivery) => (
        <Flex key={delivery.id} gap="3" align="center" wrap="wrap">
          <Text flex="1" minW="14rem">
            <strong>{delivery.to}</strong>, {dayText(delivery.at.slice(0, 10))}, {wayText[delivery.how]}
            {versionOf(delivery.signatureId)}
            {delivery.by && ` (${delivery.by})`}
          </Text>
          <Button
            variant="outline"
            aria-label={`Remove the delivery to ${delivery.to}`}
            onClick={() => record.mutate([{ kind: 'reportDelivery', fact: delivery, deleted: true }])}
          >
            Remove
          </Button>
        </Flex>
      ))}
      {signed && <NewDelivery key={deliveries.length} signatureId={signed.id} />}
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}

function NewDelivery({ signatureId }: { signatureId: string }) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const by = useContext(PersonName) || visit.visit.inspector
  const [to, setTo] = useState(visit.visit.commission?.forWhom || visit.property.owner)
  const [how, setHow] = useState<DeliveredBy>('email')
  const save = () => {
    const fact: ReportDeliveryFact = {
      id: newId(),
      visitId: visit.visit.id,
      signatureId,
      to: to.trim(),
      how,
      at: localIso(),
      by,
    }
    record.mutate([{ kind: 'reportDelivery', fact }])
  }
  return (
    <Stack gap="3">
      <Flex gap="3" wrap="wrap" align="end">
        <Labelled wide label="Delivered to">
          <Input size="lg" value={to} onChange={(event) => setTo(event.target.value)} />
        </Labelled>
        <Select label="How" value={how} options={ways} onChange={setHow} />
      </Flex>
      <SaveRow
        label="Record delivery"
        fault={to.trim() ? '' : 'Enter who received the report.'}
        record={record}
        onSave={save}
      />
    </Stack>
  )
}
