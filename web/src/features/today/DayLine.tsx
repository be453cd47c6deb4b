import type { Schemas } from '../../api/client'
import { timeOfDay } from '../../ui/format'
import { Glyph, markInLine } from '../../ui/Mark'
import { dayIn, minuteIn } from '../../ui/wall'
import { say } from './catalogue'

const [width, height, left, right, axis] = [1100, 136, 20, 1080, 104]

const hours = (wall: string) => minuteIn(wall) / 60

/** The day as one line: hands from the latest start on, running into the bowl when play opens, and the
 * blade of the dough cutter at now. The list below it says the same in words. */
export function DayLine({ day }: { day: Schemas['Today'] }) {
  const today = dayIn(day.now)
  const starts = day.setups.map((s) => (dayIn(s.starts_by) < today ? 0 : hours(s.starts_by)))
  const from = Math.floor(Math.min(7, hours(day.now), ...starts.map((h) => Math.max(h, 5))))
  const to = Math.ceil(Math.max(18, hours(day.now) + 0.2, ...day.setups.map((s) => hours(s.play_at) + 0.5)))
  const x = (h: number) => left + ((Math.max(from, h) - from) / (to - from)) * (right - left)
  const now = x(hours(day.now))
  const label = day.setups
    .map((s) =>
      say('name-for-room-name-opens', {
        name: s.name,
        roomName: s.room_name,
        timeOfDay: timeOfDay(s.play_at),
        markInLine: markInLine(s.mark ?? 'not-checked'),
      }),
    )
    .join('; ')
  // Names that would stand on each other take turns on two rows.
  const rows = day.setups.map((s, i) =>
    i > 0 && x(hours(s.play_at)) - x(hours(day.setups[i - 1]?.play_at ?? s.play_at)) < 190 ? i % 2 : 0,
  )
  return (
    <svg
      className="day-line"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={say('it-is-time-of-day', { timeOfDay: timeOfDay(day.now), label })}
    >
      <path className="axis" d={`M${left} ${axis} H${right}`} />
      {Array.from({ length: to - from + 1 }, (_, i) => from + i).map((h) => (
        <g key={h}>
          <path className="axis" d={`M${x(h)} ${axis - 5} v10`} />
          <text className="hour" x={x(h)} y={axis + 26} textAnchor="middle">
            {h}
          </text>
        </g>
      ))}
      {day.setups.map((s, i) => {
        const [begin, open] = [x(starts[i] ?? 0), x(hours(s.play_at))]
        const late = open > width - 220
        return (
          <g key={s.id} className={s.mark ?? 'not-checked'}>
            <path className="rope" d={`M${begin} ${axis} H${open}`} />
            <Glyph mark={s.mark ?? 'not-checked'} at={{ x: open - 16, y: axis - 40, width: 32, height: 32 }} />
            <text
              x={late ? open + 15 : open - 15}
              y={rows[i] ? axis - 70 : axis - 48}
              textAnchor={late ? 'end' : 'start'}
            >
              <tspan className="strong">{s.name}</tspan> {s.room_name}
            </text>
          </g>
        )
      })}
      <g className="cutter">
        <path d={`M${now} 12 V${axis + 12}`} />
        <rect x={now - 30} y="4" width="60" height="24" rx="2" />
        <text x={now} y="22" textAnchor="middle">
          {timeOfDay(day.now)}
        </text>
      </g>
    </svg>
  )
}
