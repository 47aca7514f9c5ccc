import { useCallback, useEffect, useRef, useState } from 'react'
import type { ClipFact } from '../api/types'

export const recording = { speechMaxMs: 60_000, videoMaxMs: 20_000, tickMs: 200, leastMs: 300 } as const

type Done = (bytes: Blob, seconds: number, kind: ClipFact['kind']) => void

const types = {
  speech: ['audio/webm;codecs=opus', 'audio/mp4', 'audio/ogg'],
  video: ['video/webm;codecs=vp8,opus', 'video/mp4', 'video/webm'],
} as const

/** Why this device cannot record, in words; undefined when it can. */
export function whyNotRecording(): string | undefined {
  if (!window.isSecureContext) return 'Recording needs the https address of Kalpa.'
  if (!navigator.mediaDevices?.getUserMedia || typeof MediaRecorder === 'undefined')
    return 'This browser cannot record.'
  return undefined
}

/** Records while held, at most a minute of speech or twenty seconds of video. */
export function useHoldToRecord(onDone: Done) {
  const [kind, setKind] = useState<ClipFact['kind'] | null>(null)
  const [elapsedMs, setElapsedMs] = useState(0)
  const [problem, setProblem] = useState<string>()
  const stopNow = useRef<() => void>(() => {})
  const held = useRef(false)

  const stop = useCallback(() => {
    held.current = false
    stopNow.current()
  }, [])
  useEffect(() => () => stopNow.current(), [])

  const start = useCallback(
    async (wanted: ClipFact['kind']) => {
      if (held.current) return
      const why = whyNotRecording()
      if (why) return setProblem(why)
      held.current = true
      setProblem(undefined)
      let stream: MediaStream
      try {
        stream = await navigator.mediaDevices.getUserMedia({
          audio: true,
          video: wanted === 'video' ? { facingMode: 'environment', width: 1280 } : false,
        })
      } catch {
        held.current = false
        return setProblem('Kalpa was not allowed to use the microphone or camera. Allow it in the browser’s settings.')
      }
      const release = () => {
        for (const track of stream.getTracks()) track.stop()
      }
      // Let go before the device was ready: nothing to keep.
      if (!held.current) return release()
      const type = types[wanted].find((name) => MediaRecorder.isTypeSupported(name))
      const recorder = new MediaRecorder(stream, { mimeType: type, videoBitsPerSecond: 2_500_000 })
      const parts: Blob[] = []
      const began = performance.now()
      const ticking = setInterval(() => setElapsedMs(performance.now() - began), recording.tickMs)
      const most = wanted === 'speech' ? recording.speechMaxMs : recording.videoMaxMs
      const limit = setTimeout(stop, most)
      recorder.addEventListener('dataavailable', (event) => parts.push(event.data))
      recorder.addEventListener('stop', () => {
        clearInterval(ticking)
        clearTimeout(limit)
        release()
        setKind(null)
        setElapsedMs(0)
        const ms = Math.min(most, performance.now() - began)
        if (ms < recording.leastMs) return setProblem('Hold the key while you speak; let go to keep it.')
        onDone(new Blob(parts, { type: recorder.mimeType }), ms / 1000, wanted)
      })
      stopNow.current = () => recorder.state !== 'inactive' && recorder.stop()
      recorder.start()
      setKind(wanted)
    },
    [onDone, stop],
  )
  return { kind, elapsedMs, problem, start, stop }
}
