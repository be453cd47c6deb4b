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
import { atTime, dayAndTime, plural } from '../../ui/format'
import { Empty, Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { Files } from './Files'
import { ToBuy } from './ToBuy'

type ShopPlan = Schemas['ShopPlan']

/** The list in the shop: ticked off with a thumb, with or without a network, and received with one tap. */
export function Shop() {
  usePageTitle('To buy')
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
          <h1>To buy</h1>
          <p className="soft">For the plans of the next two weeks, earliest need first.</p>
        </div>
        <div className="actions">
          <Link className="btn btn-outline-primary" to="/cupboard">
            Cupboard
          </Link>
          <Link className="btn btn-outline-primary" to="/cupboard/list/print">
            Print the list
          </Link>
        </div>
      </header>
      {shopping.error && !shopping.data && <Failure error={shopping.error} retry={() => void shopping.refetch()} />}
      {shopping.error && shopping.data && (
        <p className="soft" role="status">
          {shopping.error.message} This is the list as it was at {atTime(shopping.dataUpdatedAt)}. Ticks are saved on
          this device until you are online.
        </p>
      )}
      {!shopping.data && !shopping.error && <Waiting what="the list" />}
      {shopping.data?.lines.length === 0 && shopping.data.unweighed.length + shopping.data.unnoted.length === 0 && (
        <Empty>Nothing is short for the plans of the next two weeks.</Empty>
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
          {waiting ? 'Ticks are on their way' : `Put ${plural(basket.length, 'thing')} into the cupboard`}
        </Button>
      )}
      {receive.error && <p role="alert">{receive.error.message}</p>}
      {shopping.data && <Plans plans={shopping.data.plans} />}
      {shopping.data && (
        <Files
          name="to-buy.csv"
          out={() => ask(api.GET('/api/shopping/file'))}
          read={(csv) => ask(api.POST('/api/shopping/import', { body: { csv } }))}
          reads="Tick off from a CSV"
          done={(n) => `${plural(n, 'line')} ticked.`}
          changes="tick"
        />
      )}
      {receive.data && (
        <p role="status" className="received">
          {plural(receive.data.lines, 'thing')} put into the cupboard. A mistake is put right by counting the jar.
        </p>
      )}
    </main>
  )
}

const stateWords: Record<ShopPlan['state'], string> = {
  'all-here': 'Nothing of it is known to be short',
  buying: 'Waits for',
  cannot: 'Cannot be made as planned: no',
  'not-ready': 'Not OK yet, so not on the list',
}

/** The coming plans: first those that cannot be made as they stand. */
function Plans({ plans }: { plans: ShopPlan[] }) {
  if (plans.length === 0) return null
  return (
    <section className="shop-plans" aria-labelledby="shop-plans">
      <h2 id="shop-plans">What it is for</h2>
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
          </li>
        ))}
      </ul>
    </section>
  )
}
