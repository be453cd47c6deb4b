import { useRouteError } from 'react-router'
import { Button } from 'react-bootstrap'
import { say } from './catalogue'

/** A fault of the page itself. Nothing is cleared by it, and what was saved is safe. */
export function Broken() {
  const error = useRouteError()
  return (
    <main className="screen">
      <div className="notice lid" role="alert">
        <h1>{say('this-page-broke')}</h1>
        <p>{say('not-checked-what-was-saved', { error: error instanceof Error ? error.message : '' })}</p>
        <Button onClick={() => window.location.assign('/')}>{say('open-emblo-again')}</Button>
      </div>
    </main>
  )
}
