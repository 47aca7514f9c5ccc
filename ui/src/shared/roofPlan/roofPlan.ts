import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import type {
  CoveringFact,
  DetailFact,
  DraftAnswer,
  FactHead,
  FindingFact,
  LocalRain,
  PlanAnswer,
  PlanEdit,
  PlanFact,
  PlanRequest,
  RoofPoint,
  SlopeFact,
  Spot,
} from '../../api/types'
import { compute } from '../../core/core'
import { type CoreAnswer, useCoreAnswer } from '../../core/useCore'
import { type Change, useRecord } from '../facts'

/** What a plan is drawn over: the roof, everything on it, and the day. `slopes` are all, the retired ones too. */
export type PlanScene = {
  propertyId: string
  roofId: string
  visitId: string | null
  /** The address of the visit's screens for this roof. */
  base: string | null
  /** Letters given to slopes of the property's other roofs. */
  lettersElsewhere: string[]
  asOf: string
  plan: PlanFact | null
  slopes: SlopeFact[]
  coverings: CoveringFact[]
  details: DetailFact[]
  /** Findings of the visit in the order of the report, so that pin and report have the same number; at: where a stain was measured to be. */
  findings: { fact: FindingFact; number: number; name: string; at?: Spot | null }[]
  /** Stains whose way in is settled: from the finding or detail there to the stain. */
  leaks: { stain: string; entry: string }[]
  heads: FactHead[]
  /** Rain that drainage is checked by here, with its source; null until somebody entered it. */
  rain: LocalRain | null
}

/** What is done and what undoes it. */
type Step = { forth: Change[]; back: Change[] }

/** Undo and redo live as long as the page; the server keeps every version besides. */
const histories = new Map<string, { done: Step[]; undone: Step[]; turn: Promise<unknown> }>()
const deepest = 200

export function usePlanWork(scene: PlanScene) {
  const record = useRecord(scene.heads)
  const history = useMemo(() => {
    const kept = histories.get(scene.roofId) ?? { done: [], undone: [], turn: Promise.resolve() }
    histories.set(scene.roofId, kept)
    return kept
  }, [scene.roofId])
  const [, setCount] = useState(0)
  // Whether there is something to undo is told once the step stands in the history.
  const tell = useCallback(() => setCount((count) => count + 1), [])
  const latest = useRef(scene)
  latest.current = scene

  const send = useCallback(
    async (changes: Change[]) => {
      await record.mutateAsync(changes)
      // The next step may begin before the screen has drawn this one.
      latest.current = sceneAfter(latest.current, changes)
    },
    [record.mutateAsync],
  )

  /** One step after the other: a key pressed while a drag is being kept waits for it. */
  const inTurn = useCallback(
    <T>(work: () => Promise<T>): Promise<T> => {
      const mine = history.turn.then(work)
      history.turn = mine.catch(() => undefined)
      return mine
    },
    [history],
  )

  const step = useCallback(
    async (forth: Change[]) => {
      if (forth.length === 0) return
      const back = forth.map((change) => inverse(latest.current, change)).reverse()
      await send(forth)
      history.done.push({ forth, back })
      history.done.splice(0, history.done.length - deepest)
      history.undone.length = 0
      tell()
    },
    [send, history, tell],
  )

  /** Changes, or what makes them of the scene as it is when their turn comes: quick keys add up. */
  const perform = useCallback(
    (forth: Change[] | ((now: PlanScene) => Change[])) =>
      inTurn(() => step(typeof forth === 'function' ? forth(latest.current) : forth)),
    [inTurn, step],
  )

  /** A plan, or what makes one of the plan as it is when its turn comes. */
  const changePlan = useCallback(
    (made: PlanFact | ((now: PlanFact) => PlanFact), more: Change[] = []) =>
      inTurn(async () => {
        const { plan } = latest.current
        if (typeof made === 'function' && !plan) return
        const next = typeof made === 'function' ? made(plan as PlanFact) : made
        await step([...(await changesFor(latest.current, next)), ...more])
      }),
    [inTurn, step],
  )

  return {
    perform,
    changePlan,
    /** One edit by the core, or one made of the plan as it is when its turn comes; gives why it was refused, if it was. */
    edit: (made: PlanEdit | ((plan: PlanFact) => PlanEdit | null)) =>
      inTurn(async () => {
        const { plan } = latest.current
        if (!plan) return 'There is no plan yet.'
        const edit = typeof made === 'function' ? made(plan) : made
        if (!edit) return null
        const answer = await compute('plan-edit', { plan, edit })
        if (answer.refused) return answer.refused.text
        if (JSON.stringify(answer.plan) === JSON.stringify(plan)) return null
        await step(await changesFor(latest.current, answer.plan))
        return null
      }),
    undo: () =>
      inTurn(async () => {
        const last = history.done.pop()
        if (!last) return
        history.undone.push(last)
        await send(last.back)
        tell()
      }),
    redo: () =>
      inTurn(async () => {
        const next = history.undone.pop()
        if (!next) return
        history.done.push(next)
        await send(next.forth)
        tell()
      }),
    canUndo: history.done.length > 0,
    canRedo: history.undone.length > 0,
    error: record.error,
  }
}

