import type { AssessInput, CoveringFact, FindingFact, SlopeFact } from '../api/types'
import { compute, coreWasAsked } from './core'

// Made-up ids: nothing of this is kept.
const id = (last: number) => `00000000-0000-7000-8000-${String(last).padStart(12, '0')}`
const asOf = '2026-01-01'

const slope: SlopeFact = {
  id: id(1),
  roofId: id(2),
  letter: 'A',
  name: '',
  pitch: { typed: '6/12', risePer12: 6, source: 'tape' },
  facing: 'south',
  under: 'attic',
  eaveLength: null,
  planRun: null,
  retiredOn: null,
}

const covering: CoveringFact = {
  id: id(3),
  slopeId: slope.id,
  kind: 'laminatedShingle',
  laidFrom: 2012,
  laidTo: 2012,
  ageSource: 'owner',
  layers: 1,
  endedOn: null,
  evidence: null,
}

const finding: FindingFact = {
  id: id(4),
  visitId: id(5),
  slopeId: slope.id,
  station: 'edges',
  condition: 'drip-edge-lap-short',
  place: '',
  evidence: 'notChecked',
  extent: 'onePlace',
  measure: { typed: '1/2', value: 0.5, how: 'tape' },
  peopleBelow: false,
  note: '',
  outcome: 'mend',
}

const sample: AssessInput = {
  exposure: 'ordinary',
  asOf,
  slopes: [slope],
  coverings: [covering],
  looks: [],
  stages: [{ id: id(6), visitId: id(5), slopeId: slope.id, shares: [{ stage: 1, percent: 100, local: false }] }],
  findings: [finding],
}

/**
 * Starts the core and has it judge once, so that the first finding on the roof does not wait for it: reading the rule book and the first judgement
 * take the interpreted core seconds, every later one a tenth of one.
 */
export async function warmUp(): Promise<void> {
  // A screen that judges by itself warms it better.
  if (coreWasAsked()) return
  await compute('verdict', { condition: finding.condition, covering: covering.kind, measure: finding.measure ?? null })
  await compute('assess', sample)
}
