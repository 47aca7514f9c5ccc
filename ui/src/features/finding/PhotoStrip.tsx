import { Box, Button, Flex, Input, Progress, SimpleGrid, Text } from '@chakra-ui/react'
import { Camera } from 'lucide-react'
import { useRef } from 'react'
import type { PhotoFact } from '../../api/types'
import { Trouble } from '../../shared/States'
import { screenOf, thumbOf } from '../../shared/visitContext'
import type { Upload } from './photoUploads'

type Props = {
  kept: PhotoFact[]
  uploads: Upload[]
  onFiles: (files: File[]) => void
  onDrop: (uploadId: string) => void
  onCaption: (uploadId: string, words: string) => void
  onRemove: (photo: PhotoFact) => void
}

export function PhotoStrip({ kept, uploads, onFiles, onDrop, onCaption, onRemove }: Props) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <Box>
      {/* Asking for JPEG makes phones convert their own format. */}
      <input
        ref={input}
        type="file"
        accept="image/jpeg,image/png,image/webp"
        multiple
        className="k-hidden"
        aria-label="Photos"
        tabIndex={-1}
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])])
          event.target.value = ''
        }}
      />
      <Button size="lg" variant="outline" w="full" onClick={() => input.current?.click()}>
        <Camera /> Add photos
      </Button>
      <SimpleGrid columns={{ base: 2, md: 3 }} gap="2" mt="2">
        {kept.map((photo) => (
          <Box key={photo.id}>
            <a href={screenOf(photo.sha256)} target="_blank" rel="noreferrer">
              <img className="k-thumb" src={thumbOf(photo.sha256)} alt={photo.caption || 'Photo of the finding'} />
            </a>
            <Text fontSize="sm">{photo.caption}</Text>
            <Button size="xs" variant="outline" onClick={() => onRemove(photo)}>
              Take off
            </Button>
          </Box>
        ))}
        {uploads.map((upload) => (
          <UploadPart
            key={upload.id}
            upload={upload}
            onDrop={() => onDrop(upload.id)}
            onCaption={(words) => onCaption(upload.id, words)}
          />
        ))}
      </SimpleGrid>
    </Box>
  )
}

function UploadPart({
  upload,
  onDrop,
  onCaption,
}: {
  upload: Upload
  onDrop: () => void
  onCaption: (words: string) => void
}) {
  return (
    <Box>
      {upload.blob && <img className="k-thumb" src={thumbOf(upload.blob.sha256)} alt={upload.name} />}
      {upload.error !== undefined && <Trouble error={upload.error} />}
      {!upload.blob && upload.error === undefined && (
        <Progress.Root value={Math.round(upload.share * 100)} aria-label={`Sending ${upload.name}`}>
          <Progress.Track>
            <Progress.Range />
          </Progress.Track>
        </Progress.Root>
      )}
      {upload.blob && (
        <Input
          size="sm"
          mt="1"
          aria-label={`Caption of ${upload.name}`}
          placeholder="Caption (optional)"
          value={upload.caption}
          onChange={(event) => onCaption(event.target.value)}
        />
      )}
      <Flex justify="space-between" align="center" gap="1">
        <Text fontSize="sm" truncate>
          {upload.name}
        </Text>
        <Button size="xs" variant="outline" onClick={onDrop} aria-label={`Drop ${upload.name}`}>
          Drop
        </Button>
      </Flex>
    </Box>
  )
}
