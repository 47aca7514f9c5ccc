import { useEffect, useState } from 'react'

/** A judgement that takes longer than this is said to be one of before; a quicker one would only flicker. */
const told = { afterMs: 700 } as const

/** True when something has been behind for a while. */
export function useBehind(behind: boolean): boolean {
  const [long, setLong] = useState(false)
  useEffect(() => {
    if (!behind) {
      setLong(false)
      return
    }
    const timer = setTimeout(() => setLong(true), told.afterMs)
    return () => clearTimeout(timer)
  }, [behind])
  return long
}
