import { useCallback, useEffect, useRef, useState } from 'react'
import { Button, Modal } from 'react-bootstrap'
import { useBlocker } from 'react-router'
import { firstToAsk, leaveAll, openForms, type OpenForm } from './open'
import { say } from './catalogue'

/**
 * Has it asked about before what was typed and not saved is left; a save or a deletion lets go first. Where a
 * form keeps its text while one goes to other pages and back, backFrom names those, and onLeft
 * drops the text when it is left for good.
 */
export function useLeaving(unsaved: boolean, backFrom?: (path: string) => boolean, onLeft?: () => void): () => void {
  const form = useRef<OpenForm>({ unsaved: false, free: false })
  useEffect(() => {
    Object.assign(form.current, { unsaved, backFrom, onLeft })
  }, [unsaved, backFrom, onLeft])
  useEffect(() => {
    const mine = form.current
    openForms.add(mine)
    return () => void openForms.delete(mine)
  }, [])
  return useCallback(() => {
    form.current.free = true
  }, [])
}

let ask: ((then: () => void) => void) | undefined

/** Does something that closes forms, after asking where text in one of them is not saved. */
export function leaving(then: () => void) {
  if (ask && firstToAsk()) ask(then)
  else then()
}

/** The question, once for all forms of the page. */
export function Leaving() {
  const blocker = useBlocker(
    ({ currentLocation: from, nextLocation: to }) =>
      from.pathname !== to.pathname && firstToAsk(to.pathname) !== undefined,
  )
  const [then, setThen] = useState<() => void>()
  useEffect(() => {
    ask = (what) => setThen(() => what)
    const unload = (e: BeforeUnloadEvent) => {
      if ([...openForms].some((f) => f.unsaved && !f.free && !f.backFrom)) e.preventDefault() // what is kept outlives a reload
    }
    window.addEventListener('beforeunload', unload)
    return () => {
      ask = undefined
      window.removeEventListener('beforeunload', unload)
    }
  }, [])
  const stay = () => {
    setThen(undefined)
    blocker.reset?.()
  }
  const leave = () => {
    leaveAll()
    setThen(undefined)
    then?.()
    blocker.proceed?.()
  }
  return (
    <Modal
      show={blocker.state === 'blocked' || then !== undefined}
      onHide={stay}
      centered
      aria-labelledby="leaving-title"
    >
      <Modal.Body>
        <h2 id="leaving-title">{say('leave-without-saving')}</h2>
        <p>{say('what-you-typed-here-is')}</p>
        <div className="actions">
          <Button variant="quiet" onClick={leave}>
            {say('leave-it')}
          </Button>
          <Button onClick={stay}>{say('stay-here')}</Button>
        </div>
      </Modal.Body>
    </Modal>
  )
}
