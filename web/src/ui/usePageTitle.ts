import { useEffect } from 'react'

/** Names the page in the window's title while it is on screen. */
export function usePageTitle(title: string) {
  useEffect(() => {
    document.title = title ? `${title} · Emblo` : 'Emblo'
  }, [title])
}
