import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react'
import { useMutation } from '@tanstack/react-query'
import { Sheet } from 'lucide-react'
import { useState } from 'react'
import type { BidScope } from '../../api/types'
import { useCoreAnswer } from '../../core/useCore'
import { PdfButton } from '../../shared/PdfButton'
import { Loading, Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { sheetOf } from './scopeSheet'

/** The work as bidders price it: one document and one sheet, the same for all of them, without a figure of cost. */
export function ScopePanel() {
  const { assessment } = useVisitContext()
  const [open, setOpen] = useState(false)
  if (assessment.work.length === 0) return null
  return (
    <Box as="section" className="k-sheet" aria-label="Scope for bidders">
      <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
        <summary>Scope of work for bidders</summary>
        {open && <Scope />}
      </details>
    </Box>
  )
}

function Scope() {
  const { visit, dossier } = useVisitContext()
  const { answer, error, retry } = useCoreAnswer('scope', visit.facts)
  const sheet = useMutation({
    networkMode: 'always',
    mutationFn: (scope: BidScope) => saveSheet(visit.roof.name, scope),
  })
  if (error) return <Trouble error={error} onRetry={retry} />
  if (!answer) return <Loading what="the scope" />
  if (answer.whyNot) return <Text pt="2">{answer.whyNot}</Text>
  const lines = answer.jobs.reduce((sum, job) => sum + job.lines.length, 0)
  const open = answer.jobs.filter(({ toConfirm }) => toConfirm.length > 0)
  return (
    <Stack gap="3" pt="2">
      <Text>
        {answer.jobs.length === 1 ? '1 job' : `${answer.jobs.length} jobs`} in{' '}
        {lines === 1 ? '1 line' : `${lines} lines`}, with steps, amounts, hold points and photos. No cost figures are
        included.
      </Text>
      <Flex gap="3" wrap="wrap">
        <PdfButton path={`/api/visits/${dossier.visit.id}/scope.pdf`} fallback="scope-of-work.pdf">
          Scope as PDF
        </PdfButton>
        <Button size="lg" variant="outline" onClick={() => sheet.mutate(answer)} loading={sheet.isPending}>
          <Sheet /> Bid sheet (XLSX)
        </Button>
      </Flex>
      {sheet.isError && <Trouble error={sheet.error} />}
      {open.length > 0 && (
        <Text fontSize="sm">
          To be measured or confirmed first, or bidders will differ: jobs {open.map(({ number }) => number).join(', ')}.
        </Text>
      )}
      {answer.notIncluded.length > 0 && (
        <Box>
          <Text fontWeight="bold">Not in this scope</Text>
          {answer.notIncluded.map((line) => (
            <Text key={line} fontSize="sm">
              {line}
            </Text>
          ))}
        </Box>
      )}
    </Stack>
  )
}

/** The workbook's code comes only when one is written. */
async function saveSheet(name: string, scope: BidScope) {
  const { default: writeExcelFile } = await import('write-excel-file/browser')
  const rows = sheetOf([{ name, scope }]).map((row) => row.map((value) => ({ value })))
  await writeExcelFile(rows).toFile('bid-sheet.xlsx')
}
