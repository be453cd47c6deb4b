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
import { dayAndTime } from '../../ui/format'
import { saveFile } from '../../ui/saveFile'
import { Empty } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { letterSays } from './doings'
import { say } from './catalogue'

/** What is typed and not saved yet on this device: how it stands, what it says, and what can be done with it. */
export function Unsent() {
  usePageTitle(say('not-saved-yet'))
  const letters = useSyncExternalStore(outbox.subscribe, outbox.unsent)
  const [others, setOthers] = useState<{ name: string; count: number }[]>([])
  useEffect(() => void outbox.others().then(setOthers), [letters])
  return (
    <main className="screen unsent">
      <header className="screen-head">
        <div>
          <h1>{say('not-saved-yet')}</h1>
          <p className="soft" data-main>
            {say('what-you-typed-and-emblo', {
              seals: seals() ? say('until-then-it-is-on') : say('this-page-is-not-opened'),
            })}
          </p>
        </div>
      </header>
      {letters.length === 0 && <Empty>{say('everything-is-saved')}</Empty>}
      <ul className="letters">
        {letters.map((l) => (
          <Waiting key={`${l.kind}/${l.id}`} letter={l} />
        ))}
      </ul>
      {others.length > 0 && (
        <section>
          <h2>{say('of-others')}</h2>
          <ul>
            {others.map((o) => (
              <li key={o.name}>
                {say('of-wait-here-until-signs', {
                  change: say('changes', { count: o.count }),
                  name: o.name,
                  count: o.count === 1 ? 's' : '',
                  name2: o.name,
                })}
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
      return say('on-its-way')
    case 'waiting':
      return l.status ? say('waits-sentence', { sentence: l.sentence }) : say('waits-for-the-line')
    case 'conflict':
      return say('someone-else-saved-this-too')
    case 'old':
      return say('you-typed-this-a-while')
    case 'wrong':
      return say('refused-sentence', { sentence: l.sentence })
  }
}

function Waiting({ letter: l }: { letter: Letter }) {
  const client = useQueryClient()
  const [sure, setSure] = useState(false)
  const body = bodyOf(l)
  const isSetup = l.kind === 'setup'
  return (
    <li className={l.state === 'wrong' || l.state === 'conflict' ? 'letter short-of' : 'letter'}>
      <h2>{letterSays(l)}</h2>
      <p className="soft">{say('typed-day-and-time', { dayAndTime: dayAndTime(shown(l.at)) })}</p>
      <p>
        {howItStands(l)}
        {l.state === 'wrong' && l.form !== __CONTRACT__ && ` ${say('you-typed-it-before-emblo')}`}
        {l.kept === false && ` ${say('it-could-not-be-kept')}`}
      </p>
      <details>
        <summary>{say('what-it-says')}</summary>
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
          <Button onClick={() => outbox.again(l)}>{l.state === 'old' ? say('yes-save-it') : say('send-it-now')}</Button>
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
            {say('bring-the-set-up-back')}
          </Button>
        )}
        {isSetup && l.status !== 404 && (
          <Link className="btn btn-outline-primary" to={`/bench/${l.id}`}>
            {say('open-it')}
          </Link>
        )}
        <Button
          variant="outline-primary"
          onClick={() => saveFile('not-saved.json', 'application/json', JSON.stringify(body, null, 2))}
        >
          {say('keep-as-a-file')}
        </Button>
        {sure ? (
          <Button variant="outline-danger" onClick={() => outbox.drop(l.kind, l.id)}>
            {say('yes-throw-it-away')}
          </Button>
        ) : (
          <Button variant="quiet" onClick={() => setSure(true)}>
            {say('throw-away')}
          </Button>
        )}
      </div>
    </li>
  )
}
