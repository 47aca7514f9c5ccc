import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useRef } from 'react'
import { type Answered, type Asked, CoreError, compute, type Method } from './core'

/** A core that could not be fetched is tried again; what it refused, it refuses again. Without a connection it answers all the same. */
export const retryCore = {
  retry: (count: number, error: Error) => count < 5 && error instanceof CoreError && error.code === 'core.failed',
  retryDelay: 1000,
  networkMode: 'always' as const,
}

/** A question to the browser core as a query: the same question is answered once. */
export const coreQuery = <M extends Method>(method: M, input: Asked<M>) => ({
  queryKey: ['core', method, input] as const,
  queryFn: ({ signal }: { signal: AbortSignal }) => compute(method, input, signal),
  staleTime: Number.POSITIVE_INFINITY,
  ...retryCore,
})

export type CoreAnswer<M extends Method> = {
  /** The last answer there is; of an earlier question while `fresh` is false. Nothing was asked: undefined. */
  answer: Answered<M> | undefined
  /** Whether the answer is of what was asked, and not of what was asked before. */
  fresh: boolean
  /** Why there is none: the core refused, or could not be started. */
  error: Error | null
  retry: () => void
}

/** Judgement of the browser core for these facts; while newer facts are being judged, the former one, said to be so. */
export function useCoreAnswer<M extends Method>(method: M, input: Asked<M> | undefined): CoreAnswer<M> {
  const asked = input !== undefined
  const { data, isPlaceholderData, error, refetch } = useQuery({
    ...coreQuery(method, input as Asked<M>),
    enabled: asked,
    placeholderData: keepPreviousData,
  })
  // A question that fails takes nothing off the screen: what is half entered there stays.
  const last = useRef(data)
  if (data !== undefined) last.current = data
  return {
    answer: asked ? ((data ?? last.current) as Answered<M> | undefined) : undefined,
    fresh: asked && data !== undefined && !isPlaceholderData,
    error: asked ? error : null,
    retry: () => void refetch(),
  }
}

/** The answer alone, for what needs no word on its freshness. */
export function useCore<M extends Method>(method: M, input: Asked<M> | undefined): Answered<M> | undefined {
  return useCoreAnswer(method, input).answer
}
