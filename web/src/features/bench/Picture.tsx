import { Link } from 'react-router'
import type { Answer, PlaceAnswer, Schemas } from '../../api/client'
import { useSession } from '../../session/session'
import { batchLink } from '../../entities/setup/model'
import { MixNature } from '../../entities/recipe/MixNature'
import { MixAmounts, Parts } from './MixPicture'
import { FillPicture } from './FillPicture'
import { ByWhen } from './ByWhen'
import { Sums } from './Sums'
import { grams, money, plural } from '../../ui/format'
import { RatioBar } from '../../ui/RatioBar'

interface Props {
  answer?: Answer
  /** The page of each place's recipe. */
  recipes: (string | null)[]
  /** The set-up, which a batch is made for. */
  setup: string
}

/** How much of everything, drawn, place by place: scoops for a mix, a section to scale for what is poured. */
export function Picture({ answer, recipes, setup }: Props) {
  if (!answer) return <p className="soft">Amounts come with the check.</p>
  const several = answer.places.length > 1
  return (
    <>
      {answer.places.map((place, i) => (
        <div key={place.id} className="place-picture">
          {several && <h3>{place.name || 'A place'}</h3>}
          <PlacePicture place={place} children={answer.group.children} recipe={recipes[i] ?? undefined} setup={setup} />
        </div>
      ))}
      {answer.places.every((p) => !p.mix && !p.fill) && (
        <p className="soft">Type a mix or a filler on the left; the amounts and a picture to scale appear here.</p>
      )}
      {answer.mark && <ByWhen answer={answer} />}
      {answer.cost && <Cost cost={answer.cost} children={answer.group.children} />}
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
              Taken from <Link to={`/batches/${mix.batch.id}`}>{mix.batch.name}</Link>:{' '}
              <b className="figure">{grams(mix.batch.left_g)}</b> there, {grams(mix.need_g)} needed. Nothing is made.
            </p>
          )}
          {!mix.batch && (
            <>
              <p className="lead-in">
                <b className="figure">{grams(mix.made_g)}</b> for {plural(children, 'child', 'children')} at{' '}
                {grams(mix.portion_g)}; {grams(mix.mixed_g)} mixed, {plural(mix.movements, 'scoop')} in all
              </p>
              <RatioBar thin amounts={mix.amounts} />
              <MixAmounts amounts={mix.amounts} />
              <Parts mix={mix} />
            </>
          )}
          {recipe && (
            <p className="mix-links">
              <Link to={recipe}>The recipe: steps, what is short, fix the feel</Link>
              {!mix.batch && <Link to={batchLink(recipe, setup)}>It is made: note the batch</Link>}
            </p>
          )}
          <MixNature nature={mix.nature} keeps={mix.keeps} />
          {mix.pots !== undefined && mix.pot_each_g !== undefined && (
            <p className={mix.pots > 1 ? 'short' : 'soft'}>
              {mix.pots > 1
                ? `The pot is too small for all at once: ${mix.pots} equal batches of ${grams(mix.pot_each_g)}.`
                : 'It all fits the pot, two thirds full at most.'}
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
      <h2 id="cost">Cost</h2>
      <p>
        <b className="figure">{money(cost.each_coins, currency)}</b> for each of {children},{' '}
        {money(cost.coins, currency)} in all
        {cost.back_coins ? `; ${money(cost.back_coins, currency)} of it goes back into the cupboard` : ''}.
        {cost.unpriced.length > 0 && (
          <span className="soft"> No price for: {cost.unpriced.join(', ').toLowerCase()}.</span>
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
      <h2 id="around">Clothes, floor and families</h2>
      <ul>
        {wear?.map((w) => (
          <li key={w}>{w}</li>
        ))}
      </ul>
      {families && (
        <blockquote aria-label="A note for families, the day before">
          <p>{families}</p>
        </blockquote>
      )}
    </section>
  )
}
