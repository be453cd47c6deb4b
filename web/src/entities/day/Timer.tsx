import { useEffect, useRef } from 'react'
import type { Schemas } from '../../api/client'
import { duration } from '../../ui/format'
import { ring } from '../../ui/tone'
import { leftUntil, useBeat, type Slot } from './prep'
import { say } from './catalogue'

/** How long a wait still takes: from when it was noted that it began, whichever device looks. It sounds when it is over, where that is asked for. */
export function Timer({
  slot: s,
  plan,
  asked,
  sounds,
}: {
  slot: Slot
  plan: Schemas['PrepDay']
  asked: number
  sounds?: boolean
}) {
  const at = useBeat()
  const over = s.done === true && leftUntil(s.wait_until ?? s.ends, plan.now, asked, at) <= 0
  const was = useRef(over)
  useEffect(() => {
    if (over && !was.current && sounds) ring()
    was.current = over
  }, [over, sounds])
  if (!s.done) return <span className="soft">{say('not-started-tick-the-step')}</span>
  const left = leftUntil(s.wait_until ?? s.ends, plan.now, asked, at)
  return (
    <span className={left > 0 ? 'timer' : 'timer ready'} role="timer">
      {left > 0
        ? say('ready-in-duration', { duration: duration(left) })
        : left === 0
          ? say('ready-now')
          : say('ready-for-duration', { duration: duration(-left) })}
    </span>
  )
}
