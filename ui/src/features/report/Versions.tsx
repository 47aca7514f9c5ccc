import { Button, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react'
import { useMutation } from '@tanstack/react-query'
import { useContext, useState } from 'react'
import { api, dataOf } from '../../api/client'
import { localIso } from '../../api/clock'
import type { ReportSignatureFact, SignedReportAnswer } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { Labelled } from '../../shared/Labelled'
import { PdfButton } from '../../shared/PdfButton'
import { PersonName } from '../../shared/person'
import { Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { dayText } from '../../shared/words'
import { Lines } from './Signing'
import { useSigned } from './useSigned'

const states: Record<SignedReportAnswer['state'], string> = {
  printed: 'current',
  waiting: 'signed, not printed yet',
  returned: 'returned, not frozen',
  withdrawn: 'withdrawn',
  replaced: 'replaced by a later version',
}

/** The signatures under this report and what became of each, the latest first. */
export function Versions() {
  const { data, isError, error, refetch, isPending, signatures, unsent } = useSigned()
  if (signatures.length === 0) return null
  return (
    <Stack as="section" className="k-sheet" gap="3" aria-labelledby="versions">
      <Heading as="h2" id="versions" size="lg">
        Signed versions
      </Heading>
      {unsent.map((signature) => (
        <Text key={signature.id} role="status">
          Signed on this device by {signature.name}, {dayText(signature.signedAt.slice(0, 10))}: frozen and printed once
          it is synced.
        </Text>
      ))}
      {isPending && unsent.length === 0 && <Text role="status">Loading the signed versions…</Text>}
      {isError && unsent.length === 0 && <Trouble error={error} onRetry={() => refetch()} />}
      {data?.map((report) => (
        <Version key={report.signatureId} report={report} onDone={() => refetch()} />
      ))}
    </Stack>
  )
}

function Version({ report, onDone }: { report: SignedReportAnswer; onDone: () => void }) {
  const { signatureId, version, state } = report
  const title = version > 0 ? `Version ${version}` : 'Signature'
  const file = `/api/signed/${signatureId}`
  return (
    <Stack as="article" gap="2" borderTopWidth="1px" pt="3" aria-label={title}>
      <Text>
        <strong>{title}</strong>, signed by {report.name} on {dayText(report.signedAt.slice(0, 10))}:{' '}
        <strong className={state === 'printed' ? undefined : 'k-unfit'}>{states[state]}</strong>
        {report.withdrawn && `. ${report.withdrawn.reason} (${report.withdrawn.by})`}
      </Text>
      {report.changes.length > 0 && (
        <details>
          <summary>Changes since version {version - 1}</summary>
          <Lines lines={report.changes} />
        </details>
      )}
      {state === 'returned' && (
        <>
          <Text>
            The server has other facts than this device had when it was signed. Look them over and sign again.
          </Text>
          <Lines lines={report.differences} />
        </>
      )}
      {state === 'waiting' && <Waiting report={report} onDone={onDone} />}
      {report.pdfSha256 && (
        <Flex gap="3" wrap="wrap" align="center">
          <PdfButton path={`${file}/report.pdf`} fallback="roof-report-signed.pdf" busy="Loading the PDF">
            Signed PDF
          </PdfButton>
          <Text fontSize="sm" color="faint" overflowWrap="anywhere">
            SHA-256 {report.pdfSha256}
          </Text>
        </Flex>
      )}
      {version > 0 && state !== 'withdrawn' && <Withdraw signatureId={signatureId} version={version} onDone={onDone} />}
    </Stack>
  )
}

/** Facts are frozen; what keeps page and PDF, and printing them without the pictures that do not come. */
function Waiting({ report, onDone }: { report: SignedReportAnswer; onDone: () => void }) {
  const print = useMutation({
    mutationFn: () => dataOf(api.POST('/api/signed/{id}/print', { params: { path: { id: report.signatureId } } })),
    onSuccess: onDone,
  })
  return (
    <>
      <Text role="status">{report.waitsFor}</Text>
      {report.waitsFor.includes('photos') && (
        <Button alignSelf="start" variant="outline" onClick={() => print.mutate()} loading={print.isPending}>
          Print without the missing photos
        </Button>
      )}
      {print.isError && <Trouble error={print.error} />}
    </>
  )
}

function Withdraw({ signatureId, version, onDone }: { signatureId: string; version: number; onDone: () => void }) {
  const { visit, dossier } = useVisitContext()
  const record = useRecord(visit.heads)
  const by = useContext(PersonName) || visit.visit.inspector
  const [open, setOpen] = useState(false)
  const [reason, setReason] = useState('')
  const signature = dossier.signatures?.find(({ id }) => id === signatureId)
  if (!signature) return null
  const withdraw = () => {
    const fact: ReportSignatureFact = { ...signature, withdrawn: { reason: reason.trim(), by, at: localIso() } }
    record.mutate([{ kind: 'reportSignature', fact }], {
      onSuccess: () => {
        setOpen(false)
        onDone()
      },
    })
  }
  return (
    <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>Withdraw version {version}</summary>
      <Stack gap="3" mt="2">
        <Text>Every link to this version then says that it was withdrawn, and why.</Text>
        <Labelled wide label="Why">
          <Input size="lg" value={reason} onChange={(event) => setReason(event.target.value)} />
        </Labelled>
        <Flex gap="3" align="center" wrap="wrap">
          <Button size="lg" variant="outline" disabled={!reason.trim()} onClick={withdraw} loading={record.isPending}>
            Withdraw
          </Button>
          {!reason.trim() && <Text>Enter why.</Text>}
        </Flex>
        {record.isError && <Trouble error={record.error} />}
      </Stack>
    </details>
  )
}
