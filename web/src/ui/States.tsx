import { useEffect, useRef, useState, type ReactNode } from 'react'
import { Button } from 'react-bootstrap'
import { say } from './catalogue'

/** Shown only when something takes longer than a blink. */
export function Waiting({ what }: { what: string }) {
  const [shown, setShown] = useState(false)
  useEffect(() => {
    const timer = window.setTimeout(() => setShown(true), 250)
    return () => window.clearTimeout(timer)
  }, [])
  return (
    <p className="waiting" role="status">
      {shown ? say('fetching-what', { what }) : ''}
    </p>
  )
}

export function Failure({ error, retry }: { error: Error; retry?: () => void }) {
  return (
    <div className="notice lid" role="alert">
      <p>{error.message}</p>
      {retry && (
        <Button variant="outline-primary" onClick={retry}>
          {say('try-again')}
        </Button>
      )}
    </div>
  )
}

/** An empty jug: what this screen is for, and the first thing to do. */
export function Empty({ children, action }: { children: ReactNode; action?: ReactNode }) {
  return (
    <div className="empty">
      <svg viewBox="0 0 48 48" fill="none" stroke="currentColor" strokeWidth="2" aria-hidden="true">
        <path
          d="M10 6h24l-2 36H12L10 6zM34 12c7 0 8 4 7 9s-4 8-8 9M12 16h7M12.500 23h4M13 30h7M13.300 36h4"
          strokeLinejoin="round"
          strokeLinecap="round"
        />
      </svg>
      <p>{children}</p>
      {action}
    </div>
  )
}

const undoMs = 8000

/**
 * Undo instead of asking first: stays for eight seconds, and as long as it has the focus or the pointer. A press beside
 * its button puts it away, so that it is in the way of nothing.
 */
export function Undo({ text, onUndo, onGone }: { text: string; onUndo: () => void; onGone: () => void }) {
  const [held, setHeld] = useState(false)
  const gone = useRef(onGone)
  useEffect(() => {
    gone.current = onGone
  }, [onGone])
  useEffect(() => {
    if (held) return
    const timer = window.setTimeout(() => gone.current(), undoMs)
    return () => window.clearTimeout(timer)
  }, [held, text])
  return (
    <div
      className="undo"
      role="status"
      onFocus={() => setHeld(true)}
      onBlur={() => setHeld(false)}
      onPointerEnter={() => setHeld(true)}
      onPointerLeave={() => setHeld(false)}
      onPointerUp={(e) => {
        if (!(e.target as Element).closest('button')) onGone()
      }}
    >
      <span>{text}</span>
      <button type="button" onClick={onUndo}>
        {say('undo')}
      </button>
    </div>
  )
}
