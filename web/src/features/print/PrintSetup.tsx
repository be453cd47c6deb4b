import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useRef } from 'react'
import { Button } from 'react-bootstrap'
import { Link, useParams } from 'react-router'
import { v7 } from 'uuid'
import { api, ask, type Answer, type Finding, type Line, type Room, type Setup } from '../../api/client'
import { instant } from '../../api/clock'
import { outdate } from '../../api/keys'
import type { Slot } from '../../entities/day/prep'
import { setupPrepQuery } from '../../entities/day/queries'
import { answerQuery, setupQuery } from '../../entities/setup/queries'
import { roomsQuery } from '../../entities/room/queries'
import { useSession } from '../../session/session'
import { usePageTitle } from '../../ui/usePageTitle'
import { dayAndTime, duration, timeOfDay } from '../../ui/format'
import { Glyph, markWord } from '../../ui/Mark'
import { Failure, Waiting } from '../../ui/States'
import { answered, objections, readiness } from '../../entities/setup/model'
import { draftOf, planOf } from '../../entities/setup/draft'
import { Precautions } from '../../entities/setup/Precautions'
import { asks } from '../../entities/room/model'
import { sameDay } from '../../ui/wall'
import { Numbers } from '../../entities/centre/Numbers'
import { isDraft, nameOf, whatOf, type Missing } from '../../entities/setup/missing'
import { Amounts, Things } from './HowMuch'
import { say } from './catalogue'

export function PrintSetup() {
  const { id = '' } = useParams()
  const setup = useQuery(setupQuery(id))
  const rooms = useQuery(roomsQuery)
  const room = rooms.data?.find((r) => r.id === setup.data?.room_id)
  const error = setup.error ?? rooms.error
  if (error) return <Failure error={error} />
  if (!setup.data || !room) return <Waiting what={say('the-sheet')} />
  return <Sheet setup={setup.data} room={room} />
}

function Sheet({ setup, room }: { setup: Setup; room: Room }) {
  usePageTitle(setup.name)
  const asked = useQuery(answerQuery(planOf(draftOf(setup)), room.version))
  const prep = useQuery(setupPrepQuery(setup.id))
  if (asked.error)
    return (
      <Failure
        error={new Error(say('not-checked-so-there-is', { message: asked.error.message }))}
        retry={() => void asked.refetch()}
      />
    )
  if (!asked.data || asked.isPlaceholderData) return <Waiting what={say('the-check')} />
  if (prep.isPending) return <Waiting what={say('when-it-is-prepared')} />
  return (
    <Paper
      setup={setup}
      room={room}
      answer={asked.data.answer}
      prep={prep.data?.slots ?? []}
      among={prep.data?.missing}
    />
  )
}

/** Notes that the set-up was printed as it is, so that Today says when the sheet is not true any more. */
function usePrinted(setup: Setup) {
  const client = useQueryClient()
  const at = useRef(0)
  const note = useCallback(() => {
    if (instant() - at.current < onePrintMs) return
    at.current = instant()
    ask(
      api.PUT('/api/prints/{id}', {
        params: { path: { id: v7() } },
        body: { setup_id: setup.id, version: setup.version },
        keepalive: true,
      }),
    ).then(
      // also when the page is left at once
      () => outdate(client, 'seen'),
      () => (at.current = 0),
    )
  }, [client, setup.id, setup.version])
  useEffect(() => {
    window.addEventListener('beforeprint', note)
    return () => window.removeEventListener('beforeprint', note)
  }, [note])
  return note
}

const onePrintMs = 3000

/** The letters of the children who play, where somebody named them. */
const namesOf = (setup: Setup, room: Room) =>
  room.children
    .filter((c) => setup.play?.only?.includes(c.id))
    .map((c) => c.initials)
    .join(', ')

/** A time of a set-up, with its day where that is another. */
const on = (setup: Setup, wall: string) => (sameDay(wall, setup.play_at) ? timeOfDay(wall) : dayAndTime(wall))

