import { useEffect, useState } from 'react'

/** For a row of tabs that may run over its side: the current one is brought into sight whenever the address changes. Gives the row's ref. */
export function useCurrentInSight(current: string) {
  const [row, setRow] = useState<HTMLElement | null>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: the current tab is read from the page once the address has changed
  useEffect(() => {
    const tab = row?.querySelector('[aria-current="page"], [data-within]')
    if (!row || !tab) return
    // Sideways only: a page that has scrolled to its own place stays there.
    const [frame, at] = [row.getBoundingClientRect(), tab.getBoundingClientRect()]
    row.scrollLeft += at.left + at.width / 2 - (frame.left + frame.width / 2)
  }, [row, current])
  return setRow
}
