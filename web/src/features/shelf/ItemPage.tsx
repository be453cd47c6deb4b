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
import { GaugeView } from '../../ui/GaugeView'
import { MarkLine } from '../../ui/Mark'
import { Failure, Waiting } from '../../ui/States'
import { Swaps } from '../../ui/Swaps'
import { partWord, traitWord, useWords, wordOfUse } from '../../ui/words'

/** One thing: what it is, the verdict for every room, why, and what to take instead. */
export function ItemPage() {
  const { id = '' } = useParams()
  const [params, setParams] = useSearchParams()
  const use = params.get('use') ?? 'open'
  const item = useQuery(itemQuery(id, use))
  usePageTitle(item.data?.name ?? 'Material')
  if (item.error) {
    return (
      <main className="screen">
        <Failure
          error={new Error(`Not checked. ${item.error.message}`)}
          retry={item.error instanceof ApiError && item.error.status === 404 ? undefined : () => void item.refetch()}
        />
        <Link to="/shelf">Back to Materials</Link>
      </main>
    )
  }
  if (!item.data) return <Waiting what="the thing" />
  const it = item.data
  return (
    <main className="screen item-page">
      <header className="screen-head">
        <div>
          <p className="soft">
            <Link to="/shelf">Materials</Link> · {it.parts.map(partWord).join(', ')}
          </p>
          <h1>{it.name}</h1>
          <p className="soft">{it.also.length > 0 ? `also ${it.also.join(', ')}` : ' '}</p>
        </div>
        <Actions it={it} />
      </header>
      <div className="item-body">
        <section aria-labelledby="item-is">
          <h2 id="item-is">What it is</h2>
          <Facts it={it} />
          {it.gauge && <GaugeView gauge={it.gauge} />}
        </section>
        <section aria-labelledby="item-rooms">
          <div className="rooms-head">
            <h2 id="item-rooms">Right for these children?</h2>
            <Form.Select
              aria-label="How the children meet it"
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
          {it.rooms.length === 0 && <p className="soft">Add a room first: what is OK depends on the children.</p>}
          {it.rooms.map((r) => (
            <RoomAnswer key={r.room_id} answer={r} use={use} />
          ))}
          <p className="soft">
            Local licensing rules, the product’s own label and a health professional’s instructions come first. An adult
            watches at all times.
          </p>
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
        <span>{answer.who}</span> <MarkLine mark={answer.mark} />
      </h3>
      {worst ? <FindingView finding={worst} /> : <p>No rule objects, {wordOfUse(use)}.</p>}
      {others.length > 0 && (
        <details>
          <summary>{others.length === 1 ? 'One more rule' : `${others.length} more rules`}</summary>
          {others.map((f) => (
            <FindingView key={f.rule} finding={f} />
          ))}
        </details>
      )}
      {!answer.ready && (
        <>
          <h4>Instead</h4>
          <Swaps swaps={answer.swaps} />
        </>
      )}
    </section>
  )
}

function Facts({ it }: { it: Schemas['ItemPage'] }) {
  const rows: [string, string][] = [
    ['Size', it.detail],
    ['Contains', it.contains],
    ['May contain', it.may_contain === 'none' ? '' : it.may_contain],
    ['Usually contains', it.usually_contains === 'none' ? '' : `${it.usually_contains}: read this packet`],
    [
      'Notes',
      it.traits
        .filter((t) => t !== 'food' && t !== 'not-food')
        .map(traitWord)
        .join(', '),
    ],
    ['To eat?', it.traits.includes('food') ? 'food' : it.traits.includes('not-food') ? 'not food' : 'an object'],
    ['Feels', it.feel.join(', ')],
    ...it.manner.map((m): [string, string] => [m.what, m.says]),
    ['One US cup', it.cup_g ? grams(it.cup_g) : ''],
    ['Keeps', it.keeps],
    ['Cost', it.cost ?? ''],
    ['Source', it.basis],
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
        label="In stock"
        checked={it.in_cupboard}
        disabled={note.isPending}
        onChange={(e) => note.mutate(e.target.checked)}
      />
      {it.own ? (
        <>
          <Button variant="quiet" onClick={() => remove.mutate()}>
            Remove from Materials
          </Button>
          <Link className="btn btn-primary" to={`/shelf/${it.id}/edit`}>
            Change it
          </Link>
        </>
      ) : (
        <Link className="btn btn-outline-primary" to={`/shelf/new?from=${it.id}`}>
          Copy as our own
        </Link>
      )}
    </div>
  )
}
