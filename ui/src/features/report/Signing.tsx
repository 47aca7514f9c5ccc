import { Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { PenLine } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { MissingItem, ReportCheck } from '../../api/types'
import { viewOf } from '../../offline/applyChanges'
import { Trouble } from '../../shared/States'
import { useReportCheck } from '../../shared/useVisitAnswer'
import { useVisitContext } from '../../shared/visitContext'
import { SignSheet } from './SignSheet'
import { useSigned } from './useSigned'

/** What the report lacks, and signing it. After signing: what has changed since. */
export function Signing() {
  const { dossier } = useVisitContext()
  const check = useReportCheck(dossier.visit.id)
  if (check.isError && !check.data) return <Trouble error={check.error} onRetry={() => check.refetch()} />
  if (!check.data) return <Text role="status">Calculating what is still missing…</Text>
  return <Checked check={check.data} fresh={check.fresh} />
}

function Checked({ check, fresh }: { check: ReportCheck; fresh: boolean }) {
  const [open, setOpen] = useState(false)
  const needed = check.missing.filter(({ holds }) => holds)
  const wanted = check.missing.filter(({ holds }) => !holds)
  const changed = check.changedSinceSigned
  // A signature that was returned is under nothing: it is made again.
  const returned = useSigned().rows[0]?.report?.state === 'returned'
  const unchanged = changed?.length === 0 && !returned
  return (
    <Stack as="section" className="k-sheet" gap="3" aria-labelledby="signing">
      <Flex gap="3" align="center" wrap="wrap">
        <Heading as="h2" id="signing" size="lg" flex="1" minW="12rem">
          {returned
            ? 'Returned: sign again'
            : unchanged
              ? 'Signed, unchanged since'
              : changed
                ? 'Changed since it was signed'
                : 'Not signed yet'}
        </Heading>
        {!unchanged && (
          <Button size="lg" colorPalette="verdigris" disabled={!check.canSign} onClick={() => setOpen(true)}>
            <PenLine /> {changed && !returned ? 'Sign a new version' : 'Sign the report'}
          </Button>
        )}
      </Flex>
      {unchanged && (
        <Text>If anything in it changes, the changes are listed here, and you can sign a new version.</Text>
      )}
      {changed && changed.length > 0 && <Lines lines={changed} />}
      {needed.length > 0 && <Missing title="Needed before signing" items={needed} />}
      {wanted.length > 0 && !unchanged && <Missing title="Missing, not required for signing" items={wanted} />}
      <SignSheet check={check} fresh={fresh} open={open} onClose={() => setOpen(false)} />
    </Stack>
  )
}

export function Lines({ lines }: { lines: readonly string[] }) {
  return (
    <ul className="k-list">
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  )
}

function Missing({ title, items }: { title: string; items: MissingItem[] }) {
  return (
    <Box>
      <Text fontWeight="bold">{title}</Text>
      <ul className="k-list">
        {items.map((item) => (
          <li key={item.text}>
            <ToFix item={item} />
          </li>
        ))}
      </ul>
    </Box>
  )
}

const screens = { walk: 'walk', inbox: 'tray', commission: 'before' } as const

/** Each leads to the screen where it is put right; versions are chosen above, on every screen of the visit. */
function ToFix({ item }: { item: MissingItem }) {
  const { dossier } = useVisitContext()
  const { base } = viewOf(dossier, item.roofId ?? undefined)
  if (item.at === 'versions') return item.text
  if (item.at === 'finding') return <Link to={`${base}/findings/${item.findingId}`}>{item.text}</Link>
  return <Link to={`${base}/${screens[item.at]}`}>{item.text}</Link>
}
