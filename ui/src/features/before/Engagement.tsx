import { Button, Flex, Heading, Input, Stack, Text, Textarea } from '@chakra-ui/react'
import { PenLine } from 'lucide-react'
import { useState } from 'react'
import { localDay, localIso } from '../../api/clock'
import type { EngagementFact, FeeDue } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { dollarsOf } from '../../shared/money'
import { PdfButton } from '../../shared/PdfButton'
import { placeId } from '../../shared/placeId'
import { SaveRow } from '../../shared/SaveRow'
import { Select } from '../../shared/Select'
import { Sheet } from '../../shared/Sheet'
import { SignaturePad } from '../../shared/SignaturePad'
import { Trouble } from '../../shared/States'
import { useReportCheck } from '../../shared/useReportCheck'
import { useVisitContext } from '../../shared/visitContext'
import { purposes } from '../../shared/words'

const dues = [
  ['beforeInspection', 'before the inspection'],
  ['onDelivery', 'on delivery'],
  ['within15Days', 'within 15 days'],
  ['within30Days', 'within 30 days'],
] as const satisfies readonly (readonly [FeeDue, string])[]

/** Scope, limits and fee, agreed on with the client before anybody climbs. */
export function Engagement() {
  const { dossier } = useVisitContext()
  const check = useReportCheck(dossier.visit.id)
  const { engagement } = dossier
  const purpose = dossier.visit.commission?.purpose ?? 'condition'
  return (
    <Stack as="section" className="k-sheet" gap="3" aria-labelledby="engagement">
      <Heading as="h2" id="engagement" size="lg">
        Scope and fee
      </Heading>
      {check.isError && !check.data && <Trouble error={check.error} onRetry={() => check.refetch()} />}
      {!check.data && !check.isError && <Text role="status">Loading the agreement…</Text>}
      {check.data &&
        (engagement?.agreedAt ? (
          <Agreed engagement={engagement} />
        ) : (
          // A text that comes from the purpose follows it until somebody writes their own.
          <Draft
            key={engagement?.purpose === purpose ? 'own' : check.data.engagement.scope}
            before={engagement ?? null}
            scope={check.data.engagement.scope}
            limits={check.data.engagement.limits}
          />
        ))}
    </Stack>
  )
}

function useEngagement() {
  const { visit, dossier } = useVisitContext()
  const record = useRecord(visit.heads)
  const purpose = visit.visit.commission?.purpose ?? 'condition'
  const blank: EngagementFact = {
    // A visit has one: two devices speak of the same.
    id: placeId('engagement', visit.visit.id),
    visitId: visit.visit.id,
    purpose,
    scope: '',
    limits: '',
    fee: null,
    feeDue: 'onDelivery',
    client: '',
    drawing: '',
  }
  const keep = (fields: Partial<EngagementFact>, onSuccess?: () => void) =>
    record.mutate([{ kind: 'engagement', fact: { ...blank, ...dossier.engagement, ...fields } }], { onSuccess })
  return { record, keep, purpose, client: visit.visit.commission?.forWhom || visit.property.owner }
}

function Draft({
  before,
  scope: shipped,
  limits: none,
}: {
  before: EngagementFact | null
  scope: string
  limits: string
}) {
  const { record, keep, purpose, client } = useEngagement()
  const [scope, setScope] = useState(shipped)
  const [limits, setLimits] = useState(none)
  const [fee, setFee] = useState(before?.fee?.toString() ?? '')
  const [feeDue, setFeeDue] = useState<FeeDue>(before?.feeDue ?? 'onDelivery')
  const [signing, setSigning] = useState(false)
  const dollars = dollarsOf(fee)
  const fault = !scope.trim()
    ? 'Enter what is inspected.'
    : dollars === undefined
      ? 'Enter the fee in dollars, such as 450.'
      : ''
  const fields = { purpose, scope: scope.trim(), limits: limits.trim(), fee: dollars ?? null, feeDue }
  return (
    <>
      <Labelled wide label="Scope: what is inspected">
        <Textarea rows={6} value={scope} onChange={(event) => setScope(event.target.value)} />
      </Labelled>
      <Labelled wide label="Limits: what is not">
        <Textarea rows={6} value={limits} onChange={(event) => setLimits(event.target.value)} />
      </Labelled>
      <Flex gap="3" wrap="wrap" align="end">
        <Labelled label="Fee, $ (optional)">
          <Input
            size="lg"
            w="9rem"
            inputMode="decimal"
            value={fee}
            aria-invalid={dollars === undefined || undefined}
            onChange={(event) => setFee(event.target.value)}
          />
        </Labelled>
        <Select label="Due" value={feeDue} options={dues} onChange={setFeeDue} />
      </Flex>
      <Flex gap="3" wrap="wrap" align="center">
        <Button size="lg" colorPalette="verdigris" disabled={fault !== ''} onClick={() => setSigning(true)}>
          <PenLine /> Client agrees
        </Button>
        <Button
          size="lg"
          variant="outline"
          disabled={fault !== ''}
          onClick={() => keep(fields)}
          loading={record.isPending && !signing}
        >
          Save draft
        </Button>
        {fault && <Text role="alert">{fault}</Text>}
        {record.isSuccess && !signing && <Text role="status">Saved.</Text>}
      </Flex>
      {record.isError && !signing && <Trouble error={record.error} />}
      <Sheet title="Client agrees" open={signing} onClose={() => setSigning(false)}>
        {signing && (
          <Agree
            fields={fields}
            client={before?.client || client}
            record={record}
            onAgree={(agreed) => keep({ ...fields, ...agreed }, () => setSigning(false))}
          />
        )}
      </Sheet>
    </>
  )
}

