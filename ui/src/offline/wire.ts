import { type ApiError, changeHeaders, problemError, setAntiForgeryToken } from '../api/client'
import { noteServerDate } from '../api/clock'
import { type BlobState, contractOf, type Entry, type LocalBlob, type Receipt } from './entry'
import { Halt, RefusedBatch, RefusedBytes, type Repairs, type Wire } from './syncEngine'

/** Sends under the name of one person: the server refuses when somebody else is signed in. */
export function httpWire(personId: string): Wire & Repairs {
  const call = async <T>(method: string, path: string, body?: BodyInit, type = 'application/json'): Promise<T> => {
    const send = () =>
      fetch(path, {
        method,
        body,
        headers: {
          ...changeHeaders(),
          'X-Kalpa-Person': personId,
          ...(body === undefined ? {} : { 'Content-Type': type }),
        },
      })
    let response = await reach(send)
    if (response.status === 400 && (await codeOf(response.clone())) === 'session.stale-token') {
      await refreshToken(personId)
      response = await reach(send)
    }
    if (response.ok) return (await response.json()) as T
    const problem = await problemOf(response)
    if (path === '/api/facts' && isOfTheBatch(response.status, problem.code))
      throw new RefusedBatch(problem.code, problem.message, response.status >= 500)
    throw halted(response.status, problem, retryAfter(response))
  }
  return {
    sendFacts: async (entries) => {
      const body = JSON.stringify({ changes: entries.map(changeOf) })
      return (await call<{ receipts: Receipt[] }>('POST', '/api/facts', body)).receipts
    },
    wanted: () => call<string[]>('GET', '/api/photos/wanted'),
    sendReport: (blob) =>
      call<BlobState>('PUT', `/api/photos/${blob.sha256}/report`, blob.report as Blob, 'application/octet-stream'),
    blobState: (sha256) => call<BlobState>('GET', `/api/photos/${sha256}/state`),
    sendPiece: (blob: LocalBlob, offset, lengthBytes) =>
      call<BlobState>(
        'PUT',
        `/api/photos/${blob.sha256}?offset=${offset}&total=${blob.bytes}`,
        (blob.original as Blob).slice(offset, offset + lengthBytes),
        'application/octet-stream',
      ),
  }
}

export const changeOf = (entry: Entry) => ({
  requestId: entry.requestId,
  factId: entry.factId,
  kind: entry.kind,
  baseRevision: entry.baseRevision,
  recordedAt: entry.recordedAt,
  device: entry.device,
  contractVersion: contractOf(entry),
  deleted: entry.deleted,
  payload: entry.fact,
  settles: entry.settles,
})

async function reach(send: () => Promise<Response>): Promise<Response> {
  try {
    const response = await send()
    noteServerDate(response.headers.get('Date'))
    return response
  } catch {
    throw new Halt('offline')
  }
}

async function refreshToken(personId: string) {
  const response = await reach(() => fetch('/api/session', { headers: { 'X-Kalpa-Person': personId } }))
  const session = (await response.json()) as { antiForgeryToken: string; person: { id: string } | null }
  setAntiForgeryToken(session.antiForgeryToken)
  if (!session.person) throw new Halt('signIn')
  if (session.person.id !== personId) throw new Halt('otherPerson')
}

async function problemOf(response: Response): Promise<ApiError> {
  return problemError(response.status, await response.json().catch(() => undefined))
}

async function codeOf(response: Response): Promise<string> {
  return (await problemOf(response)).code
}

function halted(status: number, problem: ApiError, retryAfterMs: number | null): Error {
  if (status === 401) return new Halt('signIn')
  if (problem.code === 'session.other-person') return new Halt('otherPerson')
  // Busy and failing servers are tried again; what is refused for what it is, is not.
  if (status === 422 && problem.code !== 'photo.busy') return new RefusedBytes(problem.code, problem.message)
  return new Halt('server', retryAfterMs, problem.code.startsWith('store.') ? problem.message : null)
}

/** What the server says of a batch as a whole: these words are of the changes in it, and of none of them in particular. */
const isOfTheBatch = (status: number, code: string) =>
  status === 413 ||
  status === 422 ||
  (status === 400 && code !== 'session.stale-token') ||
  (status === 500 && code === 'server.failed')

/** Seconds, as the header has them; a date there is not used by this server. */
function retryAfter(response: Response): number | null {
  const seconds = Number(response.headers.get('Retry-After') ?? Number.NaN)
  return Number.isFinite(seconds) && seconds >= 0 ? seconds * 1000 : null
}
