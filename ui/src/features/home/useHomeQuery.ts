import { useSearchParams } from 'react-router'
import type { HomeOrder } from '../../api/types'
import type { HomeQuery } from '../../shared/queries'

export const orders: Record<HomeOrder, string> = {
  nextDue: 'Next due first',
  lastVisit: 'Last visited first',
  name: 'By name',
  yearsLeft: 'Fewest years left first',
}

export const filters = {
  due: 'Due now',
  notVisited: 'Not visited for a year',
  mine: 'Mine',
  unfinished: 'Visit not finished',
} as const

export type Filter = keyof typeof filters

/** What the list is asked for stands in the address, so that going back finds the same list. */
export function useHomeQuery() {
  const [params, setParams] = useSearchParams()
  const order = params.get('order') as HomeOrder | null
  const query: HomeQuery = {
    words: params.get('words') ?? '',
    order: order && order in orders ? order : 'nextDue',
    page: Math.max(1, Number.parseInt(params.get('page') ?? '1', 10) || 1),
    ...(Object.fromEntries(Object.keys(filters).map((key) => [key, params.has(key)])) as Record<Filter, boolean>),
  }
  /** A change of anything but the page begins at the first page again. */
  const ask = (changed: Partial<HomeQuery>) => {
    const next = { ...query, page: 1, ...changed }
    const kept = new URLSearchParams()
    if (next.words) kept.set('words', next.words)
    if (next.order !== 'nextDue') kept.set('order', next.order)
    for (const key of Object.keys(filters) as Filter[]) if (next[key]) kept.set(key, '')
    if (next.page > 1) kept.set('page', String(next.page))
    setParams(kept, { replace: true })
  }
  return { query, ask }
}
