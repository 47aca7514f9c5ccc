import { Flex, Text } from '@chakra-ui/react'
import { Camera } from 'lucide-react'
import { Link } from 'react-router'
import { PhotoButton } from '../../shared/PhotoButton'
import { Trouble } from '../../shared/States'
import { useTakePhotos } from '../../shared/takePhotos'
import { useVisitContext } from '../../shared/visitContext'

/** From a finished visit straight to the camera, on the slope one was on last; the photo waits in the inbox. */
export function OneMoreThing() {
  const { visit, records } = useVisitContext()
  const take = useTakePhotos()
  const last = [...visit.facts.findings, ...records.photos]
    .filter((fact) => fact.slopeId)
    .sort((a, b) => a.id.localeCompare(b.id))
    .at(-1)
  const slope = visit.facts.slopes.find(({ id }) => id === last?.slopeId) ?? visit.facts.slopes.at(-1)
  const keep = (files: File[]) =>
    take.mutate({ files, fields: { slopeId: slope?.id ?? null, station: last?.station ?? null, writeUp: true } })
  return (
    <Flex align="center" gap="3" wrap="wrap">
      <PhotoButton
        camera
        label="One more thing"
        onFiles={keep}
        className="k-photokey k-photokey-main"
        disabled={take.isPending}
      >
        <Camera size={20} /> <span>One more thing{slope && `, on slope ${slope.letter}`}</span>
      </PhotoButton>
      {take.isSuccess && (
        <Text role="status">
          In the <Link to={`${visit.base}/tray`}>tray</Link>.
        </Text>
      )}
      {take.isError && <Trouble error={take.error} />}
    </Flex>
  )
}
