import { Button } from 'react-bootstrap'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { Mark } from '../../ui/Mark'
import { say } from './catalogue'

interface Props {
  swaps: Schemas['Swap'][]
  /** Offered where a swap can be taken at once; otherwise each is a link to its page. */
  onTake?: (swap: Schemas['Swap']) => void
  takes?: string
}

/** Swaps that pass the same check, best first; says so when there are none. */
export function Swaps({ swaps, onTake, takes }: Props) {
  if (swaps.length === 0) return <p className="soft">{say('no-swap-plays-this-part')}</p>
  return (
    <ul className="swaps" aria-label={takes ? say('swaps-for-takes', { takes }) : say('swaps')}>
      {swaps.map((s) => (
        <li key={s.item_id || s.recipe_id}>
          <Mark mark={s.mark} size="small" />
          <div>
            {onTake ? <b>{s.name}</b> : <Link to={`/shelf/${s.item_id}`}>{s.name}</Link>}
            {s.in_cupboard && <span className="here"> {say('in-stock')}</span>}
            <span className="soft">{s.changes.join(' · ')}</span>
          </div>
          {onTake && (
            <Button variant="outline-primary" onClick={() => onTake(s)}>
              {say('take')}
              <span className="visually-hidden"> {s.name}</span>
            </Button>
          )}
        </li>
      ))}
    </ul>
  )
}