export type PlanWork = ReturnType<typeof usePlanWork>

const idOf = (change: Change) => (change.fact as { id: string }).id

/** The scene with changes made to it, until the screen brings it anew. */
export const sceneAfter = (scene: PlanScene, changes: Change[]): PlanScene => changes.reduce(withChange, scene)

function put<T extends { id: string }>(list: T[], { fact, deleted }: Change): T[] {
  const others = list.filter(({ id }) => id !== (fact as { id: string }).id)
  return deleted ? others : [...others, fact as unknown as T]
}

function withChange(scene: PlanScene, change: Change): PlanScene {
  switch (change.kind) {
    case 'plan':
      return { ...scene, plan: change.deleted ? null : (change.fact as PlanFact) }
    case 'slope':
      return { ...scene, slopes: put(scene.slopes, change) }
    case 'detail':
      return { ...scene, details: put(scene.details, change) }
    case 'finding':
      return {
        ...scene,
        findings: scene.findings.map((found) =>
          found.fact.id === idOf(change) ? { ...found, fact: change.fact as FindingFact } : found,
        ),
      }
    default:
      return scene
  }
}

/** What puts a fact back as it was; what was not there is taken away again. */
export function inverse(
  scene: Pick<PlanScene, 'plan' | 'slopes' | 'details' | 'findings' | 'coverings'>,
  change: Change,
): Change {
  const id = idOf(change)
  const before =
    scene.plan?.id === id
      ? scene.plan
      : (scene.slopes.find((fact) => fact.id === id) ??
        scene.details.find((fact) => fact.id === id) ??
        scene.coverings.find((fact) => fact.id === id) ??
        scene.findings.find(({ fact }) => fact.id === id)?.fact)
  return before ? { kind: change.kind, fact: before } : { kind: change.kind, fact: change.fact, deleted: true }
}

/** The plan, with the slopes in step with it and everything on them at its place. */
async function changesFor(scene: PlanScene, next: PlanFact): Promise<Change[]> {
  const slopes = await compute('plan-slopes', {
    before: scene.plan,
    plan: next,
    slopes: scene.slopes,
    on: scene.asOf,
    given: scene.lettersElsewhere,
  })
  const changes: Change[] = [
    { kind: 'plan', fact: next },
    ...slopes.changed.map((fact): Change => ({ kind: 'slope', fact })),
  ]
  if (!scene.plan) return changes
  const before = scene.plan
  const details = await compute('plan-spots', {
    before,
    after: next,
    spots: scene.details.map(({ id, spot }) => ({ id, spot })),
    mayChangeSlope: true,
  })
  const findings = await compute('plan-spots', {
    before,
    after: next,
    spots: scene.findings.flatMap(({ fact }) => (fact.spot ? [{ id: fact.id, spot: fact.spot }] : [])),
    mayChangeSlope: false,
  })
  for (const { id, spot } of details.changed) {
    const detail = scene.details.find((fact) => fact.id === id)
    if (detail) changes.push({ kind: 'detail', fact: { ...detail, spot } })
  }
  for (const { id, spot } of findings.changed) {
    const finding = scene.findings.find(({ fact }) => fact.id === id)?.fact
    if (finding) changes.push({ kind: 'finding', fact: { ...finding, spot } })
  }
  return changes
}

/** The spot at a place of the scene's plan, stamped with the plan's revision; null beside the roof. */
export async function spotAt(scene: PlanScene, at: { x: number; y: number }): Promise<Spot | null> {
  const { plan } = scene
  if (!plan) return null
  const planRevision = scene.heads.find(({ factId }) => factId === plan.id)?.revision ?? null
  const { spot } = await compute('plan-spot', { plan, x: at.x, y: at.y, planRevision })
  return spot ?? null
}

