import { useEffect, useRef } from 'react'
import { Button, Modal } from 'react-bootstrap'
import { useBlocker } from 'react-router'

/**
 * Asks before what was typed and not saved is left; a save or a deletion lets go first. Where a
 * form keeps its text while one goes to other pages and back, backFrom names those, and onLeft
 * drops the text when it is left for good.
 */
export function useLeaving(unsaved: boolean, backFrom?: (path: string) => boolean, onLeft?: () => void) {
  const free = useRef(false)
  const blocker = useBlocker(({ currentLocation, nextLocation }) => unsaved && !free.current && currentLocation.pathname !== nextLocation.pathname && !backFrom?.(nextLocation.pathname))
  const kept = backFrom !== undefined // over a reload too
  useEffect(() => {
    if (!unsaved || kept) return
    const ask = (e: BeforeUnloadEvent) => {
      if (!free.current) e.preventDefault()
    }
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [unsaved, kept])
  return {
    letGo: () => {
      free.current = true
    },
    asking: blocker.state === 'blocked',
    stay: () => blocker.reset?.(),
    leave: () => {
      onLeft?.()
      blocker.proceed?.()
    },
  }
}

/** The question itself. */
export function Leaving({ asking, stay, leave }: Omit<ReturnType<typeof useLeaving>, 'letGo'>) {
  return (
    <Modal show={asking} onHide={stay} centered aria-labelledby="leaving-title">
      <Modal.Body>
        <h2 id="leaving-title">Leave without saving?</h2>
        <p>What you typed here is not saved yet.</p>
        <div className="actions">
          <Button variant="quiet" onClick={leave}>
            Leave it
          </Button>
          <Button onClick={stay}>Stay here</Button>
        </div>
      </Modal.Body>
    </Modal>
  )
}
