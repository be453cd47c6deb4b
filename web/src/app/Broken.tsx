import { useRouteError } from 'react-router'
import { Button } from 'react-bootstrap'

/** A fault of the page itself. Nothing is cleared by it, and what was saved is safe. */
export function Broken() {
  const error = useRouteError()
  return (
    <main className="screen">
      <div className="notice lid" role="alert">
        <h1>This page broke</h1>
        <p>Not checked. What was saved is safe; open the page again. {error instanceof Error ? error.message : ''}</p>
        <Button onClick={() => window.location.assign('/')}>Open Emblo again</Button>
      </div>
    </main>
  )
}
