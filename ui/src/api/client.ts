import createClient, { type Middleware } from 'openapi-fetch'
import { noteServerDate } from './clock'
import type { paths } from './schema'

/** A refusal of the server, with its stable code and what to do. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly title: string,
    detail: string,
    readonly requestId?: string,
  ) {
    super(detail || title)
  }
}

const unreachable = () =>
  new ApiError(
    0,
    'server.unreachable',
    'Kalpa cannot be reached',
    'Check the connection and try again; what you typed is saved.',
  )

let antiForgeryToken = ''

/** Kept from the session and sent with every change. */
export function setAntiForgeryToken(token: string) {
  antiForgeryToken = token
}

export function changeHeaders(): Record<string, string> {
  return { 'X-Kalpa-Token': antiForgeryToken }
}

const withToken: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-Kalpa-Token', antiForgeryToken)
    return request
  },
  onResponse({ response }) {
    noteServerDate(response.headers.get('Date'))
  },
}

/** A token that went stale (somebody signed in or out meanwhile) is fetched anew, once. */
async function withFreshToken(request: Request): Promise<Response> {
  const again = request.method === 'GET' ? undefined : request.clone()
  const response = await fetch(request)
  if (response.status !== 400 || !again) return response
  const problem = (await response
    .clone()
    .json()
    .catch(() => undefined)) as Problem | undefined
  if (problem?.code !== 'session.stale-token') return response
  const session = await fetch('/api/session')
  antiForgeryToken = ((await session.json()) as { antiForgeryToken: string }).antiForgeryToken
  again.headers.set('X-Kalpa-Token', antiForgeryToken)
  return fetch(again)
}

export const api = createClient<paths>({ baseUrl: '/', fetch: withFreshToken })
api.use(withToken)

type Problem = { code?: string; title?: string; detail?: string | null; requestId?: string }

export function problemError(status: number, problem: unknown): ApiError {
  const { code, title, detail, requestId } = (problem ?? {}) as Problem
  return new ApiError(status, code ?? 'server.failed', title ?? 'Kalpa could not do that', detail ?? '', requestId)
}

/** Data of an answer, or its problem thrown as the one error class. */
export async function dataOf<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await call.catch(() => {
    throw unreachable()
  })
  if (!response.ok) throw problemError(response.status, error)
  return data as T
}

/** Sends a picture's bytes with progress (0 to 1). Fetch cannot report progress of sending, so this is the older request. */
export function sendBytes<T>(path: string, bytes: Blob, onProgress: (share: number) => void): Promise<T> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest()
    request.open('POST', path)
    for (const [name, value] of Object.entries(changeHeaders())) request.setRequestHeader(name, value)
    request.setRequestHeader('Content-Type', 'application/octet-stream')
    request.responseType = 'json'
    request.upload.onprogress = (event) => event.lengthComputable && onProgress(event.loaded / event.total)
    request.onerror = () => reject(unreachable())
    request.onload = () =>
      request.status < 300 ? resolve(request.response as T) : reject(problemError(request.status, request.response))
    request.send(bytes)
  })
}

/** Tells the server's log that a screen broke; that it cannot be told is no further trouble. */
export function reportFailure(error: unknown) {
  const message = error instanceof Error ? `${error.name}: ${error.message}` : String(error)
  const stack = error instanceof Error ? (error.stack ?? '') : ''
  const body = { message: message.slice(0, 500), stack: stack.slice(0, 4000), path: window.location.pathname }
  void api.POST('/api/client-failures', { body }).catch(() => undefined)
}
