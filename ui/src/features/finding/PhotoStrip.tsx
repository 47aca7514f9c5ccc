import { Box, Button, Flex, Input, SimpleGrid, Spinner, Text } from '@chakra-ui/react'
import { Camera, Images } from 'lucide-react'
import type { PhotoRole } from '../../api/types'
import { PhotoButton } from '../../shared/PhotoButton'
import { Picture } from '../../shared/Picture'
import { MarkUp } from '../../shared/photoEditor/MarkUp'
import { Trouble } from '../../shared/States'
import { photoRoles } from '../../shared/words'
import type { FindingPhotos, FormPhoto } from './findingPhotos'

type Props = { photos: FindingPhotos; rolesDue: readonly PhotoRole[] }

export function PhotoStrip({ photos, rolesDue }: Props) {
  const missing = rolesDue.filter((role) => photos.list.every((photo) => photo.fact?.role !== role))
  return (
    <Box>
      {missing.length > 0 && (
        <Text mb="2" color="copper">
          Due by rule: a photo {missing.map((role) => photoRoles[role].toLowerCase()).join(' and ')}.
        </Text>
      )}
      <Flex gap="2" wrap="wrap">
        {rolesDue.map((role) => (
          <PhotoButton
            key={role}
            camera
            label={`Photo ${photoRoles[role].toLowerCase()}`}
            onFiles={(files) => photos.add(files, role)}
          >
            <Camera size={18} /> <span>{photoRoles[role]}</span>
          </PhotoButton>
        ))}
        <PhotoButton label="Photos" onFiles={(files) => photos.add(files)}>
          <Images size={18} /> <span>Add photos</span>
        </PhotoButton>
      </Flex>
      <SimpleGrid columns={{ base: 2, md: 3 }} gap="2" mt="2">
        {photos.list.map((photo) => (
          <PhotoPart key={photo.id} photo={photo} photos={photos} />
        ))}
      </SimpleGrid>
    </Box>
  )
}

function PhotoPart({ photo, photos }: { photo: FormPhoto; photos: FindingPhotos }) {
  const { fact } = photo
  return (
    <Box>
      {photo.error !== undefined && <Trouble error={photo.error} />}
      {!fact && photo.error === undefined && <Spinner aria-label={`Keeping ${photo.name}`} />}
      {fact && (
        <>
          <Picture sha256={fact.sha256} alt={fact.caption || photo.name} edits={fact.edits} open />
          <Input
            size="sm"
            mt="1"
            aria-label={`Caption of ${photo.name}`}
            placeholder="Caption (optional)"
            value={fact.caption}
            onChange={(event) => photos.describe(photo, { caption: event.target.value })}
          />
        </>
      )}
      <Flex justify="space-between" align="center" gap="1">
        <Text fontSize="sm" truncate>
          {fact && fact.role !== 'seen' ? photoRoles[fact.role ?? 'seen'] : photo.name}
        </Text>
        <Button size="xs" variant="outline" onClick={() => photos.remove(photo)} aria-label={`Remove ${photo.name}`}>
          Remove
        </Button>
      </Flex>
      {fact && <MarkUp photo={fact} name={photo.name} onChange={(edits) => photos.describe(photo, { edits })} />}
    </Box>
  )
}
