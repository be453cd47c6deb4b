import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form, Offcanvas } from 'react-bootstrap'
import { v7 } from 'uuid'
import { api, ask, type Schemas } from '../../api/client'
import { outdate } from '../../api/keys'
import { stamp } from '../../api/clock'
import { limits } from '../../api/limits.gen'
import { inIt, quantity, type Jar } from '../../entities/stock/model'
import { movesQuery } from '../../entities/stock/queries'
import { leaving } from '../../forms/Leaving'
import { Field, useRecord } from '../../forms/record'
import { mayWrite, useSession } from '../../session/session'
import { dayOf, number } from '../../ui/format'
import { JarPicture } from './JarPicture'
import { region } from '../../words/language'
import { say } from './catalogue'

type Kind = Schemas['MoveInput']['kind']

const kindWords: Record<Kind, string> = {
  counted: say('counted'),
  received: say('came-in'),
  used: say('used'),
  'thrown-away': say('thrown-away'),
}

interface Move {
  kind: Kind
  amount: string
}

const nothing: Move = { kind: 'counted', amount: '' }

/** How full one pack can look. */
const levels: [number, string][] = [
  [0, 'empty'],
  [0.25, '¼'],
  [0.5, '½'],
  [0.75, '¾'],
  [1, 'full'],
]

/** One jar: count it by tapping, note what came in or went out, and what its packet says. */
export function JarPanel({ jar, onHide, onRemoved }: { jar: Jar; onHide: () => void; onRemoved: (jar: Jar) => void }) {
  const session = useSession()
  const client = useQueryClient()
  const [packs, setPacks] = useState(0)
  const [id, setID] = useState(() => v7())
  const put = (body: Omit<Schemas['MoveInput'], 'jar_id'>) =>
    ask(api.PUT('/api/moves/{id}', { params: { path: { id } }, body: { jar_id: jar.id, at: stamp(), ...body } }))
  const noted = () => {
    setID(v7())
    return outdate(client, 'cupboard')
  }
  const tap = useMutation({ mutationFn: put, onSuccess: noted })
  const record = useRecord<Move, Move & { version: number }, Move>({
    first: nothing,
    version: 0,
    send: (_, move) => put(move).then(() => move),
    valuesOf: ({ kind, amount }) => ({ kind, amount }),
    onSaved: noted,
    stays: ({ kind: same }) => ({ kind: same, amount: '', version: 0 }),
  })
  const {
    values: { kind, amount },
    change,
    wrong,
  } = record
  const busy = record.busy || tap.isPending
  const remove = useMutation({
    mutationFn: () => ask(api.DELETE('/api/jars/{id}', { params: { path: { id: jar.id } } })),
    onSuccess: async () => {
      await outdate(client, 'cupboard')
      onRemoved(jar)
    },
  })
  const [pack] = jar.packs
  return (
    <Offcanvas show placement="end" onHide={() => leaving(onHide)} className="jar-panel" aria-labelledby="jar-name">
      <Offcanvas.Header closeButton>
        <Offcanvas.Title as="h2" id="jar-name">
          {jar.name}
          {jar.says && <span className="says">{jar.says}</span>}
        </Offcanvas.Title>
      </Offcanvas.Header>
      <Offcanvas.Body>
        <div className="jar-now">
          <JarPicture jar={jar} />
          <div>
            <strong className="figure" role="status">
              {inIt(jar)}
            </strong>
            {jar.last && (
              <span className="soft">
                {kindWords[jar.last.kind].toLowerCase()} {dayOf(jar.last.at)}
                {jar.last.by && ` ${say('by-by', { by: jar.last.by })}`}
              </span>
            )}
            {jar.need && (
              <span className="soft">
                {say('amount-for-for', { amount: quantity(jar.need.amount, jar.unit), for: jar.need.for.join(', ') })}
              </span>
            )}
          </div>
        </div>
        {pack && (
          <fieldset className="tap-count">
            <legend>{say('count-it-by-tapping-packs', { amount: quantity(pack.amount, jar.unit) })}</legend>
            <div className="unopened" role="group" aria-label={say('unopened-packs')}>
              {[0, 1, 2, 3, 4, 5].map((n) => (
                <button key={n} type="button" aria-pressed={packs === n} onClick={() => setPacks(n)}>
                  {n}
                  <span className="visually-hidden"> {say('unopened')}</span>
                </button>
              ))}
              <span className="soft">{say('unopened-and-the-open-one')}</span>
            </div>
            <div className="levels" role="group" aria-label={say('the-open-one')}>
              {levels.map(([n, word]) => (
                <Button
                  key={n}
                  variant="outline-primary"
                  disabled={busy}
                  onClick={() => tap.mutate({ kind: 'counted', amount: '', packs: packs + n })}
                >
                  {word}
                </Button>
              ))}
            </div>
          </fieldset>
        )}
        <form className="typed-move" aria-label={say('what-happened')} noValidate onSubmit={record.submit}>
          <div className="move-kinds" role="group" aria-label={say('what-happened')}>
            {(Object.keys(kindWords) as Kind[]).map((k) => (
              <button key={k} type="button" aria-pressed={kind === k} onClick={() => change({ kind: k })}>
                {kindWords[k]}
              </button>
            ))}
          </div>
          <Field
            id="move-amount"
            label={kind === 'counted' ? say('amount-leave-empty-if-not') : say('how-much')}
            wrong={wrong('amount')}
          >
            <Form.Control
              maxLength={limits.MoveInput.amount}
              placeholder={jar.unit === 'pieces' ? '24' : '350 g, 2 cups'}
              value={amount}
              isInvalid={!!wrong('amount')}
              onChange={(e) => change({ amount: e.target.value })}
            />
          </Field>
          <Button type="submit" disabled={busy || (amount.trim() === '' && kind !== 'counted' && kind !== 'received')}>
            {say('note-it')}
          </Button>
          {record.notices({ other: tap.error })}
        </form>
        <History id={jar.id} unit={jar.unit} />
        {mayWrite(session) && <Details jar={jar} />}
        {mayWrite(session) && (
          <p className="delete-below">
            <Button variant="quiet" onClick={() => remove.mutate()}>
              {say('take-this-jar-out-of')}
            </Button>
          </p>
        )}
        {remove.error && <p role="alert">{remove.error.message}</p>}
      </Offcanvas.Body>
    </Offcanvas>
  )
}

