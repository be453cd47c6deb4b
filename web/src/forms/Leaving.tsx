import { useEffect, useRef } from 'react'
import { Button, Modal } from 'react-bootstrap'
import { useBlocker } from 'react-router'

/** Asks before what was typed and not saved is left; a save or a deletion lets go first. */
export function useLeaving(unsaved: boolean) {
  const free = useRef(false)
  const blocker = useBlocker(({ currentLocation, nextLocation }) => unsaved && !free.current && currentLocation.pathname !== nextLocation.pathname)
  useEffect(() => {
    if (!unsaved) return
    const ask = (e: BeforeUnloadEvent) => {
      if (!free.current) e.preventDefault()
    }
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [unsaved])
  return {
    letGo: () => {
      free.current = true
    },
    blocker,
  }
}

/** The question itself. */
export function Leaving({ blocker }: { blocker: ReturnType<typeof useLeaving>['blocker'] }) {
  return (
    <Modal show={blocker.state === 'blocked'} onHide={() => blocker.reset?.()} centered aria-labelledby="leaving-title">
      <Modal.Body>
        <h2 id="leaving-title">Leave without saving?</h2>
        <p>What you typed here is not saved yet.</p>
        <div className="actions">
          <Button variant="quiet" onClick={() => blocker.proceed?.()}>
            Leave it
          </Button>
          <Button onClick={() => blocker.reset?.()}>Stay here</Button>
        </div>
      </Modal.Body>
    </Modal>
  )
}
