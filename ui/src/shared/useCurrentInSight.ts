import { useEffect, useState } from 'react'

/** For a row of tabs that may run over its side: the current one is brought into sight whenever the address changes. Gives the row's ref. */
export function useCurrentInSight(current: string) {
  const [row, setRow] = useState<HTMLElement | null>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: the current tab is read from the page once the address has changed
  useEffect(() => {
    const tab = row?.querySelector('[aria-current="page"], [data-within]')
    tab?.scrollIntoView({ block: 'nearest', inline: 'center' })
  }, [row, current])
  return setRow
}
