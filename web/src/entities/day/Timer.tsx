import type { Schemas } from '../../api/client'
import { duration } from '../../ui/format'
import { leftUntil, useBeat, type Slot } from './prep'

/** How long a wait still takes: from when it was noted that it began, whichever device looks. */
export function Timer({ slot: s, plan, asked }: { slot: Slot; plan: Schemas['PrepDay']; asked: number }) {
  const at = useBeat()
  if (!s.done) return <span className="soft">nobody has ticked that it was begun</span>
  const left = leftUntil(s.wait_until ?? s.ends, plan.now, asked, at)
  return (
    <span className={left > 0 ? 'timer' : 'timer ready'} role="timer">
      {left > 0 ? `ready in ${duration(left)}` : left === 0 ? 'ready now' : `ready for ${duration(-left)}`}
    </span>
  )
}
