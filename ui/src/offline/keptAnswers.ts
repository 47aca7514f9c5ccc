import type { QueryClient } from '@tanstack/react-query'
import { ApiError } from '../api/client'
import { trueNow } from '../api/clock'
import type { HomeAnswer, PropertyDossier } from '../api/types'
import { type Applied, applyToHome, applyToProperty, applyToVisit, type VisitView, visitOf } from './applyChanges'
import { device } from './database'

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
  return row && { json: row.json as T, at: row.at }
}

/** Keeping is a convenience: a full device must not stop what was fetched from being shown. */
async function keep(personId: string, key: string, json: unknown) {
  await device.answers.put({ personId, key, json, at: trueNow() }).catch(() => undefined)
}

export const answerKeys = {
  home: 'home',
  book: 'book',
  habits: 'habits',
  firmRules: 'firm-rules',
  property: (id: string) => `property:${id}`,
  visit: (id: string) => `visit:${id}`,
  weather: (id: string) => `weather:${id}`,
}

/** Puts changes that the server has taken into what is shown and kept, so that nothing flickers until it is fetched anew. */
export async function applyToKept(personId: string, queries: QueryClient, changes: Applied[]) {
  if (changes.length === 0) return
  await queries.cancelQueries({
    predicate: ({ queryKey }) => ['home', 'property', 'visit'].includes(String(queryKey[0])),
  })
  queries.setQueriesData<HomeAnswer>({ queryKey: ['home'] }, (old) => old && applyToHome(old, changes))
  queries.setQueriesData<PropertyDossier>({ queryKey: ['property'] }, (old) => old && applyToProperty(old, changes))
  queries.setQueriesData<VisitView>({ queryKey: ['visit'] }, (old) => old && applyToVisit(old, changes))
  const visits = new Set(changes.map((change) => visitOf(change.fact)).filter((id) => id !== undefined))
  const structural = changes.some((change) => visitOf(change.fact) === undefined)
  await device.answers
    .where('personId')
    .equals(personId)
    .filter(
      ({ key }) =>
        (key.startsWith('visit:') && (structural || visits.has(key.slice(6)))) ||
        (structural && key.startsWith('property:')),
    )
    .modify((row) => {
      row.json = row.key.startsWith('visit:')
        ? applyToVisit(row.json as VisitView, changes)
        : applyToProperty(row.json as PropertyDossier, changes)
    })
    .catch(() => undefined)
}
