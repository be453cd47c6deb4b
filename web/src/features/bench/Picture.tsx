import { Link } from 'react-router'
import type { Answer, PlaceAnswer, Schemas } from '../../api/client'
import { useSession } from '../../session/session'
import { batchLink } from '../../entities/setup/model'
import { MixNature } from '../../entities/recipe/MixNature'
import { MixAmounts, Parts } from './MixPicture'
import { FillPicture } from './FillPicture'
import { ByWhen } from './ByWhen'
import { Sums } from './Sums'
import { grams, money } from '../../ui/format'
import { RatioBar } from '../../ui/RatioBar'
import { say, Said } from './catalogue'

interface Props {
  answer?: Answer
  /** The page of each place's recipe. */
  recipes: (string | null)[]
  /** The set-up, which a batch is made for. */
  setup: string
}

/** How much of everything, drawn, place by place: scoops for a mix, a section to scale for what is poured. */
export function Picture({ answer, recipes, setup }: Props) {
  if (!answer) return <p className="soft">{say('amounts-come-with-the-check')}</p>
  const several = answer.places.length > 1
  return (
    <>
      {answer.places.map((place, i) => (
        <div key={place.id} className="place-picture">
          {several && <h3>{place.name || say('a-place')}</h3>}
          <PlacePicture
            place={place}
            children={answer.players?.at_once ?? answer.group.children}
            recipe={recipes[i] ?? undefined}
            setup={setup}
          />
        </div>
      ))}
      {answer.places.every((p) => !p.mix && !p.fill) && <p className="soft">{say('type-a-mix-or-a')}</p>}
      {answer.mark && <ByWhen answer={answer} />}
      {answer.cost && <Cost cost={answer.cost} children={answer.players?.children ?? answer.group.children} />}
      {answer.mark && <Around answer={answer} />}
      <Sums />
    </>
  )
}

function PlacePicture({
  place,
  children,
  recipe,
  setup,
}: {
  place: PlaceAnswer
  children: number
  recipe?: string
  setup: string
}) {
  const { mix, fill } = place
  return (
    <>
      {mix && (
        <>
          {mix.batch && (
            <p className="lead-in">
              <Said
                of="taken-from-there-needed-nothing"
                with={{ name: mix.batch.name, grams: grams(mix.batch.left_g), grams2: grams(mix.need_g) }}
                parts={{ to: <Link to={`/batches/${mix.batch.id}`} />, b: <b className="figure" /> }}
              />
            </p>
          )}
          {!mix.batch && (
            <>
              <p className="lead-in">
                <b className="figure">{grams(mix.made_g)}</b>{' '}
                {say('for-at-mixed-in-all', {
                  children: say('children', { count: children }),
                  grams: grams(mix.portion_g),
                  grams2: grams(mix.mixed_g),
                  scoop: say('scoops-2', { count: mix.movements }),
                })}
              </p>
              <RatioBar thin amounts={mix.amounts} />
              <MixAmounts amounts={mix.amounts} />
              <Parts mix={mix} />
            </>
          )}
          {recipe && (
            <p className="mix-links">
              <Link to={recipe}>{say('the-recipe-steps-what-is')}</Link>
              {!mix.batch && <Link to={batchLink(recipe, setup)}>{say('it-is-made-note-the')}</Link>}
            </p>
          )}
          <MixNature nature={mix.nature} keeps={mix.keeps} />
          {mix.pots !== undefined && mix.pot_each_g !== undefined && (
            <p className={mix.pots > 1 ? 'short' : 'soft'}>
              {mix.pots > 1
                ? say('the-pot-is-too-small', { pots: mix.pots, grams: grams(mix.pot_each_g) })
                : say('it-all-fits-the-pot')}
            </p>
          )}
        </>
      )}
      {fill && <FillPicture fill={fill} lines={place.lines} />}
    </>
  )
}

/** What it costs at the prices in the cupboard. */
function Cost({ cost, children }: { cost: Schemas['Cost']; children: number }) {
  const { currency } = useSession().centre
  return (
    <section className="around" aria-labelledby="cost">
      <h2 id="cost">{say('cost')}</h2>
      <p>
        <b className="figure">{money(cost.each_coins, currency)}</b>{' '}
        {say('for-each-of-in-all', {
          children,
          money: money(cost.coins, currency),
          backCoins: cost.back_coins ? say('of-it-goes-back-into', { money: money(cost.back_coins, currency) }) : '',
        })}
        {cost.unpriced.length > 0 && (
          <span className="soft"> {say('no-price-for', { unpriced: cost.unpriced.join(', ').toLowerCase() })}</span>
        )}
      </p>
    </section>
  )
}

/** What to wear and to put on the floor, and a note for families to copy. */
function Around({ answer: { wear, families } }: { answer: Answer }) {
  if (!wear && !families) return null
  return (
    <section className="around" aria-labelledby="around">
      <h2 id="around">{say('clothes-floor-and-families')}</h2>
      <ul>
        {wear?.map((w) => (
          <li key={w}>{w}</li>
        ))}
      </ul>
      {families && (
        <blockquote aria-label={say('a-note-for-families-the')}>
          <p>{families}</p>
        </blockquote>
      )}
    </section>
  )
}
