import type { Schemas } from '../../api/client'
import { grams, miss, share, weighs } from '../../ui/format'
import { tint } from '../../ui/RatioBar'
import { Scoops } from '../../ui/Scoops'
import { say } from './catalogue'

type Amounts = Schemas['Amount'][]

/** One line for each ingredient: scoops to fill, grams to weigh, and what the scoops miss. */
export function MixAmounts({ amounts }: { amounts: Amounts }) {
  const total = amounts.reduce((sum, a) => sum + a.exact_g, 0)
  return (
    <table className="amounts">
      <caption className="visually-hidden">{say('amounts-in-the-scoops-this')}</caption>
      <thead className="visually-hidden">
        <tr>
          <th scope="col">{say('ingredient')}</th>
          <th scope="col">{say('scoops')}</th>
          <th scope="col">{say('weight')}</th>
        </tr>
      </thead>
      <tbody>
        {amounts.map((a, i) => (
          <tr key={a.item_id}>
            <th scope="row">
              <span className={`swatch ${tint(i)}`} aria-hidden="true" />
              {a.name}
              <span className="soft"> {a.as_needed ? '' : share(a.exact_g / total)}</span>
            </th>
            <td>
              {a.scoops.length > 0 ? (
                <Scoops scoops={a.scoops} />
              ) : (
                <span className="soft">{a.as_needed ? say('weigh-what-you-add') : say('weigh-it')}</span>
              )}
            </td>
            <td className="weight">
              <span className="figure">{weighs(a)}</span>
              <span className="soft">
                {a.scoops.length === 0 ? '' : a.within ? miss(a.off) : say('miss-weigh-it', { miss: miss(a.off) })}
              </span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** The mix split into its colours, drawn as equal lumps. */
export function Parts({ mix }: { mix: Schemas['MixAnswer'] }) {
  return (
    <p className="lumps">
      <span aria-hidden="true">
        {Array.from({ length: mix.colours }, (_, i) => (
          <svg key={i} viewBox="0 0 40 34" width="40" height="34">
            <path className={`lump lump-${i}`} d="M4 25C2 12 12 4 21 4s17 7 16 20c0 5-6 7-17 7S5 30 4 25z" />
          </svg>
        ))}
      </span>
      {mix.colours === 1
        ? say('one-lump')
        : say('colour-grams-each', { colour: say('colours', { count: mix.colours }), grams: grams(mix.colour_g) })}
      .
    </p>
  )
}