/** When hands do what, among all that is prepared in the centre. */
function Prepared({ setup, slots }: { setup: Setup; slots: Slot[] }) {
  return (
    <ol className="steps">
      {slots.map((s) => (
        <li key={s.id}>
          <b>{on(setup, s.starts)}</b> {s.text}, {duration(s.minutes)}.
          {s.adult_only && <em> {say('adult-only-sentence')}</em>}
          {s.children_help && <em> {say('children-can-help-sentence')}</em>}
          {s.asks && ` ${say('measure-asks', { asks: s.asks })}`}
          {s.wait_until &&
            ` ${say('then-wait-text-until-setup', { waitText: s.wait_text ? `${s.wait_text.charAt(0).toLowerCase()}${s.wait_text.slice(1)}` : say('leave-it'), setup: on(setup, s.wait_until) })}`}
          {(s.late_minutes ?? 0) > 0 && <b> {say('duration-late', { duration: duration(s.late_minutes ?? 0) })}</b>}
          {s.outside && ` ${say('outside-prep-time-sentence')}`}
        </li>
      ))}
    </ol>
  )
}

/** The same as late as can be, for what is not prepared among the rest. */
function Backward({ setup, steps }: { setup: Setup; steps: Answer['timeline'] }) {
  return (
    <ol className="steps">
      {steps.map((s) => (
        <li key={s.text}>
          <b>{on(setup, s.starts)}</b> {s.text}, {duration(s.minutes)}
          {s.wait ? ` ${say('waiting')}` : ''}.{s.adult_only && <em> {say('adult-only-sentence')}</em>}
          {s.children_help && <em> {say('children-can-help-sentence')}</em>}
        </li>
      ))}
    </ol>
  )
}

interface PaperProps {
  setup: Setup
  room: Room
  answer: Answer
  prep: Slot[]
  /** What is missing beside all that other set-ups take; not known of one that has opened. */
  among?: Missing[]
}

