import type { ReactNode } from 'react'

/** A question with its answer, and beside it what that changes next time. */
export function Row({ legend, next, children }: { legend: ReactNode; next?: ReactNode; children: ReactNode }) {
  return (
    <fieldset className="log-row">
      <legend>{legend}</legend>
      <div>{children}</div>
      <p className="next" role="status">
        {next || ''}
      </p>
    </fieldset>
  )
}

export function Taps<T extends string | number>({
  legend,
  choices,
  value,
  onPick,
  next,
  children,
}: {
  legend: string
  choices: [T, string][]
  value: T | undefined
  onPick: (value: T | undefined) => void
  next?: ReactNode
  children?: ReactNode
}) {
  return (
    <Row legend={legend} next={next}>
      <div className="chips">
        {choices.map(([v, words]) => (
          <button key={v} type="button" aria-pressed={value === v} onClick={() => onPick(value === v ? undefined : v)}>
            {words}
          </button>
        ))}
        {children}
      </div>
    </Row>
  )
}
