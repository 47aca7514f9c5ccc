import { Text } from '@chakra-ui/react'
import { useEffect, useSyncExternalStore } from 'react'
import { useLocation } from 'react-router'
import { coreBook, watchCoreBook } from '../core/coreBook'
import { useBook } from '../shared/queries'

/** So that a server whose parts do not fit together is not asked for ever. */
const triedFor = (hash: string) => `kalpa-book-update:${hash}`

/** Takes the new version over; without a worker that keeps pages, loading anew does it. */
async function takeOver() {
  const registration = await navigator.serviceWorker?.getRegistration()
  if (!registration?.waiting) {
    if (!registration) location.reload()
    return
  }
  navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true })
  registration.waiting.postMessage({ type: 'SKIP_WAITING' })
}

/**
 * Says that this page's core judges by another rule book than the server, has the new version fetched, and takes it over where nobody is in the middle of
 * anything: on the list of roofs.
 */
export function BookUpdate() {
  const book = useBook().data
  const core = useSyncExternalStore(watchCoreBook, coreBook)
  const quiet = useLocation().pathname === '/'
  // Without a connection the book is the one kept here, and says nothing of the server.
  const behind = navigator.onLine && core && book && core.hash !== book.hash ? { core, book } : null
  const wanted = behind?.book.hash
  useEffect(() => {
    if (wanted) void navigator.serviceWorker?.getRegistration().then((registration) => registration?.update())
  }, [wanted])
  useEffect(() => {
    if (!wanted || !quiet || !navigator.onLine || sessionStorage.getItem(triedFor(wanted))) return
    sessionStorage.setItem(triedFor(wanted), 'tried')
    void takeOver()
  }, [wanted, quiet])
  if (!behind) return null
  return (
    <Text className="k-caution" role="status">
      This device uses rule book {behind.core.version}; the server uses {behind.book.version}.{' '}
      {quiet
        ? 'To update, close Kalpa on this device and open it again.'
        : 'It updates when you return to the list of roofs. Nothing you entered is lost.'}
    </Text>
  )
}
