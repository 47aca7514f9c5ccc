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
  const needed = here.filter(({ optional }) => !optional)
  const wanted = here.filter(({ optional }) => optional)
  return (
    <>
      {needed.length > 0 && (
        <Stack gap="2" className="k-todos">
          <Text fontWeight="bold">Photos due</Text>
          {needed.map((due) => (
            <DueRow key={`${due.station}-${due.slopeId}-${due.findingId}-${due.photo}`} due={due} />
          ))}
        </Stack>
      )}
      {wanted.length > 0 && <WantedPhotos dues={wanted} />}
    </>
  )
}

/** Overviews that the report shows: a row of keys, in the way of nothing. */
function WantedPhotos({ dues }: { dues: Due[] }) {
  const take = useTakeDue()
  return (
    <Flex gap="2" align="center" wrap="wrap" role="group" aria-label="Photos for the report">
      <Text fontSize="sm">For the report:</Text>
      {dues.map((due) => (
        <PhotoButton
          key={due.slopeId ?? 'building'}
          onFiles={(files) => take.keep(due, files)}
          camera
          disabled={take.isPending}
          label={`Photo: ${due.text}`}
        >
          <Camera size={18} />
          <span>{due.text}</span>
        </PhotoButton>
      ))}
      {take.isError && <Trouble error={take.error} />}
    </Flex>
  )
}

function useTakeDue() {
  const take = useTakePhotos()
  const keep = (due: Due, files: File[]) =>
    take.mutate({
      files,
      fields: {
        findingId: due.findingId ?? null,
        slopeId: due.slopeId ?? null,
        station: due.station || null,
        role: due.photo ?? 'seen',
      },
    })
  return { ...take, keep }
}

function DueRow({ due }: { due: Due }) {
  const take = useTakeDue()
  return (
    <Flex gap="2" align="center">
      <Text flex="1" lineHeight="short">
        {due.text}
      </Text>
      <PhotoButton onFiles={(files) => take.keep(due, files)} camera disabled={take.isPending} label={due.text}>
        <Camera size={18} />
        <span>Take photo</span>
      </PhotoButton>
      {take.isError && <Trouble error={take.error} />}
    </Flex>
  )
}
