import { afterEach, describe, expect, it, vi } from 'vitest'
import { serverCore } from './serverCore'

const answering = (status: number, by: string) =>
  vi.stubGlobal(
    'fetch',
    vi.fn(async () => new Response('{"value":5}', { status, headers: { 'X-Kalpa-Judges-By': by } })),
  )

describe('an answer of the server in the place of the core', () => {
  afterEach(() => {
    vi.unstubAllGlobals()
    localStorage.clear()
  })

  it('counts where this device has judged nothing yet, or by the same book and method', async () => {
    answering(200, 'abc 13')
    expect(await serverCore('verdict', '{}')).toBe('{"value":5}')
    localStorage.setItem('kalpa-core-judges-by', 'abc 13')
    expect(await serverCore('verdict', '{}')).toBe('{"value":5}')
  })

  it.each([
    ['another book', 200, 'abd 13', 'abc 13'],
    ['another method', 200, 'abc 14', 'abc 13'],
    ['a refusal', 400, 'abc 13', 'abc 13'],
  ])('counts for nothing: %s', async (_, status, server, here) => {
    answering(status, server)
    localStorage.setItem('kalpa-core-judges-by', here)
    expect(await serverCore('verdict', '{}')).toBeUndefined()
  })

  it('is not asked for without a connection, and its failure is none of the page', async () => {
    answering(200, 'abc 13')
    vi.stubGlobal('navigator', { onLine: false })
    expect(await serverCore('verdict', '{}')).toBeUndefined()
    expect(fetch).not.toHaveBeenCalled()
    vi.stubGlobal('navigator', { onLine: true })
    vi.stubGlobal('fetch', async () => Promise.reject(new TypeError('gone')))
    expect(await serverCore('verdict', '{}')).toBeUndefined()
  })
})
