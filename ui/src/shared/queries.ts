import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useMemo, useRef } from 'react'
import { ApiError, api, dataOf } from '../api/client'
import { carryDay, localDay } from '../api/clock'
import type {
  FirmRulesFact,
  HomeAnswer,
  LetterheadFact,
  PropertyDossier,
  VisitDossier,
  WeatherLimitsFact,
} from '../api/types'
import { applyToHome, applyToProperty, applyToVisit } from '../offline/applyChanges'
import { device } from '../offline/database'
import type { HeldProperty, HeldVisit } from '../offline/heldFacts'
import { answerKeys, fetchOrKept, keptAnswer } from '../offline/keptAnswers'
import { type HomeQuery, searchKept } from '../offline/keptList'
import { outboxState, useOutbox } from '../offline/outbox'
import { useDossier } from './useDossier'

/** What is asked of the server by more than one screen. */
export const keys = {
  session: ['session'] as const,
  demoPeople: ['demo-people'] as const,
  home: ['home'] as const,
  book: ['book'] as const,
  habits: ['habits'] as const,
  bookChanges: ['book-changes'] as const,
  repairsHeld: ['repairs-held'] as const,
  recurring: ['recurring'] as const,
  firmRules: ['firm-rules'] as const,
  letterhead: ['letterhead'] as const,
  touched: (codes: string) => ['touched', codes] as const,
  property: (id: string) => ['property', id] as const,
  visit: (id: string) => ['visit', id] as const,
  weather: (id: string) => ['weather', id] as const,
}

const person = () => outboxState().personId ?? ''

/** Without a connection the device answers; so a query, and its trying again, never waits for one. */
const offline = { networkMode: 'always' } as const

/** The list as it opens: what the device keeps for work without a connection. */
export const plainHome: HomeQuery = {
  words: '',
  order: 'nextDue',
  page: 1,
  due: false,
  notVisited: false,
  mine: false,
  unfinished: false,
}

const isPlain = (query: HomeQuery) =>
  (Object.keys(plainHome) as (keyof HomeQuery)[]).every((key) => query[key] === plainHome[key])
const behindAgainMs = 1_500

async function fetchHome(
  query: HomeQuery,
  inspector: string,
  signal: AbortSignal,
): Promise<HomeAnswer & { keptOnly?: boolean }> {
  const fetchIt = () => dataOf(api.GET('/api/home', { params: { query }, signal }))
  if (isPlain(query)) return fetchOrKept(person(), answerKeys.home, fetchIt)
  try {
    return await fetchIt()
  } catch (error) {
    const kept = await keptAnswer<HomeAnswer>(person(), answerKeys.home)
    if (!(error instanceof ApiError && error.status === 0) || !kept) throw error
    return { ...searchKept(kept.json, query, inspector), keptOnly: true }
  }
}

/** A page of the properties on file, with what is changed on this device. Asked again while some are being worked out. */
export function useHome(query: HomeQuery, inspector: string) {
  const { entries } = useOutbox()
  const home = useQuery({
    queryKey: [...keys.home, query],
    queryFn: ({ signal }) => fetchHome(query, inspector, signal),
    placeholderData: keepPreviousData,
    refetchInterval: ({ state }) => ((state.data?.behind ?? 0) > 0 ? behindAgainMs : false),
    ...offline,
  })
  // What is new on this device belongs to no search yet.
  const plain = isPlain(query)
  const data = useMemo(() => home.data && applyToHome(home.data, entries, plain), [home.data, entries, plain])
  return { ...home, data } as typeof home & { data: typeof data }
}

const bookAgainMs = 30 * 60_000

