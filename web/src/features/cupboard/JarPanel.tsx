import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form, Offcanvas } from 'react-bootstrap'
import { v7 } from 'uuid'
import { ApiError, api, ask, type Schemas } from '../../api/client'
import { outdate } from '../../api/keys'
import { stamp } from '../../api/clock'
import { limits } from '../../api/limits.gen'
import { inIt, quantity, type Jar } from '../../entities/stock/model'
import { movesQuery } from '../../entities/stock/queries'
import { mayWrite, useSession } from '../../session/session'
import { dayOf, number } from '../../ui/format'
import { JarPicture } from './JarPicture'

type Kind = Schemas['MoveInput']['kind']

const kindWords: Record<Kind, string> = { counted: 'Counted', received: 'Came in', used: 'Used', 'thrown-away': 'Thrown away' }

/** How full one pack can look. */
const levels: [number, string][] = [[0, 'empty'], [0.25, '¼'], [0.5, '½'], [0.75, '¾'], [1, 'full']]

/** One jar: count it by tapping, note what came in or went out, and what its packet says. */
export function JarPanel({ jar, onHide, onRemoved }: { jar: Jar; onHide: () => void; onRemoved: (jar: Jar) => void }) {
  const session = useSession()
  const client = useQueryClient()
  const [kind, setKind] = useState<Kind>('counted')
  const [amount, setAmount] = useState('')
  const [packs, setPacks] = useState(0)
  const note = useMutation({
    mutationFn: (body: Omit<Schemas['MoveInput'], 'jar_id'>) => ask(api.PUT('/api/moves/{id}', { params: { path: { id: v7() } }, body: { jar_id: jar.id, at: stamp(), ...body } })),
    onSuccess: async () => {
      setAmount('')
      await outdate(client, 'cupboard')
    },
  })
  const remove = useMutation({
    mutationFn: () => ask(api.DELETE('/api/jars/{id}', { params: { path: { id: jar.id } } })),
    onSuccess: async () => {
      await outdate(client, 'cupboard')
      onRemoved(jar)
    },
  })
  const [pack] = jar.packs
  return (
    <Offcanvas show placement="end" onHide={onHide} className="jar-panel" aria-labelledby="jar-name">
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
                {jar.last.by && ` by ${jar.last.by}`}
              </span>
            )}
            {jar.need && (
              <span className="soft">
                {quantity(jar.need.amount, jar.unit)} for {jar.need.for.join(', ')}
              </span>
            )}
          </div>
        </div>
        {pack && (
          <fieldset className="tap-count">
            <legend>Count it by tapping: packs of {quantity(pack.amount, jar.unit)}</legend>
            <div className="unopened" role="group" aria-label="Unopened packs">
              {[0, 1, 2, 3, 4, 5].map((n) => (
                <button key={n} type="button" aria-pressed={packs === n} onClick={() => setPacks(n)}>
                  {n}
                  <span className="visually-hidden"> unopened</span>
                </button>
              ))}
              <span className="soft">unopened, and the open one is</span>
            </div>
            <div className="levels" role="group" aria-label="The open one">
              {levels.map(([n, word]) => (
                <Button key={n} variant="outline-primary" disabled={note.isPending} onClick={() => note.mutate({ kind: 'counted', amount: '', packs: packs + n })}>
                  {word}
                </Button>
              ))}
            </div>
          </fieldset>
        )}
        <form
          className="typed-move"
          onSubmit={(e) => {
            e.preventDefault()
            note.mutate({ kind, amount })
          }}
        >
          <div className="move-kinds" role="group" aria-label="What happened">
            {(Object.keys(kindWords) as Kind[]).map((k) => (
              <button key={k} type="button" aria-pressed={kind === k} onClick={() => setKind(k)}>
                {kindWords[k]}
              </button>
            ))}
          </div>
          <Form.Group controlId="move-amount" className="field">
            <Form.Label>How much{kind === 'counted' ? '; empty when nobody weighs it' : ''}</Form.Label>
            <Form.Control maxLength={limits.MoveInput.amount} placeholder={jar.unit === 'pieces' ? '24' : '350 g, 2 cups'} value={amount} isInvalid={note.isError} onChange={(e) => setAmount(e.target.value)} />
          </Form.Group>
          <Button type="submit" disabled={note.isPending || (amount.trim() === '' && kind !== 'counted' && kind !== 'received')}>
            Note it
          </Button>
          {note.error && <p role="alert">{note.error.message}</p>}
        </form>
        <History id={jar.id} unit={jar.unit} />
        {mayWrite(session) && <Details jar={jar} />}
        {mayWrite(session) && (
          <Button variant="quiet" onClick={() => remove.mutate()}>
            Take this jar out of the cupboard
          </Button>
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
      <summary>What happened to it</summary>
      <ol>
        {moves.data.map((m) => (
          <li key={m.id}>
            <span className="soft">{m.ahead ? 'noted while a clock was wrong' : dayOf(m.at)}</span> {kindWords[m.kind].toLowerCase()} {m.amount === undefined ? 'not weighed' : quantity(m.amount, unit)}
            {m.by && <span className="soft"> {m.by}</span>}
          </li>
        ))}
      </ol>
    </details>
  )
}

