import { Flex, Text } from '@chakra-ui/react'
import { useMutation } from '@tanstack/react-query'
import { Mic, Video } from 'lucide-react'
import { useCallback } from 'react'
import type { ClipFact } from '../api/types'
import { recordChanges, whileSaving } from '../offline/outbox'
import { keepRecording } from '../offline/pictures'
import { recording, useHoldToRecord } from './holdToRecord'
import { useNamingRoof } from './roofOfRecords'
import { Trouble } from './States'
import { newId } from './uuid'
import { useVisitContext } from './visitContext'

type Props = { station: string; slopeId: string | null; findingId: string | null }

/** Two keys to hold: speech, or a short video. What is kept waits in the inbox until it is worded. */
export function Recorder({ station, slopeId, findingId }: Props) {
  const { visit } = useVisitContext()
  const named = useNamingRoof()
  const keep = useMutation({
    networkMode: 'always',
    mutationFn: ({ bytes, seconds, kind }: { bytes: Blob; seconds: number; kind: ClipFact['kind'] }) =>
      whileSaving(async () => {
        const { sha256, takenAt } = await keepRecording(bytes)
        const fact: ClipFact = {
          id: newId(),
          visitId: visit.visit.id,
          findingId,
          slopeId,
          station,
          kind,
          sha256,
          seconds: Math.round(seconds * 10) / 10,
          words: '',
          takenAt,
        }
        await recordChanges([named({ kind: 'clip', fact })], [])
      }),
  })
  const { mutate } = keep
  const done = useCallback(
    (bytes: Blob, seconds: number, kind: ClipFact['kind']) => mutate({ bytes, seconds, kind }),
    [mutate],
  )
  const hold = useHoldToRecord(done)
  const key = (kind: ClipFact['kind'], words: string, most: number) => (
    <button
      type="button"
      className="k-key k-hold"
      data-on={hold.kind === kind || undefined}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        void hold.start(kind)
      }}
      onPointerUp={hold.stop}
      onPointerCancel={hold.stop}
      onContextMenu={(event) => event.preventDefault()}
      onKeyDown={(event) => event.key === ' ' && !event.repeat && void hold.start(kind)}
      onKeyUp={(event) => event.key === ' ' && hold.stop()}
    >
      {kind === 'speech' ? <Mic size={18} /> : <Video size={18} />}
      <span>
        {hold.kind === kind
          ? `${Math.floor(hold.elapsedMs / 1000)} of ${most / 1000} s – let go to keep`
          : `Hold to ${words}`}
      </span>
    </button>
  )
  return (
    <Flex gap="2" wrap="wrap" align="center">
      {key('speech', 'speak', recording.speechMaxMs)}
      {key('video', 'film', recording.videoMaxMs)}
      {keep.isSuccess && !hold.kind && <Text role="status">Saved: write it up in the inbox.</Text>}
      {hold.problem && (
        <Text role="status" color="copper">
          {hold.problem}
        </Text>
      )}
      {keep.isError && <Trouble error={keep.error} />}
    </Flex>
  )
}
