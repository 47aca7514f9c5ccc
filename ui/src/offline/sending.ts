import type { QueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { device } from './database'
import { deviceStore } from './deviceStore'
import { applyToKept } from './keptAnswers'
import { onKick, setOutbox, watchOutbox } from './outbox'
import { pruneSent } from './pictures'
import { hasAmpleRoom } from './room'
import { Halt, sendAll } from './syncEngine'
import { httpWire } from './wire'

const retry = {
  waitsMs: [2_000, 5_000, 15_000, 30_000, 60_000],
  settleMs: 250,
  spread: 0.3,
  wantedEveryMs: 10 * 60_000,
} as const

const showsFacts = new Set(['home', 'property', 'visit', 'weather', 'habits', 'firm-rules'])

/** Sends what waits for this person as long as the page is open: at once, on reconnecting, and again after every failure. */
export function useSending(personId: string, queries: QueryClient) {
  useEffect(() => {
    let running = false
    let again = false
    let stopped = false
    let failures = 0
    let timer: ReturnType<typeof setTimeout> | undefined

    const refresh = () =>
      queries.invalidateQueries({ predicate: ({ queryKey }) => showsFacts.has(String(queryKey[0])) })
    const wire = httpWire(personId)
    const store = deviceStore(device, personId, {
      onAccepted: (entries) => applyToKept(personId, queries, entries),
      hasRoom: hasAmpleRoom,
      onWanted: async (wanted) => setOutbox({ wanted }),
    })

    // Seldom, and never in the way of sending: what the server found damaged may still be on this device.
    let askedAt = 0
    const askWhatIsWanted = async () => {
      if (Date.now() - askedAt < retry.wantedEveryMs) return
      askedAt = Date.now()
      try {
        if (await store.sendAgain(await wire.wanted())) again = true
      } catch {
        // Asked again another time.
      }
    }

    const run = async () => {
      if (running || stopped) {
        again = true
        return
      }
      running = true
      again = false
      clearTimeout(timer)
      let sent = false
      try {
        await alone(async () => {
          if (stopped) return
          const waits = (await store.waiting(1)).length > 0
          sent = waits
          if (waits) setOutbox({ sending: true })
          await sendAll(store, wire)
        })
        failures = 0
        await askWhatIsWanted()
        setOutbox({ sending: false, halted: null, haltedWords: null })
      } catch (error) {
        const reason = error instanceof Halt ? error.reason : 'server'
        setOutbox({ sending: false, halted: reason, haltedWords: error instanceof Halt ? error.words : null })
        if (reason === 'offline' || reason === 'server') {
          const wait = retry.waitsMs[Math.min(failures++, retry.waitsMs.length - 1)] ?? 0
          // A busy server says how long it wants to be left alone; many devices must not come back at one moment.
          const asked = error instanceof Halt ? (error.retryAfterMs ?? 0) : 0
          timer = setTimeout(run, Math.max(wait, asked) * (1 + Math.random() * retry.spread))
        }
      }
      running = false
      if (sent) void refresh()
      if (again && !stopped) timer = setTimeout(run, retry.settleMs)
    }

    const online = () => {
      failures = 0
      void run()
      void refresh()
    }
    const seen = () => document.visibilityState === 'visible' && void run()
    onKick(() => void run())
    setOutbox({ personId })
    const unwatch = watchOutbox(personId)
    void run()
    void pruneSent()
    window.addEventListener('online', online)
    document.addEventListener('visibilitychange', seen)
    return () => {
      stopped = true
      clearTimeout(timer)
      unwatch()
      onKick(() => {})
      setOutbox({ personId: null, loaded: false, entries: [], halted: null, sending: false })
      window.removeEventListener('online', online)
      document.removeEventListener('visibilitychange', seen)
    }
  }, [personId, queries])
}

/** One tab sends at a time. Without locks (no secure context) each sends; twice does no harm. */
async function alone(send: () => Promise<void>) {
  if (!navigator.locks) return send()
  await navigator.locks.request('kalpa-sending', send)
}
