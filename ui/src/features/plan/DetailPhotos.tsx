import { Flex, Text } from '@chakra-ui/react'
import { Camera } from 'lucide-react'
import type { DetailFact } from '../../api/types'
import { PhotoButton } from '../../shared/PhotoButton'
import { Picture } from '../../shared/Picture'
import { stationOf } from '../../shared/roofPlan/planWords'
import { Trouble } from '../../shared/States'
import { useTakePhotos } from '../../shared/takePhotos'
import { useVisitContext } from '../../shared/visitContext'

/** Photos that hang on a detail, its findings' among them; one more is a tap. */
export function DetailPhotos({ detail }: { detail: DetailFact }) {
  const { visit, records } = useVisitContext()
  const take = useTakePhotos()
  const findings = new Set(visit.facts.findings.filter(({ detailId }) => detailId === detail.id).map(({ id }) => id))
  const photos = records.photos.filter(
    (photo) => photo.detailId === detail.id || (photo.findingId && findings.has(photo.findingId)),
  )
  return (
    <Flex gap="2" wrap="wrap" align="center">
      {photos.map((photo) => (
        <Picture
          key={photo.id}
          sha256={photo.sha256}
          size="thumb"
          edits={photo.edits}
          alt={photo.caption || 'Photo of it'}
          className="k-thumb"
        />
      ))}
      <PhotoButton
        camera
        label="Photo of it"
        disabled={take.isPending}
        className="k-photokey"
        onFiles={(files) =>
          take.mutate({
            files,
            fields: {
              slopeId: detail.spot.slopeId,
              station: stationOf(detail.kind),
              detailId: detail.id,
              spot: detail.spot,
            },
          })
        }
      >
        <Camera size={20} /> <span>Photo of it</span>
      </PhotoButton>
      {photos.length === 0 && <Text color="faint">No photo yet.</Text>}
      {take.isError && <Trouble error={take.error} />}
    </Flex>
  )
}
