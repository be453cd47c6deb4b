import { useMutation, useQuery } from '@tanstack/react-query'
import { useId, useState, type ChangeEvent } from 'react'
import { Button, Form } from 'react-bootstrap'
import { api, ask, type Mark, type Schemas } from '../../api/client'
import { roomsQuery } from '../../entities/room/queries'
import { saveFile } from '../../ui/saveFile'
import { usePageTitle } from '../../ui/usePageTitle'
import { Glyph, MarkLine, marks, markInLine } from '../../ui/Mark'
import { Ask } from '../../ui/Ask'
import { Empty, Failure } from '../../ui/States'
import { say } from './catalogue'

const sample = [
  say('sample-columns'),
  say('sample-dried-peas'),
  say('sample-tennis-balls'),
  say('sample-wooden-whale'),
  say('sample-home-made-gel'),
  '',
].join('\n')

const order = marks.toReversed()

/** A list of the resource cupboard, checked against a room in one go. */
export function CheckList() {
  usePageTitle(say('list'))
  const id = useId()
  const rooms = useQuery(roomsQuery)
  const [roomID, setRoomID] = useState('')
  const [file, setFile] = useState('verdicts.csv')
  const [text, setText] = useState('')
  const [only, setOnly] = useState<Mark | ''>('')
  const room = rooms.data?.find((r) => r.id === roomID) ?? rooms.data?.[0]
  // What was answered last stands, greyed, only until the next answer for the same room.
  const [before, setBefore] = useState<Schemas['ListReport']>()
  const [answers, setAnswers] = useState<Record<string, string>>({})
  const check = useMutation({
    mutationFn: ({ csv, given }: { csv: string; given: Record<string, string> }) =>
      ask(
        api.POST('/api/checklist', {
          body: {
            room_id: room?.id ?? '',
            csv,
            answers: Object.entries(given).map(([name, answer]) => ({ name, answer })),
          },
        }),
      ),
  })
  const roomFile = useMutation({
    mutationFn: () => ask(api.GET('/api/rooms/{id}/file', { params: { path: { id: room?.id ?? '' } } })),
    onSuccess: (body) => saveFile('room.json', 'application/json', JSON.stringify(body, null, 2) + '\n'),
  })
  const report = check.data ?? (check.isPending ? before : undefined)
  const run = (csv: string) => {
    setText(csv)
    setOnly('')
    setAnswers({})
    setBefore(undefined)
    check.mutate({ csv, given: {} })
  }
  const answer = (name: string, given: string | undefined) => {
    const next = Object.fromEntries(
      Object.entries({ ...answers, [name]: given }).filter((e): e is [string, string] => e[1] !== undefined),
    )
    setAnswers(next)
    setBefore(report)
    check.mutate({ csv: text, given: next })
  }
  const choose = (e: ChangeEvent<HTMLInputElement>) => {
    const chosen = e.target.files?.[0]
    e.target.value = ''
    if (!chosen) return
    setFile(chosen.name.replace(/(\.csv)?$/i, '') + '-verdicts.csv')
    void chosen.text().then(run)
  }
  const rows = report?.rows ?? []
  const asked = (report?.questions ?? []).filter((q) => q.waits || q.given)
  const shown = only ? rows.filter((r) => r.mark === only) : rows
  const error = check.error ?? roomFile.error ?? rooms.error
  return (
    <main className="screen check-list">
      <header className="screen-head">
        <div>
          <h1>{say('check-a-list')}</h1>
          <p className="soft" data-main>
            {say('the-resource-cupboard-as-plain')}
          </p>
        </div>
        <div className="actions">
          <Form.Select
            aria-label={say('room-to-check-for')}
            value={room?.id ?? ''}
            onChange={(e) => {
              setRoomID(e.target.value)
              check.reset()
              setBefore(undefined)
              setAnswers({})
            }}
          >
            {rooms.data?.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}
              </option>
            ))}
          </Form.Select>
          <label className="btn btn-primary" htmlFor={`${id}-file`}>
            {say('choose-a-file')}
          </label>
          <input id={`${id}-file`} className="visually-hidden" type="file" accept=".csv,text/csv" onChange={choose} />
          {report && (
            <Button variant="outline-primary" onClick={() => saveFile(file, 'text/csv', report.csv)}>
              {say('save-with-verdicts')}
            </Button>
          )}
        </div>
      </header>
      {error && (
        <Failure
          error={new Error(say('not-checked-message', { message: error.message }))}
          retry={check.error ? () => check.mutate({ csv: text, given: answers }) : undefined}
        />
      )}
      {rows.length > 0 && (
        <>
          {asked.length > 0 && (
            <section className="asked" aria-label={say('questions-about-the-list')}>
              {asked.map((q) => (
                <Ask
                  key={q.name}
                  question={q}
                  about={`${q.name}, ${say('rows', { count: q.rows })}`}
                  onAnswer={(given) => answer(q.name, given)}
                />
              ))}
            </section>
          )}
          <div className="tally" role="group" aria-label={say('show-only')}>
            {order.map((v) => (
              <button
                key={v}
                type="button"
                className={v}
                aria-pressed={only === v}
                onClick={() => setOnly(only === v ? '' : v)}
              >
                <Glyph mark={v} /> <b className="figure">{rows.filter((r) => r.mark === v).length}</b> {markInLine(v)}
              </button>
            ))}
          </div>
          <table className={check.isPending ? 'verdict-table stale' : 'verdict-table'}>
            <caption className="visually-hidden">
              {say('row-checked-for-name', { row: say('rows', { count: rows.length }), name: room?.name })}
            </caption>
            <thead>
              <tr>
                <th scope="col">{say('thing')}</th>
                <th scope="col">{say('for-name', { name: room?.name })}</th>
                <th scope="col">{say('why')}</th>
                <th scope="col">{say('instead')}</th>
              </tr>
            </thead>
            <tbody>
              {shown.slice(0, 500).map((r, i) => (
                <tr key={i} className={r.mark}>
                  <th scope="row">
                    {r.name || say('no-name')}
                    {r.taken && <span className="soft taken">{say('taken-for-taken', { taken: r.taken })}</span>}
                  </th>
                  <td>
                    <MarkLine mark={r.mark} />
                  </td>
                  <td>
                    {r.why || say('no-rule-objects')}{' '}
                    {r.rules.length > 0 && <span className="soft">{r.rules.join(', ')}</span>}
                  </td>
                  <td>{r.swap}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {shown.length > 500 && <p className="soft">{say('the-first-500-of-are', { shown: shown.length })}</p>}
        </>
      )}
      {rows.length === 0 && (
        <Empty
          action={
            <Button variant="outline-primary" onClick={() => run(sample)}>
              {say('try-it-with-four-things')}
            </Button>
          }
        >
          {say('one-name-a-line-is')}
        </Empty>
      )}
      <Form
        className="paste"
        onSubmit={(e) => {
          e.preventDefault()
          setFile('verdicts.csv')
          run(text)
        }}
      >
        <Form.Group controlId={`${id}-text`}>
          <Form.Label>{say('or-type-or-paste-the')}</Form.Label>
          <Form.Control
            as="textarea"
            rows={5}
            spellCheck={false}
            value={text}
            placeholder={say('dried-peas-marbles-pom-poms')}
            onChange={(e) => setText(e.target.value)}
          />
        </Form.Group>
        <div className="actions">
          <Button type="submit" variant="outline-primary" disabled={!text.trim() || check.isPending}>
            {say('check-the-list')}
          </Button>
          <Button variant="quiet" onClick={() => roomFile.mutate()}>
            {say('save-this-room-for-the')}
          </Button>
        </div>
        <p className="soft">{say('the-same-answer-without-a')}</p>
      </Form>
    </main>
  )
}
