import { Button, Flex, Heading, Input, Stack, Text, Textarea } from '@chakra-ui/react'
import { PenLine } from 'lucide-react'
import { useState } from 'react'
import { localDay, localIso } from '../../api/clock'
import type { EngagementFact, FeeDue } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { dollarsOf, dollars as dollarText } from '../../shared/money'
import { PdfButton } from '../../shared/PdfButton'
import { placeId } from '../../shared/placeId'
import { SaveRow } from '../../shared/SaveRow'
import { Select } from '../../shared/Select'
import { Sheet } from '../../shared/Sheet'
import { SignaturePad } from '../../shared/SignaturePad'
import { Trouble } from '../../shared/States'
import { useReportCheck } from '../../shared/useVisitAnswer'
import { useVisitContext } from '../../shared/visitContext'
import { purposes } from '../../shared/words'

const dues = [
  ['beforeInspection', 'before the inspection'],
  ['onDelivery', 'on delivery'],
  ['within15Days', 'within 15 days'],
  ['within30Days', 'within 30 days'],
] as const satisfies readonly (readonly [FeeDue, string])[]

const mostFee = 100_000

/** Scope, limits and fee, agreed with the client before anybody climbs. */
export function Engagement() {
  const { dossier, assessment } = useVisitContext()
  const [changing, setChanging] = useState(false)
  const { engagement } = dossier
  const purpose = dossier.visit.commission?.purpose ?? 'condition'
  // What was written for this purpose, else the firm's text, else the rule book's: the core goes by the same order.
  const written = engagement?.purpose === purpose ? engagement : undefined
  const firms = dossier.letterhead?.statements.find((statement) => statement.purpose === purpose)
  const { commission } = assessment
  return (
    <Stack as="section" className="k-sheet" gap="3" aria-labelledby="engagement">
      <Heading as="h2" id="engagement" size="lg">
        Scope and fee
      </Heading>
      {engagement?.agreedAt && !changing ? (
        <Agreed engagement={engagement} onChange={() => setChanging(true)} />
      ) : (
        <Draft
          before={engagement ?? null}
          shipped={{
            scope: written?.scope ?? (firms?.scope?.trim() || commission.scope),
            limits: written?.limits ?? (firms?.limits?.trim() || commission.limits),
          }}
          onDone={() => setChanging(false)}
        />
      )}
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

type DraftProps = {
  before: EngagementFact | null
  shipped: { scope: string; limits: string }
  onDone: () => void
}

function Draft({ before, shipped, onDone }: DraftProps) {
  const { record, keep, purpose, client } = useEngagement()
  // A text nobody has changed follows the purpose; what somebody typed stays as typed.
  const [typed, setTyped] = useState<Partial<DraftProps['shipped']>>({})
  const { scope, limits } = { ...shipped, ...typed }
  const [fee, setFee] = useState(before?.fee?.toString() ?? '')
  const [feeDue, setFeeDue] = useState<FeeDue>(before?.feeDue ?? 'onDelivery')
  const [signing, setSigning] = useState(false)
  const dollars = dollarsOf(fee)
  const fault = !scope.trim()
    ? 'Enter what is inspected.'
    : dollars === undefined || (dollars ?? 0) > mostFee
      ? 'Enter the fee in dollars, such as 450, up to 100,000.'
      : ''
  const fields = { purpose, scope: scope.trim(), limits: limits.trim(), fee: dollars ?? null, feeDue }
  return (
    <>
      <Labelled wide label="Scope: what is inspected">
        <Textarea rows={6} value={scope} onChange={(event) => setTyped({ ...typed, scope: event.target.value })} />
      </Labelled>
      <Labelled wide label="Limits: what is not">
        <Textarea rows={6} value={limits} onChange={(event) => setTyped({ ...typed, limits: event.target.value })} />
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
        {before?.agreedAt ? (
          // What was agreed to stands until the client agrees to something else.
          <Button size="lg" variant="outline" onClick={onDone}>
            Keep what was agreed
          </Button>
        ) : (
          <Button
            size="lg"
            variant="outline"
            disabled={fault !== ''}
            onClick={() => keep(fields, () => setTyped({}))}
            loading={record.isPending && !signing}
          >
            Save draft
          </Button>
        )}
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
            onAgree={(agreed) =>
              keep({ ...fields, ...agreed }, () => {
                setSigning(false)
                onDone()
              })
            }
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
          {fields.fee === 0 ? 'No fee' : `Fee ${dollarText(fields.fee)}, due ${due}`}
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
        onSave={() => onAgree({ client: name.trim(), drawing, agreedAt: localIso() })}
      />
    </Stack>
  )
}

function Agreed({ engagement, onChange }: { engagement: EngagementFact; onChange: () => void }) {
  const { dossier } = useVisitContext()
  const { record, keep, purpose } = useEngagement()
  const check = useReportCheck(dossier.visit.id)
  const stands = check.data?.engagement
  return (
    <>
      <Text>
        <strong>{stands?.standing || `Agreed to by ${engagement.client}.`}</strong> {stands?.fee}
      </Text>
      {engagement.purpose !== purpose && (
        <Text className="k-caution" role="status">
          Agreed for “{purposes[engagement.purpose]}”; the purpose is now “{purposes[purpose]}”. Have the client agree
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
        <Button size="lg" variant="outline" onClick={onChange}>
          Change and agree again
        </Button>
      </Flex>
      {record.isError && <Trouble error={record.error} />}
    </>
  )
}
