import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { type Answered, type Asked, CoreError, compute, type Method } from './core'

/** Judgement of the browser core for these facts, kept while newer facts are being judged. */
export function useCore<M extends Method>(method: M, input: Asked<M> | undefined): Answered<M> | undefined {
  const { data } = useQuery({
    queryKey: ['core', method, input],
    queryFn: () => compute(method, input as Asked<M>),
    enabled: input !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    // A core that could not be fetched is tried again; what it refused, it refuses again.
    retry: (count, error) => count < 5 && error instanceof CoreError && error.code === 'core.failed',
    retryDelay: 1000,
    networkMode: 'always',
  })
  return data
}
