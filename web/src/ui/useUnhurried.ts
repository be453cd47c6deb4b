import { useEffect, useRef, type MouseEvent } from 'react'

/** A key that brought a question up is never its answer as well: it may still be down when the question
 * takes the focus. A finger, a pointer and a later key answer as ever. */
export function useUnhurried(question: unknown) {
  const came = useRef(0)
  useEffect(() => {
    came.current = performance.now()
  }, [question])
  return (e: MouseEvent) => {
    if (e.detail > 0 || performance.now() - came.current > stillDownMs) return
    e.preventDefault()
    e.stopPropagation()
  }
}

const stillDownMs = 300
