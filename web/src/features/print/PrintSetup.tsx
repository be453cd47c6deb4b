import { useQuery } from '@tanstack/react-query'
import { Button } from 'react-bootstrap'
import { Link, useParams } from 'react-router'
import type { Answer, Finding, Line, Room, Setup } from '../../api/client'
import { answerQuery, setupQuery } from '../../entities/setup/queries'
import { roomsQuery } from '../../entities/room/queries'
import { useSession } from '../../session/session'
import { usePageTitle } from '../../ui/usePageTitle'
import { dayAndTime, grams, litres, measure, miss, plural, timeOfDay } from '../../ui/format'
import { conditions, Glyph, markWord } from '../../ui/Mark'
import { Failure, Waiting } from '../../ui/States'
import { draftOf, objections, planOf, readiness } from '../../entities/setup/model'
import { asks } from '../../entities/room/model'

export function PrintSetup() {
  const { id = '' } = useParams()
  const setup = useQuery(setupQuery(id))
  const rooms = useQuery(roomsQuery)
  const room = rooms.data?.find((r) => r.id === setup.data?.room_id)
  const error = setup.error ?? rooms.error
  if (error) return <Failure error={error} />
  if (!setup.data || !room) return <Waiting what="the sheet" />
  return <Sheet setup={setup.data} room={room} />
}

function Sheet({ setup, room }: { setup: Setup; room: Room }) {
  const session = useSession()
  usePageTitle(setup.name)
  const asked = useQuery(answerQuery(planOf(draftOf(setup)), room.version))
  if (asked.error) return <Failure error={new Error(`Not checked, so there is nothing to print. ${asked.error.message}`)} retry={() => void asked.refetch()} />
  if (!asked.data || asked.isPlaceholderData) return <Waiting what="the check" />
  const a = asked.data.answer
  const lines = [...(a.base ? [a.base] : []), ...a.lines]
  const findings = lines.flatMap((l) => l.findings)
  return (
    <main className="paper">
      <p className="no-print actions">
        <Link to={`/bench/${setup.id}`}>Back to the bench</Link>
        <Button onClick={() => window.print()}>Print</Button>
      </p>
      <header>
        <div>
          <h1>{setup.name}</h1>
          <p>
            {room.name} · opens {dayAndTime(setup.play_at)} · start by {timeOfDay(a.start_by)}
          </p>
          <p>
            {plural(a.group.children, 'child', 'children')}, {plural(a.group.adults, 'adult')} · youngest counts as {a.group.youngest_words}
            {asks(room).length > 0 && ` · ${asks(room).join(', ')}`}
          </p>
        </div>
        <p className={a.ready ? 'stamp' : 'stamp not-ready'}>
          <Glyph mark={a.mark ?? 'not-checked'} size="large" />
          <span>{readiness(a)}</span>
        </p>
      </header>
      {!a.ready && <p className="warning">Draft only. Do not set this up until what is kept out is gone and what is unknown has been measured.</p>}
      <div className="columns">
        <section>
          <h2>How much</h2>
          <Amounts answer={a} />
          <table className="things">
            <tbody>
              {lines.map((l, i) => (
                <ThingRow key={`${l.name}${i}`} line={l} />
              ))}
            </tbody>
          </table>
          {a.routine && (
            <>
              <h2>Our routine, at every tub</h2>
              <ul>
                {a.routine.map((r) => (
                  <li key={r}>{r}</li>
                ))}
              </ul>
            </>
          )}
        </section>
        <section>
          <h2>By when</h2>
          <ol className="steps">
            {a.timeline.map((s) => (
              <li key={s.text}>
                <b>{timeOfDay(s.starts)}</b> {s.text}, {s.minutes} min{s.wait ? ' waiting' : ''}.{s.adult_only && <em> Adult only.</em>}
                {s.children_help && <em> Children can help.</em>}
              </li>
            ))}
          </ol>
          {a.mix && (
            <p>
              {a.mix.nature.not_taste_safe.length === 0 ? 'Taste-safe for these children.' : `Not taste-safe: ${a.mix.nature.not_taste_safe.join('; ')}.`}
              {a.mix.nature.allergens !== 'none' && ` Holds ${a.mix.nature.allergens}.`} Keeps {a.mix.keeps}.
            </p>
          )}
          {conditions(findings).length > 0 && (
            <>
              <h2>Goes in with a hand: who does it?</h2>
              <ul className="boxes">
                {conditions(findings).map((c) => (
                  <li key={c}>{c}</li>
                ))}
              </ul>
            </>
          )}
        </section>
      </div>
      {findings.length > 0 && (
        <section>
          <h2>Why</h2>
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
          <b>{session.centre.emergency}</b>
        </p>
        <p>
          {session.centre.name} · staffing by {session.centre.ratio_title} · checked {dayAndTime(`${session.today}T00:00`).split(',')[0]}
        </p>
      </footer>
    </main>
  )
}

function Amounts({ answer: a }: { answer: Answer }) {
  if (a.fill) {
    return (
      <p>
        {plural(a.fill.tubs, a.fill.vessel.name.toLowerCase())}, {a.fill.depth_mm} mm deep: <b>{grams(a.fill.mass_g)}</b> ({litres(a.fill.volume_ml)}, {a.fill.cups} cups) in each, {grams(a.fill.in_all_g)} in all; {plural(a.fill.seats, 'child', 'children')} at each{a.fill.turns !== undefined && a.fill.turns > 1 ? `, in ${a.fill.turns} turns` : ''}.
      </p>
    )
  }
  if (!a.mix) return null
  return (
    <>
      <p>
        {a.mix.recipe}: <b>{grams(a.mix.made_g)}</b> for {a.group.children} at {grams(a.mix.portion_g)}
        {a.mix.colours > 1 && `, ${a.mix.colours} colours of ${grams(a.mix.colour_g)}`}
      </p>
      <table className="sums">
        <tbody>
          {a.mix.amounts.map((m) => (
            <tr key={m.item_id}>
              <th scope="row">{m.name}</th>
              <td>{m.scoops.map((s) => `${s.count} × ${measure(s.label)}`).join(' + ') || 'weigh it'}</td>
              <td>{grams(m.exact_g)}</td>
              <td>{m.scoops.length === 0 ? '' : m.within ? miss(m.off) : 'weigh it'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  )
}

function ThingRow({ line }: { line: Line }) {
  return (
    <tr>
      <td>
        <Glyph mark={line.mark} size="small" />
      </td>
      <th scope="row">
        {line.name}
      </th>
      <td>{markWord(line.mark)}</td>
      <td>{line.count > 0 ? `${line.count} out ☐  in ☐` : ''}</td>
    </tr>
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
      {worst.reason}{' '}
      <span className="source">
        {worst.source} ({worst.standing}).
      </span>
    </p>
  )
}
