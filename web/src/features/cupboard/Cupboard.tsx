import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Link } from 'react-router'
import { v7 } from 'uuid'
import { api, ask } from '../../api/client'
import { outdate } from '../../api/keys'
import { inIt, quantity, type Jar } from '../../entities/stock/model'
import { cupboardQuery, shoppingQuery } from '../../entities/stock/queries'
import { PickThing } from '../../entities/thing/PickThing'
import { mayWrite, useSession } from '../../session/session'
import { day, money } from '../../ui/format'
import { Empty, Failure, Undo, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { Files } from './Files'
import { JarPanel } from './JarPanel'
import { JarPicture } from './JarPicture'
import { ToBuy } from './ToBuy'
import { Foot } from '../../ui/Foot'
import { Long } from '../../ui/Long'
import { ByLabel } from '../../entities/batch/ByLabel'
import { say } from './catalogue'

/** What is in, with the line that coming plans need, and what to buy. */
export function Cupboard() {
  usePageTitle(say('cupboard'))
  const session = useSession()
  const cupboard = useQuery(cupboardQuery)
  const shopping = useQuery(shoppingQuery)
  const [open, setOpen] = useState<Jar | null>(null)
  const [removed, setRemoved] = useState<Jar | null>(null)
  const [words, setWords] = useState('')
  const [adding, setAdding] = useState(false)
  const q = useDeferredValue(words.trim().toLowerCase())
  const client = useQueryClient()
  const restore = useMutation({
    mutationFn: (id: string) => ask(api.POST('/api/jars/{id}/restore', { params: { path: { id } } })),
    onSuccess: async () => {
      setRemoved(null)
      await outdate(client, 'cupboard')
    },
  })
  const add = useMutation({
    mutationFn: async (item_id: string) =>
      ask(
        api.PUT('/api/jars/{id}', {
          params: { path: { id: v7() } },
          body: {
            version: 0,
            item_id,
            free: [],
            heat_treated: false,
            place: '',
            best_before: '',
            opened: '',
            packs: [],
          },
        }),
      ),
    onSuccess: async (jar) => {
      setAdding(false)
      setOpen(jar)
      await outdate(client, 'cupboard')
    },
  })
  const all = cupboard.data?.jars ?? []
  const shown = all.filter((j) => !q || [j.name, j.says, j.place, j.aisle].join(' ').toLowerCase().includes(q))
  const here = open && (all.find((j) => j.id === open.id) ?? open)
  // Both come up together, so that nothing jumps.
  const whole = cupboard.data !== undefined && (shopping.data !== undefined || shopping.error !== null)
  const error = cupboard.error ?? add.error ?? restore.error
  return (
    <>
      <main className="screen cupboard">
        <header className="screen-head">
          <div>
            <h1>{say('cupboard')}</h1>
            <p className="soft" data-main>
              {say('the-line-shows-what-the')}
            </p>
          </div>
          <div className="actions">
            {mayWrite(session) && (
              <Button variant="outline-primary" aria-expanded={adding} onClick={() => setAdding(!adding)}>
                {say('add-a-jar')}
              </Button>
            )}
            <Link className="btn btn-outline-primary" to="/batches">
              {say('batches-and-tubs')}
            </Link>
            <Link className="btn btn-primary" to="/cupboard/makes">
              {say('what-can-i-make')}
            </Link>
          </div>
        </header>
        {error && <Failure error={error} retry={() => void cupboard.refetch()} />}
        {adding && (
          <PickThing
            label={say('what-goes-into-the-jar')}
            placeholder={say('flour-rice-wooden-boats')}
            autoFocus
            onPick={(item) => add.mutate(item.id)}
          />
        )}
        {!whole && !cupboard.error && <Waiting what={say('the-cupboard')} />}
        {cupboard.data && all.length === 0 && <Empty>{say('nothing-in-stock-yet-add')}</Empty>}
        {whole && (
          <div className="cupboard-columns">
            <section aria-label={say('jars')}>
              {all.length > 8 && (
                <Form.Control
                  type="search"
                  className="find-jar"
                  aria-label={say('search-the-cupboard')}
                  placeholder={say('search-by-name-label-or')}
                  maxLength={60}
                  value={words}
                  onChange={(e) => setWords(e.target.value)}
                />
              )}
              {all.length > 0 && shown.length === 0 && (
                <ByLabel words={words}>
                  <p className="soft">{say('no-jar-is-called', { words: words.trim() })}</p>
                </ByLabel>
              )}
              <Long first={8} className="jars">
                {shown.map((j) => (
                  <li key={j.id || `${j.item_id} ${j.says}`}>
                    <JarCard jar={j} onOpen={() => (j.version === 0 ? add.mutate(j.item_id) : setOpen(j))} />
                  </li>
                ))}
              </Long>
              <Files
                name="cupboard.csv"
                out={() => ask(api.GET('/api/cupboard/file'))}
                read={mayWrite(session) ? (csv) => ask(api.POST('/api/cupboard/import', { body: { csv } })) : undefined}
                reads={say('count-from-a-csv')}
                done={(n) => say('jar-counted', { jar: say('jars-2', { count: n }) })}
                changes="cupboard"
              />
            </section>
            <section className="to-buy" aria-labelledby="to-buy">
              <h2 id="to-buy">{say('to-buy-earliest-need-first')}</h2>
              {shopping.error && <Failure error={shopping.error} retry={() => void shopping.refetch()} />}
              {shopping.data && <ToBuy list={shopping.data} brief />}
            </section>
          </div>
        )}
        {here && (
          <JarPanel
            key={here.id}
            jar={here}
            onHide={() => setOpen(null)}
            onRemoved={(j) => {
              setOpen(null)
              setRemoved(j)
            }}
          />
        )}
        {removed && (
          <Undo
            text={say('taken-out-of-the-cupboard', { name: removed.name })}
            onUndo={() => restore.mutate(removed.id)}
            onGone={() => setRemoved(null)}
          />
        )}
      </main>
      {whole && cupboard.data && (
        <Foot className="plain">
          <div>
            <span>{say('coming-plans-need')}</span>
            <strong className="figure">
              {say('things', { count: cupboard.data.needed })}
              {cupboard.data.short > 0 ? say('short-short', { short: cupboard.data.short }) : say('none-short')}
              {cupboard.data.unweighed > 0 && say('unweighed-not-weighed', { unweighed: cupboard.data.unweighed })}
            </strong>
          </div>
          {cupboard.data.buy_coins !== undefined && (
            <div>
              <span>{say('to-buy')}</span>
              <strong className="figure">{money(cupboard.data.buy_coins, session.centre.currency)}</strong>
            </div>
          )}
          {cupboard.data.goes_off && (
            <div>
              <span>{say('goes-off-first')}</span>
              <strong className="figure">
                {cupboard.data.goes_off.name.toLowerCase()}, {day(cupboard.data.goes_off.on)}
              </strong>
            </div>
          )}
          <Link className="print" to="/cupboard/list">
            {say('tick-off-in-the-shop')}
          </Link>
        </Foot>
      )}
    </>
  )
}

function JarCard({ jar: j, onOpen }: { jar: Jar; onOpen: () => void }) {
  return (
    <div className="jar-card">
      <JarPicture jar={j} />
      <div>
        <button type="button" onClick={onOpen}>
          <b>{j.name}</b>
          {j.says && <span className="says">{j.says}</span>}
        </button>
        <strong className={j.weighed || j.version === 0 ? 'figure' : 'figure unweighed'}>{inIt(j)}</strong>
        {j.unreadable && <span className="short">{j.unreadable}</span>}
        {j.need && <Need jar={j} />}
        {j.date === 'past' && (
          <span className="short">{say('best-before-past', { day: day(j.best_before ?? '') })}</span>
        )}
        {j.date === 'soon' && <span className="soon">{say('best-before-day', { day: day(j.best_before ?? '') })}</span>}
        {!j.need && !j.date && j.place && <span className="soft">{j.place}</span>}
      </div>
    </div>
  )
}

function Need({ jar }: { jar: Jar }) {
  const n = jar.need
  if (!n) return null
  if (n.missing > 0) {
    return (
      <span className="short">
        {say('missing-short-by-day', { missing: quantity(n.missing, jar.unit), day: day(n.by) })}
      </span>
    )
  }
  return (
    <span className="soft">
      {say('needs-amount-by-day-unweighed', {
        amount: quantity(n.amount, jar.unit),
        day: day(n.by),
        unweighed: n.unweighed && say('weigh-it'),
      })}
    </span>
  )
}
