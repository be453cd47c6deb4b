import { useState } from 'react'
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
  disabled?: boolean
  onChange: (value: number) => void
}

/** A number with a big minus and plus, which can also be typed. */
export function Stepper({ label, value, min, max, step = 1, unit, disabled, onChange }: Props) {
  const [typed, setTyped] = useState<string | null>(null)
  const take = (text: string) => {
    setTyped(text)
    const n = readNumber(text)
    if (n >= min && n <= max) onChange(n)
  }
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
        onClick={() => move(-step)}
      >
        −
      </button>
      <input
        inputMode="decimal"
        aria-label={label}
        value={typed ?? (value === undefined ? '' : String(value))}
        disabled={disabled}
        onChange={(e) => take(e.target.value)}
        onBlur={() => setTyped(null)}
      />
      <button
        type="button"
        aria-label={say('label-more', { label })}
        disabled={disabled || (value ?? min) >= max}
        onClick={() => move(step)}
      >
        +
      </button>
      {unit && <span className="unit">{unit}</span>}
    </div>
  )
}
