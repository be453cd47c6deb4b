import { useEffect, useRef, type KeyboardEvent } from 'react'
import { Button } from 'react-bootstrap'
import type { Schemas } from '../api/client'
import { useUnhurried } from './useUnhurried'
import { say } from './catalogue'

/** The one question that tells apart what a word can mean: a tap or the number answers it. */
export function Ask({
  question,
  takeFocus,
  about,
  onAnswer,
}: {
  question: Schemas['Question']
  takeFocus?: boolean
  about?: string
  onAnswer: (given: string | undefined) => void
}) {
  const first = useRef<HTMLDivElement>(null)
  useEffect(
    () =>
      takeFocus && (question.waits || question.given)
        ? first.current?.querySelector<HTMLElement>('[aria-pressed=true], button')?.focus()
        : undefined,
    [question, takeFocus],
  )
  const unhurried = useUnhurried(question.text)
  const keys = (e: KeyboardEvent) => {
    const answer = question.answers[Number(e.key) - 1]
    if (answer) onAnswer(answer)
  }
  return (
    <div
      className={question.waits || question.given ? 'question' : 'question quiet'}
      role="group"
      aria-label={question.text}
      onKeyDown={keys}
      onClickCapture={unhurried}
      ref={first}
    >
      <p>
        {about && <b>{about}: </b>}
        {question.waits || question.given ? question.text : say('checked-as-the-strictest-of', { text: question.text })}
      </p>
      {question.answers.map((a, i) => (
        <Button
          key={a}
          variant={question.given === a ? 'primary' : 'outline-primary'}
          aria-pressed={question.given === a}
          onClick={() => onAnswer(question.given === a ? undefined : a)}
        >
          <kbd aria-hidden="true">{i + 1}</kbd> {a}
        </Button>
      ))}
    </div>
  )
}
