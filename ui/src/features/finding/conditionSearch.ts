import MiniSearch, { type Query } from 'minisearch'
import { stemmer } from 'stemmer'
import type { Condition, Covering } from '../../api/types'

type Where = {
  station: string
  family: Covering['family'] | null
  /** The kind of covering, where some conditions are of certain kinds of a family only. */
  kind?: string | null
  search: string
  /** The slope is at stage 2 or worse: wear is what is likeliest there. */
  worn?: boolean
  /** How often this inspector recorded each condition. */
  habits?: Record<string, number>
}

const LIKELIEST = 8

/** Of the likeliest on a worn slope at least so many are wear, as far as the place has them. */
const WEAR_AMONG_THEM = 3

/** Points by which the conditions of a place are ranked: the place counts most, then how often it is met, the covering, and what this inspector often finds. */
const points = { ownStation: 100, station: 60, often: 45, ownCovering: 30, habitMost: 40 } as const

/** How much more a found condition counts where it is at home; a better match of the words stays above. */
const nearer = { ownStation: 1.3, station: 1.2, often: 1.1, ownCovering: 1.15, habitMost: 1.2 } as const

/** A name counts as much as the words people use for it, and both far more than what it looks like. */
const weights = { name: 3, words: 3, sees: 0.4 } as const

/** Shorter words are too alike for one to be meant by another. */
const LEAST_FOR_A_TYPING_ERROR = 4

/** Said with what is meant, and in too many texts to tell anything. */
const beside = new Set(['a', 'an', 'and', 'at', 'in', 'is', 'no', 'not', 'of', 'on', 'the', 'to', 'too', 'with'])

const tokens = (text: string) => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []

/** Words are found as they are typed and by their stems: "crack", "cracked" and "cracking" are one. */
const forms = (word: string) => [...new Set([word, stemmer(word)])]

const indexes = new WeakMap<Condition[], MiniSearch>()

/** Made once for a book. */
function indexOf(conditions: Condition[]): MiniSearch {
  const made = indexes.get(conditions)
  if (made) return made
  const index = new MiniSearch<{ id: number; name: string; words: string; sees: string }>({
    fields: ['name', 'words', 'sees'],
    tokenize: tokens,
    processTerm: forms,
    searchOptions: {
      boost: weights,
      prefix: (term) => term.length >= 2,
      fuzzy: (term) => (term.length >= LEAST_FOR_A_TYPING_ERROR ? 1 : false),
      maxFuzzy: 1,
      processTerm: (term) => term,
    },
  })
  index.addAll(
    conditions.map((condition, id) => ({
      id,
      name: condition.name,
      words: condition.words.join(' '),
      sees: `${condition.sees} ${condition.remedy?.title ?? ''}`,
    })),
  )
  indexes.set(conditions, index)
  return index
}

/** Each word typed, or its stem; all of them, or where nothing has all, any of them as typed: one that is merely alike would be chance. */
function queryOf(search: string, combineWith: 'AND' | 'OR'): Query {
  const words = tokens(search)
  const telling = words.filter((word) => !beside.has(word))
  return {
    combineWith,
    queries: (telling.length > 0 ? telling : words).map((word) => ({ combineWith: 'OR', queries: forms(word) })),
  }
}

/**
 * Conditions for a place, likeliest first. Without a search the eight likeliest of the station; two letters search names and everyday words by their stems, with
 * one typing error allowed, wherever one stands, those of the station and covering first.
 */
export function conditionsFor(conditions: Condition[], where: Where): Condition[] {
  const { station, family, kind, search, worn = false, habits = {} } = where
  const suits = ({ families, kinds }: Condition) =>
    (!families || !family || families.includes(family)) && (!kinds || !kind || kinds.includes(kind))
  const most = Math.max(1, ...Object.values(habits))
  const habit = ({ code }: Condition) => (habits[code] ?? 0) / most
  const own = ({ families }: Condition) => family !== null && families?.includes(family) === true
  if (search.trim().length >= 2) {
    const index = indexOf(conditions)
    const filter = ({ id }: { id: number }) => suits(conditions[id] as Condition)
    const all = index.search(queryOf(search, 'AND'), { filter })
    const found = all.length > 0 ? all : index.search(queryOf(search, 'OR'), { filter, fuzzy: false })
    const near = (condition: Condition) =>
      (condition.stations[0] === station
        ? nearer.ownStation
        : condition.stations.includes(station)
          ? nearer.station
          : 1) *
      (condition.often ? nearer.often : 1) *
      (own(condition) ? nearer.ownCovering : 1) *
      (1 + (nearer.habitMost - 1) * habit(condition))
    return found
      .map(({ id, score }) => {
        const condition = conditions[id] as Condition
        return { condition, score: score * near(condition) }
      })
      .sort((a, b) => b.score - a.score)
      .map(({ condition }) => condition)
  }
  const score = (condition: Condition) =>
    (condition.stations[0] === station ? points.ownStation : points.station) +
    (condition.often ? points.often : 0) +
    (own(condition) ? points.ownCovering : 0) +
    points.habitMost * habit(condition)
  // Equal scores keep the book's order.
  const ranked = conditions
    .filter((condition) => suits(condition) && condition.stations.includes(station))
    .sort((a, b) => score(b) - score(a))
  const first = ranked.slice(0, LIKELIEST)
  if (!worn) return first
  const missing = Math.max(0, WEAR_AMONG_THEM - first.filter(isWear).length)
  const more = ranked.slice(LIKELIEST).filter(isWear).slice(0, missing)
  const least = new Set(
    first
      .filter((condition) => !isWear(condition))
      .slice(first.length < LIKELIEST || more.length === 0 ? first.length : -more.length),
  )
  return [...first.filter((condition) => !least.has(condition)), ...more]
}

/** What comes with age: it wears a component, or shortens the life of the covering. */
const isWear = ({ wears, consequence }: Condition) => Boolean(wears) || consequence === 'earlyAgeing'
