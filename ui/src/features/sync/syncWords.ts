import type { OutboxState } from '../../offline/outbox'

/** How recording and sending stand, in a few words. Synced is said only when nothing is on its way, neither to the server nor to this device. */
export function syncWords({ halted, loaded, entries, picturesWaiting }: OutboxState, saving: number): string {
  if (!loaded) return 'Checking'
  const refused = entries.filter((entry) => entry.problem).length
  const waiting = entries.length - refused + picturesWaiting
  if (halted === 'signIn' || halted === 'otherPerson') return `Sign in to sync${waiting > 0 ? ` ${waiting}` : ''}`
  if (refused > 0) return `${refused} refused`
  // What is still on its way to the device is neither waiting nor synced.
  if (saving > 0 && waiting === 0) return 'Saving'
  if (halted === 'offline') return waiting > 0 ? `Offline, ${waiting} waiting to sync` : 'Offline'
  if (waiting > 0) return `${waiting} waiting to sync`
  return 'Synced'
}
