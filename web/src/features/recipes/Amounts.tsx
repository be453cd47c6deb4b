import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { grams, litres, measure, miss, money, share } from '../../ui/format'
import { tint } from '../../ui/RatioBar'
import { Scoops } from '../../ui/Scoops'
import { Undo } from '../../ui/States'
import type { Making } from '../../entities/recipe/order'
import { NoteCell } from './NoteCell'
import { say } from './catalogue'

type Amount = Schemas['MakingAmount']

/** One line for each ingredient: scoops to fill, grams to weigh, what the scoops miss, and
 * what is in the cupboard. */
export function Amounts({ m, canWrite, currency }: { m: Making; canWrite: boolean; currency: string }) {
  const [undo, setUndo] = useState<{ text: string; back: () => void } | null>(null)
  const [cards, setCards] = useState(false)
  return (
    <>
      <table className="makings">
        <caption className="visually-hidden">{say('amounts-in-the-scoops-this')}</caption>
        <thead>
          <tr>
            <th scope="col">{say('ingredient')}</th>
            <th scope="col">{cards ? say('for-a-child-to-count') : say('scoops')}</th>
            <th scope="col">{say('weight')}</th>
            <th scope="col">{say('in-stock-g')}</th>
          </tr>
        </thead>
        <tbody>
          {m.amounts.map((a, i) => (
            <tr key={a.item_id} className={a.missing_g !== undefined ? 'lid' : undefined}>
              <th scope="row">
                <span className={`swatch ${tint(i)}`} aria-hidden="true" />
                {a.name}
              </th>
              <td>
                {a.as_needed ? (
                  <span className="soft">{say('as-needed-weigh-what-you')}</span>
                ) : cards ? (
                  <Counting amount={a} />
                ) : a.scoops.length > 0 && a.within ? (
                  <Scoops scoops={a.scoops} />
                ) : (
                  <b>{say('weigh-it')}</b>
                )}
              </td>
              <td className="weight">
                {!a.as_needed && (
                  <>
                    <span className="figure">{grams(a.exact_g)}</span>
                    <span className="soft">
                      {cards
                        ? a.card
                          ? miss(a.card_off ?? 0)
                          : ''
                        : a.scoops.length === 0 || !a.within
                          ? ''
                          : miss(a.off)}
                    </span>
                  </>
                )}
              </td>
              <td className="have">
                {a.from_tap ? (
                  <span className="soft">{say('from-the-tap')}</span>
                ) : a.choice ? (
                  <span className="soft">{say('choose-which-in-the-recipe')}</span>
                ) : canWrite ? (
                  <NoteCell
                    id={a.item_id}
                    label={say('in-the-cupboard-grams', { name: a.name })}
                    have={a.have_g}
                    pack={a.pack_g}
                    coins={a.price_coins}
                    onSaved={(back) => setUndo({ text: say('name-saved', { name: a.name }), back })}
                  />
                ) : (
                  <span>{a.have_g === undefined ? say('not-weighed') : grams(a.have_g)}</span>
                )}
                {a.missing_g !== undefined && (
                  <span className="short">{say('grams-short', { grams: grams(a.missing_g) })}</span>
                )}
                {a.price_coins !== undefined && a.pack_g !== undefined && (
                  <span className="soft">
                    {say('money-for-grams', { money: money(a.price_coins, currency), grams: grams(a.pack_g) })}
                  </span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>
        <button type="button" className="link" aria-pressed={cards} onClick={() => setCards(!cards)}>
          {cards ? say('back-to-the-fewest-scoops') : say('one-small-measure-for-a')}
        </button>
      </p>
      {undo && (
        <Undo
          text={undo.text}
          onUndo={() => {
            undo.back()
            setUndo(null)
          }}
          onGone={() => setUndo(null)}
        />
      )}
    </>
  )
}

function Counting({ amount: a }: { amount: Amount }) {
  if (!a.card) return <span className="soft">{say('an-adult-weighs-it')}</span>
  return (
    <span>
      {say('how-many-label', { label: measure(a.card.label) })} <b className="figure">{a.card.count}</b>
    </span>
  )
}

/** Equal parts in their colours, with the drops for one. */
export function Colours({ m }: { m: Making }) {
  return (
    <section aria-label={say('colours')}>
      <h2>
        {m.colours === 1 ? say('in-one-colour') : say('in-colour', { colour: say('colours-2', { count: m.colours }) })}
      </h2>
      <p className="lumps">
        {Array.from({ length: m.colours }, (_, i) => (
          <svg key={i} viewBox="0 0 60 52" width="64" height="55" aria-hidden="true">
            <path className={`lump lump-${i}`} d="M5 38C2 18 17 5 31 5s27 11 25 33c0 8-9 11-26 11S5 46 5 38z" />
            <text x="30" y="33" textAnchor="middle">
              {grams(m.colour_g)}
            </text>
          </svg>
        ))}
      </p>
      <p className="soft">
        {say('start-with-the-fewer', {
          colours: m.colours === 1 ? `${say('to-colour-it')} ` : `${say('each')} `,
          drops: m.drops.map((d) => `${d.amount} ${d.sort}`).join(', or '),
        })}
      </p>
    </section>
  )
}

/** The pots, each filled to its height: never over two thirds. */
export function Pots({ m, pot }: { m: Making; pot?: number }) {
  if (!m.pots || !pot) return null
  const shown = Math.min(m.pots, 4)
  const full = m.pots_full
  return (
    <section aria-label={say('pots')}>
      <h2>
        {m.pots === 1
          ? say('in-one-pot', { litres: litres(pot) })
          : say('in-equal-batches-pot', { pots: m.pots, litres: litres(pot) })}
      </h2>
      <p className="pots">
        {Array.from({ length: shown }, (_, i) => (
          <svg key={i} viewBox="0 0 76 50" width="92" height="60" aria-hidden="true">
            <path className="in" d={`M5 ${46 - full * 40}h50V46H5z`} />
            <path className="limit" d={`M5 ${46 - (2 / 3) * 40}h50`} />
            <path className="wall" d="M4 5v37c0 3 1 4 4 4h44c3 0 4-1 4-4V5M56 12h18" />
          </svg>
        ))}
        {m.pots > shown && <span>× {m.pots}</span>}
      </p>
      <p className="soft">{say('of-the-mix-in-each', { grams: grams(m.pot_each_g ?? 0), share: share(full) })}</p>
    </section>
  )
}
