import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { outdate } from '../../api/keys'
import { Button, Form } from 'react-bootstrap'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { api, ApiError, ask, type Schemas } from '../../api/client'
import { itemQuery } from '../../entities/thing/queries'
import { mayWrite, useSession } from '../../session/session'
import { usePageTitle } from '../../ui/usePageTitle'
import { FindingView } from '../../ui/Findings'
import { grams } from '../../ui/format'
import { GaugeView } from '../../entities/thing/GaugeView'
import { MarkLine } from '../../ui/Mark'
import { Failure, Waiting } from '../../ui/States'
import { Swaps } from '../../entities/thing/Swaps'
import { costWord, feelWord, partWord, traitWord, useWords, wordOfUse } from '../../entities/thing/words'
import { say } from './catalogue'

/** One thing: what it is, the verdict for every room, why, and what to take instead. */
export function ItemPage() {
  const { id = '' } = useParams()
  const [params, setParams] = useSearchParams()
  const use = params.get('use') ?? 'open'
  const item = useQuery(itemQuery(id, use))
  usePageTitle(item.data?.name ?? say('material'))
  if (item.error) {
    return (
      <main className="screen">
        <Failure
          error={new Error(say('not-checked-message', { message: item.error.message }))}
          retry={item.error instanceof ApiError && item.error.status === 404 ? undefined : () => void item.refetch()}
        />
        <Link to="/shelf">{say('back-to-materials')}</Link>
      </main>
    )
  }
  if (!item.data) return <Waiting what={say('the-thing')} />
  const it = item.data
  return (
    <main className="screen item-page">
      <header className="screen-head">
        <div>
          <p className="soft">
            <Link to="/shelf">{say('materials')}</Link> · {it.parts.map(partWord).join(', ')}
          </p>
          <h1>{it.name}</h1>
          <p className="soft">{it.also.length > 0 ? say('also-also', { also: it.also.join(', ') }) : ' '}</p>
        </div>
        <Actions it={it} />
      </header>
      <div className="item-body">
        <section aria-labelledby="item-is">
          <h2 id="item-is">{say('what-it-is')}</h2>
          <Facts it={it} />
          {it.gauge && <GaugeView gauge={it.gauge} />}
        </section>
        <section aria-labelledby="item-rooms">
          <div className="rooms-head">
            <h2 id="item-rooms">{say('right-for-these-children')}</h2>
            <Form.Select
              aria-label={say('how-the-children-meet-it')}
              value={use}
              onChange={(e) => setParams(e.target.value === 'open' ? {} : { use: e.target.value }, { replace: true })}
            >
              {useWords.map(([u, w]) => (
                <option key={u} value={u}>
                  {w}
                </option>
              ))}
            </Form.Select>
          </div>
          {it.rooms.length === 0 && <p className="soft">{say('add-a-room-first-what')}</p>}
          {it.rooms.map((r) => (
            <RoomAnswer key={r.room_id} answer={r} use={use} />
          ))}
          <p className="soft">{say('local-licensing-rules-the-products')}</p>
        </section>
      </div>
    </main>
  )
}

function RoomAnswer({ answer, use }: { answer: Schemas['RoomVerdict']; use: string }) {
  const [worst, ...others] = answer.findings
  return (
    <section className={`room-answer ${answer.mark}`}>
      <h3>
        <span>{answer.who}</span>{' '}
        <span data-main>
          <MarkLine mark={answer.mark} />
        </span>
      </h3>
      {worst ? <FindingView finding={worst} /> : <p>{say('no-rule-objects', { wordOfUse: wordOfUse(use) })}</p>}
      {others.length > 0 && (
        <details>
          <summary>
            {others.length === 1 ? say('one-more-rule') : say('others-more-rules', { others: others.length })}
          </summary>
          {others.map((f) => (
            <FindingView key={f.rule} finding={f} />
          ))}
        </details>
      )}
      {!answer.ready && (
        <>
          <h4>{say('instead')}</h4>
          <Swaps swaps={answer.swaps} />
        </>
      )}
    </section>
  )
}

function Facts({ it }: { it: Schemas['ItemPage'] }) {
  const rows: [string, string][] = [
    [say('size'), it.detail],
    [say('contains'), it.contains],
    [say('may-contain'), it.may_contain === 'none' ? '' : it.may_contain],
    [
      say('usually-contains'),
      it.usually_contains === 'none' ? '' : say('read-this-packet', { usuallyContains: it.usually_contains }),
    ],
    [
      say('notes'),
      it.traits
        .filter((t) => t !== 'food' && t !== 'not-food')
        .map(traitWord)
        .join(', '),
    ],
    [
      say('to-eat'),
      it.traits.includes('food')
        ? traitWord('food')
        : it.traits.includes('not-food')
          ? say('not-food')
          : say('an-object'),
    ],
    [say('feels'), it.feel.map(feelWord).join(', ')],
    ...it.manner.map((m): [string, string] => [m.what, m.says]),
    [say('one-us-cup'), it.cup_g ? grams(it.cup_g) : ''],
    [say('keeps'), it.keeps],
    [say('cost'), it.cost ? costWord(it.cost) : ''],
    [say('source'), it.basis],
  ]
  return (
    <>
      <dl className="facts">
        {rows
          .filter(([, v]) => v)
          .map(([k, v]) => (
            <div key={k}>
              <dt>{k}</dt>
              <dd>{v}</dd>
            </div>
          ))}
      </dl>
      {it.to_confirm && <p className="short">{it.to_confirm}</p>}
    </>
  )
}

/** A thing of our own that was taken off the shelf, and can be put back. */
export interface RemovedThing {
  id: string
  name: string
}

function Actions({ it }: { it: Schemas['ItemPage'] }) {
  const client = useQueryClient()
  const navigate = useNavigate()
  const refresh = () => outdate(client, 'thing')
  const note = useMutation({
    mutationFn: (here: boolean) =>
      ask(api.PUT('/api/cupboard/{id}', { params: { path: { id: it.id } }, body: { here } })),
    onSuccess: refresh,
  })
  const remove = useMutation({
    mutationFn: () => ask(api.DELETE('/api/shelf/items/{id}', { params: { path: { id: it.id } } })),
    onSuccess: async () => {
      await refresh()
      await navigate('/shelf?only=own&part=find', { state: { id: it.id, name: it.name } satisfies RemovedThing })
    },
  })
  const error = note.error ?? remove.error
  if (!mayWrite(useSession())) return null
  return (
    <div className="actions">
      {error && (
        <span className="short" role="alert">
          {error.message}
        </span>
      )}
      <Form.Check
        id="in-cupboard"
        type="switch"
        label={say('in-stock')}
        checked={it.in_cupboard}
        disabled={note.isPending}
        onChange={(e) => note.mutate(e.target.checked)}
      />
      {it.own ? (
        <>
          <Button variant="quiet" onClick={() => remove.mutate()}>
            {say('remove-from-materials')}
          </Button>
          <Link className="btn btn-primary" to={`/shelf/${it.id}/edit`}>
            {say('change-it')}
          </Link>
        </>
      ) : (
        <Link className="btn btn-outline-primary" to={`/shelf/new?from=${it.id}`}>
          {say('copy-as-our-own')}
        </Link>
      )}
    </div>
  )
}
