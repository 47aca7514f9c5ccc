import { useEffect, useRef } from 'react'

export type Shortcut = { words: string; act: () => void }
export type Shortcuts = Record<string, Shortcut>

/** All that is bound now, for the sheet that shows them. */
const bound: Set<{ current: Shortcuts }> = new Set()

export const boundShortcuts = (): [string, string][] =>
  [...bound].flatMap(({ current }) =>
    Object.entries(current).map(([key, { words }]) => [key, words] as [string, string]),
  )

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    target.tagName === 'TEXTAREA' ||
    target.tagName === 'SELECT' ||
    (target instanceof HTMLInputElement && !['checkbox', 'radio', 'range', 'file', 'button'].includes(target.type)))

/** Single keys for the desk. They rest while somebody types or a dialog is open. */
export function useShortcuts(shortcuts: Shortcuts) {
  const latest = useRef(shortcuts)
  latest.current = shortcuts
  useEffect(() => {
    const mine = latest
    bound.add(mine)
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented || typing(event.target)) return
      if (event.key !== 'Escape' && document.querySelector('[role="dialog"][data-state="open"]')) return
      const shortcut = mine.current[event.key]
      if (!shortcut) return
      event.preventDefault()
      shortcut.act()
    }
    window.addEventListener('keydown', press)
    return () => {
      bound.delete(mine)
      window.removeEventListener('keydown', press)
    }
  }, [])
}
