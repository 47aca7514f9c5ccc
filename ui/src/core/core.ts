import type {
  AssessInput,
  Assessment,
  GoingAnswer,
  GoingRequest,
  LadderAnswer,
  LadderRequest,
  LifeAnswer,
  LifeFacts,
  ParsedMeasure,
  ParseMeasureRequest,
  PicksAnswer,
  PicksRequest,
  UrgencyAnswer,
  UrgencyFacts,
  Verdict,
  VerdictRequest,
} from '../api/types'

type Methods = {
  assess: [AssessInput, Assessment]
  verdict: [VerdictRequest, Verdict]
  life: [LifeFacts, LifeAnswer]
  urgency: [UrgencyFacts, UrgencyAnswer]
  'parse-measure': [ParseMeasureRequest, ParsedMeasure]
  going: [GoingRequest, GoingAnswer]
  ladder: [LadderRequest, LadderAnswer]
  picks: [PicksRequest, PicksAnswer]
}

export type Method = keyof Methods
export type Asked<M extends Method> = Methods[M][0]
export type Answered<M extends Method> = Methods[M][1]

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

/** `dead`: the core did not start, and this worker never will. */
type Reply = { id: number; result?: string; failure?: string; dead?: boolean }

let worker: Worker | undefined
let lastId = 0
const waiting = new Map<number, (reply: Reply) => void>()

function start() {
  const started = new Worker(new URL('./coreWorker.ts', import.meta.url), { type: 'module' })
  started.onmessage = ({ data }: MessageEvent<Reply>) => {
    // A core whose files could not be fetched is tried anew by the next question.
    if (data.dead && worker === started) {
      started.terminate()
      worker = undefined
    }
    waiting.get(data.id)?.(data)
    waiting.delete(data.id)
  }
  return started
}

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
export function compute<M extends Method>(method: M, input: Asked<M>): Promise<Answered<M>> {
  worker ??= start()
  const id = ++lastId
  const json = JSON.stringify(input)
  return new Promise((resolve, reject) => {
    waiting.set(id, ({ result, failure }) => {
      if (result === undefined) {
        reject(new CoreError('core.failed', null, failure ?? 'The core did not answer.'))
        return
      }
      try {
        resolve(readResult<Answered<M>>(result))
      } catch (error) {
        reject(error)
      }
    })
    worker?.postMessage({ id, method, json })
  })
}
