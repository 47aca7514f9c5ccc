import { Box, Button, CloseButton, Dialog, Flex, Heading, Portal, Stack, Text } from '@chakra-ui/react'
import { ChevronLeft, ChevronRight, Eye, EyeOff, Lightbulb } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import type { DrivewayPhoto } from '../../api/types'
import { UrgencyMarks } from '../../shared/marks/UrgencyMarks'
import { Picture } from '../../shared/Picture'
import { Loading, Trouble } from '../../shared/States'
import { useDriveway } from '../../shared/useVisitAnswer'
import { useVisitContext } from '../../shared/visitContext'

/** Five photos for the owner at the car: one at a time, in large type, with what was seen, what it means and what could not be seen. */
export function DrivewayPage() {
  const { visit, dossier } = useVisitContext()
  const navigate = useNavigate()
  const show = useDriveway(dossier.visit.id)
  const [at, setAt] = useState(0)
  const report = `${visit.base}/report`
  if (show.isError && !show.data) return <Trouble error={show.error} onRetry={() => show.refetch()} />
  if (!show.data) return <Loading what="the photos" />
  const { photos, headline, rest, coverPhotoId } = show.data
  // Something recorded meanwhile may leave fewer photos than there were.
  const shown = Math.min(at, photos.length)
  const go = (step: number) => setAt(Math.min(Math.max(shown + step, 0), photos.length))
  const photo = photos[shown - 1]
  return (
    <Dialog.Root open size="full" motionPreset="none" onOpenChange={({ open }) => !open && navigate(report)}>
      <Portal>
        <Dialog.Positioner>
          <Dialog.Content
            className="k-driveway"
            aria-label="Show the owner"
            onKeyDown={({ key }) => {
              if (key === 'ArrowRight') go(1)
              if (key === 'ArrowLeft') go(-1)
            }}
          >
            <div className="k-driveway-page" key={shown}>
              {photo ? (
                <OnePhoto photo={photo} />
              ) : (
                <Opening headline={headline} rest={rest} cover={coverPhotoId ?? null} />
              )}
            </div>
            <Flex className="k-driveway-keys" gap="3" align="center" justify="space-between">
              <Button
                size="xl"
                variant="outline"
                onClick={() => go(-1)}
                disabled={shown === 0}
                aria-label="Previous photo"
              >
                <ChevronLeft /> Back
              </Button>
              <Text fontWeight="bold" role="status">
                {shown === 0 ? visit.property.name : `Photo ${shown} of ${photos.length}`}
              </Text>
              {shown < photos.length ? (
                <Button size="xl" colorPalette="verdigris" onClick={() => go(1)} aria-label="Next photo">
                  Next <ChevronRight />
                </Button>
              ) : (
                <Button asChild size="xl" variant="outline">
                  <Link to={report}>Done</Link>
                </Button>
              )}
            </Flex>
            <Dialog.CloseTrigger asChild>
              <CloseButton size="xl" className="k-driveway-close" aria-label="Close" />
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  )
}

/** The photo's fact by its id, wherever in the visit it hangs. */
function usePhoto(id: string | null) {
  const { dossier } = useVisitContext()
  return dossier.roofs.flatMap(({ facts }) => facts.records?.photos ?? []).find((photo) => photo.id === id)
}

function Opening({ headline, rest, cover }: { headline: string; rest: string; cover: string | null }) {
  const { visit, dossier } = useVisitContext()
  const photo = usePhoto(cover)
  return (
    <>
      {photo && (
        <Picture
          sha256={photo.sha256}
          edits={photo.edits}
          size="screen"
          alt={photo.caption || visit.property.name}
          className="k-driveway-photo"
        />
      )}
      <Stack gap="3">
        <Heading as="h2" size="2xl">
          {visit.property.name}
        </Heading>
        <Text fontSize="2xl" lineHeight="short">
          {headline}
        </Text>
        {rest && <Text fontSize="lg">{rest}</Text>}
        {!dossier.visit.finishedAt && (
          <Text className="k-caution">
            The visit is not finished: what is shown can still change.{' '}
            <Link to={`${visit.base}/walk`} className="k-link">
              Wrap-up
            </Link>
          </Text>
        )}
      </Stack>
    </>
  )
}

function OnePhoto({ photo }: { photo: DrivewayPhoto }) {
  const fact = usePhoto(photo.photoId)
  return (
    <>
      {fact && (
        <Picture
          sha256={fact.sha256}
          edits={fact.edits}
          size="screen"
          alt={fact.caption || photo.name}
          className="k-driveway-photo"
          open
        />
      )}
      <Stack gap="4">
        <Box>
          <Heading as="h2" size="xl">
            {photo.name}
          </Heading>
          <UrgencyMarks marks={photo.marks} words={photo.urgency} />
        </Box>
        <Told icon={<Eye />} title="What we saw">
          {photo.fact}
        </Told>
        <Told icon={<Lightbulb />} title="What it means">
          {photo.inferred}
        </Told>
        <Told icon={<EyeOff />} title="What we could not see">
          {photo.unseen}
        </Told>
        {photo.partOf && (
          <Text fontSize="xl" fontWeight="bold" lineHeight="short">
            {photo.partOf}
          </Text>
        )}
      </Stack>
    </>
  )
}

function Told({ icon, title, children }: { icon: ReactNode; title: string; children: ReactNode }) {
  return (
    <Flex gap="3" align="flex-start">
      <Box flex="none" mt="1" aria-hidden="true">
        {icon}
      </Box>
      <Box>
        <Text fontWeight="bold">{title}</Text>
        <Text fontSize="xl" lineHeight="short">
          {children}
        </Text>
      </Box>
    </Flex>
  )
}
