import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Link, useParams } from 'react-router'
import { ApiError, type Line, type Room, type Setup } from '../../api/client'
import { limits } from '../../api/limits.gen'
import { answerQuery, setupQuery } from '../../entities/setup/queries'
import { roomsQuery } from '../../entities/room/queries'
import { mayWrite, useSession } from '../../session/session'
import { usePageTitle } from '../../ui/usePageTitle'
import { AgeStrip } from '../../ui/AgeStrip'
import { Failure, Undo, Waiting } from '../../ui/States'
import { asks, staffing } from '../../entities/room/model'
import { BasePicker } from './BasePicker'
import { Counter } from './Counter'
import { ItemList } from './ItemList'
import { draftOf, lineFor, linesBySignature, planOf, recipeLink, type Draft } from '../../entities/setup/model'
import { Picture } from './Picture'
import { keptDraft, useSaving, type Saving } from './useSaving'
import { Why, type Swapping } from './Why'

export function Bench() {
  const { id = '' } = useParams()
  const setup = useQuery({ ...setupQuery(id), refetchOnWindowFocus: false })
  const rooms = useQuery(roomsQuery)
  const error = setup.error ?? rooms.error
  if (error && !(setup.data && rooms.data)) {
    return (
      <main className="screen">
        <Failure error={error} retry={error instanceof ApiError && error.status === 404 ? undefined : () => void Promise.all([setup.refetch(), rooms.refetch()])} />
      </main>
    )
  }
  if (!setup.data || !rooms.data) return <Waiting what="the set-up" />
  return <Workspace key={id} id={id} setup={setup.data} rooms={rooms.data} />
}

