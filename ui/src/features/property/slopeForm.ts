import * as z from 'zod'
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

/** A year may be left out; what is typed has to be one that has begun: a covering laid later is not on the roof yet. */
const yearUntil = (today: string) =>
  z
    .string()
    .refine((typed) => typed.trim() === '' || yearOf(typed) !== null, 'Type a year of four digits, or leave it empty.')
    .refine(
      (typed) => (yearOf(typed) ?? 0) <= Number(today.slice(0, 4)),
      'This year is in the future. Check the digits.',
    )

/**
 * What has to be right before a slope is kept. The letter names one standing slope of the property, whatever roof it is on; one that was shared before is kept
 * until it is changed. Measures are read by the core.
 */
export const slopeSchema = (others: Pick<SlopeFact, 'letter' | 'retiredOn'>[], today: string, before?: string) =>
  z.custom<SlopeForm>().and(
    z.object({
      letter: z
        .string()
        .refine((typed) => /^[A-Z]{1,3}$/.test(letterOf(typed)), 'Give one to three letters, such as A.')
        .refine(
          (typed) => typed === before || !others.some((other) => !other.retiredOn && other.letter === letterOf(typed)),
          'Another slope of this property has this letter.',
        ),
      laidFrom: yearUntil(today),
      laidTo: yearUntil(today),
      layers: z.string().regex(/^\s*[1-5]\s*$/, 'Count the layers: 1 to 5.'),
    }),
  )

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