const digits = (n: number) => String(number(n, 2)).replaceAll(',', '')

/** What its packet says, where it stands, when it goes off, and the packs that it is bought in. */
function Details({ jar }: { jar: Jar }) {
  const client = useQueryClient()
  const { currency } = useSession().centre
  const decimals = new Intl.NumberFormat('en-GB', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2
  const typed = (): Schemas['JarInput'] => ({
    version: jar.version, item_id: jar.item_id, free: jar.free ?? [], heat_treated: jar.heat_treated ?? false, place: jar.place ?? '', best_before: jar.best_before ?? '', opened: jar.opened ?? '',
    packs: jar.packs.map((p) => ({ amount: digits(p.amount), price: p.coins === undefined ? '' : (p.coins / 10 ** decimals).toFixed(decimals) })),
  })
  const [draft, setDraft] = useState(typed)
  const [free, setFree] = useState((jar.free ?? []).join(', '))
  const save = useMutation({
    mutationFn: () => ask(api.PUT('/api/jars/{id}', { params: { path: { id: jar.id } }, body: { ...draft, version: jar.version, free: free.split(/[,;]/).map((w) => w.trim()).filter(Boolean) } })),
    onSuccess: () => outdate(client, 'cupboard'),
  })
  const set = (part: Partial<typeof draft>) => setDraft({ ...draft, ...part })
  const wrong = save.error instanceof ApiError ? save.error.field : undefined
  return (
    <details className="jar-details">
      <summary>Its packet, place and packs</summary>
      <form
        onSubmit={(e) => {
          e.preventDefault()
          save.mutate()
        }}
      >
        <Form.Group controlId="jar-free" className="field">
          <Form.Label>Its label says it is free of</Form.Label>
          <Form.Control placeholder="wheat, milk" value={free} isInvalid={wrong === 'free'} onChange={(e) => setFree(e.target.value)} />
        </Form.Group>
        <Form.Check type="switch" id="jar-heated" label="its label says heat-treated" checked={draft.heat_treated} onChange={(e) => set({ heat_treated: e.target.checked })} />
        <Form.Group controlId="jar-place" className="field">
          <Form.Label>Where it stands</Form.Label>
          <Form.Control maxLength={limits.JarInput.place} placeholder="pantry" value={draft.place} onChange={(e) => set({ place: e.target.value })} />
        </Form.Group>
        <Form.Group controlId="jar-before" className="field">
          <Form.Label>Best before, such as 2026-12-24</Form.Label>
          <Form.Control maxLength={limits.JarInput.best_before} inputMode="numeric" value={draft.best_before} isInvalid={wrong === 'best_before'} onChange={(e) => set({ best_before: e.target.value })} />
        </Form.Group>
        <Form.Group controlId="jar-opened" className="field">
          <Form.Label>Opened on</Form.Label>
          <Form.Control maxLength={limits.JarInput.opened} inputMode="numeric" value={draft.opened} isInvalid={wrong === 'opened'} onChange={(e) => set({ opened: e.target.value })} />
        </Form.Group>
        {draft.packs.map((p, i) => (
          <div key={i} className="pack-row">
            <Form.Group controlId={`pack-${i}`} className="field">
              <Form.Label>Pack {i + 1} holds</Form.Label>
              <Form.Control maxLength={limits.TypedPack.amount} placeholder={jar.unit === 'pieces' ? '24' : '500 g'} value={p.amount} isInvalid={wrong === `packs/${i}/amount`} onChange={(e) => set({ packs: draft.packs.map((x, n) => (n === i ? { ...x, amount: e.target.value } : x)) })} />
            </Form.Group>
            <Form.Group controlId={`price-${i}`} className="field">
              <Form.Label>and costs</Form.Label>
              <Form.Control maxLength={limits.TypedPack.price} inputMode="decimal" placeholder="2.90" value={p.price} isInvalid={wrong === `packs/${i}/price`} onChange={(e) => set({ packs: draft.packs.map((x, n) => (n === i ? { ...x, price: e.target.value } : x)) })} />
            </Form.Group>
            <Button variant="quiet" className="drop-x" aria-label={`Drop pack ${i + 1}`} onClick={() => set({ packs: draft.packs.filter((_, n) => n !== i) })}>
              ×
            </Button>
          </div>
        ))}
        {draft.packs.length < 6 && (
          <Button variant="outline-primary" onClick={() => set({ packs: [...draft.packs, { amount: '', price: '' }] })}>
            Add a pack
          </Button>
        )}{' '}
        <Button type="submit" disabled={save.isPending}>
          Save the jar
        </Button>
        <span role="status">{save.isSuccess && ' Saved'}</span>
        {save.error && <p role="alert">{save.error.message}</p>}
      </form>
    </details>
  )
}
