import { useState } from 'react'
import { Button } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { waitingNow } from '../../entities/day/prep'
import { Timer } from '../../entities/day/Timer'
import { day as dayOf, dayAndTime, timeOfDay } from '../../ui/format'
import { wakeTone } from '../../ui/tone'
import { dayIn } from '../../ui/wall'
import { say } from './catalogue'

/** What waits by itself, with the time that is left: from when it was noted, whichever device looks. */
export function Setting({ plan, asked }: { plan: Schemas['PrepDay']; asked: number }) {
  const all = waitingNow(plan)
  const [sounds, setSounds] = useState(false)
  if (all.length === 0) return null
  return (
    <section aria-label={say('setting-or-cooling-now')}>
      <div className="waiting-head">
        <h2>{say('setting-or-cooling-now')}</h2>
        <Button
          variant="outline-primary"
          aria-pressed={sounds}
          onClick={() => {
            wakeTone()
            setSounds(!sounds)
          }}
        >
          {sounds ? say('sound-on') : say('sound-off')}
        </Button>
      </div>
      <ol className="prep-steps">
        {all.map((s) => {
          const until = s.wait_until ?? s.ends
          return (
            <li key={s.id}>
              <strong className="figure">
                {timeOfDay(until)}
                {dayIn(until) !== plan.day && <span className="soft">{dayOf(until)}</span>}
              </strong>
              <div>
                <b>{s.wait_text ?? s.text}</b>
                <Timer slot={s} plan={plan} asked={asked} sounds={sounds} />
                <span className="soft">
                  {say('setup-for-room-done-day', {
                    setup: s.setup,
                    room: s.room,
                    done: s.done ? say('since') : say('from'),
                    dayAndTime: dayAndTime(s.ends),
                  })}
                </span>
              </div>
            </li>
          )
        })}
      </ol>
    </section>
  )
}
