import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react'
import { useQueryClient } from '@tanstack/react-query'
import { CloudOff, CloudUpload, RefreshCw } from 'lucide-react'
import { lazy, Suspense, useEffect, useState } from 'react'
import { Link } from 'react-router'
import { clock, clockOffsetMs } from '../../api/clock'
import type { SessionAnswer } from '../../api/types'
import type { Entry } from '../../offline/entry'
import { dropRefused, type OutboxState, retryRefused, somethingWaits, useOutbox, useSaving } from '../../offline/outbox'
import { offerOriginal } from '../../offline/pictures'
import { PhotoButton } from '../../shared/PhotoButton'
import { keys } from '../../shared/queries'
import { Sheet } from '../../shared/Sheet'
import { Loading } from '../../shared/States'
import { factKinds, sizeText } from '../../shared/words'
import { syncWords } from './syncWords'

const SignInForms = lazy(() => import('../../shared/SignIn').then(({ SignInForms }) => ({ default: SignInForms })))

/** How recording and sending stand, in a word in the bar; the whole on tapping it. */
export function SyncStatus({ session }: { session: SessionAnswer }) {
  const outbox = useOutbox()
  const [open, setOpen] = useState(false)
  const words = syncWords(outbox, useSaving())
  const Icon = outbox.halted === 'offline' ? CloudOff : outbox.sending ? RefreshCw : CloudUpload
  return (
    <>
      <Button
        variant="ghost"
        size="sm"
        // Its ground changes with its words: half way between two, neither could be read.
        transition="none"
        onClick={() => setOpen(true)}
        _hover={{ bg: 'whiteAlpha.300' }}
        aria-label={`Sync status: ${words}`}
        className={words === 'Synced' ? undefined : 'k-syncnote'}
      >
        <Icon size={18} /> <Narrowed words={words} />
      </Button>
      <Sheet title="On this device" open={open} onClose={() => setOpen(false)}>
        <Details outbox={outbox} session={session} />
      </Sheet>
    </>
  )
}

/** How many wait, on a phone without the words that its icon says. */
function Narrowed({ words }: { words: string }) {
  const [, before, waiting, after] = /^(.*?)(\d+ waiting)( to sync)$/.exec(words) ?? []
  if (!waiting) return words
  return (
    <span>
      <span className="k-phonehide">{before}</span>
      {waiting}
      <span className="k-phonehide">{after}</span>
    </span>
  )
}

function Details({ outbox, session }: { outbox: OutboxState; session: SessionAnswer }) {
  const queries = useQueryClient()
  const saving = useSaving()
  const refused = outbox.entries.filter((entry) => entry.problem)
  const waiting = outbox.entries.length - refused.length
  const name = session.person?.name ?? ''
  const signIn = outbox.halted === 'signIn' || outbox.halted === 'otherPerson'
  const offMs = Math.abs(clockOffsetMs())
  return (
    <Stack gap="3">
      <Text>
        {waiting === 0
          ? 'No changes are waiting.'
          : `${waiting} ${waiting === 1 ? 'change is waiting' : 'changes are waiting'} to sync.`}{' '}
        {outbox.picturesWaiting > 0 &&
          `${outbox.picturesWaiting} photos and recordings (${sizeText(outbox.bytesWaiting)}) are on their way: report-size pictures first, originals after.`}
      </Text>
      {saving > 0 && <Text>Saving on this device. Keep Kalpa open until it is done.</Text>}
      {outbox.halted === 'offline' && (
        <Text>No connection. Keep working: everything is saved on this device and syncs later.</Text>
      )}
      {outbox.halted === 'server' && (
        <Text>
          {outbox.haltedWords ?? 'The server is not responding normally.'} Everything is saved on this device and is
          sent again automatically.
        </Text>
      )}
      {signIn && (
        <Stack gap="2">
          <Text fontWeight="bold">
            {outbox.halted === 'otherPerson'
              ? `Another person is signed in. What ${name} recorded syncs when ${name} signs in again, and never under another name.`
              : `The sign-in of ${name} has expired. Nothing is lost; sign in again to sync.`}
          </Text>
          <Suspense fallback={<Loading what="the sign-in" />}>
            <SignInForms
              session={session}
              onDone={async () => {
                await queries.invalidateQueries({ queryKey: keys.session })
                somethingWaits()
              }}
            />
          </Suspense>
        </Stack>
      )}
      {refused.map((entry) => (
        <RefusedChange key={entry.requestId} entry={entry} />
      ))}
      <WantedOriginals wanted={outbox.wanted} />
      {outbox.refusedPictures.map(({ sha256, text }) => (
        <Text key={sha256} className="k-trouble">
          A photo was refused: {text}
        </Text>
      ))}
      {offMs > clock.tellMs && (
        <Text className="k-caution">
          This device’s clock is {offText(offMs)} {clockOffsetMs() < 0 ? 'fast' : 'slow'}. Kalpa dates what you record
          by the server’s clock.
        </Text>
      )}
      <Room />
      {!window.isSecureContext && <NotSecure />}
      <Button variant="outline" onClick={somethingWaits}>
        Sync now
      </Button>
    </Stack>
  )
}

