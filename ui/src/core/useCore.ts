import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { type Answered, type Asked, CoreError, compute, type Method } from './core'

/** A question to the browser core as a query: the same question is answered once. */
export const coreQuery = <M extends Method>(method: M, input: Asked<M>) => ({
  queryKey: ['core', method, input] as const,
  queryFn: ({ signal }: { signal: AbortSignal }) => compute(method, input, signal),
  staleTime: Number.POSITIVE_INFINITY,
  // A core that could not be fetched is tried again; what it refused, it refuses again.
  retry: (count: number, error: Error) => count < 5 && error instanceof CoreError && error.code === 'core.failed',
  retryDelay: 1000,
  networkMode: 'always' as const,
})

/** Judgement of the browser core for these facts, kept while newer facts are being judged. */
export function useCore<M extends Method>(method: M, input: Asked<M> | undefined): Answered<M> | undefined {
  const { data } = useQuery({
    ...coreQuery(method, input as Asked<M>),
    enabled: input !== undefined,
    placeholderData: keepPreviousData,
  })
  return data as Answered<M> | undefined
}
