/** The rule book that the core of this page judges by, as its answers name it; null until it has judged something. */
export type BookStamp = { version: string; hash: string }

let stamp: BookStamp | null = null
const listeners = new Set<() => void>()

type Judged = { bookVersion?: string; bookHash?: string; assessment?: Judged }

/** Reads the stamp from an answer of the core that carries one. */
export function noteBook(answer: unknown) {
  const judged = (answer as Judged)?.assessment ?? (answer as Judged)
  if (!judged?.bookHash || judged.bookHash === stamp?.hash) return
  stamp = { version: judged.bookVersion ?? '', hash: judged.bookHash }
  for (const listener of listeners) listener()
}

export const coreBook = () => stamp

export function watchCoreBook(listener: () => void) {
  listeners.add(listener)
  return () => listeners.delete(listener)
}