function History({ id, unit }: { id: string; unit: Jar['unit'] }) {
  const moves = useQuery(movesQuery(id))
  if (!moves.data || moves.data.length === 0) return null
  return (
    <details className="moves">
      <summary>{say('what-happened-to-it')}</summary>
      <ol>
        {moves.data.map((m) => (
          <li key={m.id}>
            <span className="soft">{m.ahead ? say('saved-while-a-clock-was') : dayOf(m.at)}</span>{' '}
            {kindWords[m.kind].toLowerCase()} {m.amount === undefined ? say('not-weighed') : quantity(m.amount, unit)}
            {m.by && <span className="soft"> {m.by}</span>}
          </li>
        ))}
      </ol>
    </details>
  )
}

const digits = (n: number) => String(number(n, 2)).replaceAll(',', '')

interface Packet extends Omit<Schemas['JarInput'], 'version' | 'item_id' | 'free'> {
  /** As it is typed. */
  free: string
}

const inWords = (p: Packet) => ({
  [say('free-of')]: p.free,
  [say('heat-treated')]: p.heat_treated ? say('yes') : say('no'),
  [say('where-it-is-kept')]: p.place,
  [say('best-before')]: p.best_before,
  [say('opened')]: p.opened,
  [say('packs')]: p.packs.map((of) => [of.amount, of.price].filter(Boolean).join(' for ')).join(', '),
})

