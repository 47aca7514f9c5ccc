import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { isMadeHere } from '../../offline/outbox'
import { keys } from '../../shared/queries'

const live = { shownMs: 8_000 } as const

type Arrival = { changes: number; by: string; requests: string[] }

/** The visit as others record it: fetched anew whenever something of it arrives. Gives a line that says so for a while. */
export function useLiveVisit(visitId: string): string | null {
  const queries = useQueryClient()
  const [line, setLine] = useState<string | null>(null)
  useEffect(() => {
    if (typeof EventSource === 'undefined' || !visitId) return
    let timer: ReturnType<typeof setTimeout> | undefined
    const source = new EventSource(`/api/visits/${visitId}/live`)
    source.addEventListener('arrived', (event) => {
      const { by, requests } = JSON.parse((event as MessageEvent<string>).data) as Arrival
      const changes = requests.filter((id) => !isMadeHere(id)).length
      if (changes === 0) return
      void queries.invalidateQueries({ queryKey: keys.visit(visitId) })
      setLine(`${changes} ${changes === 1 ? 'change' : 'changes'} arrived from ${by.split('@')[0]}`)
      clearTimeout(timer)
      timer = setTimeout(() => setLine(null), live.shownMs)
    })
    return () => {
      source.close()
      clearTimeout(timer)
    }
  }, [visitId, queries])
  return line
}
