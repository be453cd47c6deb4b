import { Button } from 'react-bootstrap'
import { say } from './catalogue'

interface Props {
  sentence?: string
  /** What the two say otherwise, by the names of the fields. */
  differences?: { name: string; mine: string; theirs: string }[]
  onTheirs: () => void
  onMine: () => void
}

/** Somebody else saved first: nothing of either is lost, both stand side by side, and one of them is chosen. */
export function Conflict({ sentence, differences = [], onTheirs, onMine }: Props) {
  return (
    <div className="notice ruler" role="alert">
      <p>{sentence}</p>
      {differences.length > 0 && (
        <table className="side-by-side">
          <thead>
            <tr>
              <td />
              <th scope="col">{say('mine')}</th>
              <th scope="col">{say('theirs')}</th>
            </tr>
          </thead>
          <tbody>
            {differences.map((d) => (
              <tr key={d.name}>
                <th scope="row">{d.name}</th>
                <td>{d.mine}</td>
                <td>{d.theirs}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Button variant="outline-primary" onClick={onTheirs}>
        {say('take-theirs')}
      </Button>
      <Button variant="outline-primary" onClick={onMine}>
        {say('keep-mine')}
      </Button>
    </div>
  )
}
