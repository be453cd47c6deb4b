import { Link } from 'react-router'
import type { Answer } from '../../api/client'
import { duration, timeOfDay } from '../../ui/format'
import { dayIn } from '../../ui/wall'
import { say, Said } from './catalogue'

/** The line of the morning: hands-on work solid, waits in grain, each step with the latest
 * moment to start it. */
export function ByWhen({ answer }: { answer: Answer }) {
  const total = answer.minutes_hands + answer.minutes_waiting
  const before = (i: number) => answer.timeline.slice(0, i).reduce((sum, s) => sum + s.minutes, 0)
  return (
    <section className="by-when" aria-labelledby="by-when">
      <h2 id="by-when">{say('timeline')}</h2>
      <svg
        viewBox="0 0 600 34"
        preserveAspectRatio="none"
        role="img"
        aria-label={say('minutes-of-work-and-of', {
          minutesHands: answer.minutes_hands,
          minutesWaiting: answer.minutes_waiting,
          timeOfDay: timeOfDay(answer.start_by),
        })}
      >
        {answer.timeline.map((s, i) => (
          <rect
            key={i}
            className={s.wait ? 'wait' : 'hands'}
            x={(before(i) / total) * 600}
            y={s.wait ? 12 : 4}
            width={(s.minutes / total) * 600}
            height={s.wait ? 18 : 26}
          />
        ))}
        {answer.timeline.slice(1).map((_, i) => (
          <path key={i} className="split" d={`M${(before(i + 1) / total) * 600} 0v34`} />
        ))}
      </svg>
      <ol>
        {answer.timeline.map((s, i) => (
          <li key={i}>
            <b className="figure">{timeOfDay(s.starts)}</b>
            <span>
              {s.text}
              {s.adult_only && <em> {say('adult-only')}</em>}
              {s.children_help && <em> {say('children-can-help')}</em>}
            </span>
            <span className="soft">
              {duration(s.minutes)}
              {s.wait ? ` ${say('wait')}` : ''}
            </span>
          </li>
        ))}
      </ol>
      <p className="soft">
        <Said of="latest-times-your-prep-plan" parts={{ to: <Link to={`/prep?day=${dayIn(answer.start_by)}`} /> }} />
      </p>
    </section>
  )
}
