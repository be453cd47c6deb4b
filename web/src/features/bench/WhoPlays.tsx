import { useState, type ReactNode } from 'react'
import { Button, Form } from 'react-bootstrap'
import type { Answer, Room, Schemas } from '../../api/client'
import { asks, staffing } from '../../entities/room/model'
import { Stepper } from '../../ui/Stepper'
import { say } from './catalogue'

type Play = Schemas['Play']

interface Props {
  room: Room
  answer: Answer
  play?: Play
  onChange?: (play: Play | undefined) => void
}

const mostAdults = 20
const mostTurn = 240
const usualTurn = 15

/** Who plays, in numbers, and opened all that can be said of it. */
export function WhoPlays({ room, answer, play, onChange }: Props) {
  const [open, setOpen] = useState(false)
  const { group, players } = answer
  return (
    <div className="people">
      <button
        type="button"
        className="figure"
        aria-expanded={open}
        disabled={!onChange}
        title={say('who-plays')}
        onClick={() => setOpen(!open)}
      >
        {players?.at_once ?? group.children} + {group.adults}
        <span className="visually-hidden"> {say('who-plays')}</span>
      </button>
      <span className={group.adults < group.adults_needed ? 'short' : 'soft'}>
        {players?.says ?? say('children-staffing', { staffing: staffing(group) })}
      </span>
      {players?.apart && (
        <span className={players.home ? 'short' : 'soft'}>
          {say(players.home ? 'at-home-check-who-else' : 'no-other-child-in-reach')}
        </span>
      )}
      {asks(room).map((a) => (
        <span key={a} className="soft">
          {a}
        </span>
      ))}
      {open && onChange && (
        <Numbers room={room} answer={answer} play={play} onChange={onChange} onDone={() => setOpen(false)} />
      )}
    </div>
  )
}

/** What is said, with what says nothing left out. */
function said(play: Play): Play | undefined {
  const kept = Object.entries(play).filter(([, v]) => v && (!Array.isArray(v) || v.length > 0))
  return kept.length > 0 ? (Object.fromEntries(kept) as Play) : undefined
}

interface Numbers extends Props {
  onChange: (play: Play | undefined) => void
  onDone: () => void
}

function Numbers({ room, answer: { group, players }, play = {}, onChange, onDone }: Numbers) {
  const only = play.only ?? []
  const inAll = players?.children ?? group.children
  const change = (part: Play) => onChange(said({ ...play, ...part }))
  const choose = (id: string) => {
    const next = only.includes(id) ? only.filter((c) => c !== id) : [...only, id]
    change({
      only: next,
      children: undefined,
      apart: play.apart && next.length > 0,
      home: play.home && next.length === 1,
      at_once: play.at_once && next.length > 0 && play.at_once > next.length ? undefined : play.at_once,
    })
  }
  return (
    <div className="who-plays">
      {only.length === 0 && (
        <Labelled text={say('children-who-play')}>
          <Stepper
            label={say('children-who-play')}
            value={inAll}
            min={1}
            max={room.children.length}
            onChange={(n) =>
              change({
                children: n === room.children.length ? undefined : n,
                at_once: play.at_once && play.at_once < n ? play.at_once : undefined,
              })
            }
          />
        </Labelled>
      )}
      <Labelled text={say('at-once')}>
        <Stepper
          label={say('at-once')}
          value={players?.at_once ?? group.children}
          min={1}
          max={inAll}
          onChange={(n) => change({ at_once: n === inAll ? undefined : n })}
        />
      </Labelled>
      {players && players.turns > 1 && (
        <Labelled text={say('minutes-a-turn')}>
          <Stepper
            label={say('minutes-a-turn')}
            value={play.turn_minutes}
            min={1}
            max={mostTurn}
            step={play.turn_minutes ? 5 : usualTurn}
            onChange={(n) => change({ turn_minutes: n })}
          />
        </Labelled>
      )}
      <Labelled text={say('adults-there')}>
        <Stepper
          label={say('adults-there')}
          value={group.adults}
          min={1}
          max={mostAdults}
          onChange={(n) => change({ adults: n === room.adults ? undefined : n })}
        />
      </Labelled>
      <fieldset className="only">
        <legend>{say('only-these-children')}</legend>
        {room.children.map((c) => (
          <button key={c.id} type="button" aria-pressed={only.includes(c.id)} onClick={() => choose(c.id)}>
            {c.initials}
          </button>
        ))}
      </fieldset>
      {only.length > 0 && (
        <Form.Check
          type="checkbox"
          id="apart"
          label={say('no-other-child-so-only')}
          checked={play.apart === true}
          onChange={(e) => change({ apart: e.target.checked, home: play.home && e.target.checked })}
        />
      )}
      {only.length === 1 && (
        <Form.Check
          type="checkbox"
          id="home"
          label={say('at-home-a-kit-to')}
          checked={play.home === true}
          onChange={(e) => change({ apart: e.target.checked || play.apart, home: e.target.checked })}
        />
      )}
      <Button variant="quiet" onClick={() => onChange(undefined)}>
        {say('everybody-at-once')}
      </Button>
      <Button variant="outline-primary" onClick={onDone}>
        {say('done')}
      </Button>
    </div>
  )
}

function Labelled({ text, children }: { text: string; children: ReactNode }) {
  return (
    <div className="labelled">
      <span className="soft" aria-hidden="true">
        {text}
      </span>
      {children}
    </div>
  )
}
