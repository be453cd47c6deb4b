import { memo } from 'react'
import { Link } from 'react-router'
import type { Answer } from '../../api/client'
import { useSession } from '../../session/session'
import { Glyph } from '../../ui/Mark'
import { dayAndTime, duration, grams, money } from '../../ui/format'
import { isDraft, ofTheThings } from '../../entities/setup/missing'
import { massOf, readiness } from '../../entities/setup/model'
import { useStanding, type Saving } from '../../entities/setup/saving'
import { Foot } from '../../ui/Foot'
import type { Prepared } from './usePrepared'
import { say } from './catalogue'

interface Props {
  answer?: Answer
  failed: boolean
  id: string
  prepared: Prepared
  /** Shows what is missing; only what the rules say of the things, where that is all. */
  onMissing: (ruled: boolean) => void
}

const savedWords: Record<Saving['is'], string> = {
  saved: say('saved'),
  saving: say('saving'),
  waiting: say('not-saved-retrying'),
  'waits-here': say('saved-on-this-device-retrying'),
  wrong: say('not-saved'),
  conflict: say('not-saved'),
  old: say('not-saved'),
}

/** The edge of the counter: the three answers, always in view. */
export const Counter = memo(function Counter({
  answer,
  failed,
  id,
  prepared: { slots, missing = [] },
  onMissing,
}: Props) {
  const { currency } = useSession().centre
  const mark = answer?.mark ?? 'not-checked'
  const ready = answer !== undefined && !isDraft(missing)
  const mass = answer?.places.reduce((sum, p) => sum + massOf(p), 0) ?? 0
  const begins = slots?.[0]?.starts
  const late = slots?.some((s) => !s.done && (s.late_minutes ?? 0) > 0)
  const amount = mass > 0 ? grams(mass) : '–'
  return (
    <Foot className={mark}>
      <div className="right">
        <span>{say('for-this-room')}</span>
        <strong data-main>
          <Glyph mark={mark} />{' '}
          {answer && missing.length > 0 ? (
            <button type="button" onClick={() => onMissing(missing.every(ofTheThings))}>
              {readiness(answer, missing)}
            </button>
          ) : answer ? (
            readiness(answer, missing)
          ) : failed ? (
            say('not-checked')
          ) : (
            say('checking')
          )}
        </strong>
      </div>
      <div>
        <span>{say('total')}</span>
        <strong className="figure">{amount}</strong>
      </div>
      <div>
        <span>{late ? say('late') : say('start-prep-by-2')}</span>
        <strong className="figure">
          {late ? <Link to="/prep">{say('see-prep')}</Link> : answer ? dayAndTime(begins ?? answer.start_by) : '–'}
        </strong>
      </div>
      {answer?.cost && (
        <div className="cost">
          <span>{answer.cost.unpriced.length > 0 ? say('cost-of-what-has-a') : say('costs')}</span>
          <strong className="figure">
            {say('money-money2-each', {
              money: money(answer.cost.coins, currency),
              money2: money(answer.cost.each_coins, currency),
            })}
          </strong>
        </div>
      )}
      <div className="minutes">
        <span>{say('takes')}</span>
        <strong className="figure">
          {answer ? duration(answer.minutes_hands) : '–'}
          {answer && answer.minutes_waiting > 0
            ? ` ${say('duration-waiting', { duration: duration(answer.minutes_waiting) })}`
            : ''}
        </strong>
      </div>
      <Saved id={id} ready={ready} answered={answer !== undefined} />
    </Foot>
  )
})

/** Whether it is saved; what is not saved is not printed. */
function Saved({ id, ready, answered }: { id: string; ready: boolean; answered: boolean }) {
  const state = useStanding(id)
  return (
    <>
      <div className="state">
        <span role="status" title={state.sentence}>
          {savedWords[state.is]}
        </span>
      </div>
      {state.is === 'saved' && answered ? (
        <Link className="print" to={`/bench/${id}/print`}>
          {ready ? say('print-the-sheet') : say('print-as-a-draft')}
        </Link>
      ) : (
        <span className="print">{say('print-once-saved')}</span>
      )}
    </>
  )
}
