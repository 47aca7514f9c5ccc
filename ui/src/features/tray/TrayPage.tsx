import { Box, Button, Flex, Heading, Input, SimpleGrid, Stack, Text, Textarea } from '@chakra-ui/react'
import { Images } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import type { ClipFact, PhotoFact } from '../../api/types'
import { useBytesAddress } from '../../offline/pictures'
import { useRecord } from '../../shared/facts'
import { PhotoButton } from '../../shared/PhotoButton'
import { Picture } from '../../shared/Picture'
import { MarkUp } from '../../shared/photoEditor/MarkUp'
import { Empty, Trouble } from '../../shared/States'
import { useTakePhotos } from '../../shared/takePhotos'
import { useVisitContext } from '../../shared/visitContext'
import { timeText } from '../../shared/words'

/** Hundreds of photos may come from a card: they are written up a screenful at a time. */
const tray = { atOnce: 12 } as const

/** What waits for words, and every photo of the visit in a strip. The inbox is empty before the visit is finished. */
export function TrayPage() {
  const { records } = useVisitContext()
  const take = useTakePhotos()
  const photos = records.photos.filter((photo) => photo.writeUp)
  const clips = records.clips.filter((clip) => !clip.words)
  const [shown, setShown] = useState<number>(tray.atOnce)
  const waiting = photos.length + clips.length
  const others = [...records.photos.filter((photo) => !photo.writeUp)].sort((a, b) =>
    (a.takenAt ?? '').localeCompare(b.takenAt ?? ''),
  )
  return (
    <Stack gap="4">
      <Flex gap="3" align="center" wrap="wrap">
        <Heading as="h2" size="lg" flex="1">
          To write up{waiting > 0 && `: ${waiting}`}
        </Heading>
        <PhotoButton
          label="Photos from files"
          onFiles={(files) => take.mutate({ files, fields: { writeUp: true } })}
          disabled={take.isPending}
        >
          <Images size={18} /> <span>{take.isPending ? 'Saving…' : 'Add many photos'}</span>
        </PhotoButton>
      </Flex>
      {take.isError && <Trouble error={take.error} />}
      {waiting === 0 && (
        <Empty title="The inbox is empty">
          Photos taken without words and recordings wait here until they are a finding, or have a caption.
        </Empty>
      )}
      <SimpleGrid columns={{ base: 1, md: 2 }} gap="3">
        {photos.slice(0, shown).map((photo) => (
          <TrayPhoto key={photo.id} photo={photo} />
        ))}
        {clips.map((clip) => (
          <TrayClip key={clip.id} clip={clip} />
        ))}
      </SimpleGrid>
      {photos.length > shown && (
        <Button size="lg" variant="outline" onClick={() => setShown(shown + tray.atOnce)}>
          Show more: {photos.length - shown} are behind these
        </Button>
      )}
      {others.length > 0 && (
        <Box>
          <Heading as="h2" size="lg" mb="2">
            All photos
          </Heading>
          <Box className="k-strip">
            {others.map((photo) => (
              <StripPhoto key={photo.id} photo={photo} />
            ))}
          </Box>
        </Box>
      )}
    </Stack>
  )
}

function usePlaceWords() {
  const { visit, book } = useVisitContext()
  return (fact: { slopeId?: string | null; station?: string | null }) => {
    const slope = visit.facts.slopes.find(({ id }) => id === fact.slopeId)
    const station = book.stations.find(({ key }) => key === fact.station)
    return [slope && `Slope ${slope.letter}`, station?.name].filter(Boolean).join(', ') || 'No place'
  }
}

