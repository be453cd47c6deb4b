import { useMutation, useQuery } from '@tanstack/react-query'
import { useId, useState, type ChangeEvent } from 'react'
import { Button, Form } from 'react-bootstrap'
import { api, ask, type Mark } from '../../api/client'
import { roomsQuery } from '../../api/queries'
import { usePageTitle } from '../../app/session'
import { plural } from '../../ui/format'
import { Glyph, MarkLine, marks, markWord } from '../../ui/Mark'
import { Empty, Failure } from '../../ui/States'

const sample = 'name,use,solid,size_mm,contains,traits\nDried peas,,,,,\nTennis balls,,,,,\nWooden whale,open,irregular,95x40x25,none,hard\nHome-made gel,sealed,,,,not-food;gel\n'

const order = marks.toReversed()

/** Gives a text to the person as a file. */
function download(name: string, text: string, type: string) {
  const url = URL.createObjectURL(new Blob([text], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  window.setTimeout(() => URL.revokeObjectURL(url), 1000)
}

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
  const check = useMutation({ mutationFn: (csv: string) => ask(api.POST('/api/checklist', { body: { room_id: room?.id ?? '', csv } })) })
  const roomFile = useMutation({
    mutationFn: () => ask(api.GET('/api/rooms/{id}/file', { params: { path: { id: room?.id ?? '' } } })),
    onSuccess: (body) => download('room.json', JSON.stringify(body, null, 2) + '\n', 'application/json'),
  })
  const run = (csv: string) => {
    setText(csv)
    setOnly('')
    check.mutate(csv)
  }
  const choose = (e: ChangeEvent<HTMLInputElement>) => {
    const chosen = e.target.files?.[0]
    e.target.value = ''
    if (!chosen) return
    setFile(chosen.name.replace(/(\.csv)?$/i, '') + '-verdicts.csv')
    void chosen.text().then(run)
  }
  const rows = check.data?.rows ?? []
  const shown = only ? rows.filter((r) => r.mark === only) : rows
  const error = check.error ?? roomFile.error ?? rooms.error
  return (
    <main className="screen check-list">
      <header className="screen-head">
        <div>
          <h1>Check a list</h1>
          <p className="soft">The resource cupboard as CSV, checked for one room in one go. Nothing of it is stored.</p>
        </div>
        <div className="actions">
          <Form.Select aria-label="Room to check for" value={room?.id ?? ''} onChange={(e) => { setRoomID(e.target.value); check.reset() }}>
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
          {check.data && (
            <Button variant="outline-primary" onClick={() => download(file, check.data.csv, 'text/csv')}>
              Save with verdicts
            </Button>
          )}
        </div>
      </header>
      {error && <Failure error={new Error(`Not checked. ${error.message}`)} retry={check.error ? () => check.mutate(text) : undefined} />}
      {rows.length > 0 && (
        <>
          <div className="tally" role="group" aria-label="Show only">
            {order.map((v) => (
              <button key={v} type="button" className={v} aria-pressed={only === v} onClick={() => setOnly(only === v ? '' : v)}>
                <Glyph mark={v} /> <b className="figure">{rows.filter((r) => r.mark === v).length}</b> {markWord(v).toLowerCase()}
              </button>
            ))}
          </div>
          <table className="verdict-table">
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
                  <th scope="row">{r.name || '(no name)'}</th>
                  <td>
                    <MarkLine mark={r.mark} />
                  </td>
                  <td>
                    {r.why || 'No rule objects.'} {r.rules.length > 0 && <span className="soft">{r.rules.join(', ')}</span>}
                  </td>
                  <td>{r.swap}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {shown.length > 500 && <p className="soft">The first 500 of {shown.length} are shown; the saved file holds all.</p>}
        </>
      )}
      {rows.length === 0 && (
        <Empty action={<Button variant="outline-primary" onClick={() => run(sample)}>Try it with four things</Button>}>
          One thing a row, with a header: name, use, solid, size_mm, contains, traits. A name alone is looked up on the shelf; what is not known there is never cleared.
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
          <Form.Control as="textarea" rows={5} spellCheck={false} value={text} placeholder={'name,use\nDried peas,\nMarbles,sealed'} onChange={(e) => setText(e.target.value)} />
        </Form.Group>
        <div className="actions">
          <Button type="submit" variant="outline-primary" disabled={!text.trim() || check.isPending}>
            Check the list
          </Button>
          <Button variant="quiet" onClick={() => roomFile.mutate()}>
            Save this room for the command line
          </Button>
        </div>
        <p className="soft">The same answer without a server: emblo check --room room.json list.csv. Local licensing rules, labels and health professionals come first; an adult watches.</p>
      </Form>
    </main>
  )
}
