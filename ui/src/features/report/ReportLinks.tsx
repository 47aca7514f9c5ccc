import { Box, Button, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, dataOf } from '../../api/client'
import type { ReportLinkAnswer } from '../../api/types'
import { Labelled } from '../../shared/Labelled'
import { Select } from '../../shared/Select'
import { Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { dayText } from '../../shared/words'
import { useSigned } from './useSigned'

const lasts = [
  ['14', '14 days'],
  ['30', '30 days'],
  ['90', '90 days'],
  ['365', 'a year'],
] as const

/** A link to the current version, for each reader one: it opens the report without sign-in, and takes questions. */
export function ReportLinks() {
  const { dossier } = useVisitContext()
  const { id } = dossier.visit
  const {
    latest,
    reports: { data },
  } = useSigned()
  const current = latest?.state === 'printed' ? latest : undefined
  const links = useQuery({
    queryKey: ['report-links', id],
    queryFn: ({ signal }) => dataOf(api.GET('/api/visits/{id}/report-links', { params: { path: { id } }, signal })),
    enabled: (data?.length ?? 0) > 0,
    retry: false,
    networkMode: 'always',
  })
  if (!current && !links.data?.length) return null
  return (
    <Stack as="section" className="k-sheet" gap="3" aria-labelledby="links">
      <Heading as="h2" id="links" size="lg">
        Links for clients
      </Heading>
      {current && (
        <NewLink
          visitId={id}
          signatureId={current.signatureId}
          version={current.version}
          onMade={() => links.refetch()}
        />
      )}
      {links.isError && <Trouble error={links.error} onRetry={() => links.refetch()} />}
      {links.data?.map((link) => (
        <LinkRow
          key={link.id}
          link={link}
          version={data?.find(({ signatureId }) => signatureId === link.signatureId)?.version}
          onDone={() => links.refetch()}
        />
      ))}
    </Stack>
  )
}

type NewProps = { visitId: string; signatureId: string; version: number; onMade: () => void }

function NewLink({ visitId, signatureId, version, onMade }: NewProps) {
  const { visit } = useVisitContext()
  const [forWhom, setForWhom] = useState(visit.visit.commission?.forWhom || visit.property.owner)
  const [days, setDays] = useState<string>('30')
  const make = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/visits/{id}/report-links', {
          params: { path: { id: visitId } },
          body: { signatureId, forWhom: forWhom.trim(), days: Number(days) },
        }),
      ),
    onSuccess: onMade,
    networkMode: 'always',
  })
  const address = make.data?.path ? `${window.location.origin}${make.data.path}` : undefined
  return (
    <Stack gap="3">
      <Flex gap="3" wrap="wrap" align="end">
        <Labelled wide label="For whom">
          <Input size="lg" value={forWhom} onChange={(event) => setForWhom(event.target.value)} />
        </Labelled>
        <Select label="Good for" value={days} options={lasts} onChange={setDays} />
        <Button
          size="lg"
          variant="outline"
          disabled={!forWhom.trim()}
          onClick={() => make.mutate()}
          loading={make.isPending}
        >
          Make a link to version {version}
        </Button>
      </Flex>
      {address && (
        <Box className="k-todos">
          <Text>
            For {make.data?.forWhom}, shown this once. Whoever has it can read this version, open its photos and ask
            questions.
          </Text>
          <Flex gap="2" mt="1">
            <Input
              readOnly
              value={address}
              aria-label="Link for the client"
              onFocus={(event) => event.target.select()}
            />
            <Button variant="outline" onClick={() => navigator.clipboard?.writeText(address)}>
              Copy
            </Button>
          </Flex>
        </Box>
      )}
      {make.isError && <Trouble error={make.error} />}
    </Stack>
  )
}

function LinkRow({ link, version, onDone }: { link: ReportLinkAnswer; version?: number; onDone: () => void }) {
  const revoke = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/report-links/{id}', { params: { path: { id: link.id } } })),
    onSuccess: onDone,
    networkMode: 'always',
  })
  const opened =
    link.opened === 0
      ? 'not opened yet'
      : `opened ${link.opened === 1 ? 'once' : `${link.opened} times`}, last on ${dayText((link.openedAt ?? '').slice(0, 10))}`
  return (
    <Flex gap="3" align="center" wrap="wrap" borderTopWidth="1px" pt="2">
      <Text flex="1" minW="14rem">
        <strong>{link.forWhom}</strong>, version {version}, made {dayText(link.madeAt.slice(0, 10))}, {opened};{' '}
        {link.revoked ? 'revoked' : `good until ${dayText(link.expiresAt.slice(0, 10))}`}
      </Text>
      {!link.revoked && (
        <Button
          variant="outline"
          onClick={() => revoke.mutate()}
          loading={revoke.isPending}
          aria-label={`Revoke the link of ${link.forWhom}`}
        >
          Revoke
        </Button>
      )}
      {revoke.isError && <Trouble error={revoke.error} />}
    </Flex>
  )
}
