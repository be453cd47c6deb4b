import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { Button } from 'react-bootstrap'
import { Link } from 'react-router'
import { api, ask } from '../../api/client'
import { shown } from '../../api/clock'
import { seals } from '../../api/device'
import { outdateAll } from '../../api/keys'
import type { Letter } from '../../api/letter'
import { outbox } from '../../api/outbox'
import { bodyOf, linesOf } from './says'
import { dayAndTime, plural } from '../../ui/format'
import { saveFile } from '../../ui/saveFile'
import { Empty } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'

/** What is typed and not saved yet on this device: how it stands, what it says, and what can be done with it. */
export function Unsent() {
  usePageTitle('Not saved yet')
  const letters = useSyncExternalStore(outbox.subscribe, outbox.unsent)
  const [others, setOthers] = useState<{ name: string; count: number }[]>([])
  useEffect(() => void outbox.others().then(setOthers), [letters])
  return (
    <main className="screen unsent">
      <header className="screen-head">
        <div>
          <h1>Not saved yet</h1>
          <p className="soft">
            What you typed and Emblo has not got yet. It is sent by itself when the line is back
            {seals()
              ? '; until then it is on this device, and only you can read it.'
              : '. This page is not opened over a secure address: what tells of children is kept only as long as the page is open.'}
          </p>
        </div>
      </header>
      {letters.length === 0 && <Empty>Everything is saved.</Empty>}
      <ul className="letters">
        {letters.map((l) => (
          <Waiting key={`${l.kind}/${l.id}`} letter={l} />
        ))}
      </ul>
      {others.length > 0 && (
        <section>
          <h2>Of others</h2>
          <ul>
            {others.map((o) => (
              <li key={o.name}>
                {plural(o.count, 'change')} of {o.name} wait{o.count === 1 ? 's' : ''} here until {o.name} signs in on
                this device again.
              </li>
            ))}
          </ul>
        </section>
      )}
    </main>
  )
}

function howItStands(l: Letter): string {
  switch (l.state) {
    case 'saving':
      return 'On its way.'
    case 'waiting':
      return l.status ? `Waits: ${l.sentence}` : 'Waits for the line.'
    case 'conflict':
      return 'Someone else saved this too. Open it: both are put together, and you are asked only where both changed the same.'
    case 'old':
      return 'You typed this a while ago and it never arrived. Is it still right?'
    case 'wrong':
      return `Refused: ${l.sentence}`
  }
}

function Waiting({ letter: l }: { letter: Letter }) {
  const client = useQueryClient()
  const [sure, setSure] = useState(false)
  const body = bodyOf(l)
  const isSetup = l.kind === 'setup'
  return (
    <li className={l.state === 'wrong' || l.state === 'conflict' ? 'letter short-of' : 'letter'}>
      <h2>{outbox.says(l)}</h2>
      <p className="soft">Typed {dayAndTime(shown(l.at))}</p>
      <p>
        {howItStands(l)}
        {l.state === 'wrong' &&
          l.form !== __CONTRACT__ &&
          ' You typed it before Emblo was updated. What it says is below: type it again.'}
        {l.kept === false && ' It could not be kept on this device: leave this page open until it is saved.'}
      </p>
      <details>
        <summary>What it says</summary>
        <dl>
          {linesOf(body).map(([name, value], i) => (
            <div key={i}>
              <dt>{name}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </dl>
      </details>
      <div className="actions">
        {l.state !== 'conflict' && l.state !== 'saving' && !(isSetup && l.status === 404) && (
          <Button onClick={() => outbox.again(l)}>{l.state === 'old' ? 'Yes, save it' : 'Send it now'}</Button>
        )}
        {isSetup && l.status === 404 && (
          <Button
            onClick={() =>
              void ask(api.POST('/api/setups/{id}/restore', { params: { path: { id: l.id } } }))
                .then(() => ask(api.GET('/api/setups/{id}', { params: { path: { id: l.id } } })))
                .then(({ version }) => outbox.overAt('setup', l.id, version))
                .then(() => outdateAll(client))
                .catch(() => undefined)
            }
          >
            Bring the set-up back and save it
          </Button>
        )}
        {isSetup && l.status !== 404 && (
          <Link className="btn btn-outline-primary" to={`/bench/${l.id}`}>
            Open it
          </Link>
        )}
        <Button
          variant="outline-primary"
          onClick={() => saveFile('not-saved.json', 'application/json', JSON.stringify(body, null, 2))}
        >
          Keep as a file
        </Button>
        {sure ? (
          <Button variant="outline-danger" onClick={() => outbox.drop(l.kind, l.id)}>
            Yes, throw it away
          </Button>
        ) : (
          <Button variant="quiet" onClick={() => setSure(true)}>
            Throw away
          </Button>
        )}
      </div>
    </li>
  )
}
