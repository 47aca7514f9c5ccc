import type {
  AssessInput,
  Assessment,
  DossierRequest,
  DraftAnswer,
  DraftRequest,
  GalvanicAnswer,
  GalvanicRequest,
  GoingAnswer,
  GoingRequest,
  ImportAnswer,
  ImportRequest,
  LadderAnswer,
  LadderRequest,
  LastingAnswer,
  LastingRequest,
  LifeAnswer,
  LifeFacts,
  LogicAnswer,
  LogicRequest,
  NoticesAnswer,
  NoticesRequest,
  ParsedMeasure,
  ParseMeasureRequest,
  PicksAnswer,
  PicksRequest,
  PlanAnswer,
  PlanEditAnswer,
  PlanEditRequest,
  PlanExportRequest,
  PlanRequest,
  PlanSlopesAnswer,
  PlanSlopesRequest,
  PlanSpotsAnswer,
  PlanSpotsRequest,
  PlanTextAnswer,
  PropertyDossier,
  RunsAnswer,
  RunsRequest,
  SpotAnswer,
  SpotRequest,
  StarterAnswer,
  StarterRequest,
  UrgencyAnswer,
  UrgencyFacts,
  Verdict,
  VerdictRequest,
  VisitDossier,
} from '../api/types'
import { noteBook } from './coreBook'

type Methods = {
  assess: [AssessInput, Assessment]
  'visit-dossier': [DossierRequest, VisitDossier]
  'property-dossier': [DossierRequest, PropertyDossier]
  verdict: [VerdictRequest, Verdict]
  life: [LifeFacts, LifeAnswer]
  'last-n-years': [LastingRequest, LastingAnswer]
  urgency: [UrgencyFacts, UrgencyAnswer]
  'parse-measure': [ParseMeasureRequest, ParsedMeasure]
  going: [GoingRequest, GoingAnswer]
  ladder: [LadderRequest, LadderAnswer]
  picks: [PicksRequest, PicksAnswer]
  plan: [PlanRequest, PlanAnswer]
  'plan-draft': [DraftRequest, DraftAnswer]
  'plan-edit': [PlanEditRequest, PlanEditAnswer]
  'plan-slopes': [PlanSlopesRequest, PlanSlopesAnswer]
  'plan-spots': [PlanSpotsRequest, PlanSpotsAnswer]
  'plan-spot': [SpotRequest, SpotAnswer]
  'plan-runs': [RunsRequest, RunsAnswer]
  'plan-starter': [StarterRequest, StarterAnswer]
  'plan-import': [ImportRequest, ImportAnswer]
  'plan-export': [PlanExportRequest, PlanTextAnswer]
  notices: [NoticesRequest, NoticesAnswer]
  logic: [LogicRequest, LogicAnswer]
  galvanic: [GalvanicRequest, GalvanicAnswer]
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
type Job = { id: number; method: Method; json: string; signal?: AbortSignal; settle: (reply: Reply) => void }

let worker: Worker | undefined
let lastId = 0
let running: Job | undefined
const queue: Job[] = []

function start() {
  const started = new Worker(new URL('./coreWorker.ts', import.meta.url), { type: 'module' })
  started.onmessage = ({ data }: MessageEvent<Reply>) => {
    // A core whose files could not be fetched is tried anew by the next question.
    if (data.dead && worker === started) {
      started.terminate()
      worker = undefined
    }
    const done = running
    running = undefined
    if (done?.id === data.id) {
      // The bench reads when each kind of answer first came.
      performance.mark(`kalpa-core-${done.method}`)
      done.settle(data)
    }
    next()
  }
  return started
}

/** Starts the core before anything is asked of it. */
export function startCore() {
  worker ??= start()
}

/** What takes the core a moment and somebody's finger waits for; whole judgements come after. */
const quick: ReadonlySet<Method> = new Set<Method>(['parse-measure', 'verdict'])

const take = () => {
  const at = queue.findIndex((job) => quick.has(job.method))
  return queue.splice(Math.max(at, 0), 1)[0]
}

/** One question at a time: what nobody waits for any more is never asked, so taps do not queue up behind old judgements. */
function next() {
  if (running) return
  for (let job = take(); job; job = take()) {
    if (job.signal?.aborted) {
      job.settle({ id: job.id, failure: 'Nobody waits for it.' })
      continue
    }
    running = job
    startCore()
    worker?.postMessage({ id: job.id, method: job.method, json: job.json })
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
    const settle = ({ result, failure }: Reply) => {
      if (result === undefined) {
        reject(new CoreError('core.failed', null, failure ?? 'The core did not answer.'))
        return
      }
      try {
        const answer = readResult<Answered<M>>(result)
        noteBook(answer)
        resolve(answer)
      } catch (error) {
        reject(error)
      }
    }
    queue.push({ id: ++lastId, method, json: JSON.stringify(input), signal, settle })
    next()
  })
}
