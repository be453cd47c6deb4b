import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useRef, useSyncExternalStore } from 'react'
import { Button } from 'react-bootstrap'
import { Link } from 'react-router'
import { v7 } from 'uuid'
import { api, ask, type Schemas } from '../../api/client'
import { outdate } from '../../api/keys'
import { outbox } from '../../api/outbox'
import { lineKey } from '../../entities/stock/model'
import { shoppingQuery } from '../../entities/stock/queries'
import { atTime, dayAndTime } from '../../ui/format'
import { Empty, Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { Files } from './Files'
import { ToBuy } from './ToBuy'
import { notReady } from '../../entities/setup/missing'
import { say } from './catalogue'

type ShopPlan = Schemas['ShopPlan']

/** The list in the shop: ticked off with a thumb, with or without a network, and received with one tap. */
export function Shop() {
  usePageTitle(say('to-buy-title'))
  const shopping = useQuery(shoppingQuery)
  const client = useQueryClient()
  const waiting = useSyncExternalStore(outbox.subscribe, () =>
    (shopping.data?.lines ?? []).some((l) => outbox.look('tick', lineKey(l)) !== undefined),
  )
  const basket = shopping.data?.lines.filter((l) => l.state === 'basket' && l.tick_id) ?? []
  // The same delivery sent again is the same: its ids stay until it has been answered.
  const ids = useRef(new Map<string, Schemas['ReceiveTick']>())
  const receive = useMutation({
    mutationFn: () => {
      const ticks = basket.map(({ tick_id = '' }) => {
        const known = ids.current.get(tick_id) ?? { tick_id, move_id: v7(), jar_id: v7() }
        ids.current.set(tick_id, known)
        return known
      })
      return ask(api.POST('/api/shopping/receive', { body: { ticks } }))
    },
    onSuccess: () => outdate(client, 'cupboard'),
  })
  return (
    <main className="screen shop">
      <header className="screen-head">
        <div>
          <h1>{say('to-buy-title')}</h1>
          <p className="soft" data-main>
            {say('for-the-plans-of-the')}
          </p>
        </div>
        <div className="actions">
          <Link className="btn btn-outline-primary" to="/cupboard">
            {say('cupboard')}
          </Link>
          <Link className="btn btn-outline-primary" to="/cupboard/list/print">
            {say('print-the-list')}
          </Link>
        </div>
      </header>
      {shopping.error && !shopping.data && <Failure error={shopping.error} retry={() => void shopping.refetch()} />}
      {shopping.error && shopping.data && (
        <p className="soft" role="status">
          {say('this-is-the-list-as', { message: shopping.error.message, atTime: atTime(shopping.dataUpdatedAt) })}
        </p>
      )}
      {!shopping.data && !shopping.error && <Waiting what={say('the-list')} />}
      {shopping.data?.lines.length === 0 && shopping.data.unweighed.length + shopping.data.unnoted.length === 0 && (
        <Empty>{say('nothing-is-short-for-the')}</Empty>
      )}
      {shopping.data &&
        shopping.data.lines.length + shopping.data.unweighed.length + shopping.data.unnoted.length > 0 && (
          <ToBuy list={shopping.data} />
        )}
      {(basket.length > 0 || waiting) && (
        <Button
          className="receive"
          disabled={receive.isPending || waiting || basket.length === 0}
          onClick={() => receive.mutate()}
        >
          {waiting
            ? say('ticks-are-on-their-way')
            : say('put-into-the-cupboard', { thing: say('things', { count: basket.length }) })}
        </Button>
      )}
      {receive.error && <p role="alert">{receive.error.message}</p>}
      {shopping.data && <Plans plans={shopping.data.plans} />}
      {shopping.data && (
        <Files
          name="to-buy.csv"
          out={() => ask(api.GET('/api/shopping/file'))}
          read={(csv) => ask(api.POST('/api/shopping/import', { body: { csv } }))}
          reads={say('tick-off-from-a-csv')}
          done={(n) => say('line-ticked', { line: say('lines', { count: n }) })}
          changes="tick"
        />
      )}
      {receive.data && (
        <p role="status" className="received">
          {say('put-into-the-cupboard-a', { thing: say('things', { count: receive.data.lines }) })}
        </p>
      )}
    </main>
  )
}

const stateWords: Record<ShopPlan['state'], string> = {
  'all-here': say('nothing-of-it-is-known'),
  look: say('look-for-first'),
  buying: say('waits-for'),
  cannot: say('cannot-be-made-as-planned'),
  'not-ready': say('not-ok-yet-so-not'),
}

/** The coming plans: first those that cannot be made as they stand. */
function Plans({ plans }: { plans: ShopPlan[] }) {
  if (plans.length === 0) return null
  return (
    <section className="shop-plans" aria-labelledby="shop-plans">
      <h2 id="shop-plans">{say('what-it-is-for')}</h2>
      <ul>
        {plans.map((p) => (
          <li key={p.setup_id} className={p.state}>
            <Link to={`/bench/${p.setup_id}`}>{p.name}</Link>
            <span className="soft">
              {p.room}, {dayAndTime(p.play_at)}
            </span>
            <span className={p.state === 'cannot' || p.state === 'not-ready' ? 'short' : 'soft'}>
              {stateWords[p.state]} {p.waits.join(', ').toLowerCase()}
            </span>
            {p.missing && p.missing.length > 0 && <span className="soft">{notReady(p.missing)}</span>}
          </li>
        ))}
      </ul>
    </section>
  )
}
