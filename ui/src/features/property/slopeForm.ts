import type { CoveringFact, SlopeFact } from '../../api/types'

/** What the slope form holds: everything as typed. */
export type SlopeForm = {
  letter: string
  name: string
  pitch: string
  pitchSource: SlopeFact['pitch']['source']
  facing: SlopeFact['facing']
  beneath: SlopeFact['beneath']
  eave: string
  run: string
  kind: CoveringFact['kind']
  laidFrom: string
  laidTo: string
  ageSource: CoveringFact['ageSource']
  layers: string
}

const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'

/** The next letter that was never given: after Z comes AA. */
export function nextLetter(used: string[]): string {
  const taken = new Set(used)
  const singles = [...ALPHABET]
  const doubles = singles.flatMap((first) => singles.map((second) => first + second))
  return [...singles, ...doubles].find((letter) => !taken.has(letter)) ?? 'ZZZ'
}

export function formOf(slope: SlopeFact | null, covering: CoveringFact | undefined, used: string[]): SlopeForm {
  return {
    letter: slope?.letter ?? nextLetter(used),
    name: slope?.name ?? '',
    pitch: slope?.pitch.typed ?? '',
    pitchSource: slope?.pitch.source ?? 'tape',
    facing: slope?.facing ?? 'south',
    beneath: slope?.beneath ?? 'finishedRoom',
    eave: slope?.eaveLength?.typed ?? '',
    run: slope?.planRun?.typed ?? '',
    kind: covering?.kind ?? 'laminatedShingle',
    laidFrom: covering?.laidFrom?.toString() ?? '',
    laidTo: covering?.laidTo?.toString() ?? '',
    ageSource: covering?.ageSource ?? 'unknown',
    layers: covering?.layers.toString() ?? '1',
  }
}

export const yearOf = (typed: string): number | null => (/^\d{4}$/.test(typed.trim()) ? Number(typed) : null)

/** A year that is typed but is no year: said beside the field before anything is sent. */
export function yearProblem(typed: string): string | null {
  return typed.trim() === '' || yearOf(typed) !== null ? null : 'Type a year of four digits, or leave it empty.'
}
