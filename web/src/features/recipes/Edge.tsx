import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import { v7 } from 'uuid'
import { api, ask, type Base, type Room } from '../../api/client'
import { outdate } from '../../api/keys'
import { portionOf, type Making, type Order } from '../../entities/recipe/order'
import { emptySetup, newPlace, nextMorning } from '../../entities/setup/model'
import { useSession } from '../../session/session'
import { grams, money } from '../../ui/format'
import { Glyph, markWord } from '../../ui/Mark'
import { Foot } from '../../ui/Foot'
import { say } from './catalogue'

interface EdgeProps {
  m?: Making
  failed: boolean
  order: Order
  room: Room
  name: string
  canWrite: boolean
}

/** The edge of the counter under a recipe. */
export function Edge({ m, failed, order, room, name, canWrite }: EdgeProps) {
  const session = useSession()
  const client = useQueryClient()
  const navigate = useNavigate()
  const plan = useMutation({
    mutationFn: async (making: Making) => {
      const id = v7()
      const base: Base = {
        kind: 'mix',
        recipe_id: order.recipe_id,
        portion_g: portionOf(order, making),
        colours: making.colours,
        pot_ml: order.pot_ml,
        use: order.use,
      }
      await ask(
        api.PUT('/api/setups/{id}', {
          params: { path: { id } },
          body: {
            ...emptySetup(room.id, nextMorning(session.today)),
            name,
            places: [newPlace(base)],
            play: making.children < room.children.length ? { children: making.children } : undefined,
          },
        }),
      )
      return id
    },
    onSuccess: async (id) => {
      await outdate(client, 'setup')
      await navigate(`/bench/${id}`)
    },
  })
  const missing = m?.amounts.find((a) => a.missing_g !== undefined)
  return (
    <Foot className={m?.mark ?? 'not-checked'}>
      <div>
        <span>{say('for-this-room')}</span>
        <strong>
          <Glyph mark={m?.mark ?? 'not-checked'} />{' '}
          {m ? markWord(m.mark) : failed ? say('not-checked') : say('checking')}
        </strong>
      </div>
      <div>
        <span>{say('makes-2')}</span>
        <strong className="figure">{m ? `${m.children} × ${grams(m.each_g)}` : '–'}</strong>
      </div>
      <div className="cost">
        <span>
          {say('cost-m', {
            m:
              m && m.unpriced.length > 0
                ? say('without-unpriced', { unpriced: m.unpriced.join(', ').toLowerCase() })
                : '',
          })}
        </span>
        <strong className="figure">
          {m?.cost_coins !== undefined
            ? say('money-money2-each', {
                money: money(m.cost_coins, session.centre.currency),
                money2: money(m.cost_coins / m.children, session.centre.currency),
              })
            : say('no-prices-yet')}
        </strong>
      </div>
      <div>
        <span>{say('short-by')}</span>
        <strong className="figure">
          {!m
            ? '–'
            : missing
              ? `${grams(missing.missing_g ?? 0)} ${missing.name.toLowerCase()}`
              : m.not_weighed.length > 0
                ? say('nothing-known-not-weighed', { notWeighed: m.not_weighed.length })
                : say('nothing')}
        </strong>
      </div>
      <div>
        <span>{say('takes')}</span>
        <strong className="figure">
          {m
            ? say('minutes-hands-min-minutes-waiting', {
                minutesHands: m.minutes_hands,
                minutesWaiting:
                  m.minutes_waiting > 0
                    ? ` ${say('minutes-waiting-waiting-2', { minutesWaiting: m.minutes_waiting })}`
                    : '',
              })
            : '–'}
        </strong>
      </div>
      {canWrite && (
        <button
          type="button"
          className="print plan-it"
          disabled={!m || plan.isPending}
          onClick={() => m && plan.mutate(m)}
        >
          {plan.isError ? say('not-planned-try-again') : say('plan-it')}
        </button>
      )}
    </Foot>
  )
}
