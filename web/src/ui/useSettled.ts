import { useEffect, useState } from 'react'

/** The value once it has not changed for a moment: what is typed is not asked letter by
 * letter. */
export function useSettled<T>(value: T, ms = 250): T {
  const [settled, setSettled] = useState(value)
  useEffect(() => {
    const timer = window.setTimeout(() => setSettled(value), ms)
    return () => window.clearTimeout(timer)
  }, [value, ms])
  return settled
}
