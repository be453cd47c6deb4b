import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { v7 } from 'uuid'
import { api, ask, type ChildInput, type Schemas } from '../../api/client'
import { limits } from '../../api/limits.gen'
import { Failure } from '../../ui/States'
import { say } from './catalogue'

type Line = Schemas['ClassLine']

/** A whole class typed or pasted, a child a line. Lines that were read become rows to look over;
 * what was not read stays here with its reason, and nothing is stored before the room is. */
export function ClassPaste({ onAdd }: { onAdd: (children: ChildInput[]) => void }) {
  const [text, setText] = useState('')
  const [left, setLeft] = useState<Line[]>([])
  const [added, setAdded] = useState(0)
  const read = useMutation({
    mutationFn: (lines: string) => ask(api.POST('/api/rooms/class', { body: { lines } })),
    onSuccess: (lines) => {
      const children = lines.flatMap((l) => (l.child ? [{ ...l.child, id: v7() }] : []))
      const refused = lines.filter((l) => !l.child)
      onAdd(children)
      setAdded(children.length)
      setLeft(refused)
      setText(refused.map((l) => l.text).join('\n'))
    },
  })
  return (
    <details className="class-paste">
      <summary>{say('type-or-paste-a-whole')}</summary>
      <Form.Group controlId="class-lines" className="field">
        <Form.Label>{say('a-child-a-line-two')}</Form.Label>
        <Form.Control
          as="textarea"
          rows={6}
          maxLength={limits.ClassInput.lines}
          value={text}
          placeholder={say('dw-sep-2024-wheat-touch')}
          onChange={(e) => setText(e.target.value)}
        />
      </Form.Group>
      <p className="soft">{say('an-allergy-counts-by-touch')}</p>
      <Button
        type="button"
        variant="outline-primary"
        disabled={read.isPending || text.trim() === ''}
        onClick={() => read.mutate(text)}
      >
        {say('read-the-lines')}
      </Button>
      {read.error && <Failure error={read.error} />}
      <div role="status">
        {read.isSuccess && (
          <p>
            {added === 0
              ? say('no-line-was-read')
              : say('added-below-check-each-row', { children: say('children', { count: added }) })}
          </p>
        )}
        {left.length > 0 && (
          <ul className="refused">
            {left.map((l) => (
              <li key={l.number}>
                <b>{l.text}</b> {l.fault}
              </li>
            ))}
          </ul>
        )}
      </div>
    </details>
  )
}
