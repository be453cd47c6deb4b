import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useMemo, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Link, useParams } from 'react-router'
import { ApiError, type Line, type Room, type Setup } from '../../api/client'
import { limits } from '../../api/limits.gen'
import { answerQuery, setupQuery } from '../../entities/setup/queries'
import { roomsQuery } from '../../entities/room/queries'
import { mayWrite, useSession } from '../../session/session'
import { useLate } from '../../ui/useLate'
import { usePageTitle } from '../../ui/usePageTitle'
import { AgeStrip } from '../../ui/AgeStrip'
import { WallTime } from '../../ui/WallTime'
import { Failure, Undo, Waiting } from '../../ui/States'
import { asks, staffing } from '../../entities/room/model'
import { BasePicker } from './BasePicker'
import { Counter } from './Counter'
import { ItemList } from './ItemList'
import { draftOf, lineFor, linesBySignature, planOf, recipeLink, sameThings, type Draft } from '../../entities/setup/model'
import { Picture } from './Picture'
import { keptSetup, useSaving, useStanding } from '../../entities/setup/saving'
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

/** How to take back one change, whatever has changed since. */
interface Inverse {
  text: string
  inverse: (d: Draft) => Draft
}

function Workspace({ id, setup, rooms }: { id: string; setup: Setup; rooms: Room[] }) {
  const session = useSession()
  const canWrite = mayWrite(session)
  const [draft, setDraft] = useState<Draft>(() => ({ ...draftOf(setup), ...keptSetup(id), version: setup.version }))
  const [undo, setUndo] = useState<Inverse | null>(null)
  usePageTitle(draft.name)
  const client = useQueryClient()
  const versionOf = (roomID: string) => rooms.find((r) => r.id === roomID)?.version ?? 0
  // The answer is asked for before the change is drawn, so that both can come in one frame.
  const change = (part: Partial<Draft>) => {
    const next = { ...draft, ...part }
    void client.prefetchQuery(answerQuery(planOf(next), versionOf(next.room_id)))
    setDraft(next)
  }
  const room = rooms.find((r) => r.id === draft.room_id)
  const { take, keepMine } = useSaving(id, draft, canWrite)

  const plan = planOf(draft)
  const asked = useQuery(answerQuery(plan, versionOf(draft.room_id)))
  const fresh = asked.data !== undefined && !asked.isPlaceholderData && !asked.isError
  const shown = asked.isError ? undefined : asked.data?.answer
  // The answer to other amounts of the same things stays for a blink, so that nothing flickers
  // with every tap; to anything else, and after that, it is known to be no answer.
  const late = useLate(!fresh)
  const held = !fresh && !late && !asked.isError && asked.data !== undefined && sameThings(plan, asked.data.plan)
  const lines = asked.data && !asked.isError ? linesBySignature(held ? plan : asked.data.plan, asked.data.answer) : new Map<string, Line>()

  // A swap takes the place of what it is offered for, wherever that stands by then.
  const answered = asked.data
  const swapOf = useCallback(
    (line: Line): Swapping | undefined => {
      if (!answered || !canWrite) return undefined
      const { room_id, play_at, base } = answered.plan
      if (base && line === answered.answer.base) {
        return {
          input: { room_id, play_at, base },
          onTake: (s) => {
            setUndo({ text: `${s.name} in place of ${line.name}.`, inverse: (d) => ({ ...d, base: d.base && { ...d.base, recipe_id: base.recipe_id, item_id: base.item_id } }) })
            setDraft((d) => ({ ...d, base: d.base && (s.recipe_id ? { ...d.base, recipe_id: s.recipe_id } : { ...d.base, item_id: s.item_id }) }))
          },
        }
      }
      const item = answered.plan.items[answered.answer.lines.indexOf(line)]
      if (!item) return undefined
      return {
        input: { room_id, play_at, item },
        onTake: (s) => {
          setUndo({ text: `${s.name} in place of ${line.name}.`, inverse: (d) => ({ ...d, items: d.items.map((i) => (i.id === item.id ? { ...i, item_id: item.item_id, described: item.described } : i)) }) })
          setDraft((d) => ({ ...d, items: d.items.map((i) => (i.id === item.id ? { ...i, item_id: s.item_id, described: undefined } : i)) }))
        },
      }
    },
    [answered, canWrite],
  )
  // What is drawn from the answer is drawn once for each answer, not with every key.
  const recipe = recipeLink(draft)
  const picture = useMemo(() => <Picture answer={shown} recipe={recipe} />, [shown, recipe])
  const why = useMemo(() => <Why answer={shown} swapOf={swapOf} />, [shown, swapOf])
  const current = fresh || held
  const busy = { className: current ? undefined : 'stale', 'aria-busy': !current }

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
            <WallTime label="Opens" value={draft.play_at} today={session.today} disabled={!canWrite} onChange={(play_at) => change({ play_at })} />
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
        id={id}
        onTake={(theirs) => {
          const next = draftOf(theirs)
          take(next)
          setDraft(next)
        }}
        onKeep={keepMine}
      />
      <div className="zones">
        <section className="zone" aria-labelledby="zone-in">
          <h2 id="zone-in">What goes in</h2>
          <BasePicker base={draft.base} line={draft.base && lineFor(lines, plan, draft.base)} answer={shown} readOnly={!canWrite} onChange={(base) => change({ base })} />
          <ItemList
            room={plan.room_id}
            items={draft.items}
            lineOf={(item) => lineFor(lines, plan, item)}
            readOnly={!canWrite}
            onChange={(items, removed) => {
              const at = draft.items.findIndex((old) => !items.some((i) => i.id === old.id))
              const gone = draft.items[at]
              if (removed && gone) setUndo({ text: `${removed} taken out.`, inverse: (d) => ({ ...d, items: d.items.some((i) => i.id === gone.id) ? d.items : d.items.toSpliced(at, 0, gone) }) })
              change({ items })
            }}
          />
        </section>
        <section className="zone picture" aria-labelledby="zone-how">
          <h2 id="zone-how">How much</h2>
          <div {...busy}>{picture}</div>
        </section>
        <section className="zone" aria-labelledby="zone-why">
          <h2 id="zone-why">Why</h2>
          {asked.isError ? <Failure error={new Error(`Not checked. ${asked.error.message}`)} retry={() => void asked.refetch()} /> : <div {...busy}>{why}</div>}
        </section>
      </div>
      <Counter answer={current ? shown : undefined} failed={asked.isError} id={id} />
      {undo && (
        <Undo
          text={undo.text}
          onUndo={() => {
            setDraft(undo.inverse)
            setUndo(null)
          }}
          onGone={() => setUndo(null)}
        />
      )}
    </main>
  )
}

interface NoticeProps {
  id: string
  onTake: (theirs: Setup) => void
  onKeep: () => void
}

function SavingNotice({ id, onTake, onKeep }: NoticeProps) {
  const state = useStanding(id)
  const { theirs } = state
  if (state.is === 'conflict' && theirs) {
    return (
      <div className="notice ruler" role="alert">
        <p>
          {state.sentence} Theirs is “{theirs.name}” with {theirs.items.length} things beside the base.
        </p>
        <Button variant="outline-primary" onClick={() => onTake(theirs)}>
          Take theirs
        </Button>
        <Button variant="outline-primary" onClick={onKeep}>
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
  return null
}
