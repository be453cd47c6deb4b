import type { Schemas } from '../../api/client'
import { freeFor, type Slot } from '../../entities/day/prep'
import { dayAndTime, timeOfDay } from '../../ui/format'
import { dayIn, hourOn } from '../../ui/wall'
import { say } from './catalogue'

const [width, left, right, head, row] = [1100, 210, 1080, 44, 46]

/** A string for each set-up: thin where something waits by itself, a rope where hands work. Free times lie behind. The list below says the same in words. */
export function Strings({ plan }: { plan: Schemas['PrepDay'] }) {
  const all = [...plan.waiting, ...plan.slots]
  const setups = [...new Map(all.map((s) => [s.setup_id, s])).values()]
  const hour = (wall: string) => hourOn(wall, plan.day)
  const ends = all
    .flatMap((s) => [hour(s.starts), hour(s.wait_until ?? s.ends), hour(s.play_at)])
    .filter((h) => h > 0 && h < 24)
  const from = Math.floor(Math.min(7, ...ends))
  const to = Math.ceil(Math.max(18, ...ends))
  const x = (h: number) => left + ((Math.min(to, Math.max(from, h)) - from) / (to - from)) * (right - left)
  const height = head + setups.length * row + 10
  const label = setups
    .map(
      (s) =>
        `${s.setup}: ${all
          .filter((o) => o.setup_id === s.setup_id)
          .map(inWords)
          .join('; ')}`,
    )
    .join('. ')
  const now = dayIn(plan.now) === plan.day ? x(hour(plan.now)) : undefined
  return (
    <svg className="strings" viewBox={`0 0 ${width} ${height}`} role="img" aria-label={label}>
      {setups.flatMap((s, i) =>
        freeFor(plan, s.room).map((w) => (
          <rect
            key={`${s.setup_id}${w.from}`}
            className="free"
            x={x(hour(`${plan.day}T${w.from}`))}
            y={i === 0 ? head - 12 : head + i * row}
            width={x(hour(`${plan.day}T${w.to}`)) - x(hour(`${plan.day}T${w.from}`))}
            height={i === 0 ? row + 12 : row}
          />
        )),
      )}
      {Array.from({ length: to - from + 1 }, (_, i) => from + i).map((h) => (
        <g key={h}>
          <path className="tick" d={`M${x(h)} ${head - 12} V${height - 4}`} />
          <text x={x(h)} y={head - 20} textAnchor="middle">
            {h}
          </text>
        </g>
      ))}
      {setups.map((s, i) => {
        const y = head + i * row + row / 2
        const steps = all.filter((o) => o.setup_id === s.setup_id)
        return (
          <g key={s.setup_id}>
            <text className="strong" x="0" y={y - 2}>
              {s.setup}
            </text>
            <text x="0" y={y + 16}>
              {s.room}
            </text>
            {steps.map((o) => (
              <g key={o.id}>
                {o.wait_until && <path className="string" d={`M${x(hour(o.ends))} ${y} H${x(hour(o.wait_until))}`} />}
                {hour(o.ends) > 0 && hour(o.starts) < 24 && (
                  <path
                    className="rope"
                    d={`M${x(hour(o.starts))} ${y} H${Math.max(x(hour(o.ends)), x(hour(o.starts)) + 3)}`}
                  />
                )}
              </g>
            ))}
            {dayIn(s.play_at) === plan.day && <circle className="opens-at" cx={x(hour(s.play_at))} cy={y} r="9" />}
          </g>
        )
      })}
      {now !== undefined && <path className="cutter" d={`M${now} ${head - 16} V${height}`} />}
    </svg>
  )
}

const inWords = (s: Slot) =>
  `${timeOfDay(s.starts)} ${s.text}${s.wait_until ? say('then-waiting-until', { dayAndTime: dayAndTime(s.wait_until) }) : ''}`
