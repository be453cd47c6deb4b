import { useState } from 'react'
import { Button } from 'react-bootstrap'
import { Link } from 'react-router'
import type { Answer, Plan, Schemas } from '../../api/client'
import { clashOf, nameOf, ofTheThings, whatOf, type Clash, type Missing } from '../../entities/setup/missing'
import { useSession } from '../../session/session'
import { lessInWords } from './fromWhatThereIs'
import { NotHere } from './NotHere'
import { waysOut, type Take, type WaysOut } from './waysOut'
import { say } from './catalogue'

interface Props {
  missing: Missing[]
  clashes?: Clash[]
  /** What was asked for last, with its answer. */
  asked?: { plan: Plan; answer: Answer }
  /** Changes the set-up; without it, it is only read. */
  onWay?: Take
}

/** What is missing before the set-up is ready, each with its ways out; what the rules say of a thing stands with why. */
export function StillMissing({ missing, clashes = [], asked, onWay }: Props) {
  const { name: me } = useSession()
  const ways = onWay && waysOut(asked, me, onWay)
  const toSee = missing.filter((m) => !ofTheThings(m))
  // What a packet says is read one by one.
  const stock = toSee.filter((m) => m.kind !== 'nobody' && m.kind !== 'read')
  if (toSee.length + clashes.length === 0) return null
  return (
    <section className="still-missing" aria-labelledby="still-missing">
      <header>
        <h3 id="still-missing">{toSee.length > 0 ? say('still-missing') : say('at-the-same-time')}</h3>
        {toSee.some((m) => m.kind === 'short' || m.kind === 'unnoted') && (
          <Link to="/cupboard/list">{say('to-the-shopping-list')}</Link>
        )}
      </header>
      <ul>
        {clashes.map((c) => (
          <li key={`${c.setup_id} ${c.what}`}>
            <Link className="short" to={`/bench/${c.setup_id}`}>
              {clashOf(c)}
            </Link>
          </li>
        ))}
        {toSee.map((m) => (
          <MissingRow key={`${m.kind} ${m.item_id ?? ''} ${m.says ?? ''}`} missing={m} ways={ways} />
        ))}
      </ul>
      {ways && stock.length > 1 && (
        <Button variant="outline-primary" onClick={() => ways.have(stock)}>
          {say('i-have-all-of-it')}
        </Button>
      )}
    </section>
  )
}

function MissingRow({ missing: m, ways }: { missing: Missing; ways?: WaysOut }) {
  const [open, setOpen] = useState(false)
  const swapping = open && m.item_id ? ways?.instead(m.item_id) : undefined
  const name = nameOf(m)
  return (
    <li>
      <p>
        <b>{name}</b> <span className="short">{whatOf(m)}</span>
      </p>
      {ways && m.kind === 'nobody' && (
        <div className="ways">
          <Button variant="outline-primary" onClick={ways.mine}>
            {say('i-do-them-all')}
          </Button>
        </div>
      )}
      {ways && m.kind !== 'nobody' && (
        <div className="ways">
          <Button variant="outline-primary" onClick={() => ways.have([m])}>
            {say(m.kind === 'read' ? 'i-read-it' : 'i-have-it')}
            <span className="visually-hidden"> {name}</span>
          </Button>
          {m.less && <LessOf less={m.less} name={name} onTake={ways.less} />}
          <Button variant="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
            {say('use-instead')}
            <span className="visually-hidden"> {name}</span>
          </Button>
        </div>
      )}
      {swapping && <NotHere name={m.name} input={{ ...swapping.input, not_here: true }} onTake={swapping.onTake} />}
    </li>
  )
}

function LessOf({ less, name, onTake }: { less: Schemas['Less']; name: string; onTake: WaysOut['less'] }) {
  return (
    <Button variant="outline-primary" onClick={() => onTake(less)}>
      {lessInWords(less)}
      <span className="visually-hidden"> {name}</span>
    </Button>
  )
}
