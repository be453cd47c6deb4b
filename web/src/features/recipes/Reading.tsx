import { useQuery } from '@tanstack/react-query'
import { Form } from 'react-bootstrap'
import { Link } from 'react-router'
import type { Room, Schemas } from '../../api/client'
import { draftQuery } from '../../entities/recipe/queries'
import { Findings } from '../../ui/Findings'
import { grams, share } from '../../ui/format'
import { MarkLine } from '../../ui/Mark'
import { Failure } from '../../ui/States'
import { useSettled } from '../../ui/useSettled'
import { MixNature } from '../../entities/recipe/MixNature'
import { ReadSteps } from './ReadSteps'
import { say } from './catalogue'

type Text = Schemas['RecipeText']

interface Props {
  text: Text
  room: string
  rooms: Room[]
  onRoom: (id: string) => void
  onLines: (lines: string) => void
  onSteps: (steps: string) => void
}

/** How the typed recipe is read, line by line, and what the mix is so far. */
export function Reading({ text, room, rooms, onRoom, onLines, onSteps }: Props) {
  const settled = useSettled(text)
  const asked = useQuery(draftQuery(room, settled))
  const d = asked.data
  const fresh = d && settled === text && !asked.isPlaceholderData && !asked.isError
  const others = (d?.faults ?? []).filter(
    (f) => !f.field.startsWith('lines/') && !(f.field === 'lines' && text.lines === '') && text.name !== '',
  )
  // No figure is told that a line rests on which could not be read.
  const allRead = d?.lines.every((l) => !l.fault)
  return (
    <section className={fresh ? 'as-read' : 'as-read stale'} aria-label={say('as-it-is-read')} aria-live="polite">
      <h2>{say('as-it-is-read')}</h2>
      {asked.isError && (
        <Failure
          error={new Error(say('not-checked-message', { message: asked.error.message }))}
          retry={() => void asked.refetch()}
        />
      )}
      {d && d.lines.length === 0 && <p className="soft">{say('type-an-ingredient-on-the')}</p>}
      <ol className="read-lines">
        {d?.lines.map((l, i) => (
          <li key={i} className={l.fault ? 'lid' : undefined}>
            <span className="figure">{l.fault ? '?' : l.as_needed ? '…' : grams(l.grams ?? 0)}</span>
            <div>
              <b>{l.fault ? l.text : l.name}</b>
              {l.fault && <p className="short">{l.fault}</p>}
              {l.note && <p className="soft">{l.note}</p>}
              {(l.like.length > 0 || (l.fault && l.name)) && (
                <p className="likes">
                  {l.like.map((it) => (
                    <button
                      key={it.id}
                      type="button"
                      className="link"
                      onClick={() => onLines(replaced(text.lines, l.text, l.name ?? '', it.name))}
                    >
                      {say('it-is-name', { name: it.name.toLowerCase() })}
                    </button>
                  ))}
                  {l.fault && l.name && (
                    <Link to={`/shelf/new?name=${encodeURIComponent(l.name)}`}>{say('add-it-to-materials')}</Link>
                  )}
                </p>
              )}
            </div>
            <span className="soft">{allRead && !l.as_needed ? share(l.share ?? 0) : ''}</span>
          </li>
        ))}
      </ol>
      {others.map((f) => (
        <p key={f.field} className="short">
          {f.sentence}
        </p>
      ))}
      {d && (d.steps?.length ?? 0) > 0 && <ReadSteps steps={d.steps ?? []} typed={text.steps} onSteps={onSteps} />}
      {d?.raw && <p className="short">{d.raw}</p>}
      {d?.unlisted && <p className="short">{d.unlisted}</p>}
      {d?.mark && d.nature && (
        <div className={fresh ? d.mark : 'not-checked'}>
          <div className="rooms-head">
            <p className="big-verdict">
              <MarkLine mark={fresh ? d.mark : 'not-checked'} />
            </p>
            <Form.Select
              aria-label={say('room-to-read-the-recipe')}
              value={room}
              onChange={(e) => onRoom(e.target.value)}
            >
              {rooms.map((r) => (
                <option key={r.id} value={r.id}>
                  {say('for-name', { name: r.name })}
                </option>
              ))}
            </Form.Select>
          </div>
          {d.lines.some((l) => l.fault) && <p className="soft">{say('a-line-that-we-cannot')}</p>}
          {fresh &&
            d.lines_judged?.map(
              (l) =>
                l.findings.length > 0 && (
                  <Findings key={l.name} findings={l.findings} about={l.name || say('the-mix')} />
                ),
            )}
          {fresh && allRead && <MixNature nature={d.nature} keeps={d.keeps ?? say('not-known')} />}
        </div>
      )}
    </section>
  )
}

/** The typed lines with the unknown name of one ingredient replaced. */
function replaced(lines: string, text: string, name: string, by: string): string {
  const at = lines.indexOf(text)
  const in_ = name ? text.toLowerCase().indexOf(name) : -1
  if (at < 0 || in_ < 0) return lines
  return lines.slice(0, at + in_) + by.toLowerCase() + lines.slice(at + in_ + name.length)
}
