import { useQuery, useQueryClient } from '@tanstack/react-query'
import { type ReactNode, useCallback } from 'react'
import { api, dataOf, setAntiForgeryToken } from '../../api/client'
import type { SessionAnswer } from '../../api/types'
import { keys } from '../../shared/queries'
import { Loading, Trouble } from '../../shared/States'
import { SignIn } from './SignIn'

/** Shows the app to whoever is signed in, and the sign-in to everybody else. */
export function SessionGate({ children }: { children: (session: SessionAnswer, onSignOut: () => void) => ReactNode }) {
  const queries = useQueryClient()
  const session = useQuery({
    queryKey: keys.session,
    queryFn: async () => {
      const answer = await dataOf(api.GET('/api/session'))
      setAntiForgeryToken(answer.antiForgeryToken)
      return answer
    },
    staleTime: Number.POSITIVE_INFINITY,
  })
  const signOut = useCallback(async () => {
    await dataOf(api.DELETE('/api/session'))
    queries.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== keys.session[0] })
    await queries.invalidateQueries({ queryKey: keys.session })
  }, [queries])
  if (session.isPending) return <Loading what="the session" />
  if (session.isError) return <Trouble error={session.error} onRetry={() => session.refetch()} />
  return session.data.person ? (
    children(session.data, signOut)
  ) : (
    <SignIn session={session.data} onDone={() => session.refetch()} />
  )
}