/** A change that the server did not take: why, the way to where it can be put right, or giving it up. */
function RefusedChange({ entry }: { entry: Entry }) {
  const setAside = entry.problem?.code === 'fact.set-aside'
  const place = placeOf(entry)
  return (
    <Box className="k-trouble">
      <Text>
        <strong>{factKinds[entry.kind]}:</strong> {entry.problem?.text}{' '}
        {setAside ? '' : 'It is saved on this device and was not synced. Correct it to sync it.'}
      </Text>
      <Flex gap="2" mt="1" wrap="wrap">
        {place && !setAside && (
          <Button asChild size="sm" variant="outline">
            <Link to={place}>Correct it</Link>
          </Button>
        )}
        {!setAside && (
          <Button size="sm" variant="outline" onClick={() => retryRefused(entry)}>
            Try again
          </Button>
        )}
        <Button size="sm" variant="outline" onClick={() => dropRefused(entry)}>
          {setAside ? 'Dismiss' : 'Discard this change'}
        </Button>
      </Flex>
    </Box>
  )
}

/** The screen on which a record is entered. */
function placeOf({ kind, fact }: Entry): string | null {
  const of = fact as { id: string; visitId?: string; propertyId?: string; roofId?: string | null }
  const roof = of.roofId ? `/roofs/${of.roofId}` : ''
  if (kind === 'finding') return `/visits/${of.visitId}${roof}/findings/${of.id}`
  if (of.visitId) return `/visits/${of.visitId}${roof}/${kind === 'course' || kind === 'sample' ? 'check' : 'walk'}`
  if (kind === 'property') return `/properties/${of.id}`
  return of.propertyId ? `/properties/${of.propertyId}` : null
}

/** An original that the server lost: chosen again from the device's own pictures, it is recognized by its bytes. */
function WantedOriginals({ wanted }: { wanted: string[] }) {
  const [said, setSaid] = useState<string | null>(null)
  if (wanted.length === 0) return null
  const choose = async (files: File[]) => {
    const taken = await Promise.all(files.map((file) => offerOriginal(file, wanted)))
    const fitting = taken.filter(Boolean).length
    setSaid(
      fitting > 0
        ? `${fitting} of ${files.length} ${files.length === 1 ? 'file' : 'files'} matched and will be sent.`
        : 'None of these files is the missing original. Choose the file exactly as the camera saved it.',
    )
  }
  return (
    <Box className="k-trouble">
      <Text>
        {wanted.length} original {wanted.length === 1 ? 'photo was' : 'photos were'} found damaged on the server. If the
        file is on this device, choose it again.
      </Text>
      <PhotoButton label="Choose files" onFiles={choose} className="k-photokey">
        <span>Choose files</span>
      </PhotoButton>
      {said && <Text role="status">{said}</Text>}
    </Box>
  )
}

function offText(ms: number) {
  const days = Math.round(ms / 86_400_000)
  if (days >= 1) return `${days} ${days === 1 ? 'day' : 'days'}`
  const minutes = Math.round(ms / 60_000)
  return minutes >= 60 ? `${Math.round(minutes / 60)} h` : `${minutes} min`
}

/** Room used and left; asking the browser not to clear it. */
function Room() {
  const [room, setRoom] = useState<{ used: number; left: number; persistent: boolean }>()
  useEffect(() => {
    void (async () => {
      const { usage = 0, quota = 0 } = (await navigator.storage?.estimate?.()) ?? {}
      setRoom({ used: usage, left: quota - usage, persistent: (await navigator.storage?.persisted?.()) ?? false })
    })()
  }, [])
  if (!room) return null
  const ask = async () => {
    const persistent = (await navigator.storage?.persist?.()) ?? false
    setRoom((old) => old && { ...old, persistent })
  }
  return (
    <Box>
      <Text>
        {sizeText(room.used)} used on this device, {sizeText(room.left)} left.{' '}
        {room.persistent ? 'The browser keeps this data.' : 'The browser may clear it when the device runs full.'}
      </Text>
      {!room.persistent && window.isSecureContext && (
        <Button size="sm" variant="outline" mt="1" onClick={ask}>
          Ask the browser to keep it
        </Button>
      )}
    </Box>
  )
}

/** Said plainly wherever the address is not secure: the browser then gives no work without a connection. */
export function NotSecure() {
  return (
    <Text className="k-caution" role="status">
      <strong>Offline is off.</strong> This address is not secure (no https), so the browser cannot open Kalpa without a
      connection. Start Kalpa with a certificate to have it on phones.
    </Text>
  )
}
