import { useMemo, useState } from 'react'
import { Form } from 'react-bootstrap'
import { day, timeOfDay } from './format'
import { plusDays } from './wall'
import { say } from './catalogue'

const daysAhead = 60

/** The days that are offered: two months from the given one, and the chosen one wherever it lies. */
export function daysFrom(first: string, chosen: string): string[] {
  const days = Array.from({ length: daysAhead }, (_, i) => plusDays(first, i))
  return chosen && !days.includes(chosen) ? [chosen, ...days].sort() : days
}

/** Reads a time as people type it: 9:45, 9.45, 0945, 9, 2:30 pm. Undefined for what is none. */
export function readTime(text: string): string | undefined {
  const said = /^\s*(\d{1,2})(?:[:.h ]?(\d{2}))?\s*(am|pm|a|p)?\.?\s*$/i.exec(text)
  if (!said) return undefined
  let hour = Number(said[1])
  const minute = Number(said[2] ?? '0')
  const half = said[3]?.[0]?.toLowerCase()
  if (half && (hour < 1 || hour > 12)) return undefined
  if (half) hour = (hour % 12) + (half === 'p' ? 12 : 0)
  return hour < 24 && minute < 60 ? `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}` : undefined
}

interface Props {
  label: string
  /** Wall time of the centre, 2026-11-28T10:15. */
  value: string
  today: string
  disabled?: boolean
  onChange: (value: string) => void
}

/** A day and a time as the people of the centre write them, whatever the browser's language. */
export function WallTime({ label, value, today, disabled, onChange }: Props) {
  const [date = '', time = ''] = value.split('T')
  const [typed, setTyped] = useState<string | null>(null)
  const days = useMemo(
    () =>
      daysFrom(today, date).map((d) => (
        <option key={d} value={d}>
          {day(d)}
        </option>
      )),
    [today, date],
  )
  const read = typed === null ? time : readTime(typed)
  // Half a time is not one yet: it counts once the field is left, or with Enter.
  const take = () => {
    if (typed !== null && read && read !== time) onChange(`${date}T${read}`)
    setTyped(null)
  }
  return (
    <div className="wall-time" role="group" aria-label={label}>
      <Form.Select
        aria-label={say('label-day', { label })}
        value={date}
        disabled={disabled}
        onChange={(e) => onChange(`${e.target.value}T${time}`)}
      >
        {days}
      </Form.Select>
      <Form.Control
        aria-label={say('label-time', { label })}
        inputMode="text"
        autoComplete="off"
        maxLength={8}
        disabled={disabled}
        value={typed ?? timeOfDay(value)}
        isInvalid={read === undefined}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === 'Enter' && take()}
      />
    </div>
  )
}
