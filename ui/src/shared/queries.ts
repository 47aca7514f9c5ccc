import { useQuery } from '@tanstack/react-query'
import { api, dataOf } from '../api/client'

/** What is asked of the server by more than one screen. */
export const keys = {
  session: ['session'] as const,
  home: ['home'] as const,
  book: ['book'] as const,
  property: (id: string) => ['property', id] as const,
  visit: (id: string) => ['visit', id] as const,
}

export const useHome = () =>
  useQuery({ queryKey: keys.home, queryFn: ({ signal }) => dataOf(api.GET('/api/home', { signal })) })

export const useBook = () =>
  useQuery({
    queryKey: keys.book,
    queryFn: ({ signal }) => dataOf(api.GET('/api/book', { signal })),
    staleTime: Number.POSITIVE_INFINITY,
  })

export const useProperty = (id: string) =>
  useQuery({
    queryKey: keys.property(id),
    queryFn: ({ signal }) => dataOf(api.GET('/api/properties/{id}', { params: { path: { id } }, signal })),
  })

export const useVisit = (id: string) =>
  useQuery({
    queryKey: keys.visit(id),
    queryFn: ({ signal }) => dataOf(api.GET('/api/visits/{id}', { params: { path: { id } }, signal })),
  })
