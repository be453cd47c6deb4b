import { Button, Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { limits } from '../../api/limits.gen'
import { say } from './catalogue'

type Window = Schemas['PrepWindow']

const most = 6

/** The times of day in which hands are free. */
export function PrepTimes({
  windows,
  wrongAt,
  onChange,
}: {
  windows: Window[]
  wrongAt: (index: number) => string | undefined
  onChange: (windows: Window[]) => void
}) {
  const set = (at: number, part: Partial<Window>) => onChange(windows.map((w, i) => (i === at ? { ...w, ...part } : w)))
  return (
    <>
      <ol className="prep-times">
        {windows.map((w, i) => (
          <li key={i}>
            <Form.Control
              aria-label={say('free-time-from', { i: i + 1 })}
              maxLength={limits.PrepWindow.from}
              placeholder="07:00"
              value={w.from}
              onChange={(e) => set(i, { from: e.target.value })}
            />
            <span>{say('to')}</span>
            <Form.Control
              aria-label={say('free-time-to', { i: i + 1 })}
              maxLength={limits.PrepWindow.to}
              placeholder="09:00"
              value={w.to}
              onChange={(e) => set(i, { to: e.target.value })}
            />
            <Button
              variant="quiet"
              className="drop-x"
              aria-label={say('drop-free-time', { i: i + 1 })}
              onClick={() => onChange(windows.filter((_, n) => n !== i))}
            >
              ×
            </Button>
            {wrongAt(i) && <p role="alert">{wrongAt(i)}</p>}
          </li>
        ))}
      </ol>
      {windows.length < most && (
        <Button variant="outline-primary" onClick={() => onChange([...windows, { from: '', to: '' }])}>
          {say('add-a-free-time')}
        </Button>
      )}
    </>
  )
}
