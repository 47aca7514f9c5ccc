import { afterEach, describe, expect, it, vi } from 'vitest'
import { CoreError, readResult } from './core'

describe('what the browser core sends back', () => {
  it('is read as its answer', () => {
    expect(readResult<{ value: number }>('{"answer":{"value":2}}')).toEqual({ value: 2 })
  })

  it('is thrown with code and field when the core refused', () => {
    const read = () =>
      readResult('{"problem":{"code":"slope.bad-letter","field":"$.slopes[0]","text":"Say a letter."}}')
    expect(read).toThrow(CoreError)
    expect(read).toThrow('Say a letter.')
  })
})

type Asked = { id: number; method: string; json: string }

/** Workers that answer as told: one list of answers for each worker started. */
function workers(...answers: ((asked: Asked) => object)[][]) {
  const started: { ended: boolean }[] = []
  vi.stubGlobal(
    'Worker',
    class {
      onmessage?: (event: { data: object }) => void
      ended = false
      mine = answers[started.length] ?? []
      constructor() {
        started.push(this)
      }
      postMessage(asked: Asked) {
        const answer = this.mine.shift()
        if (answer) queueMicrotask(() => this.onmessage?.({ data: { id: asked.id, ...answer(asked) } }))
      }
      terminate() {
        this.ended = true
      }
    },
  )
  return started
}

describe('a core that breaks down', () => {
  afterEach(() => {
    vi.unstubAllGlobals()
    vi.resetModules()
  })
  const right = () => ({ result: '{"answer":{"value":5}}' })
  const breaks = () => ({ failure: 'memory access out of bounds', dead: 'broken' })

  it('is replaced, and the question is asked again of the new one', async () => {
    const started = workers([right, breaks], [right, right])
    const { compute } = await import('./core')
    const ask = () => compute('parse-measure', { text: '5', unit: 'length', bareUnit: 'inch' })
    expect(await ask()).toEqual({ value: 5 })
    expect(await Promise.all([ask(), ask()])).toEqual([{ value: 5 }, { value: 5 }])
    expect(started.map(({ ended }) => ended)).toEqual([true, false])
  })

  it('twice at one question says so; the next question has a core again', async () => {
    workers([breaks], [breaks], [right])
    const { compute } = await import('./core')
    const ask = () => compute('parse-measure', { text: '5', unit: 'length', bareUnit: 'inch' })
    await expect(ask()).rejects.toThrow('memory access out of bounds')
    expect(await ask()).toEqual({ value: 5 })
  })

  it('never started is left to whoever asked: without files a new one helps nothing', async () => {
    const started = workers([() => ({ failure: 'no files', dead: 'unstarted' })], [right])
    const { compute } = await import('./core')
    await expect(compute('parse-measure', { text: '5', unit: 'length', bareUnit: 'inch' })).rejects.toThrow('no files')
    expect(started).toHaveLength(1)
  })
})

describe('a page whose core is still starting', () => {
  afterEach(() => {
    vi.unstubAllGlobals()
    vi.resetModules()
    vi.useRealTimers()
  })
  const question = { text: '5', unit: 'length', bareUnit: 'inch' } as const

  it('takes what the server answers, gets its core going a moment later, and asks the server no more', async () => {
    vi.useFakeTimers()
    const asked: string[] = []
    const answer = (q: Asked) => {
      asked.push(q.method)
      return { result: '{"answer":{"value":5}}' }
    }
    const started = workers([answer, answer])
    const { askMeanwhile, compute } = await import('./core')
    const { coreBook } = await import('./coreBook')
    const server = vi.fn(async () => '{"value":5,"bookHash":"of the server","bookVersion":"1"}')
    askMeanwhile(server)
    expect(await compute('parse-measure', question)).toMatchObject({ value: 5, bookHash: 'of the server' })
    expect(started).toHaveLength(0)
    // Only this page's core tells what book it judges by.
    expect(coreBook()).toBeNull()
    await vi.advanceTimersByTimeAsync(2000)
    expect(asked).toEqual(['parse-measure'])
    expect(await compute('parse-measure', question)).toEqual({ value: 5 })
    expect(server).toHaveBeenCalledTimes(1)
  })

  it('starts its core at once where the server has no answer', async () => {
    vi.useFakeTimers()
    workers([() => ({ result: '{"answer":{"value":5}}' })])
    const { askMeanwhile, compute } = await import('./core')
    askMeanwhile(async () => undefined)
    // No timer runs: the answer came without the head start.
    expect(await compute('parse-measure', question)).toEqual({ value: 5 })
  })

  it('waits for no server without a connection', async () => {
    vi.useFakeTimers()
    vi.stubGlobal('navigator', { onLine: false })
    const started = workers([() => ({ result: '{"answer":{"value":5}}' })])
    const { askMeanwhile, compute } = await import('./core')
    askMeanwhile(() => new Promise(() => undefined))
    expect(await compute('parse-measure', question)).toEqual({ value: 5 })
    expect(started).toHaveLength(1)
  })
})