function TrayPhoto({ photo }: { photo: PhotoFact }) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const [caption, setCaption] = useState(photo.caption)
  const place = usePlaceWords()
  const address = `${visit.base}/findings/new?photo=${photo.id}${photo.slopeId ? `&slope=${photo.slopeId}` : ''}&station=${photo.station ?? 'field'}`
  const settle = () => record.mutate([{ kind: 'photo', fact: { ...photo, caption: caption.trim(), writeUp: false } }])
  const drop = () => record.mutate([{ kind: 'photo', fact: photo, deleted: true }])
  return (
    <Flex className="k-sheet" gap="3" align="start" wrap="wrap">
      <Box w="150px" flex="none">
        <Picture sha256={photo.sha256} alt={photo.caption || 'Photo to write up'} edits={photo.edits} open />
      </Box>
      <Stack flex="1" minW="11rem" gap="2">
        <Text>
          <strong>{place(photo)}</strong>
          {photo.takenAt && (
            <Text as="span" color="faint">
              {' '}
              {timeText(photo.takenAt)}
            </Text>
          )}
        </Text>
        <Button asChild size="lg" colorPalette="verdigris">
          <Link to={address}>Create a finding</Link>
        </Button>
        <Input
          aria-label="Caption"
          placeholder="or a caption: overview of the harbor side"
          value={caption}
          onChange={(event) => setCaption(event.target.value)}
        />
        <Flex gap="2">
          <Button size="md" variant="outline" onClick={settle} disabled={!caption.trim()} flex="1">
            Save caption only
          </Button>
          <Button size="md" variant="outline" onClick={drop}>
            Delete
          </Button>
        </Flex>
        {record.isError && <Trouble error={record.error} />}
      </Stack>
    </Flex>
  )
}

function TrayClip({ clip }: { clip: ClipFact }) {
  const { visit } = useVisitContext()
  const record = useRecord(visit.heads)
  const [words, setWords] = useState('')
  const place = usePlaceWords()
  const address = useBytesAddress(clip.sha256, `/api/photos/${clip.sha256}/original`)
  const settle = () => record.mutate([{ kind: 'clip', fact: { ...clip, words: words.trim() } }])
  const drop = () => record.mutate([{ kind: 'clip', fact: clip, deleted: true }])
  return (
    <Stack className="k-sheet" gap="2">
      <Text>
        <strong>{place(clip)}</strong>{' '}
        <Text as="span" color="faint">
          {clip.kind === 'speech' ? 'speech' : 'video'}, {clip.seconds} s
        </Text>
      </Text>
      {clip.kind === 'speech' ? (
        // Captions are what the inspector writes below.
        // biome-ignore lint/a11y/useMediaCaption: the recording is one's own, and writing it up is the act of this screen
        <audio controls src={address} style={{ width: '100%' }} />
      ) : (
        // biome-ignore lint/a11y/useMediaCaption: the recording is one's own, and writing it up is the act of this screen
        <video controls src={address} style={{ width: '100%', maxHeight: '220px' }} />
      )}
      <Textarea
        rows={2}
        aria-label="Recording in writing"
        placeholder="Write down what it says"
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
      <Flex gap="2">
        <Button size="lg" variant="outline" flex="1" onClick={settle} disabled={!words.trim()}>
          Written up
        </Button>
        <Button size="lg" variant="outline" onClick={drop}>
          Delete
        </Button>
      </Flex>
      {record.isError && <Trouble error={record.error} />}
    </Stack>
  )
}

function StripPhoto({ photo }: { photo: PhotoFact }) {
  const { visit, assessment } = useVisitContext()
  const place = usePlaceWords()
  const name = assessment.findings.find((finding) => finding.findingId === photo.findingId)?.name
  const record = useRecord(visit.heads)
  const words = photo.caption || name || place(photo)
  const picture = (
    <Picture sha256={photo.sha256} alt={photo.caption || name || 'Photo'} edits={photo.edits} open={!photo.findingId} />
  )
  return (
    <figure>
      {photo.findingId ? <Link to={`${visit.base}/findings/${photo.findingId}`}>{picture}</Link> : picture}
      <figcaption>{words}</figcaption>
      <MarkUp
        photo={photo}
        name={words}
        onChange={(edits) => record.mutate([{ kind: 'photo', fact: { ...photo, edits } }])}
      />
      {record.isError && <Trouble error={record.error} />}
    </figure>
  )
}
