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
  const { reports, rows } = useSigned()
  if (rows.length === 0) return null
  return (
    <Stack as="section" className="k-sheet" gap="3" aria-labelledby="versions">
      <Heading as="h2" id="versions" size="lg">
        Signed versions
      </Heading>
      {reports.isError && <Trouble error={reports.error} onRetry={() => reports.refetch()} />}
      {rows.map(({ signature, unsent, report }) => (
        <Version
          key={signature.id}
          signature={signature}
          report={report}
          unsent={unsent}
          loading={reports.isFetching}
          onDone={() => reports.refetch()}
        />
      ))}
    </Stack>
  )
}

type VersionProps = {
  signature: ReportSignatureFact
  report: SignedReportAnswer | undefined
  unsent: boolean
  loading: boolean
  onDone: () => void
}

function Version({ signature, report, unsent, loading, onDone }: VersionProps) {
  const version = report?.version ?? 0
  const title = version > 0 ? `Version ${version}` : 'Signature'
  const signed = `${signature.name}, ${dayText(signature.signedAt.slice(0, 10))}`
  if (!report)
    return (
      <Text role="status">
        {unsent
          ? `Signed on this device by ${signed}: frozen and printed once it is synced.`
          : `Signed by ${signed}. ${loading ? 'Loading its version…' : 'Its version shows when there is a connection.'}`}
      </Text>
    )
  // Withdrawn on this device: true at once, whatever the server says still.
  const { withdrawn } = signature
  const state = withdrawn && version > 0 ? 'withdrawn' : report.state
  return (
    <Stack as="article" gap="2" borderTopWidth="1px" pt="3" aria-label={title}>
      <Text>
        <strong>{title}</strong>, signed by {report.name} on {dayText(report.signedAt.slice(0, 10))}:{' '}
        <strong className={state === 'printed' ? undefined : 'k-unfit'}>{states[state]}</strong>
        {withdrawn && `. ${withdrawn.reason} (${withdrawn.by})`}
      </Text>
      {report.changes.length > 0 && (
        <details>
          <summary>Changes since version {version - 1}</summary>
          <Lines lines={report.changes} />
        </details>
      )}
      {state === 'returned' && (
        <>
          <Text>The server has other facts than this device had when it was signed. Review them and sign again.</Text>
          <Lines lines={report.differences} />
        </>
      )}
      {state === 'waiting' && <Waiting report={report} onDone={onDone} />}
      {report.pdfSha256 && (
        <Flex gap="3" wrap="wrap" align="center">
          <PdfButton
            path={`/api/signed/${report.signatureId}/report.pdf`}
            fallback="roof-report-signed.pdf"
            busy="Loading the PDF"
          >
            Signed PDF
          </PdfButton>
          <Text fontSize="sm" color="faint" overflowWrap="anywhere">
            SHA-256 {report.pdfSha256}
          </Text>
        </Flex>
      )}
      {version > 0 && state !== 'withdrawn' && <Withdraw signature={signature} version={version} onDone={onDone} />}
    </Stack>
  )
}

/** Facts are frozen; what keeps page and PDF, and printing them without the pictures that do not come. */
function Waiting({ report, onDone }: { report: SignedReportAnswer; onDone: () => void }) {
  const { missingPhotos, printFault } = report
  const print = useMutation({
    mutationFn: () => dataOf(api.POST('/api/signed/{id}/print', { params: { path: { id: report.signatureId } } })),
    onSuccess: onDone,
    networkMode: 'always',
  })
  const photos = missingPhotos === 1 ? '1 photo has' : `${missingPhotos} photos have`
  return (
    <>
      <Text role="status">
        {printFault
          ? `Not printed yet: ${printFault} It is tried again.`
          : missingPhotos > 0
            ? `Printed as soon as ${photos} arrived from the device that took ${missingPhotos === 1 ? 'it' : 'them'}.`
            : 'Printing…'}
      </Text>
      {missingPhotos > 0 && (
        <Button alignSelf="start" variant="outline" onClick={() => print.mutate()} loading={print.isPending}>
          Print without the missing {missingPhotos === 1 ? 'photo' : 'photos'}
        </Button>
      )}
      {print.isError && <Trouble error={print.error} />}
    </>
  )
}

type WithdrawProps = { signature: ReportSignatureFact; version: number; onDone: () => void }

function Withdraw({ signature, version, onDone }: WithdrawProps) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const by = useContext(PersonName) || visit.visit.inspector
  const [open, setOpen] = useState(false)
  const [reason, setReason] = useState('')
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