type AgreeProps = {
  fields: Pick<EngagementFact, 'scope' | 'limits' | 'fee' | 'feeDue'>
  client: string
  record: ReturnType<typeof useRecord>
  onAgree: (agreed: Partial<EngagementFact>) => void
}

/** Handed to the client: the words in large type, a name, and a place to sign. */
function Agree({ fields, client, record, onAgree }: AgreeProps) {
  const [name, setName] = useState(client)
  const [drawing, setDrawing] = useState('')
  const due = dues.find(([key]) => key === fields.feeDue)?.[1]
  return (
    <Stack gap="4">
      <Text fontSize="lg">{fields.scope}</Text>
      {fields.limits && <Text fontSize="lg">{fields.limits}</Text>}
      {fields.fee != null && (
        <Text fontSize="lg" fontWeight="bold">
          {fields.fee === 0 ? 'No fee' : `Fee $${fields.fee.toLocaleString('en-US')}, due ${due}`}
        </Text>
      )}
      <Labelled wide label="Client’s name">
        <Input size="lg" value={name} onChange={(event) => setName(event.target.value)} autoComplete="off" />
      </Labelled>
      <SignaturePad onChange={setDrawing} />
      <SaveRow
        label="Agree"
        fault={name.trim() ? '' : 'Enter the client’s name.'}
        record={record}
        onSave={() => onAgree({ client: name.trim(), drawing, agreedAt: localIso(), paidOn: null })}
      />
    </Stack>
  )
}

function Agreed({ engagement }: { engagement: EngagementFact }) {
  const { dossier } = useVisitContext()
  const { record, keep, purpose } = useEngagement()
  const check = useReportCheck(dossier.visit.id)
  const stands = check.data?.engagement
  return (
    <>
      <Text>
        <strong>{stands?.standing || `Agreed on by ${engagement.client}.`}</strong> {stands?.fee}
      </Text>
      {engagement.purpose !== purpose && (
        <Text className="k-caution" role="status">
          Agreed on for “{purposes[engagement.purpose]}”; the purpose is now “{purposes[purpose]}”. Agree on the scope
          again.
        </Text>
      )}
      <details>
        <summary>Scope and limits as agreed</summary>
        <Text mt="2">{engagement.scope}</Text>
        {engagement.limits && <Text mt="2">{engagement.limits}</Text>}
      </details>
      <Flex gap="3" wrap="wrap" align="center">
        <PdfButton path={`/api/visits/${dossier.visit.id}/agreement.pdf`} fallback="inspection-agreement.pdf" plain>
          Agreement PDF
        </PdfButton>
        {(engagement.fee ?? 0) > 0 && (
          <Button
            size="lg"
            variant="outline"
            onClick={() => keep({ paidOn: engagement.paidOn ? null : localDay() })}
            loading={record.isPending}
          >
            {engagement.paidOn ? 'Not paid' : 'Fee paid today'}
          </Button>
        )}
        <Button size="lg" variant="outline" onClick={() => keep({ agreedAt: null, drawing: '' })}>
          Change and agree again
        </Button>
      </Flex>
      {record.isError && <Trouble error={record.error} />}
    </>
  )
}
