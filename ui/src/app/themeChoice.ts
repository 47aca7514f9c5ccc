export const themes = { light: 'Light', sun: 'High sun', night: 'Night' } as const

export type Theme = keyof typeof themes

const STORED_AS = 'kalpa-theme'

export function storedTheme(): Theme {
  const stored = localStorage.getItem(STORED_AS)
  return stored !== null && stored in themes ? (stored as Theme) : 'light'
}

export function applyTheme(theme: Theme) {
  document.documentElement.dataset.theme = theme
  localStorage.setItem(STORED_AS, theme)
}
