import { useQuery } from '@tanstack/react-query'
import { Button } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { wordsQuery } from './queries'
import { say } from './catalogue'

/** What was done to a thing that its verdict follows: a tap does it, or takes it back. Nothing where nothing is to say. */
export function Changes({
  name,
  about,
  poured,
  onChange,
}: {
  /** What it is called, with all that was said of it. */
  name: string
  about: string
  /** Only what leaves it one thing that fills a vessel. */
  poured?: boolean
  onChange: (change: Schemas['WordsChange']) => void
}) {
  const { data } = useQuery(wordsQuery({ text: name }))
  const things = data?.lines.flatMap((l) => l.things) ?? []
  const changes = things.length === 1 ? (things[0]?.changes ?? []).filter((c) => !poured || c.poured) : []
  if (changes.length === 0) return null
  return (
    <div className="changes" role="group" aria-label={say('what-was-done-to', { about })}>
      <span className="soft">{say('is-it')}</span>
      {changes.map((c) => (
        <Button
          key={c.said}
          size="sm"
          variant={c.done ? 'primary' : 'outline-primary'}
          aria-pressed={c.done}
          onClick={() => onChange(c)}
        >
          {c.said}
        </Button>
      ))}
    </div>
  )
}
