import { device } from './database'

/** Shares of what the browser gives Kalpa: sent originals stay below the first, and are let go above the second. */
const room = { ampleBelow: 0.2, tightAbove: 0.4 } as const

async function usedShare(): Promise<number> {
  const { usage = 0, quota = 0 } = (await navigator.storage?.estimate?.()) ?? {}
  return quota > 0 ? usage / quota : 1
}

/** Whether originals that were sent may stay a while. A browser that does not say how much room there is has none to spare. */
export const hasAmpleRoom = async () => (await usedShare()) < room.ampleBelow

/** Lets originals that were sent go when room becomes tight; what waits to be sent is not touched. */
export async function makeRoom(): Promise<void> {
  if ((await usedShare()) < room.tightAbove) return
  await device.blobs
    .filter((blob) => blob.whole === 1 && blob.original !== null)
    .modify({ original: null })
    .catch(() => undefined)
}
