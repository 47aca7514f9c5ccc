import { Flex, Stack, Text } from '@chakra-ui/react'
import { Camera } from 'lucide-react'
import type { Due } from '../../api/types'
import { PhotoButton } from '../../shared/PhotoButton'
import { Trouble } from '../../shared/States'
import { useTakePhotos } from '../../shared/takePhotos'
import { useVisitContext } from '../../shared/visitContext'

/** Photos that a rule asks for, each one tap and the camera away. */
export function StationDues({ station, all = false }: { station: string; all?: boolean }) {
  const { assessment } = useVisitContext()
  const here = assessment.progress.dues.filter((due) => all || due.station === station)
  if (here.length === 0) return null
  return (
    <Stack gap="2" className="k-todos">
      <Text fontWeight="bold">Photos due</Text>
      {here.map((due) => (
        <DueRow key={`${due.station}-${due.slopeId}-${due.findingId}-${due.photo}`} due={due} />
      ))}
    </Stack>
  )
}

function DueRow({ due }: { due: Due }) {
  const take = useTakePhotos()
  const keep = (files: File[]) =>
    take.mutate({
      files,
      fields: {
        findingId: due.findingId ?? null,
        slopeId: due.slopeId ?? null,
        station: due.station || null,
        role: due.photo ?? 'seen',
      },
    })
  return (
    <Flex gap="2" align="center">
      <Text flex="1" lineHeight="short">
        {due.text}
      </Text>
      <PhotoButton onFiles={keep} camera disabled={take.isPending} label={due.text}>
        <span>
          <Camera size={18} /> Take photo
        </span>
      </PhotoButton>
      {take.isError && <Trouble error={take.error} />}
    </Flex>
  )
}