function Workspace({ id, setup, rooms }: { id: string; setup: Setup; rooms: Room[] }) {
  const canWrite = mayWrite(useSession())
  const [kept] = useState(() => keptDraft(id))
  const [stored] = useState<Draft>(() => draftOf(setup))
  const [draft, setDraft] = useState<Draft>(stored)
  const [undo, setUndo] = useState<{ text: string; before: Draft } | null>(null)
  const [offerKept, setOfferKept] = useState(kept !== null)
  usePageTitle(draft.name)
  const change = (part: Partial<Draft>) => setDraft((d) => ({ ...d, ...part }))
  const client = useQueryClient()
  const room = rooms.find((r) => r.id === draft.room_id)
  const roomVersion = room?.version ?? 0
  const { state, settle } = useSaving(id, draft, canWrite, (version) => change({ version }), (saved, answer) => client.setQueryData(answerQuery(saved, roomVersion).queryKey, { plan: saved, answer }))

  const plan = planOf(draft)
  const asked = useQuery(answerQuery(plan, roomVersion))
  const fresh = asked.data !== undefined && !asked.isPlaceholderData && !asked.isError
  const lines = asked.data && !asked.isError ? linesBySignature(asked.data.plan, asked.data.answer) : new Map<string, Line>()
  const shown = asked.isError ? undefined : asked.data?.answer

  // A swap takes the place of what it is offered for: as base, or with the same count and use.
  const swapOf = (line: Line): Swapping | undefined => {
    const { room_id, play_at, base } = plan
    if (base && line === shown?.base) {
      return {
        input: { room_id, play_at, base },
        onTake: (s) => {
          setUndo({ text: `${s.name} in place of ${line.name}.`, before: draft })
          change({ base: s.recipe_id ? { ...base, recipe_id: s.recipe_id } : { ...base, item_id: s.item_id } })
        },
      }
    }
    const at = shown?.lines.indexOf(line) ?? -1
    const item = draft.items[at]
    if (!item) return undefined
    return {
      input: { room_id, play_at, item },
      onTake: (s) => {
        setUndo({ text: `${s.name} in place of ${line.name}.`, before: draft })
        change({ items: draft.items.map((i) => (i.id === item.id ? { ...i, item_id: s.item_id, described: undefined } : i)) })
      },
    }
  }

  return (
    <main className="bench">
      <header className="bench-head">
        <div className="title">
          <h1 className="visually-hidden">{draft.name}</h1>
          <Form.Control className="name" aria-label="Name of the set-up" value={draft.name} maxLength={limits.SetupInput.name} disabled={!canWrite} onChange={(e) => change({ name: e.target.value })} />
          <div className="place">
            <Form.Select aria-label="Room" value={draft.room_id} disabled={!canWrite} onChange={(e) => change({ room_id: e.target.value })}>
              {rooms.map((r) => (
                <option key={r.id} value={r.id}>
                  {r.name}
                </option>
              ))}
            </Form.Select>
            <Form.Control type="datetime-local" aria-label="Opens at" value={draft.play_at} disabled={!canWrite} onChange={(e) => e.target.value && change({ play_at: e.target.value.slice(0, 16) })} />
          </div>
        </div>
        {shown ? <AgeStrip group={shown.group} width={480} /> : <span />}
        {room && shown && (
          <div className="people">
            <span className="figure">
              {shown.group.children} + {shown.group.adults}
            </span>
            <span className={shown.group.adults < shown.group.adults_needed ? 'short' : 'soft'}>children, {staffing(shown.group)}</span>
            {asks(room).map((a) => (
              <span key={a} className="soft">
                {a}
              </span>
            ))}
          </div>
        )}
      </header>
      <SavingNotice
        state={state}
        kept={offerKept}
        onTake={(theirs) => {
          const next = draftOf(theirs)
          setDraft(next)
          settle(next)
        }}
        onKeep={(theirs) => {
          change({ version: theirs.version })
          settle()
        }}
        onRestore={(yes) => {
          if (yes && kept) setDraft({ ...draftOf(kept), version: draft.version })
          setOfferKept(false)
        }}
      />
      <div className="zones">
        <section className="zone" aria-labelledby="zone-in">
          <h2 id="zone-in">What goes in</h2>
          <BasePicker base={draft.base} line={draft.base && lineFor(lines, plan, draft.base)} answer={shown} readOnly={!canWrite} onChange={(base) => change({ base })} />
          <ItemList
            items={draft.items}
            lineOf={(item) => lineFor(lines, plan, item)}
            readOnly={!canWrite}
            onChange={(items, removed) => {
              if (removed) setUndo({ text: `${removed} taken out.`, before: draft })
              change({ items })
            }}
          />
        </section>
        <section className="zone picture" aria-labelledby="zone-how">
          <h2 id="zone-how">How much</h2>
          <Picture answer={shown} stale={!fresh} recipe={recipeLink(draft)} />
        </section>
        <section className="zone" aria-labelledby="zone-why">
          <h2 id="zone-why">Why</h2>
          {asked.isError ? <Failure error={new Error(`Not checked. ${asked.error.message}`)} retry={() => void asked.refetch()} /> : <Why answer={fresh ? shown : undefined} swapOf={canWrite ? swapOf : undefined} />}
        </section>
      </div>
      <Counter answer={fresh ? shown : undefined} failed={asked.isError} state={state} printTo={`/bench/${id}/print`} />
      {undo && (
        <Undo
          text={undo.text}
          onUndo={() => {
            change({ items: undo.before.items, base: undo.before.base })
            setUndo(null)
          }}
          onGone={() => setUndo(null)}
        />
      )}
    </main>
  )
}

interface NoticeProps {
  state: Saving
  kept: boolean
  onTake: (theirs: Setup) => void
  onKeep: (theirs: Setup) => void
  onRestore: (yes: boolean) => void
}

function SavingNotice({ state, kept, onTake, onKeep, onRestore }: NoticeProps) {
  if (state.is === 'conflict') {
    return (
      <div className="notice ruler" role="alert">
        <p>
          {state.sentence} Theirs is “{state.theirs.name}” with {state.theirs.items.length} things beside the base.
        </p>
        <Button variant="outline-primary" onClick={() => onTake(state.theirs)}>
          Take theirs
        </Button>
        <Button variant="outline-primary" onClick={() => onKeep(state.theirs)}>
          Keep mine
        </Button>
      </div>
    )
  }
  if (state.is === 'wrong') {
    return (
      <div className="notice lid" role="alert">
        <p>Not saved: {state.sentence}</p>
        <Link to="/bench">Back to the bench</Link>
      </div>
    )
  }
  if (kept) {
    return (
      <div className="notice ruler" role="alert">
        <p>This device kept changes that never reached Emblo.</p>
        <Button variant="outline-primary" onClick={() => onRestore(true)}>
          Bring them back
        </Button>
        <Button variant="quiet" onClick={() => onRestore(false)}>
          Leave them
        </Button>
      </div>
    )
  }
  return null
}
