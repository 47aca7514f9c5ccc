import { coreJudges } from '../core/coreBook'
import { changeHeaders } from './client'

/** A question larger than this is quicker answered here than sent. */
const mostCharacters = 500_000

/**
 * Asks the server, which runs the same core, for an answer that the core of a freshly opened page would give seconds later. Nothing when there is no
 * connection, when it refuses, or when it would judge by another rule book or method than this device's core last did: two answers that differ must not
 * follow each other.
 */
export async function serverCore(method: string, json: string, signal?: AbortSignal): Promise<string | undefined> {
  if (!navigator.onLine || json.length > mostCharacters) return undefined
  try {
    const answer = await fetch(`/api/compute/${method}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...changeHeaders() },
      body: json,
      signal,
    })
    const here = coreJudges()
    if (!answer.ok || (here !== null && here !== answer.headers.get('X-Kalpa-Judges-By'))) return undefined
    return await answer.text()
  } catch {
    // No connection, or nobody waits any more: the core of this page answers.
    return undefined
  }
}
