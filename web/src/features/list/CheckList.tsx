import { useMutation, useQuery } from '@tanstack/react-query'
import { useId, useState, type ChangeEvent } from 'react'
import { Button, Form } from 'react-bootstrap'
import { api, ask, type Mark, type Schemas } from '../../api/client'
import { roomsQuery } from '../../entities/room/queries'
import { saveFile } from '../../ui/saveFile'
import { usePageTitle } from '../../ui/usePageTitle'
import { plural } from '../../ui/format'
import { Glyph, MarkLine, marks, markInLine } from '../../ui/Mark'
import { Ask } from '../../ui/Ask'
import { Empty, Failure } from '../../ui/States'

const sample =
  'name,use,solid,size_mm,contains,traits\nDried peas,,,,,\nTennis balls,,,,,\nWooden whale,open,irregular,95x40x25,none,hard\nHome-made gel,sealed,,,,not-food;gel\n'

const order = marks.toReversed()

/** A list of the resource cupboard, checked against a room in one go. */
export function CheckList() {
  usePageTitle('List')
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
          <h1>Check a list</h1>
          <p className="soft">
            The resource cupboard, as plain names or as CSV, checked for one room in one go. Nothing of it is stored.
          </p>
        </div>
        <div className="actions">
          <Form.Select
            aria-label="Room to check for"
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
            Choose a file
          </label>
          <input id={`${id}-file`} className="visually-hidden" type="file" accept=".csv,text/csv" onChange={choose} />
          {report && (
            <Button variant="outline-primary" onClick={() => saveFile(file, 'text/csv', report.csv)}>
              Save with verdicts
            </Button>
          )}
        </div>
      </header>
      {error && (
        <Failure
          error={new Error(`Not checked. ${error.message}`)}
          retry={check.error ? () => check.mutate({ csv: text, given: answers }) : undefined}
        />
      )}
      {rows.length > 0 && (
        <>
          {asked.length > 0 && (
            <section className="asked" aria-label="Questions about the list">
              {asked.map((q) => (
                <Ask
                  key={q.name}
                  question={q}
                  about={`${q.name}, ${plural(q.rows, 'row')}`}
                  onAnswer={(given) => answer(q.name, given)}
                />
              ))}
            </section>
          )}
          <div className="tally" role="group" aria-label="Show only">
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
              {plural(rows.length, 'row')} checked for {room?.name}
            </caption>
            <thead>
              <tr>
                <th scope="col">Thing</th>
                <th scope="col">For {room?.name}</th>
                <th scope="col">Why</th>
                <th scope="col">Instead</th>
              </tr>
            </thead>
            <tbody>
              {shown.slice(0, 500).map((r, i) => (
                <tr key={i} className={r.mark}>
                  <th scope="row">
                    {r.name || '(no name)'}
                    {r.taken && <span className="soft taken">taken for {r.taken}</span>}
                  </th>
                  <td>
                    <MarkLine mark={r.mark} />
                  </td>
                  <td>
                    {r.why || 'No rule objects.'}{' '}
                    {r.rules.length > 0 && <span className="soft">{r.rules.join(', ')}</span>}
                  </td>
                  <td>{r.swap}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {shown.length > 500 && (
            <p className="soft">The first 500 of {shown.length} are shown; the saved file holds all.</p>
          )}
        </>
      )}
      {rows.length === 0 && (
        <Empty
          action={
            <Button variant="outline-primary" onClick={() => run(sample)}>
              Try it with four things
            </Button>
          }
        >
          One name a line is enough. If we do not know an item, we do not say OK. A header may add columns: name, use,
          solid, size_mm, contains, traits.
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
          <Form.Label>Or type or paste the list</Form.Label>
          <Form.Control
            as="textarea"
            rows={5}
            spellCheck={false}
            value={text}
            placeholder={'dried peas\nmarbles\npom-poms'}
            onChange={(e) => setText(e.target.value)}
          />
        </Form.Group>
        <div className="actions">
          <Button type="submit" variant="outline-primary" disabled={!text.trim() || check.isPending}>
            Check the list
          </Button>
          <Button variant="quiet" onClick={() => roomFile.mutate()}>
            Save this room for the command line
          </Button>
        </div>
        <p className="soft">
          The same answer without a server: emblo check --room room.json list.csv. Local licensing rules, labels and
          health professionals come first; an adult watches.
        </p>
      </Form>
    </main>
  )
}
