import { useQuery, useQueryClient } from '@tanstack/react-query'
import { lazy, type ReactNode, Suspense, useCallback, useEffect, useState } from 'react'
import { ApiError, api, dataOf, setAntiForgeryToken } from '../../api/client'
import type { SessionAnswer } from '../../api/types'
import { warmUp } from '../../core/warmUp'
import { device } from '../../offline/database'
import { setOutbox } from '../../offline/outbox'
import { useSending } from '../../offline/sending'
import { useTakeAlong } from '../../offline/takeAlong'
import { keys } from '../../shared/queries'
import { Loading, Trouble } from '../../shared/States'
import { inTurn, signedOut } from '../../shared/turns'

// Whoever is signed in does not wait for the form and its rules.
const SignIn = lazy(() => import('../../shared/SignIn').then(({ SignIn }) => ({ default: SignIn })))

const kept = 'session'

/** The first screen is drawn and filled before the core takes its share of the machine. */
const warmUpAfterMs = 300

const staysOnSignOut = new Set<unknown>([keys.session[0], keys.demoPeople[0]])

type Gate = { session: SessionAnswer; expired: boolean }
type Props = { children: (session: SessionAnswer, onSignOut: () => void) => ReactNode }

/**
 * Shows the app to whoever is signed in, and the sign-in to everybody else. A device that was signed in goes on recording without a connection,
 * and when its sign-in has run out: then it says so and sends nothing until somebody signs in again.
 */
export function SessionGate({ children }: Props) {
  const queries = useQueryClient()
  const session = useQuery({
    queryKey: keys.session,
    queryFn: () => inTurn(enter),
    staleTime: Number.POSITIVE_INFINITY,
    networkMode: 'always',
    retry: false,
  })
  const signOut = useCallback(async () => {
    // Immediately, so that nothing more syncs while the server is informed.
    queries.setQueryData<Gate>(
      keys.session,
      (old) => old && { session: { ...old.session, person: null }, expired: false },
    )
    await inTurn(leave)
    // What the sign-in itself shows stays: its keys must not go from under a thumb.
    queries.removeQueries({ predicate: ({ queryKey }) => !staysOnSignOut.has(queryKey[0]) })
    await queries.invalidateQueries({ queryKey: keys.session })
  }, [queries])
  if (session.isPending) return <Loading what="the session" />
  if (session.isError && !session.data) return <Trouble error={session.error} onRetry={() => session.refetch()} />
  const { session: answer, expired } = session.data as Gate
  return answer.person ? (
    <SignedIn key={answer.person.id} session={answer} expired={expired} onSignOut={signOut}>
      {children}
    </SignedIn>
  ) : (
    <Suspense fallback={<Loading what="the sign-in" />}>
      <SignIn session={answer} waiting={<WaitingHere />} onDone={() => session.refetch()} />
    </Suspense>
  )
}

function SignedIn({
  session,
  expired,
  onSignOut,
  children,
}: { session: SessionAnswer; expired: boolean; onSignOut: () => void } & Props) {
  const queries = useQueryClient()
  useSending(session.person?.id ?? '', queries)
  useTakeAlong(session.person?.id ?? '', queries)
  useEffect(() => {
    const waiting = setTimeout(() => void warmUp().catch(() => undefined), warmUpAfterMs)
    return () => clearTimeout(waiting)
  }, [])
  useEffect(() => {
    if (expired) setOutbox({ halted: 'signIn' })
  }, [expired])
  return <>{children(session, onSignOut)}</>
}

async function enter(): Promise<Gate> {
  let before = (await device.settings.get(kept).catch(() => undefined))?.value as SessionAnswer | undefined
  const left = (await device.settings.get(signedOut).catch(() => undefined))?.value
  // A sign-out that was cut off half-way counts: nobody goes on under that name.
  if (left && before?.person?.id === left) before = undefined
  try {
    let answer = await dataOf(api.GET('/api/session'))
    setAntiForgeryToken(answer.antiForgeryToken)
    if (answer.person && answer.person.id === left) {
      // Signed out here without a connection: the server is informed now.
      await dataOf(api.DELETE('/api/session'))
      await device.settings.delete(kept)
      await device.settings.delete(signedOut)
      answer = await dataOf(api.GET('/api/session'))
      setAntiForgeryToken(answer.antiForgeryToken)
    }
    if (answer.person) {
      if (before?.person && before.person.id !== answer.person.id) await forgetShownPictures()
      await device.settings.put({ key: kept, value: answer }).catch(() => undefined)
      setOutbox({ personId: answer.person.id })
      return { session: answer, expired: false }
    }
    if (before?.person) {
      setOutbox({ personId: before.person.id })
      return { session: { ...before, antiForgeryToken: answer.antiForgeryToken }, expired: true }
    }
    return { session: answer, expired: false }
  } catch (error) {
    if (!(error instanceof ApiError) || error.status !== 0 || !before?.person) throw error
    setOutbox({ personId: before.person.id })
    return { session: before, expired: false }
  }
}

/** Signing out wipes what was sent; what was not waits for the same person. */
async function leave() {
  const before = (await device.settings.get(kept).catch(() => undefined))?.value as SessionAnswer | undefined
  const id = before?.person?.id
  // Noted first: a page that goes away meanwhile is still signed out when it comes back.
  if (id) await device.settings.put({ key: signedOut, value: id })
  try {
    await dataOf(api.DELETE('/api/session'))
    await device.settings.delete(signedOut)
  } catch (error) {
    if (!(error instanceof ApiError) || (error.status !== 0 && error.status !== 401)) throw error
    if (error.status === 401) await device.settings.delete(signedOut)
  }
  await device.settings.delete(kept)
  await forgetShownPictures()
  if (!id) return
  const waits = await device.outbox.where('personId').equals(id).count()
  const blobs = await device.blobs.where('[personId+whole]').equals([id, 0]).count()
  await device.blobs.where('[personId+whole]').equals([id, 1]).delete()
  if (waits + blobs === 0) await device.answers.where('personId').equals(id).delete()
}

/** Pictures of the server that the browser keeps belong to the person who looked at them. */
async function forgetShownPictures() {
  if (typeof caches !== 'undefined') await forgetPictures().catch(() => undefined)
}

/** Somebody else's unsent work on this device, named before another person signs in. */
function WaitingHere() {
  const [count, setCount] = useState(0)
  useEffect(() => {
    void device.outbox.count().then(setCount, () => setCount(0))
  }, [])
  return count === 0 ? null : (
    <p role="status" className="k-caution">
      {count} {count === 1 ? 'change is waiting' : 'changes are waiting'} on this device for whoever made them. They are
      sent when that person signs in here, and never under another name.
    </p>
  )
}

/** Pictures that were looked at, whatever version of the worker kept them. */
async function forgetPictures() {
  const names = await caches.keys()
  await Promise.all(names.filter((name) => name.startsWith('kalpa-pictures')).map((name) => caches.delete(name)))
}
