import { number, share } from '../../ui/format'
import type { Schemas } from '../../api/client'
import { say } from './catalogue'

type Nature = Schemas['Nature']

const low = 0.7

/** What a mix is: salt in a taste, how free its water is, and whether it may be tasted. */
export function MixNature({ nature: n, keeps }: { nature: Nature; keeps: string }) {
  const safe = n.not_taste_safe.length === 0
  return (
    <section className="nature" aria-label={say('what-it-is')}>
      <p>
        <b>{safe ? say('taste-safe-for-these-children') : `${say('not-taste-safe')} `}</b>
        {!safe && `${n.not_taste_safe.join('; ')}.`}
        {n.stains && ` ${say('it-stains')}`}
        {n.allergens !== 'none' && ` ${say('contains-allergens', { allergens: n.allergens })}`}
      </p>
      {n.sodium_mg === undefined || n.taste_share === undefined ? (
        <p>
          <b>{say('salt-in-a-10-g')}</b> {n.no_salt}
        </p>
      ) : (
        <Scale
          name={say('salt-in-a-10-g-taste')}
          value={say('mg-sodium-of-the-youngest', { sodiumMg: number(n.sodium_mg, 0), share: share(n.taste_share) })}
          from={0}
          to={Math.min(1, n.taste_share)}
          marks={[0.25, 0.5]}
        />
      )}
      {n.activity !== undefined && (
        <Scale
          name={say('free-water')}
          value={say('an-estimate-0-88-is', {
            activity: n.activity.toFixed(2),
            activityMargin: n.activity_margin.toFixed(2),
          })}
          from={Math.max(0, (n.activity - n.activity_margin - low) / (1 - low))}
          to={Math.min(1, Math.max(0, (n.activity + n.activity_margin - low) / (1 - low)))}
          marks={[(0.88 - low) / (1 - low)]}
        />
      )}
      <p className="soft">
        {say('class-keeps-keeps-hydration', {
          class: n.class.charAt(0).toUpperCase() + n.class.slice(1),
          keeps,
          hydration:
            n.hydration !== undefined && ` ${say('water-to-dry-flour-by', { hydration: n.hydration.toFixed(2) })}`,
        })}
      </p>
    </section>
  )
}

/** A line from nothing to all with the part that holds, and the limits marked. */
function Scale({
  name,
  value,
  from,
  to,
  marks,
}: {
  name: string
  value: string
  from: number
  to: number
  marks: number[]
}) {
  const over = marks.some((m) => to > m)
  return (
    <div className="scale">
      <span>{name}</span>
      <svg viewBox="0 0 200 16" preserveAspectRatio="none" aria-hidden="true">
        <path className="line" d="M0 8h200" />
        <path className={over ? 'part over' : 'part'} d={`M${from * 200} 8H${Math.max(to, from + 0.01) * 200}`} />
        {marks.map((m) => (
          <path key={m} className="limit" d={`M${m * 200} 1v14`} />
        ))}
      </svg>
      <span className="soft">{value}</span>
    </div>
  )
}
