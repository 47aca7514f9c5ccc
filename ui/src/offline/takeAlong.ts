import type { QueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { api, dataOf } from '../api/client'
import type { HomeAnswer } from '../api/types'
import { answerKeys, fetchOrKept } from './keptAnswers'

/** As many open visits as a day holds, and then some. */
const along = { mostVisits: 20, afterMs: 1_500 } as const

/** Fetches what a day on roofs needs before anybody drives off: the rule book, and every visit that is open, with its property. */
export function useTakeAlong(personId: string, queries: QueryClient) {
  useEffect(() => {
    void fetchBook(personId, queries).catch(() => undefined)
    const timer = setTimeout(() => void takeAlong(personId).catch(() => undefined), along.afterMs)
    return () => clearTimeout(timer)
  }, [personId, queries])
}

/** Without the rule book no visit opens: it comes first. */
function fetchBook(personId: string, queries: QueryClient) {
  return queries.prefetchQuery({
    queryKey: ['book'],
    queryFn: () => fetchOrKept(personId, answerKeys.book, () => dataOf(api.GET('/api/book'))),
    staleTime: Number.POSITIVE_INFINITY,
  })
}

async function takeAlong(personId: string) {
  const fetchKept = <T>(key: string, fetchIt: () => Promise<T>) => fetchOrKept(personId, key, fetchIt)
  await fetchKept(answerKeys.habits, () => dataOf(api.GET('/api/habits')))
  await fetchKept(answerKeys.firmRules, () => dataOf(api.GET('/api/book/firm')))
  await fetchKept<HomeAnswer>(answerKeys.home, () => dataOf(api.GET('/api/home')))
  const unfinished = await dataOf(
    api.GET('/api/home', { params: { query: { unfinished: true, order: 'lastVisit' as const } } }),
  )
  const open = unfinished.properties.flatMap(({ propertyId, roofs }) => {
    const visits = roofs.flatMap(({ latestVisit }) => (latestVisit && !latestVisit.finishedAt ? [latestVisit.id] : []))
    // A visit may look at several roofs.
    return [...new Set(visits)].map((visit) => ({ propertyId, visit }))
  })
  for (const { propertyId, visit } of open.slice(0, along.mostVisits)) {
    await fetchKept(answerKeys.visit(visit), () =>
      dataOf(api.GET('/api/visits/{id}/facts', { params: { path: { id: visit } } })),
    )
    await fetchKept(answerKeys.property(propertyId), () =>
      dataOf(api.GET('/api/properties/{id}/facts', { params: { path: { id: propertyId } } })),
    )
    await fetchKept(answerKeys.weather(propertyId), () =>
      dataOf(api.GET('/api/properties/{id}/weather', { params: { path: { id: propertyId } } })),
    )
  }
}
