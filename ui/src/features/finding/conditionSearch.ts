import type { Condition, Covering } from '../../api/types'

type Where = {
  station: string
  family: Covering['family'] | null
  search: string
  /** How often this inspector recorded each condition. */
  habits?: Record<string, number>
}

const LIKELIEST = 8

/** Points by which conditions are ranked: the place counts most, then how often it is met, the covering, and what this inspector often finds. */
const points = { ownStation: 100, station: 60, often: 45, ownCovering: 30, wordStart: 50, habitMost: 40 } as const

/**
 * Conditions for a place, likeliest first. Without a search the eight likeliest of the station; two letters search names and everyday words,
 * wherever one stands, those of the station and covering first.
 */
export function conditionsFor(conditions: Condition[], { station, family, search, habits = {} }: Where): Condition[] {
  const wanted = search.trim().toLowerCase()
  const searching = wanted.length >= 2
  const possible = conditions.filter(
    (condition) => !condition.families || !family || condition.families.includes(family),
  )
  const most = Math.max(1, ...Object.values(habits))
  const score = (condition: Condition) => {
    const place =
      condition.stations[0] === station ? points.ownStation : condition.stations.includes(station) ? points.station : 0
    const covering = family && condition.families?.includes(family) ? points.ownCovering : 0
    const often = condition.often ? points.often : 0
    const habit = (points.habitMost * (habits[condition.code] ?? 0)) / most
    const name = searching && condition.name.toLowerCase().startsWith(wanted) ? points.wordStart : 0
    return place + often + covering + habit + name
  }
  const found = searching
    ? possible.filter((condition) => matches(condition, wanted))
    : possible.filter((condition) => condition.stations.includes(station))
  // Equal scores keep the book's order.
  return found.sort((a, b) => score(b) - score(a)).slice(0, searching ? undefined : LIKELIEST)
}

function matches(condition: Condition, wanted: string) {
  return (
    [...condition.name.toLowerCase().split(/[\s-]+/), ...condition.words].some((word) => word.startsWith(wanted)) ||
    condition.name.toLowerCase().includes(wanted)
  )
}
