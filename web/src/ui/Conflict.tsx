import { Button } from 'react-bootstrap'

/** Somebody else saved first: nothing of either is lost, and one of them is chosen. */
export function Conflict({ sentence, onTheirs, onMine }: { sentence?: string; onTheirs: () => void; onMine: () => void }) {
  return (
    <div className="notice ruler" role="alert">
      <p>{sentence}</p>
      <Button variant="outline-primary" onClick={onTheirs}>
        Take theirs
      </Button>
      <Button variant="outline-primary" onClick={onMine}>
        Keep mine
      </Button>
    </div>
  )
}