/** What its packet says, where it stands, when it goes off, and the packs that it is bought in. */
function Details({ jar }: { jar: Jar }) {
  const client = useQueryClient()
  const { currency } = useSession().centre
  const decimals =
    new Intl.NumberFormat(region, { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2
  const typed = (of: Pick<Jar, 'free' | 'heat_treated' | 'place' | 'best_before' | 'opened' | 'packs'>): Packet => ({
    free: (of.free ?? []).join(', '),
    heat_treated: of.heat_treated ?? false,
    place: of.place ?? '',
    best_before: of.best_before ?? '',
    opened: of.opened ?? '',
    packs: of.packs.map((p) => ({
      amount: digits(p.amount),
      price: p.coins === undefined ? '' : (p.coins / 10 ** decimals).toFixed(decimals),
    })),
  })
  const [first] = useState(() => typed(jar))
  const record = useRecord<Packet, Jar, Jar>({
    first,
    version: jar.version,
    latest: jar,
    send: (version, { free, ...values }) =>
      ask(
        api.PUT('/api/jars/{id}', {
          params: { path: { id: jar.id } },
          body: {
            ...values,
            version,
            item_id: jar.item_id,
            free: free
              .split(/[,;]/)
              .map((w) => w.trim())
              .filter(Boolean),
          },
        }),
      ),
    valuesOf: typed,
    onSaved: () => outdate(client, 'cupboard'),
    stays: (saved) => saved,
    words: inWords,
  })
  const {
    values: draft,
    change: set,
    wrong,
    form: { register },
  } = record
  return (
    <details className="jar-details">
      <summary>{say('its-packet-place-and-packs')}</summary>
      <form aria-label={say('the-jar')} noValidate onSubmit={record.submit}>
        <Field id="jar-free" label={say('its-label-says-it-is')} wrong={wrong('free')}>
          <Form.Control placeholder={say('wheat-milk')} isInvalid={!!wrong('free')} {...register('free')} />
        </Field>
        <Form.Check
          type="switch"
          id="jar-heated"
          label={say('its-label-says-heat-treated')}
          {...register('heat_treated')}
        />
        <Field id="jar-place" label={say('where-it-is-kept')} wrong={wrong('place')}>
          <Form.Control
            maxLength={limits.JarInput.place}
            placeholder={say('pantry')}
            isInvalid={!!wrong('place')}
            {...register('place')}
          />
        </Field>
        <Field id="jar-before" label={say('best-before-such-as-2026')} wrong={wrong('best_before')}>
          <Form.Control
            maxLength={limits.JarInput.best_before}
            inputMode="numeric"
            isInvalid={!!wrong('best_before')}
            {...register('best_before')}
          />
        </Field>
        <Field id="jar-opened" label={say('opened-on')} wrong={wrong('opened')}>
          <Form.Control
            maxLength={limits.JarInput.opened}
            inputMode="numeric"
            isInvalid={!!wrong('opened')}
            {...register('opened')}
          />
        </Field>
        {draft.packs.map((p, i) => (
          <div key={i} className="pack-row">
            <Field id={`pack-${i}`} label={say('pack-i-holds', { i: i + 1 })} wrong={wrong(`packs.${i}.amount`)}>
              <Form.Control
                maxLength={limits.TypedPack.amount}
                placeholder={jar.unit === 'pieces' ? '24' : '500 g'}
                value={p.amount}
                isInvalid={!!wrong(`packs.${i}.amount`)}
                onChange={(e) =>
                  set({ packs: draft.packs.map((x, n) => (n === i ? { ...x, amount: e.target.value } : x)) })
                }
              />
            </Field>
            <Field id={`price-${i}`} label={say('and-costs')} wrong={wrong(`packs.${i}.price`)}>
              <Form.Control
                maxLength={limits.TypedPack.price}
                inputMode="decimal"
                placeholder="2.90"
                value={p.price}
                isInvalid={!!wrong(`packs.${i}.price`)}
                onChange={(e) =>
                  set({ packs: draft.packs.map((x, n) => (n === i ? { ...x, price: e.target.value } : x)) })
                }
              />
            </Field>
            <Button
              variant="quiet"
              className="drop-x"
              aria-label={say('drop-pack-i', { i: i + 1 })}
              onClick={() => set({ packs: draft.packs.filter((_, n) => n !== i) })}
            >
              ×
            </Button>
          </div>
        ))}
        {draft.packs.length < 6 && (
          <Button variant="outline-primary" onClick={() => set({ packs: [...draft.packs, { amount: '', price: '' }] })}>
            {say('add-a-pack')}
          </Button>
        )}{' '}
        <Button type="submit" disabled={record.busy}>
          {say('save-the-jar')}
        </Button>
        <span role="status">{record.saved && ` ${say('saved')}`}</span>
        {record.notices()}
      </form>
    </details>
  )
}
