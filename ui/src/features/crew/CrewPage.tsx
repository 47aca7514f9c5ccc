import { Box, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react'
import { useMutation, useQuery } from '@tanstack/react-query'
import { Camera } from 'lucide-react'
import { useState } from 'react'
import { useParams } from 'react-router'
import { api, dataOf, sendBytes } from '../../api/client'
import type { BlobAnswer, CrewItem } from '../../api/types'
import { PhotoButton } from '../../shared/PhotoButton'
import { Empty, Loading, Trouble } from '../../shared/States'
import { newId } from '../../shared/uuid'
import { dayText } from '../../shared/words'

/** A crew's own list, opened by its link: what to fix, and a photo that shows it fixed. */
export function CrewPage() {
  const { secret = '' } = useParams()
  const list = useQuery({
    queryKey: ['crew', secret],
    queryFn: () => dataOf(api.GET('/api/crew/{secret}', { params: { path: { secret } } })),
    refetchInterval: 60_000,
  })
  const [by, setBy] = useState('')
  if (list.isPending) return <Loading what="the list" />
  if (list.isError)
    return (
      <Box p="4" as="main">
        <Empty title="This link does not open a list">
          It may have expired or been revoked. Ask the sender for a new one.
        </Empty>
      </Box>
    )
  const left = list.data.items.filter(({ item }) => item.state === 'open' || item.state === 'refused').length
  return (
    <Stack as="main" gap="4" p="4" maxW="46rem" mx="auto">
      <Box>
        <Heading as="h1" size="2xl">
          {list.data.propertyName}
        </Heading>
        <Text>
          Punch list for {list.data.crew}, from {list.data.firmName}: {left} of {list.data.items.length} to fix
        </Text>
      </Box>
      <Input
        size="lg"
        aria-label="Your name"
        placeholder="Your name"
        value={by}
        onChange={(event) => setBy(event.target.value)}
      />
      {list.data.items.map((item) => (
        <CrewRow
          key={item.item.itemId}
          secret={secret}
          entry={item}
          by={by.trim() || list.data.crew}
          onDone={() => list.refetch()}
        />
      ))}
      <Text fontSize="sm" color="faint">
        Work at height belongs to trained people with protection in place. This link opens this list only, until{' '}
        {dayText(list.data.expiresAt.slice(0, 10))}.
      </Text>
    </Stack>
  )
}

type RowProps = { secret: string; entry: CrewItem; by: string; onDone: () => void }

function CrewRow({ secret, entry, by, onDone }: RowProps) {
  const { item } = entry
  const [note, setNote] = useState('')
  const fix = useMutation({
    mutationFn: async ([file]: File[]) => {
      const blob = await sendBytes<BlobAnswer>(`/api/crew/${secret}/photos`, file as File, () => {})
      return dataOf(
        api.POST('/api/crew/{secret}/items/{itemId}/fixed', {
          params: { path: { secret, itemId: item.itemId } },
          body: { requestId: newId(), by, note, sha256: blob.sha256 },
        }),
      )
    },
    onSuccess: onDone,
  })
  const canFix = item.state === 'open' || item.state === 'refused'
  const picture = (sha256: string) => `/api/crew/${secret}/photos/${sha256}`
  return (
    <Stack as="article" className="k-sheet" gap="2">
      <Text fontWeight="bold" fontSize="lg" lineHeight="short">
        {item.number}. {item.what}
        {item.place && `, ${item.place}`}
      </Text>
      <Text>
        {item.fix}
        {item.dueOn && ` – by ${dayText(item.dueOn)}`}
      </Text>
      {item.measured && <Text>{item.measured}</Text>}
      {item.steps.length > 0 && (
        <Box as="ol" pl="5" listStyleType="decimal">
          {item.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </Box>
      )}
      <Text fontWeight="bold" className={item.holdPoint && item.state !== 'accepted' ? 'k-unfit' : undefined}>
        {item.holdPoint && item.state !== 'accepted' && 'Hold point. '}
        {item.stateWords}
      </Text>
      <Flex gap="2" wrap="wrap">
        {[...entry.photos, ...entry.replyPhotos].map((sha256) => (
          <a key={sha256} href={picture(sha256)} target="_blank" rel="noreferrer">
            <img className="k-thumb" src={picture(sha256)} alt={`Item ${item.number}`} style={{ width: '150px' }} />
          </a>
        ))}
      </Flex>
      {canFix && (
        <>
          <Input
            aria-label={`Note on item ${item.number}`}
            placeholder="Note (optional)"
            value={note}
            onChange={(event) => setNote(event.target.value)}
          />
          <PhotoButton
            camera
            label={`Fixed: photo of item ${item.number}`}
            onFiles={(files) => fix.mutate(files)}
            disabled={fix.isPending}
            className="k-photokey k-photokey-main"
          >
            <Camera size={20} /> <span>{fix.isPending ? 'Sending …' : 'Fixed: take the photo'}</span>
          </PhotoButton>
        </>
      )}
      {fix.isError && <Trouble error={fix.error} />}
    </Stack>
  )
}
