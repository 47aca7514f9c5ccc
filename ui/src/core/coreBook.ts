/** The rule book that the core of this page judges by, as its answers name it; null until it has judged something. */
export type BookStamp = { version: string; hash: string }

let stamp: BookStamp | null = null
const listeners = new Set<() => void>()

type Judged = { bookVersion?: string; bookHash?: string; methodVersion?: string; assessment?: Judged }

const remembered = 'kalpa-core-judges-by'

/** The rule book and the method that this device's core last judged by, as the server names its own; null before it has judged. */
export const coreJudges = () => localStorage.getItem(remembered)

/** Reads the stamp from an answer of the core that carries one. */
export function noteBook(answer: unknown) {
  const judged = (answer as Judged)?.assessment ?? (answer as Judged)
  if (judged?.bookHash && judged.methodVersion)
    localStorage.setItem(remembered, `${judged.bookHash} ${judged.methodVersion}`)
  if (!judged?.bookHash || judged.bookHash === stamp?.hash) return
  stamp = { version: judged.bookVersion ?? '', hash: judged.bookHash }
  for (const listener of listeners) listener()
}

export const coreBook = () => stamp

export function watchCoreBook(listener: () => void) {
  listeners.add(listener)
  return () => listeners.delete(listener)
}
