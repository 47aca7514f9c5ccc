import type { StageShare } from '../../api/types'

/** Most of the slope at one stage and, on a share of it, a worse one: how people say it. */
export type StageSaying = { most: number; worse: { stage: number; percent: number; local: boolean } | null }

export function sharesOf({ most, worse }: StageSaying): StageShare[] {
  if (!worse) return [{ stage: most, percent: 100, local: false }]
  return [
    { stage: most, percent: 100 - worse.percent, local: false },
    { stage: worse.stage, percent: worse.percent, local: worse.local },
  ]
}

/** Back from shares; more than two stages keep their largest and their worst. */
export function sayingOf(shares: StageShare[]): StageSaying | null {
  const [largest] = [...shares].sort((a, b) => b.percent - a.percent)
  if (!largest) return null
  const worst = shares.filter((share) => share !== largest).sort((a, b) => b.stage - a.stage)[0]
  return {
    most: largest.stage,
    worse: worst ? { stage: worst.stage, percent: worst.percent, local: worst.local } : null,
  }
}
