import type { operations } from '../api/schema'
import { noteBook } from './coreBook'

/** The methods of the core with their types, as the HTTP interface has them: both come from the one list in the contracts. */
type Operations = {
  [Name in keyof operations as Name extends `compute-${infer Method}` ? Method : never]: operations[Name]
}

export type Method = keyof Operations
export type Asked<M extends Method> = Operations[M]['requestBody']['content']['application/json']
export type Answered<M extends Method> = Operations[M]['responses'][200]['content']['application/json']

/** Why the core refused: a stable code, the field at fault and what to do. */
export class CoreError extends Error {
  constructor(
    readonly code: string,
    readonly field: string | null,
    text: string,
  ) {
    super(text)
  }
}

/** `dead`: the core of this worker answers nothing any more: it never started, or it broke down at this question. */
type Reply = { id: number; result?: string; failure?: string; dead?: 'unstarted' | 'broken' }
type Job = {
  id: number
  method: Method
  json: string
  signal?: AbortSignal
  settle: (reply: Reply) => void
  askedAgain?: boolean
  /** Answered by the server meanwhile: nobody waits for it, and it is run only to get the core going. */
  answered?: boolean
}

/** Runs a method elsewhere, by the same core and the same rule book: its answer, or nothing when that cannot be had. */
type Elsewhere = (method: Method, json: string, signal?: AbortSignal) => Promise<string | undefined>

let elsewhere: Elsewhere | undefined
/** What this page's core has answered once. The first time it meets every line of a method anew, which takes it seconds. */
const answeredOnce = new Set<Method>()

/** Whom to ask beside the core of this page until that has answered a method once. */
export function askMeanwhile(ask: Elsewhere) {
  elsewhere = ask
}

let worker: Worker | undefined
let lastId = 0
let running: Job | undefined
const queue: Job[] = []

function start() {
  const started = new Worker(new URL('./coreWorker.ts', import.meta.url), { type: 'module' })
  started.onmessage = ({ data }: MessageEvent<Reply>) => {
    // A core whose files could not be fetched is tried anew by the next question, and one that broke down is replaced.
    if (data.dead && worker === started) {
      started.terminate()
      worker = undefined
    }
    const done = running
    running = undefined
    if (done?.id === data.id && data.dead === 'broken' && !done.askedAgain) {
      // The question may be innocent: memory breaks down by what was asked before. A fresh core is asked once more.
      queue.unshift({ ...done, askedAgain: true })
    } else if (done?.id === data.id) {
      // The bench reads when each kind of answer first came.
      performance.mark(`kalpa-core-${done.method}`)
      if (data.result !== undefined) answeredOnce.add(done.method)
      done.settle(data)
    }
    next()
  }
  return started
}

/** How long the page has the processor to itself while others answer: a starting core takes it for seconds. */
const headStartMs = 1500

let headStart: ReturnType<typeof setTimeout> | undefined

/** Starts the core before anything is asked of it. */
export function startCore() {
  clearTimeout(headStart)
  headStart = undefined
  worker ??= start()
}

/** Starts the core for a question: at once, or a moment later where somebody else is asked as well. */
function startSoon() {
  if (!elsewhere || !navigator.onLine) startCore()
  else
    headStart ??= setTimeout(() => {
      startCore()
      next()
    }, headStartMs)
}

/** What takes the core a moment and somebody's finger waits for; whole judgements come after. */
const quick: ReadonlySet<Method> = new Set<Method>(['parse-measure', 'verdict'])

const take = () => {
  let at = queue.findIndex((job) => quick.has(job.method) && !job.answered)
  if (at < 0) at = queue.findIndex((job) => !job.answered)
  return queue.splice(Math.max(at, 0), 1)[0]
}

/** One question at a time: what nobody waits for any more is never asked, so taps do not queue up behind old judgements. */
function next() {
  if (running || queue.length === 0) return
  if (!worker) startSoon()
  if (!worker) return
  for (let job = take(); job; job = take()) {
    if (job.signal?.aborted) {
      job.settle({ id: job.id, failure: 'The answer is no longer needed.' })
      continue
    }
    if (job.answered && answeredOnce.has(job.method)) continue
    running = job
    worker.postMessage({ id: job.id, method: job.method, json: job.json })
    return
  }
}

/** Whether anybody has asked the core anything since the page was opened. */
export const coreWasAsked = () => lastId > 0

/** Reads the core's envelope: an answer, or the problem thrown. */
export function readResult<T>(result: string): T {
  const { answer, problem } = JSON.parse(result) as {
    answer?: T
    problem?: { code: string; field: string | null; text: string }
  }
  if (problem) throw new CoreError(problem.code, problem.field, problem.text)
  return answer as T
}

/** Runs a method of the core in the browser: the same answer as the server's, without asking it. */
export function compute<M extends Method>(method: M, input: Asked<M>, signal?: AbortSignal): Promise<Answered<M>> {
  return new Promise((resolve, reject) => {
    const json = JSON.stringify(input)
    const settle = ({ result, failure }: Reply, ours = true) => {
      if (result === undefined) {
        reject(new CoreError('core.failed', null, failure ?? 'The core did not answer.'))
        return
      }
      try {
        const answer = readResult<Answered<M>>(result)
        if (ours) noteBook(answer)
        resolve(answer)
      } catch (error) {
        reject(error)
      }
    }
    const job: Job = { id: ++lastId, method, json, signal, settle }
    queue.push(job)
    next()
    if (answeredOnce.has(method)) return
    void elsewhere?.(method, json, signal).then((answer) => {
      if (answer === undefined) {
        // Nobody else has it: the core of this page is wanted now.
        startCore()
        next()
        return
      }
      if (answeredOnce.has(method)) return
      performance.mark(`kalpa-core-${method}`)
      job.answered = true
      // Not the book of this page's core: what that is only its own answers tell.
      settle({ id: job.id, result: `{"answer":${answer}}` }, false)
    })
  })
}
