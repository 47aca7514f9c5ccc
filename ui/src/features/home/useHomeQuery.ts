import { useEffect, useRef } from 'react'
import { useSearchParams } from 'react-router'
import type { HomeOrder } from '../../api/types'
import type { HomeQuery } from '../../offline/keptList'

export const orders: Record<HomeOrder, string> = {
  nextDue: 'Next due first',
  lastVisit: 'Most recent visit first',
  name: 'By name',
  yearsLeft: 'Shortest remaining life first',
}

export const filters = {
  due: 'Due now',
  notVisited: 'Not visited for a year',
  mine: 'My visits',
  unfinished: 'Visit in progress',
} as const

export type Filter = keyof typeof filters

const queryOf = (params: URLSearchParams): HomeQuery => {
  const order = params.get('order') as HomeOrder | null
  return {
    words: params.get('words') ?? '',
    order: order && order in orders ? order : 'nextDue',
    page: Math.max(1, Number.parseInt(params.get('page') ?? '1', 10) || 1),
    ...(Object.fromEntries(Object.keys(filters).map((key) => [key, params.has(key)])) as Record<Filter, boolean>),
  }
}

function paramsOf(query: HomeQuery) {
  const params = new URLSearchParams()
  if (query.words) params.set('words', query.words)
  if (query.order !== 'nextDue') params.set('order', query.order)
  for (const key of Object.keys(filters) as Filter[]) if (query[key]) params.set(key, '')
  if (query.page > 1) params.set('page', String(query.page))
  return params
}

/** What the list is asked for stands in the address, so that going back finds the same list. */
export function useHomeQuery() {
  const [params, setParams] = useSearchParams()
  // Asked for and not yet in the address: words typed and an order chosen in the same moment are both kept.
  const asked = useRef(queryOf(params))
  useEffect(() => {
    asked.current = queryOf(params)
  }, [params])
  // A change of anything but the page begins at the first page again.
  const ask = (changed: Partial<HomeQuery>) => {
    asked.current = { ...asked.current, page: 1, ...changed }
    setParams(paramsOf(asked.current), { replace: true })
  }
  return { query: queryOf(params), ask }
}