export const useBook = () =>
  useQuery({
    queryKey: keys.book,
    queryFn: ({ signal }) => fetchOrKept(person(), answerKeys.book, () => dataOf(api.GET('/api/book', { signal }))),
    staleTime: bookAgainMs,
    // A page may stay open for days, and the server be updated meanwhile.
    refetchInterval: bookAgainMs,
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
  // A change that the server has just taken waits no more, and what it has may not be fetched yet: what stands is still that change.
  const sent = useRef(mine)
  if (mine) sent.current = mine
  const last = mine ?? (answer.data ? undefined : sent.current)
  return {
    ...answer,
    rules: (last ? (last.fact as FirmRulesFact) : answer.data?.rules) ?? null,
    heads: answer.data?.heads ?? (last ? [{ factId: last.factId, revision: last.requestId, clash: false }] : []),
    /** Nothing can be changed, or said of it, before it is known what stands. */
    known: last !== undefined || answer.data !== undefined,
  }
}

/** What the firm's people keep recording in own words; only the server knows all of it. */
export const useRecurring = () =>
  useQuery({
    queryKey: keys.recurring,
    queryFn: ({ signal }) => dataOf(api.GET('/api/book/recurring', { signal })),
  })

/** What the last editions of the rule book changed. */
export const useBookChanges = () =>
  useQuery({
    queryKey: keys.bookChanges,
    queryFn: ({ signal }) => dataOf(api.GET('/api/book/changes', { signal })),
  })

/** How the firm's finished repairs held; only the server knows them all. */
export const useRepairsHeld = () =>
  useQuery({
    queryKey: keys.repairsHeld,
    queryFn: ({ signal }) => dataOf(api.GET('/api/book/repairs', { signal })),
    retry: false,
  })

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

const signedAgainMs = 1_500

/**
 * What became of the signatures under the report of a visit; `sent` names those that the server has, so that another asks anew. Only the server freezes and prints;
 * until it has, it is asked again. Without a connection it is what was known last.
 */
export const useSignedReports = (visitId: string, sent: string) =>
  useQuery({
    queryKey: ['signed', visitId, sent],
    queryFn: ({ signal }) =>
      fetchOrKept(person(), answerKeys.signed(visitId), () =>
        dataOf(api.GET('/api/visits/{id}/signed', { params: { path: { id: visitId } }, signal })),
      ),
    enabled: sent !== '',
    refetchInterval: ({ state }) => (state.data?.some((report) => report.state === 'waiting') ? signedAgainMs : false),
    retry: false,
    ...offline,
  })

/** The firm's letterhead, with what is changed on this device. */
export function useLetterhead() {
  const { entries } = useOutbox()
  const answer = useQuery({
    queryKey: keys.letterhead,
    queryFn: ({ signal }) =>
      fetchOrKept(person(), answerKeys.letterhead, () => dataOf(api.GET('/api/letterhead', { signal }))),
    retry: false,
    ...offline,
  })
  const mine = entries.filter((entry) => entry.kind === 'letterhead' && !entry.problem).at(-1)
  return { ...answer, letterhead: (mine?.fact as LetterheadFact | undefined) ?? answer.data?.letterhead ?? null }
}

/** The day as the server told it, carried on by the clock. */
async function today(): Promise<string> {
  const home = await keptAnswer<HomeAnswer>(person(), answerKeys.home)
  return home ? carryDay(home.json.today, home.at) : localDay()
}

const unknownHere = (error: unknown) => error instanceof ApiError && (error.status === 404 || error.status === 0)

const withSummaries = (dossier: PropertyDossier, made: PropertyDossier) => ({ ...dossier, summaries: made.summaries })
const withAssessment = (dossier: VisitDossier, made: VisitDossier) => ({
  ...dossier,
  roofs: dossier.roofs.map((roof) => ({
    ...roof,
    assessment: made.roofs.find((other) => other.roof.id === roof.roof.id)?.assessment ?? roof.assessment,
  })),
})

/** A property with what was changed on this device: its dossier is made by the core wherever something was. */
export function useProperty(id: string) {
  const { entries } = useOutbox()
  const held = useQuery({
    queryKey: keys.property(id),
    queryFn: async ({ signal }): Promise<HeldProperty> => {
      try {
        return await fetchOrKept<HeldProperty>(person(), answerKeys.property(id), () =>
          dataOf(api.GET('/api/properties/{id}/facts', { params: { path: { id } }, signal })),
        )
      } catch (error) {
        const madeHere = outboxState().entries.some((entry) => entry.kind === 'property' && entry.factId === id)
        if (!unknownHere(error) || !madeHere) throw error
        return { today: await today(), facts: [], dossier: null }
      }
    },
    ...offline,
  })
  return useDossier('property-dossier', id, held, entries, applyToProperty, withSummaries)
}

/** The facts of a visit as this device holds them, without what is not sent yet. */
export const useHeldVisit = (id: string) =>
  useQuery({
    queryKey: keys.visit(id),
    queryFn: async ({ signal }): Promise<HeldVisit> => {
      try {
        return await fetchOrKept<HeldVisit>(person(), answerKeys.visit(id), () =>
          dataOf(api.GET('/api/visits/{id}/facts', { params: { path: { id } }, signal })),
        )
      } catch (error) {
        const made = unknownHere(error) ? await visitMadeHere(id) : undefined
        if (!made) throw error
        return made
      }
    },
    ...offline,
  })

/** A visit with what was changed on this device. `fresh`: its judgement is of everything that is shown. */
export function useVisit(id: string) {
  const { entries } = useOutbox()
  const held = useHeldVisit(id)
  return useDossier('visit-dossier', id, held, entries, applyToVisit, withAssessment)
}

/** A visit begun without a connection: from the facts of its property, held on this device or made on it. */
async function visitMadeHere(id: string): Promise<HeldVisit | undefined> {
  const visit = outboxState().entries.find((entry) => entry.kind === 'visit' && entry.factId === id)?.fact
  if (!visit || !('roofs' in visit)) return undefined
  const kept = await device.answers
    .where('personId')
    .equals(person())
    .filter(({ key, shape }) => key.startsWith(answerKeys.property('')) && shape !== undefined)
    .toArray()
  const property = kept
    .map(({ json }) => json as HeldProperty)
    .find(({ facts }) => facts.some(({ factId }) => visit.roofs.includes(factId)))
  return { today: property?.today ?? (await today()), facts: property?.facts ?? [], dossier: null }
}
