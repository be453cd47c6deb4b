import { useSyncExternalStore } from 'react'

const narrow = window.matchMedia('(max-width: 640px)')
const subscribe = (changed: () => void) => {
  narrow.addEventListener('change', changed)
  return () => narrow.removeEventListener('change', changed)
}

/** Whether the screen is as narrow as a phone, as the styles have it. */
export const usePhone = () => useSyncExternalStore(subscribe, () => narrow.matches)
