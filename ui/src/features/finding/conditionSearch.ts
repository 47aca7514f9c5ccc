import type { Condition, Covering } from '../../api/types'

type Where = { station: string; family: Covering['family'] | null; search: string }

const LIKELIEST = 8

/** Conditions for a place, likeliest first: of this station and covering, then of this covering elsewhere. Two letters search names and everyday words. */
export function conditionsFor(conditions: Condition[], { station, family, search }: Where): Condition[] {
  const wanted = search.trim().toLowerCase()
  const possible = conditions.filter(
    (condition) => !condition.families || !family || condition.families.includes(family),
  )
  const score = (condition: Condition) =>
    condition.stations[0] === station ? 2 : condition.stations.includes(station) ? 1 : 0
  const found =
    wanted.length < 2
      ? possible.filter((condition) => score(condition) > 0)
      : possible.filter((condition) => matches(condition, wanted))
  return found.sort((a, b) => score(b) - score(a)).slice(0, wanted.length < 2 ? LIKELIEST : undefined)
}

function matches(condition: Condition, wanted: string) {
  return (
    [...condition.name.toLowerCase().split(/[\s-]+/), ...condition.words].some((word) => word.startsWith(wanted)) ||
    condition.name.toLowerCase().includes(wanted)
  )
}
