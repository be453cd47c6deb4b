import { useQueries, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Link, useParams } from 'react-router'
import { api, ApiError, ask, type Room, type Schemas } from '../../api/client'
import { outdate } from '../../api/keys'
import { limits } from '../../api/limits.gen'
import { logQuery, nextQuery } from '../../entities/log/queries'
import { roomsQuery } from '../../entities/room/queries'
import { PickThing } from '../../entities/thing/PickThing'
import { itemQuery } from '../../entities/thing/queries'
import { useRecord } from '../../forms/record'
import { Unkept } from '../../forms/Unkept'
import { dayAndTime, grams, share } from '../../ui/format'
import { Mark } from '../../ui/Mark'
import { readNumber, whyNoNumber } from '../../ui/numbers'
import { Stepper } from '../../ui/Stepper'
import { Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { Changed } from './Changed'
import { useSettled } from '../../ui/useSettled'
import { Numbers } from '../../entities/centre/Numbers'
import { Row, Taps } from './Row'
import { Foot } from '../../ui/Foot'
import { say } from './catalogue'

type Stored = Schemas['StoredLog']
type Told = Omit<Schemas['LogInput'], 'version'>

/** How a set-up went, in taps; what that changes is said at once. */
export function Log() {
  const { id = '' } = useParams()
  const log = useQuery(logQuery(id))
  const rooms = useQuery(roomsQuery)
  usePageTitle(say('log'))
  const error = log.error ?? rooms.error
  if (error) {
    return (
      <main className="screen">
        <Failure error={error} retry={() => void Promise.all([log.refetch(), rooms.refetch()])} />
      </main>
    )
  }
  if (!log.data || !rooms.data) return <Waiting what={say('the-set-up')} />
  return <Telling key={id} id={id} stored={log.data} room={rooms.data.find((r) => r.id === log.data.offered.room_id)} />
}

const told = ({
  again,
  level,
  mess,
  minutes,
  left,
  short,
  counted_in,
  added,
  own_thing,
  word,
  watched,
  mouthed,
}: Stored): Told => ({ again, level, mess, minutes, left, short, counted_in, added, own_thing, word, watched, mouthed })

/** What is told, in words. */
const inWords = (l: Told, name: (item: string) => string, room?: Room) => ({
  [say('again')]: l.again && { yes: say('yes'), no: say('not-again') }[l.again],
  [say('next-time')]: l.level,
  [say('left-over')]: l.short ? say('ran-short') : l.left === undefined ? undefined : share(l.left),
  [say('mess')]: l.mess?.toString(),
  [say('mouthed-or-ate-some')]: room?.children
    .filter((c) => l.mouthed.includes(c.id))
    .map((c) => c.initials)
    .join(', '),
  [say('minutes')]: l.minutes?.toString(),
  [say('counted-back-in')]: l.counted_in?.toString(),
  [say('supervised-by')]: l.watched,
  [say('what-the-children-made-of')]: l.own_thing,
  [say('note')]: l.word,
  [say('added')]: l.added?.map((a) => `${name(a.item_id)} ${grams(a.grams)}`).join(', '),
})

function Telling({ id, stored, room }: { id: string; stored: Stored; room?: Room }) {
  const [first] = useState(() => told(stored))
  const [names, setNames] = useState<Record<string, string>>({})
  const [typed, setTyped] = useState<Record<string, string>>({}) // what was added, in g
  const asked = useQueries({
    queries: (stored.added ?? []).map((a) => itemQuery(a.item_id, 'open')),
  })
  const called = (item: string) => names[item] ?? asked.find((q) => q.data?.id === item)?.data?.name ?? item
  const client = useQueryClient()
  const record = useRecord<Told, Stored, Stored>({
    first,
    version: stored.version,
    latest: stored,
    send: async (version, values) => {
      const fault = values.added
        ?.map((a) => typed[a.item_id])
        .map((text) => (text === undefined ? undefined : whyNoNumber(text)))
        .find(Boolean)
      if (fault) throw new ApiError(422, fault, 'added')
      return await ask(api.PUT('/api/setups/{id}/log', { params: { path: { id } }, body: { ...values, version } }))
    },
    valuesOf: told,
    onSaved: (next) => {
      client.setQueryData(logQuery(id).queryKey, next)
      return outdate(client, 'log')
    },
    stays: (next) => next,
    words: (values) => inWords(values, called, room),
  })
  const { values: l, change, wrong } = record
  const weigh = (item: string, text: string) => {
    setTyped((was) => ({ ...was, [item]: text }))
    change({ added: l.added?.map((a) => (a.item_id === item ? { ...a, grams: readNumber(text) || 0 } : a)) })
  }
  const offered = stored.offered
  const coming = useQuery(nextQuery(id, useSettled(l)))
  const next = coming.error ? undefined : coming.data
  const byNote = next?.changes.filter((c) => c.what === 'note') ?? []
  const amounts = next?.changes.filter((c) => c.what !== 'note') ?? []
  const byAmount = l.short || l.left !== undefined ? amounts : []
  const byLevel = byAmount.length > 0 ? byNote : [...amounts, ...byNote]
  const mouthing = room?.children.filter((c) => next?.mouthing.includes(c.id)).map((c) => c.initials) ?? []
  const missing = l.counted_in === undefined ? 0 : stored.given - l.counted_in
  const form = `log-${id}`
  return (
    <>
      <main className="screen log">
        <header className="screen-head">
          <div>
            <h1 data-main>{say('log-name', { name: offered.name })}</h1>
            <p className="soft">
              {offered.room}, {dayAndTime(offered.play_at)}
              {stored.version > 0 &&
                say('saved-by-corrected', {
                  by: stored.by ? ` ${say('by-by', { by: stored.by })}` : '',
                  corrected: stored.corrected
                    ? say('corrected-time', { time: say('times', { count: stored.corrected }) })
                    : '',
                })}
            </p>
          </div>
          <div className="actions">
            <Link className="btn btn-outline-primary" to={`/bench/${id}`}>
              {say('the-set-up-title')}
            </Link>
          </div>
        </header>
        <Unkept />
        {stored.version > 0 && <Changed stored={stored} room={room} />}
        <Form id={form} aria-label={say('how-it-went')} noValidate onSubmit={record.submit}>
          <p className="log-row log-head" aria-hidden="true">
            <b>{say('next-time')}</b>
          </p>
          <Taps
            legend={say('went-well')}
            choices={[
              ['yes', say('yes-again')],
              ['no', say('not-again-title')],
            ]}
            value={l.again}
            onPick={(again) => change({ again })}
            next={l.again === 'no' ? say('no-other-amounts') : l.again && say('suggested-again')}
          />
          <Taps
            legend={say('level')}
            choices={[
              ['simpler', say('simpler')],
              ['right', say('just-right')],
              ['harder', say('harder')],
            ]}
            value={l.level}
            onPick={(level) => change({ level })}
            next={l.level === 'right' ? say('the-same-again') : l.level && words(byLevel)}
          />
          <Taps
            legend={say('left-over')}
            choices={[
              [0, say('nothing')],
              [0.25, say('a-quarter')],
              [0.5, say('half')],
              [0.75, say('most-of-it')],
            ]}
            value={l.left}
            onPick={(left) => change({ left, short: undefined })}
            next={(l.short || l.left !== undefined) && (words(byAmount) || say('the-same-again'))}
          >
            <button
              type="button"
              aria-pressed={l.short === true}
              onClick={() => change({ short: l.short ? undefined : true, left: undefined })}
            >
              {say('ran-short-title')}
            </button>
          </Taps>
          <Taps
            legend={say('mess')}
            choices={[
              [1, say('little')],
              [2, say('some')],
              [3, say('a-lot')],
            ]}
            value={l.mess}
            onPick={(mess) => change({ mess })}
          />
          {room && (
            <Row
              legend={say('who-mouthed-or-ate-some')}
              next={mouthing.length > 0 && say('noted-as-mouthing-once', { initials: mouthing.join(', ') })}
            >
              <div className="chips">
                {room.children.map((c) => (
                  <button
                    key={c.id}
                    type="button"
                    aria-pressed={l.mouthed.includes(c.id)}
                    onClick={() =>
                      change({
                        mouthed: l.mouthed.includes(c.id) ? l.mouthed.filter((x) => x !== c.id) : [...l.mouthed, c.id],
                      })
                    }
                  >
                    {c.initials}
                  </button>
                ))}
              </div>
              {l.mouthed.length > 0 && (
                <p className="short">
                  {say('swallowed-a-mouthful-call-poison')} <Numbers poison />
                </p>
              )}
            </Row>
          )}
          <Row legend={say('they-played-for')}>
            <Stepper
              label={say('minutes-that-they-played')}
              unit={say('min')}
              value={l.minutes ?? 0}
              min={0}
              max={300}
              step={5}
              onChange={(n) => change({ minutes: n || undefined })}
            />
          </Row>
          {stored.given > 0 && (
            <Row
              legend={say('pieces-counted-back-in-of', { given: stored.given })}
              next={missing > 0 && say('find-pieces', { count: missing })}
            >
              <Stepper
                label={say('pieces-counted-back-in-of-title', { given: stored.given })}
                unit={say('pieces')}
                value={l.counted_in ?? stored.given}
                min={0}
                max={stored.given}
                onChange={(counted_in) => change({ counted_in })}
              />
              {l.counted_in === undefined && (
                <Button variant="quiet" onClick={() => change({ counted_in: stored.given })}>
                  {say('all-of-them')}
                </Button>
              )}
            </Row>
          )}
          <Row legend={<label htmlFor="log-watched">{say('supervised-by')}</label>}>
            <Form.Control
              id="log-watched"
              maxLength={limits.LogInput.watched}
              isInvalid={!!wrong('watched')}
              value={l.watched ?? ''}
              onChange={(e) => change({ watched: e.target.value || undefined })}
            />
            <Form.Control.Feedback type="invalid">{wrong('watched')}</Form.Control.Feedback>
          </Row>
          <Row
            legend={<label htmlFor="log-own">{say('what-the-children-made-of')}</label>}
            next={l.own_thing && say('shown-when-planned-again')}
          >
            <Form.Control
              id="log-own"
              maxLength={limits.LogInput.own_thing}
              placeholder={say('poured-it-sold-it-as')}
              isInvalid={!!wrong('own_thing')}
              value={l.own_thing ?? ''}
              onChange={(e) => change({ own_thing: e.target.value || undefined })}
            />
            <Form.Control.Feedback type="invalid">{wrong('own_thing')}</Form.Control.Feedback>
          </Row>
          <Row legend={<label htmlFor="log-word">{say('note')}</label>}>
            <Form.Control
              id="log-word"
              maxLength={limits.LogInput.word}
              isInvalid={!!wrong('word')}
              value={l.word ?? ''}
              onChange={(e) => change({ word: e.target.value || undefined })}
            />
            <Form.Control.Feedback type="invalid">{wrong('word')}</Form.Control.Feedback>
          </Row>
          <Row legend={say('added-during-play')}>
            <ul className="went-in">
              {(l.added ?? []).map((a) => (
                <li key={a.item_id}>
                  <label htmlFor={`added-${a.item_id}`}>{called(a.item_id)}</label>
                  <Form.Control
                    id={`added-${a.item_id}`}
                    inputMode="decimal"
                    maxLength={6}
                    value={typed[a.item_id] ?? (a.grams || '')}
                    placeholder="g"
                    isInvalid={!!wrong('added')}
                    onChange={(e) => weigh(a.item_id, e.target.value)}
                  />
                  <span>{say('g')}</span>
                  <Button
                    variant="quiet"
                    className="drop-x"
                    aria-label={say('drop-called', { called: called(a.item_id) })}
                    onClick={() => change({ added: l.added?.filter((x) => x !== a) })}
                  >
                    ×
                  </Button>
                </li>
              ))}
            </ul>
            <PickThing
              room={stored.offered.room_id}
              label={say('something-that-was-added')}
              placeholder={say('flour-water-vinegar')}
              onPick={(i) => {
                setNames((n) => ({ ...n, [i.id]: i.name }))
                if (!l.added?.some((a) => a.item_id === i.id))
                  change({ added: [...(l.added ?? []), { item_id: i.id, grams: 0 }] })
              }}
            />
          </Row>
          {record.notices()}
        </Form>
        <section aria-labelledby="was-offered">
          <h2 id="was-offered">{say('what-was-offered')}</h2>
          {offered.mark && (
            <p>
              <Mark mark={offered.mark} /> {offered.what}
            </p>
          )}
          {offered.reason && <p className="short">{offered.reason}</p>}
          <p>
            {say('for-children-with-adult-contains', {
              children: say('children', { count: offered.children }),
              adult: say('adults', { count: offered.adults }),
              contains: offered.contains
                ? say('contains-contains', { contains: offered.contains })
                : say('none-of-the-listed-allergens'),
            })}
          </p>
        </section>
      </main>
      <Foot className="plain">
        <div>
          <span>{say('changes-start-when-you-save')}</span>
          <strong>
            {next
              ? say('changes-next-time', { count: amounts.length + mouthing.length + (missing > 0 ? 1 : 0) })
              : say('changes-not-known')}
          </strong>
        </div>
        <button type="submit" form={form} className="print" disabled={record.busy}>
          {stored.version > 0 ? say('save-changes') : say('save-log')}
        </button>
      </Foot>
    </>
  )
}

const words = (changes: Schemas['Lesson'][]) => changes.map((c) => c.words).join(' ')
