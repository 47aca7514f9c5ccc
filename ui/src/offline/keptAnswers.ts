import type { QueryClient } from '@tanstack/react-query'
import { ApiError } from '../api/client'
import { trueNow } from '../api/clock'
import type { FirmRulesAnswer, HeldFact, HomeAnswer } from '../api/types'
import { applyToHome, visitOf } from './applyChanges'
import { device } from './database'
import type { Entry } from './entry'
import { acceptedFirmRules, acceptedProperty, acceptedVisit, type HeldProperty, type HeldVisit } from './heldFacts'

/** Goes up when the form of what is kept here changes: an answer of another form is fetched anew instead of being misread. */
const ANSWER_SHAPE = 11

/** A server's answer, or the one kept on this device when the server cannot be asked or wants a new sign-in. */
export async function fetchOrKept<T>(personId: string, key: string, fetchIt: () => Promise<T>): Promise<T> {
  try {
    const answer = await fetchIt()
    await keep(personId, key, answer)
    return answer
  } catch (error) {
    if (!(error instanceof ApiError) || !(error.status === 0 || error.status === 401 || error.status >= 500))
      throw error
    const kept = await keptAnswer<T>(personId, key)
    if (kept === undefined) throw error
    return kept.json
  }
}

export async function keptAnswer<T>(personId: string, key: string): Promise<{ json: T; at: number } | undefined> {
  const row = await device.answers.get([personId, key]).catch(() => undefined)
  return row && row.shape === ANSWER_SHAPE ? { json: row.json as T, at: row.at } : undefined
}

/** Keeping is a convenience: a full device must not stop what was fetched from being shown. */
async function keep(personId: string, key: string, json: unknown) {
  await device.answers.put({ personId, key, json, at: trueNow(), shape: ANSWER_SHAPE }).catch(() => undefined)
}

export const answerKeys = {
  home: 'home',
  book: 'book',
  habits: 'habits',
  firmRules: 'firm-rules',
  letterhead: 'letterhead',
  property: (id: string) => `property-facts:${id}`,
  visit: (id: string) => `visit-facts:${id}`,
  weather: (id: string) => `weather:${id}`,
  signed: (visitId: string) => `signed:${visitId}`,
}

/** Facts that concern no visit are of every visit of their property. */
const concerns = (facts: HeldFact[], change: Entry, visitId: string) => {
  const visit = visitOf(change.fact)
  return visit === undefined || visit === visitId || facts.some((held) => held.factId === change.factId)
}

/** Puts changes that the server has taken into what is shown and held, so that nothing flickers until it is fetched anew. */
export async function applyToKept(personId: string, queries: QueryClient, changes: Entry[]) {
  if (changes.length === 0) return
  await queries.cancelQueries({
    predicate: ({ queryKey }) => ['home', 'property', 'visit', 'firm-rules'].includes(String(queryKey[0])),
  })
  const visitWith = (held: HeldVisit, id: string) => {
    const mine = changes.filter((change) => concerns(held.facts, change, id))
    return mine.length > 0 ? acceptedVisit(held, mine) : held
  }
  queries.setQueriesData<HomeAnswer>({ queryKey: ['home'] }, (old) => old && applyToHome(old, changes, false))
  queries.setQueriesData<HeldProperty>({ queryKey: ['property'] }, (old) => old && acceptedProperty(old, changes))
  queries.setQueriesData<FirmRulesAnswer>({ queryKey: ['firm-rules'] }, (old) => old && acceptedFirmRules(old, changes))
  for (const [key, held] of queries.getQueriesData<HeldVisit>({ queryKey: ['visit'] }))
    if (held) queries.setQueryData(key, visitWith(held, String(key[1])))
  await device.answers
    .where('personId')
    .equals(personId)
    .filter(({ key }) => key.startsWith(answerKeys.visit('')) || key.startsWith(answerKeys.property('')))
    .modify((row) => {
      const visit = answerKeys.visit('')
      row.json = row.key.startsWith(visit)
        ? visitWith(row.json as HeldVisit, row.key.slice(visit.length))
        : acceptedProperty(row.json as HeldProperty, changes)
    })
    .catch(() => undefined)
}
