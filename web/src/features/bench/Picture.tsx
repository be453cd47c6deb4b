import { Link } from 'react-router'
import type { Answer } from '../../api/client'
import { MixNature } from '../../entities/recipe/MixNature'
import { MixAmounts, Parts } from './MixPicture'
import { TubSection } from './TubSection'
import { ByWhen } from './ByWhen'
import { grams, litres, plural } from '../../ui/format'
import { RatioBar } from '../../ui/RatioBar'

/** How much of everything, drawn: scoops for a mix, a section to scale for a filler. */
export function Picture({ answer, recipe }: { answer?: Answer; recipe?: string }) {
  if (!answer) return <p className="soft">Amounts come with the check.</p>
  return (
    <>
      {answer.mix && (
        <>
          <p className="lead-in">
            <b className="figure">{grams(answer.mix.made_g)}</b> for {plural(answer.group.children, 'child', 'children')} at {grams(answer.mix.portion_g)}; {grams(answer.mix.mixed_g)} mixed, {plural(answer.mix.movements, 'scoop')} in all
          </p>
          <RatioBar thin amounts={answer.mix.amounts} />
          <MixAmounts amounts={answer.mix.amounts} />
          <Parts mix={answer.mix} />
          {recipe && (
            <p>
              <Link to={recipe}>The recipe: steps, what is short, fix the feel</Link>
            </p>
          )}
          <MixNature nature={answer.mix.nature} keeps={answer.mix.keeps} />
          {answer.mix.pots !== undefined && answer.mix.pot_each_g !== undefined && (
            <p className={answer.mix.pots > 1 ? 'short' : 'soft'}>
              {answer.mix.pots > 1 ? `The pot is too small for all at once: ${answer.mix.pots} equal batches of ${grams(answer.mix.pot_each_g)}.` : 'It all fits the pot, two thirds full at most.'}
            </p>
          )}
        </>
      )}
      {answer.fill && (
        <>
          <TubSection fill={answer.fill} lines={answer.lines} />
          <div className="figures">
            <div>
              <span className="figure">{plural(answer.fill.tubs, 'vessel')}</span>
              <span className="soft">
                {plural(answer.fill.seats, 'child', 'children')} at each{answer.fill.vessel.shape === 'bag' ? '' : ', 350 mm of rim a child'}
                {answer.fill.turns !== undefined && answer.fill.turns > 1 && `; ${answer.fill.turns} turns`}
              </span>
            </div>
            <div>
              <span className="figure">{litres(answer.fill.volume_ml)}</span>
              <span className="soft">
                in each, {answer.fill.cups} cups{answer.fill.finds_ml ? `; ${litres(answer.fill.finds_ml)} of finds lie in it` : ''}
              </span>
            </div>
            <div>
              <span className="figure">{grams(answer.fill.mass_g)}</span>
              <span className="soft">in each, {grams(answer.fill.in_all_g)} in all</span>
            </div>
          </div>
          {answer.fill.reaches_mm !== undefined && (
            <p className="short">
              What is in the cupboard reaches {answer.fill.reaches_mm} mm{answer.fill.packs ? `; ${plural(answer.fill.packs, 'pack')} more ${answer.fill.packs === 1 ? 'makes' : 'make'} it ${answer.fill.depth_mm} mm` : ''}. Or take fewer or smaller vessels.
            </p>
          )}
        </>
      )}
      {!answer.mix && !answer.fill && <p className="soft">Start from a mix or a filler on the left; the amounts and a picture to scale appear here.</p>}
      {answer.mark && <ByWhen answer={answer} />}
    </>
  )
}
