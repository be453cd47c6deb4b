import { useCallback, useEffect, useRef } from 'react'
import { useSearchParams } from 'react-router'

/**
 * What the address says behind its question mark, and a way to change it. Changes that follow each other before the
 * page has been drawn anew add up: the router alone would begin each from what is drawn, and lose the one before.
 */
export function useAddress(): [URLSearchParams, (edit: (now: URLSearchParams) => void) => void] {
  const [params, setParams] = useSearchParams()
  const newest = useRef(params)
  const onTheirWay = useRef<string[]>([])
  useEffect(() => {
    const at = onTheirWay.current.lastIndexOf(params.toString())
    if (at < 0) newest.current = params // somebody went elsewhere
    onTheirWay.current = onTheirWay.current.slice(at + 1)
  }, [params])
  const change = useCallback(
    (edit: (now: URLSearchParams) => void) => {
      const next = new URLSearchParams(newest.current)
      edit(next)
      newest.current = next
      onTheirWay.current.push(next.toString())
      setParams(next, { replace: true })
    },
    [setParams],
  )
  return [params, change]
}
