import { useCallback, useEffect, useRef, useState } from 'react'
import { instant } from '../../api/clock'
import { merge } from '../../entities/setup/merge'
import type { Draft } from '../../entities/setup/draft'

interface Steps {
  past: Draft[]
  now: Draft
  future: Draft[]
  /** What the last step changed, so that a number that is stepped or typed is one step. */
  of?: string
  at: number
}

const most = 100
const oneStepMs = 1000

/** A set-up as it is edited, with every step of this visit to go back and forth. */
export function useDraft(first: () => Draft) {
  const [steps, setSteps] = useState<Steps>(() => ({ past: [], now: first(), future: [], at: 0 }))
  // What is newest, also before it is drawn: of two changes at once neither is lost.
  const now = useRef(steps.now)
  useEffect(() => {
    now.current = steps.now
  }, [steps.now])
  const latest = useCallback(() => now.current, [])
  const change = useCallback((next: Draft, of?: string) => {
    now.current = next
    setSteps((s) => {
      const goesOn = of !== undefined && s.of === of && instant() - s.at < oneStepMs
      return { past: goesOn ? s.past : [...s.past.slice(1 - most), s.now], now: next, future: [], of, at: instant() }
    })
  }, [])
  /** Takes what came from elsewhere, as no step of this visit. */
  const reset = useCallback((to: Draft) => setSteps({ past: [], now: to, future: [], at: 0 }), [])
  const undo = useCallback(() => {
    setSteps((s) => {
      const back = s.past.at(-1)
      return back
        ? { past: s.past.slice(0, -1), now: { ...back, version: s.now.version }, future: [s.now, ...s.future], at: 0 }
        : s
    })
  }, [])
  const redo = useCallback(() => {
    setSteps((s) => {
      const [on, ...future] = s.future
      return on ? { past: [...s.past, s.now], now: { ...on, version: s.now.version }, future, at: 0 } : s
    })
  }, [])
  /** Takes one change back, whatever has changed since. */
  const takeBack = useCallback(
    (before: Draft, after: Draft) => change(merge(after, now.current, before).merged),
    [change],
  )
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      const typing =
        e.target instanceof HTMLElement && (e.target.matches('input, textarea, select') || e.target.isContentEditable)
      if (typing || !(e.ctrlKey || e.metaKey) || e.altKey) return
      const key = e.key.toLowerCase()
      if (key === 'z' || key === 'y') {
        e.preventDefault()
        if (key === 'y' || e.shiftKey) redo()
        else undo()
      }
    }
    window.addEventListener('keydown', press)
    return () => window.removeEventListener('keydown', press)
  }, [undo, redo])
  return {
    draft: steps.now,
    latest,
    change,
    reset,
    undo,
    redo,
    takeBack,
    canUndo: steps.past.length > 0,
    canRedo: steps.future.length > 0,
  }
}
