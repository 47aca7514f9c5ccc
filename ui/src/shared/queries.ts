import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { ApiError, api, dataOf } from '../api/client'
import { carryDay, localDay } from '../api/clock'
import type { FirmRulesFact, HomeAnswer, PropertyDossier, WeatherLimitsFact } from '../api/types'
import {
  applyToHome,
  applyToProperty,
  applyToVisit,
  newProperty,
  newVisit,
  type VisitView,
} from '../offline/applyChanges'
import { device } from '../offline/database'
import { answerKeys, fetchOrKept, keptAnswer } from '../offline/keptAnswers'
import { outboxState, useOutbox } from '../offline/outbox'

/** What is asked of the server by more than one screen. */
export const keys = {
  session: ['session'] as const,
  demoPeople: ['demo-people'] as const,
  home: ['home'] as const,
  book: ['book'] as const,
  habits: ['habits'] as const,
  firmRules: ['firm-rules'] as const,
  touched: (codes: string) => ['touched', codes] as const,
  property: (id: string) => ['property', id] as const,
  visit: (id: string) => ['visit', id] as const,
  weather: (id: string) => ['weather', id] as const,
}

const person = () => outboxState().personId ?? ''

/** Without a connection the device answers; so a query, and its trying again, never waits for one. */
const offline = { networkMode: 'always' } as const

export function useHome() {
  const { entries } = useOutbox()
  const home = useQuery({
    queryKey: keys.home,
    queryFn: ({ signal }) => fetchOrKept(person(), answerKeys.home, () => dataOf(api.GET('/api/home', { signal }))),
    ...offline,
  })
  const data = useMemo(() => home.data && applyToHome(home.data, entries), [home.data, entries])
  return { ...home, data } as typeof home
}

export const useBook = () =>
  useQuery({
    queryKey: keys.book,
    queryFn: ({ signal }) => fetchOrKept(person(), answerKeys.book, () => dataOf(api.GET('/api/book', { signal }))),
    staleTime: Number.POSITIVE_INFINITY,
    ...offline,
  })

/** The firm's ways with the rule book, with what is changed on this device. */
export function useFirmRules() {
  const { entries } = useOutbox()
  const answer = useQuery({
    queryKey: keys.firmRules,
    queryFn: ({ signal }) =>
      fetchOrKept(person(), answerKeys.firmRules, () => dataOf(api.GET('/api/book/firm', { signal }))),
    ...offline,
  })
  const mine = entries.filter((entry) => entry.kind === 'firmRules' && !entry.problem).at(-1)
  return {
    ...answer,
    rules: (mine ? (mine.fact as FirmRulesFact) : answer.data?.rules) ?? null,
    heads: answer.data?.heads ?? [],
  }
}

/** Findings on file of these conditions; only the server knows them all. */
export const useTouched = (codes: string) =>
  useQuery({
    queryKey: keys.touched(codes),
    queryFn: ({ signal }) => dataOf(api.GET('/api/book/touched', { params: { query: { conditions: codes } }, signal })),
    enabled: codes !== '',
    retry: false,
    ...offline,
  })

/** How often this person recorded each condition. */
export const useHabits = () =>
  useQuery({
    queryKey: keys.habits,
    queryFn: ({ signal }) => fetchOrKept(person(), answerKeys.habits, () => dataOf(api.GET('/api/habits', { signal }))),
    staleTime: 10 * 60_000,
    ...offline,
  }).data?.conditions ?? {}

export function useWeather(propertyId: string) {
  const { entries } = useOutbox()
  const weather = useQuery({
    queryKey: keys.weather(propertyId),
    queryFn: ({ signal }) =>
      fetchOrKept(person(), answerKeys.weather(propertyId), () =>
        dataOf(api.GET('/api/properties/{id}/weather', { params: { path: { id: propertyId } }, signal })),
      ),
    ...offline,
  })
  const mine = entries.filter((entry) => entry.kind === 'weatherLimits' && !entry.problem).at(-1)
  const data = weather.data &&
    mine && { ...weather.data, limits: mine.fact as WeatherLimitsFact, limitsRevision: mine.requestId }
  return { ...weather, data: data || weather.data } as typeof weather
}

/** The day as the server told it, carried on by the clock. */
async function today(): Promise<string> {
  const home = await keptAnswer<HomeAnswer>(person(), answerKeys.home)
  return home ? carryDay(home.json.today, home.at) : localDay()
}

/** Answers kept on a device before there were plans have none. */
const noPlans = { plans: [], details: [], components: [], local: null, setAside: [], summaries: [] }
const noPlan = { plan: null, details: [], retiredSlopes: [], lifeProfile: null, setAside: [] }

const unknownHere = (error: unknown) => error instanceof ApiError && (error.status === 404 || error.status === 0)

export function useProperty(id: string) {
  const { entries } = useOutbox()
  const property = useQuery({
    queryKey: keys.property(id),
    queryFn: async ({ signal }): Promise<PropertyDossier> => {
      try {
        return await fetchOrKept(person(), answerKeys.property(id), () =>
          dataOf(api.GET('/api/properties/{id}', { params: { path: { id } }, signal })),
        )
      } catch (error) {
        const made = unknownHere(error) ? newProperty(outboxState().entries, id, await today()) : undefined
        if (!made) throw error
        return made
      }
    },
    ...offline,
  })
  const data = useMemo(
    () => property.data && applyToProperty({ ...noPlans, ...property.data }, entries),
    [property.data, entries],
  )
  return { ...property, data } as typeof property
}

export function useVisit(id: string) {
  const { entries } = useOutbox()
  const visit = useQuery({
    queryKey: keys.visit(id),
    queryFn: async ({ signal }): Promise<VisitView> => {
      try {
        return await fetchOrKept<VisitView>(person(), answerKeys.visit(id), () =>
          dataOf(api.GET('/api/visits/{id}', { params: { path: { id } }, signal })),
        )
      } catch (error) {
        const made = unknownHere(error) ? await visitMadeHere(id) : undefined
        if (!made) throw error
        return made
      }
    },
    ...offline,
  })
  const data = useMemo(() => visit.data && applyToVisit({ ...noPlan, ...visit.data }, entries), [visit.data, entries])
  return { ...visit, data } as typeof visit
}

/** A visit begun without a connection: built from the property kept on this device, or made on it. */
async function visitMadeHere(id: string): Promise<VisitView | undefined> {
  const { entries } = outboxState()
  const kept = await device.answers
    .where('personId')
    .equals(person())
    .filter(({ key }) => key.startsWith('property:'))
    .toArray()
  const made = entries
    .filter((entry) => entry.kind === 'property')
    .flatMap((entry) => newProperty(entries, entry.factId, '') ?? [])
  for (const dossier of [...kept.map(({ json }) => json as PropertyDossier), ...made]) {
    const view = newVisit(applyToProperty(dossier, entries), id)
    if (view) return view
  }
  return undefined
}
