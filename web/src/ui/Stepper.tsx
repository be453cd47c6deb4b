import { useState } from 'react'
import { metricOf, typedIn } from '../words/typed'
import type { Metric } from '../words/units'
import { readNumber } from './numbers'
import { say } from './catalogue'

interface Props {
  label: string
  /** Undefined where nobody has said yet. */
  value: number | undefined
  min: number
  max: number
  step?: number
  unit?: string
  /** The metric unit of the value, where the centre may type it in another. */
  measure?: Metric
  disabled?: boolean
  onChange: (value: number) => void
}

/** A number with a big minus and plus, which can also be typed. */
export function Stepper({ label, value, min, max, step = 1, unit, measure, disabled, onChange }: Props) {
  const as = measure ? typedIn(measure) : undefined
  const shown = as && value !== undefined ? Math.round(((value - as.plus) / as.per) * 100) / 100 : value
  const [typed, setTyped] = useState<string | null>(null)
  const take = (text: string) => {
    setTyped(text)
    const n = as ? metricOf(readNumber(text), as) : readNumber(text)
    if (n >= min && n <= max) onChange(n)
  }
  const tap = as?.step ? as.step * as.per : step
  const move = (by: number) => {
    setTyped(null)
    onChange(Math.min(max, Math.max(min, (value ?? 0) + by)))
  }
  return (
    <div className="stepper" role="group" aria-label={label}>
      <button
        type="button"
        aria-label={say('label-less', { label })}
        disabled={disabled || value === undefined || value <= min}
        onClick={() => move(-tap)}
      >
        −
      </button>
      <input
        inputMode="decimal"
        aria-label={label}
        value={typed ?? (shown === undefined ? '' : String(shown))}
        disabled={disabled}
        onChange={(e) => take(e.target.value)}
        onBlur={() => setTyped(null)}
      />
      <button
        type="button"
        aria-label={say('label-more', { label })}
        disabled={disabled || (value ?? min) >= max}
        onClick={() => move(tap)}
      >
        +
      </button>
      {unit && <span className="unit">{unit}</span>}
    </div>
  )
}