function Paper({ setup, room, answer: a, prep, among }: PaperProps) {
  const missing = among ?? a.missing ?? []
  const session = useSession()
  const printed = usePrinted(setup)
  useEffect(() => void window.scrollTo(0, 0), []) // the bench it comes from may have been scrolled; a browser may answer it with a promise
  const lines = answered(a)
  const findings = lines.flatMap((l) => l.findings)
  return (
    <main className="paper">
      <p className="no-print actions">
        <Link to={`/bench/${setup.id}`}>{say('back-to-the-set-up')}</Link>
        <Button
          onClick={() => {
            printed()
            window.print()
          }}
        >
          {say('print')}
        </Button>
      </p>
      <header>
        <div>
          <h1>{setup.name}</h1>
          <p>
            {say('play-starts-start-prep-by', {
              name: room.name,
              dayAndTime: dayAndTime(setup.play_at),
              setup: on(setup, prep[0]?.starts ?? a.start_by),
            })}
            {prep.some((s) => !s.done && (s.late_minutes ?? 0) > 0) && <b> {say('late-see-prep')}.</b>}
          </p>
          <p>
            {say('youngest-treated-as', {
              children: say('children', { count: a.group.children }),
              adult: say('adults', { count: a.group.adults }),
              youngestWords: a.group.youngest_words,
              asks: asks(room).length > 0 && ` · ${asks(room).join(', ')}`,
            })}
          </p>
          {a.players && (
            <p>
              <b>{a.players.says}</b>
              {a.players.apart &&
                ` · ${say(a.players.home ? 'at-home-checked-for-alone' : 'no-other-child-in-reach', { names: namesOf(setup, room) })}`}
            </p>
          )}
        </div>
        <p className={missing.length === 0 ? 'stamp' : 'stamp not-ready'}>
          <Glyph mark={a.mark ?? 'not-checked'} size="large" />
          <span>{readiness(a, missing)}</span>
        </p>
      </header>
      {isDraft(missing) && <p className="warning">{say('draft-do-not-use-until')}</p>}
      {missing.length > 0 && (
        <p className="missing">
          <b>{say('still-missing')}:</b>
          {missing.map((m, i) => (
            <span key={i}>
              ☐ {nameOf(m)}: {whatOf(m)}
            </span>
          ))}
        </p>
      )}
      <div className="columns">
        <section>
          <h2>{say('how-much')}</h2>
          {a.places.map((p) => (
            <div key={p.id} className="place">
              {a.places.length > 1 && <h3>{p.name}</h3>}
              <Amounts place={p} children={a.players?.at_once ?? a.group.children} />
              <Things lines={[...p.base, ...p.lines]} />
            </div>
          ))}
          {a.beside.length > 0 && (
            <div className="place">
              <h3>{say('beside')}</h3>
              <Things lines={a.beside} />
            </div>
          )}
          {a.wear && <p>{a.wear.join(' ')}</p>}
          {a.routine && (
            <>
              <h2>{say('our-routine-every-time-title')}</h2>
              <ul>
                {a.routine.map((r) => (
                  <li key={r}>{r}</li>
                ))}
              </ul>
            </>
          )}
        </section>
        <section>
          <h2>{say('by-when')}</h2>
          {prep.length > 0 ? <Prepared setup={setup} slots={prep} /> : <Backward setup={setup} steps={a.timeline} />}
          {a.places.map(
            (p) =>
              p.mix && (
                <p key={p.id}>
                  {say('places-not-taste-safe-allergens', {
                    places: a.places.length > 1 && `${p.mix.recipe}: `,
                    notTasteSafe:
                      p.mix.nature.not_taste_safe.length === 0
                        ? say('taste-safe-for-these-children')
                        : say('not-taste-safe', { notTasteSafe: p.mix.nature.not_taste_safe.join('; ') }),
                    allergens:
                      p.mix.nature.allergens !== 'none' &&
                      ` ${say('contains-allergens', { allergens: p.mix.nature.allergens })}`,
                    keeps: p.mix.keeps,
                  })}
                </p>
              ),
          )}
          {a.places.flatMap((p) => (p.notes ?? []).map((n) => <p key={`${p.id}${n}`}>{n}</p>))}
          {a.packets?.some((p) => p.taken) && (
            <>
              <h2>{say('only-these-packets')}</h2>
              <ul className="boxes">
                {a.packets
                  .filter((p) => p.taken)
                  .map((p) => (
                    <li key={`${p.item_id}${p.says}`}>
                      {say('use-only-the-packet-whose', { name: p.name, says: p.says })}
                    </li>
                  ))}
              </ul>
            </>
          )}
          {a.precautions && (
            <>
              <h2>{say('precautions-who-does-each')}</h2>
              <Precautions all={a.precautions} boxes doers={setup.doers} />
            </>
          )}
        </section>
      </div>
      {findings.length > 0 && (
        <section>
          <h2>
            {say('why')} <span className="source">{say('rule-its-source-stands-in')}</span>
          </h2>
          {objections(a).map((l) => (
            <Reason key={l.name} line={l} />
          ))}
        </section>
      )}
      <footer>
        <ul>
          {a.baseline.map((b) => (
            <li key={b}>{b}</li>
          ))}
        </ul>
        <p>
          <Numbers />
        </p>
        <p>
          {say('staffing-by-checked', {
            name: session.centre.name,
            ratioTitle: session.centre.ratio_title,
            split: dayAndTime(`${session.today}T00:00`).split(',')[0],
          })}
        </p>
      </footer>
    </main>
  )
}

function Reason({ line }: { line: Line }) {
  const worst: Finding | undefined = line.findings[0]
  if (!worst) return null
  return (
    <p className="reason">
      <b>
        {markWord(worst.mark)}: {line.name}.
      </b>{' '}
      {worst.reason} <span className="source">[{worst.rule}]</span>
    </p>
  )
}
