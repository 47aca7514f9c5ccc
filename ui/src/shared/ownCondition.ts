import type { BookAnswer, Condition, Consequence, FindingFact, OwnCondition } from '../api/types'

/** The condition under which a finding in one's own words is recorded. */
export const OWN_WORDS = 'own-words'

/** What it can lead to, in the order of harm. */
export const consequences = {
  lifeSafety: 'Someone can be injured',
  waterIn: 'Water can enter',
  hiddenWet: 'Hidden decay',
  blowOff: 'Wind damage',
  earlyAgeing: 'Shorter life',
  looks: 'Appearance only',
} as const satisfies Record<Consequence, string>

export const emptyOwn = (title: string): OwnCondition => ({
  title,
  seen: '',
  consequence: 'waterIn',
  recommendation: '',
  trade: '',
})

/** Whether there is enough of it to be weighed and saved. */
export const isWhole = (own: OwnCondition) => [own.title, own.seen, own.recommendation].every((text) => text.trim())

/** Words of one's own as a condition, which forms and search read like the rule book's. */
export const asCondition = (own: OwnCondition, stations: string[] = []): Condition => ({
  code: OWN_WORDS,
  name: own.title,
  stations,
  sees: own.seen,
  observed: own.seen,
  check: '',
  meaning: '',
  consequence: own.consequence,
  likelihood: 'possible',
  progression: 'steady',
  remedy: { title: own.recommendation, steps: [own.recommendation], notARepair: '' },
  words: own.words ?? [],
  makeshift: false,
  element: '',
  sourceClass: 'memory',
  canFall: false,
  caution: '',
  photoAt: '',
  footing: '',
  trade: own.trade ?? '',
  bestPractice: false,
  often: false,
  seen: false,
  indoorAir: false,
  withinLimit: '',
})

/** The condition of a finding: the rule book's, or its own words as one. */
export const conditionOf = (
  book: Pick<BookAnswer, 'conditions'>,
  { condition, own, station }: FindingFact,
): Condition | null =>
  own ? asCondition(own, [station]) : (book.conditions.find(({ code }) => code === condition) ?? null)
