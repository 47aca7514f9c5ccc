import type { BookAnswer, CoveringFact, Question } from '../api/types'

/** Questions whose answers bear on the years of a covering, by the factors of its family; of any family while no covering is known. */
export function wearQuestions(book: BookAnswer, kind: CoveringFact['kind'] | undefined): Question[] {
  const family = book.coverings.find((covering) => covering.kind === kind)?.family
  const bears = (key: string) =>
    book.factors.some((factor) => factor.key === key && (family === undefined || factor.families.includes(family)))
  return book.questions.filter(({ group, key }) => group === 'wear' && bears(key))
}
