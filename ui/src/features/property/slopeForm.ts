import type { CoveringFact, SlopeFact, Under, YearEvidence } from '../../api/types'

/** What the slope form holds: everything as typed. */
export type SlopeForm = {
  letter: string
  name: string
  pitch: string
  pitchSource: SlopeFact['pitch']['source']
  facing: SlopeFact['facing']
  /** Null: what the plan has there. */
  under: Under | 'asPlanned'
  eave: string
  run: string
  kind: CoveringFact['kind']
  laidFrom: string
  laidTo: string
  ageSource: CoveringFact['ageSource']
  layers: string
  evidence: YearEvidence[]
  /** Whether the covering's record is put right, or a new covering was laid: then old visits keep the old one. */
  change: 'correct' | 'reroof'
  reroofedOn: string
}

const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'

/** The next letter that was never given: after Z comes AA. */
export function nextLetter(used: string[]): string {
  const taken = new Set(used)
  const singles = [...ALPHABET]
  const doubles = singles.flatMap((first) => singles.map((second) => first + second))
  return [...singles, ...doubles].find((letter) => !taken.has(letter)) ?? 'ZZZ'
}

export const letterOf = (typed: string) => typed.trim().toUpperCase()

/** Why a slope cannot be called so, or null: the letter names one standing slope of the property, whatever roof it is on. */
export function letterProblem(typed: string, others: Pick<SlopeFact, 'letter' | 'retiredOn'>[]): string | null {
  const letter = letterOf(typed)
  if (!/^[A-Z]{1,3}$/.test(letter)) return 'Give one to three letters, such as A.'
  return others.some((other) => !other.retiredOn && other.letter === letter)
    ? 'Another slope of this property has this letter.'
    : null
}

export function formOf(
  slope: SlopeFact | null,
  covering: CoveringFact | undefined,
  used: string[],
  today: string,
): SlopeForm {
  return {
    letter: slope?.letter ?? nextLetter(used),
    name: slope?.name ?? '',
    pitch: slope?.pitch.typed ?? '',
    pitchSource: slope?.pitch.source ?? 'tape',
    facing: slope?.facing ?? 'south',
    under: slope ? (slope.under ?? 'asPlanned') : 'heatedRoom',
    eave: slope?.eaveLength?.typed ?? '',
    run: slope?.planRun?.typed ?? '',
    kind: covering?.kind ?? 'laminatedShingle',
    laidFrom: covering?.laidFrom?.toString() ?? '',
    // Of a new slope only the first year is begun with: a second one left standing behind a corrected first would contradict it.
    laidTo: slope || covering?.laidTo !== covering?.laidFrom ? (covering?.laidTo?.toString() ?? '') : '',
    ageSource: covering?.ageSource ?? 'unknown',
    layers: covering?.layers.toString() ?? '1',
    evidence: covering?.evidence ?? [],
    change: 'correct',
    reroofedOn: today,
  }
}

export const yearOf = (typed: string): number | null => (/^\d{4}$/.test(typed.trim()) ? Number(typed) : null)

/** A year that is typed but is no year: said beside the field before anything is sent. */
export function yearProblem(typed: string): string | null {
  return typed.trim() === '' || yearOf(typed) !== null ? null : 'Type a year of four digits, or leave it empty.'
}

/** Layers are counted from 1 to 5. */
export function layersProblem(typed: string): string | null {
  return /^\s*[1-5]\s*$/.test(typed) ? null : 'Count the layers: 1 to 5.'
}

/** The covering facts that the form says: one put right, or the old one ended and a new one laid. */
export function coveringsOf(
  form: SlopeForm,
  slopeId: string,
  old: CoveringFact | undefined,
  newId: () => string,
): CoveringFact[] {
  const laidFrom = yearOf(form.laidFrom)
  const said: Omit<CoveringFact, 'id'> = {
    slopeId,
    kind: form.kind,
    laidFrom,
    laidTo: laidFrom === null ? null : (yearOf(form.laidTo) ?? laidFrom),
    ageSource: laidFrom === null ? 'unknown' : form.ageSource,
    layers: Number(form.layers),
    endedOn: null,
    evidence: form.evidence.length > 0 ? form.evidence : null,
  }
  if (!old || form.change === 'correct') return [{ ...said, id: old?.id ?? newId(), endedOn: old?.endedOn ?? null }]
  const year = Number(form.reroofedOn.slice(0, 4))
  return [
    { ...old, endedOn: form.reroofedOn },
    { ...said, id: newId(), laidFrom: year, laidTo: year, ageSource: form.ageSource, evidence: null },
  ]
}
