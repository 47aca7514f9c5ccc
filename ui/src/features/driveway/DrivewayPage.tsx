import { Box, Button, CloseButton, Flex, Heading, Stack, Text } from '@chakra-ui/react'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { ChevronLeft, ChevronRight, Eye, EyeOff, Lightbulb, X } from 'lucide-react'
import { type ReactNode, useEffect, useState } from 'react'
import { Link } from 'react-router'
import type { DrivewayPhoto } from '../../api/types'
import { compute } from '../../core/core'
import { retryCore } from '../../core/useCore'
import { requestOf } from '../../offline/heldFacts'
import { useOutbox } from '../../offline/outbox'
import { UrgencyMarks } from '../../shared/marks/UrgencyMarks'
import { Picture } from '../../shared/Picture'
import { useHeldVisit } from '../../shared/queries'
import { Loading, Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'

/** What the owner is shown, of everything on this device. */
function useDriveway(visitId: string) {
  const { entries } = useOutbox()
  const held = useHeldVisit(visitId)
  const stamp = entries.map(({ requestId }) => requestId).join(' ')
  return useQuery({
    queryKey: ['driveway', visitId, held.dataUpdatedAt, stamp],
    queryFn: ({ signal }) =>
      compute('driveway', requestOf(visitId, held.data as NonNullable<typeof held.data>, entries), signal),
    enabled: held.data !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    ...retryCore,
  })
}

/** Five photos for the owner at the car: one at a time, in large type, with what was seen, what it means and what could not be seen. */
export function DrivewayPage() {
  const { visit, dossier } = useVisitContext()
  const show = useDriveway(dossier.visit.id)
  const [at, setAt] = useState(0)
  const count = (show.data?.photos.length ?? 0) + 1
  const go = (step: number) => setAt((now) => Math.min(Math.max(now + step, 0), count - 1))
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      if (event.key === 'ArrowRight' || event.key === 'ArrowLeft')
        setAt((now) => Math.min(Math.max(now + (event.key === 'ArrowRight' ? 1 : -1), 0), count - 1))
    }
    window.addEventListener('keydown', keys)
    return () => window.removeEventListener('keydown', keys)
  }, [count])
  if (show.isError && !show.data) return <Trouble error={show.error} onRetry={() => show.refetch()} />
  if (!show.data) return <Loading what="the photos" />
  const photo = show.data.photos[at - 1]
  return (
    <section className="k-driveway" aria-label="Show the owner">
      <div className="k-driveway-page">
        {photo ? (
          <OnePhoto key={photo.photoId} photo={photo} />
        ) : (
          <Opening headline={show.data.headline} rest={show.data.rest} cover={show.data.coverPhotoId ?? null} />
        )}
      </div>
      <Flex className="k-driveway-keys" gap="3" align="center" justify="space-between">
        <Button size="xl" variant="outline" onClick={() => go(-1)} disabled={at === 0} aria-label="Previous photo">
          <ChevronLeft /> Back
        </Button>
        <Text fontWeight="bold" role="status">
          {at === 0 ? visit.property.name : `Photo ${at} of ${count - 1}`}
        </Text>
        {at < count - 1 ? (
          <Button size="xl" colorPalette="verdigris" onClick={() => go(1)} aria-label="Next photo">
            Next <ChevronRight />
          </Button>
        ) : (
          <Button asChild size="xl" variant="outline">
            <Link to={`${visit.base}/report`}>Done</Link>
          </Button>
        )}
      </Flex>
      <CloseButton asChild size="xl" className="k-driveway-close">
        <Link to={`${visit.base}/report`} aria-label="Close">
          <X />
        </Link>
      </CloseButton>
    </section>
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
