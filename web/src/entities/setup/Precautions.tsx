import { useId } from 'react'
import { Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { Numbers } from '../centre/Numbers'
import { say } from './catalogue'

type Doer = Schemas['Doer']

interface Props {
  all: Schemas['Care'][]
  /** To be ticked by hand, on paper. */
  boxes?: boolean
  /** Who does each, as far as anybody has said. */
  doers?: Doer[]
  /** Changes who does each. */
  onDoers?: (doers: Doer[] | undefined) => void
}

/** What adults do for a set-up, the most serious first; what one thing alone asks for says which. */
export function Precautions({ all, boxes, doers = [], onDoers }: Props) {
  const names = useId()
  return (
    <ul className={boxes ? 'boxes' : 'precautions'}>
      {all.map((c) => {
        const by = doers.find((d) => d.id === c.id)?.by
        return (
          <li key={c.id}>
            {c.text}
            {c.calls && (
              <>
                : <Numbers poison />
              </>
            )}
            {c.of && <span className="soft"> ({c.of.join(', ')})</span>}
            {boxes && by && <b> {by}</b>}
            {onDoers && (
              <Form.Control
                className="doer"
                aria-label={say('who-does', { text: c.text })}
                placeholder={say('who')}
                maxLength={40}
                list={names}
                value={by ?? ''}
                onChange={(e) => onDoers(named(doers, c.id, e.target.value))}
              />
            )}
          </li>
        )
      })}
      {onDoers && (
        <datalist id={names}>
          {[...new Set(doers.map((d) => d.by))].map((by) => (
            <option key={by} value={by} />
          ))}
        </datalist>
      )}
    </ul>
  )
}

/** Who does each, with one of them changed; nobody where that is left empty. */
export function named(doers: Doer[], id: string, by: string): Doer[] | undefined {
  const others = doers.filter((d) => d.id !== id)
  const all = by.trimStart() ? [...others, { id, by: by.trimStart() }] : others
  return all.length > 0 ? all : undefined
}
