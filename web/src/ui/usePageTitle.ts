import { useEffect } from 'react'
import { say } from './catalogue'

/** Names the page in the window's title while it is on screen. */
export function usePageTitle(title: string) {
  useEffect(() => {
    document.title = title ? say('title-emblo', { title }) : say('emblo')
  }, [title])
}