/** Where a finding lies: where it was put, else at the detail it hangs on. */
export const spotOfFinding = (finding: FindingFact, details: DetailFact[]): Spot | null =>
  finding.spot ?? details.find(({ id }) => id === finding.detailId)?.spot ?? null

export function requestOf(scene: PlanScene, plan: PlanFact, damInches = 0): PlanRequest {
  return {
    plan,
    details: scene.details,
    coverings: scene.coverings,
    asOf: scene.asOf,
    spots: scene.findings.flatMap(({ fact, at }) => {
      const spot = at ?? spotOfFinding(fact, scene.details)
      return spot ? [{ id: fact.id, spot }] : []
    }),
    damInches,
    outlines: scene.findings.flatMap(({ fact }) => {
      const corners = fact.pond?.outline ?? []
      return fact.slopeId && corners.length > 0 ? [{ id: fact.id, slopeId: fact.slopeId, corners }] : []
    }),
  }
}

/** What the plan says of itself, kept while a newer one is being measured. */
export const usePlanAnswer = (scene: PlanScene, damInches = 0): CoreAnswer<'plan'> =>
  useCoreAnswer('plan', scene.plan ? requestOf(scene, scene.plan, damInches) : undefined)

const inches = (hundredths: number | undefined) => (hundredths ?? 0) / 100

/** A draft as the drawing reads it; what only stands beside the drawing waits until the plan is let go. */
function fromDraft(draft: DraftAnswer): PlanAnswer {
  const facets = draft.slopes.map((slope) => ({
    ...blankFacet,
    slopeId: slope.slopeId,
    partId: slope.partId,
    corners: pairs(slope.outline),
    azimuthDegrees: slope.azimuth,
    risePer12: inches(slope.riseHundredths),
    labelX: inches(slope.label[0]),
    labelY: inches(slope.label[1]),
  }))
  return {
    measured: draft.measured,
    facets,
    edges: draft.edges.map((edge) => {
      const [from, to] = pairs(edge.ends) as [RoofPoint, RoofPoint]
      return {
        class: edge.class,
        slopeId: facets[edge.slope]?.slopeId ?? '',
        otherSlopeId: null,
        from,
        to,
        planFeet: 0,
        trueFeet: inches(edge.trueHundredths),
        fall: 0,
        stepInches: 0,
        overhangInches: 0,
        parapetInches: 0,
      }
    }),
    problems: draft.problems,
    planSquareFeet: 0,
    trueSquareFeet: draft.squares * 100,
    squares: draft.squares,
    totals: [],
    closings: [],
    wallLines: [],
    under: [],
    details: [],
    spots: [],
    takeOff: draft.takeOff,
    ice: [],
    outlines: [],
  }
}

const blankFacet = {
  edgeId: null,
  facing: 'north',
  planSquareFeet: 0,
  coveredSquareFeet: 0,
  trueSquareFeet: 0,
  squares: 0,
  lowInches: 0,
  highInches: 0,
  slopeFeet: 0,
} as const

function pairs(flat: number[]): RoofPoint[] {
  const points: RoofPoint[] = []
  for (let i = 0; i + 1 < flat.length; i += 2) points.push({ x: inches(flat[i]), y: inches(flat[i + 1]), z: 0 })
  return points
}

/** Measures a plan under the hand: only the newest question counts, and none is kept. */
export function useDrawn(scene: PlanScene, drawn: PlanFact | null): PlanAnswer | undefined {
  const [answer, setAnswer] = useState<PlanAnswer>()
  const latest = useRef(scene)
  latest.current = scene
  const asked = useRef(0)
  const shown = useRef(0)
  useEffect(() => {
    if (!drawn) {
      setAnswer(undefined)
      return
    }
    const leave = new AbortController()
    const mine = ++asked.current
    // What is asked already is shown when it comes, unless something newer came first: the drawing follows the hand.
    compute('plan-draft', { plan: drawn }, leave.signal)
      .then((draft) => {
        if (mine <= shown.current) return
        shown.current = mine
        setAnswer(fromDraft(draft))
      })
      .catch(() => {
        // A question that nobody waits for any more.
      })
    return () => leave.abort()
  }, [drawn])
  return drawn ? answer : undefined
}
