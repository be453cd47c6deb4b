export type Theme = 'light' | 'dark'

const key = 'emblo.theme'

/** The theme that was chosen here, or the one the device asks for. */
export function storedTheme(): Theme {
  const kept = localStorage.getItem(key)
  if (kept === 'light' || kept === 'dark') return kept
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'
}

export function applyTheme(theme: Theme) {
  document.documentElement.setAttribute('data-bs-theme', theme)
}

export function keepTheme(theme: Theme) {
  localStorage.setItem(key, theme)
  applyTheme(theme)
}
