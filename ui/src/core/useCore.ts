import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { type Answered, type Asked, compute, type Method } from './core'

/** Judgement of the browser core for these facts, kept while newer facts are being judged. */
export function useCore<M extends Method>(method: M, input: Asked<M> | undefined): Answered<M> | undefined {
  const { data } = useQuery({
    queryKey: ['core', method, input],
    queryFn: () => compute(method, input as Asked<M>),
    enabled: input !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  })
  return data
}
