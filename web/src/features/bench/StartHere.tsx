import { useQuery } from '@tanstack/react-query'
import { Button } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { missingInShort } from '../../entities/setup/missing'
import { startsQuery } from '../../entities/setup/queries'
import { Mark } from '../../ui/Mark'
import { say } from './catalogue'

interface Props {
  room: string
  playAt: string
  onTake: (start: Schemas['Start']) => void
}

/** An empty bench is not an empty page: what can be set up for this room with what is in the cupboard, an aim each. */
export function StartHere({ room, playAt, onTake }: Props) {
  const starts = useQuery(startsQuery(room, playAt))
  if (starts.error) return <p className="soft">{say('ideas-to-start-from-could', { message: starts.error.message })}</p>
  if (!starts.data) return null
  if (starts.data.length === 0) return <p className="soft">{say('nothing-in-the-cupboard-makes')}</p>
  return (
    <section className="start-here" aria-labelledby="start-here">
      <h3 id="start-here">{say('from-the-cupboard-for-this')}</h3>
      <ul>
        {starts.data.map((s) => (
          <li key={s.aim}>
            <Mark mark={s.mark} />
            <div>
              <b>{s.aim}</b>
              <span className="soft">{s.with.join(' · ')}</span>
              {s.missing && <span className="short">{missingInShort(s.missing)}</span>}
            </div>
            <Button variant="outline-primary" onClick={() => onTake(s)}>
              {say('begin')}
              <span className="visually-hidden"> {s.aim}</span>
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}
