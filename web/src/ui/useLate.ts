import { useEffect, useState } from 'react'

const blinkMs = 120

/** True once something has gone on for longer than a blink, however often it began anew meanwhile. */
export function useLate(on: boolean): boolean {
  const [late, setLate] = useState(false)
  useEffect(() => {
    if (!on) return
    const timer = window.setTimeout(() => setLate(true), blinkMs)
    return () => {
      window.clearTimeout(timer)
      setLate(false)
    }
  }, [on])
  return on && late
}
