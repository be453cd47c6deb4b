import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { flushSync } from 'react-dom'
import { Link, useParams } from 'react-router'
import { ApiError, type Line, type Room, type Schemas, type Setup } from '../../api/client'
import { limits } from '../../api/limits.gen'
import { bookQuery } from '../../entities/recipe/queries'
import { answerQuery, setupQuery } from '../../entities/setup/queries'
import { roomsQuery } from '../../entities/room/queries'
import { mayWrite, useSession } from '../../session/session'
import { useLate } from '../../ui/useLate'
import { usePageTitle } from '../../ui/usePageTitle'
import { AgeStrip } from '../../entities/room/AgeStrip'
import { WallTime } from '../../ui/WallTime'
import { Failure, Undo, Waiting } from '../../ui/States'
import { Counter } from './Counter'
import { linesBySignature, recipeLink, sameThings } from '../../entities/setup/model'
import { draftOf, planOf, type Draft } from '../../entities/setup/draft'
import { withPacket } from '../../entities/setup/labels'
import { merge } from '../../entities/setup/merge'
import { Picture } from './Picture'
import { keptSetup, useSaving } from '../../entities/setup/saving'
import { swapping } from './swapping'
import { useDraft } from './useDraft'
import { WhatGoesIn } from './WhatGoesIn'
import { Learnt } from './Learnt'
import { Why, type Swapping } from './Why'
import { dayIn } from '../../ui/wall'
import { massOf } from '../../entities/setup/model'
import { grams } from '../../ui/format'
import { SavingNotice } from './SavingNotice'
import { StillMissing } from './StillMissing'
import { usePrepared } from './usePrepared'
import { WhoPlays } from './WhoPlays'
import { ZoneTabs } from '../../ui/ZoneTabs'
import { say } from './catalogue'

export function Bench() {
  const { id = '' } = useParams()
  const setup = useQuery({ ...setupQuery(id), refetchOnWindowFocus: false })
  const rooms = useQuery(roomsQuery)
  const error = setup.error ?? rooms.error
  if (error && !(setup.data && rooms.data)) {
    return (
      <main className="screen">
        <Failure
          error={error}
          retry={
            error instanceof ApiError && error.status === 404
              ? undefined
              : () => void Promise.all([setup.refetch(), rooms.refetch()])
          }
        />
      </main>
    )
  }
  if (!setup.data || !rooms.data) return <Waiting what={say('the-set-up')} />
  return <Workspace key={id} id={id} setup={setup.data} rooms={rooms.data} />
}

/** One change that can be taken back, whatever has changed since. */
interface Step {
  text: string
  before: Draft
  after: Draft
}

function Workspace({ id, setup, rooms }: { id: string; setup: Setup; rooms: Room[] }) {
  const session = useSession()
  const canWrite = mayWrite(session)
  const {
    draft,
    latest,
    change: step,
    reset,
    undo,
    redo,
    takeBack,
    canUndo,
    canRedo,
  } = useDraft(() => ({ ...draftOf(setup), ...keptSetup(id), version: setup.version }))
  const [together, setTogether] = useState(false)
  const [tab, setTab] = useState<Tab>('in') // on a phone
  const [taken, setTaken] = useState<Step | null>(null)
  usePageTitle(draft.name)
  const client = useQueryClient()
  const book = useQuery(bookQuery)
  const versionOf = (roomID: string) => rooms.find((r) => r.id === roomID)?.version ?? 0
  // The answer is asked for before the change is drawn, so that both can come in one frame.
  const change = (to: Draft | ((d: Draft) => Draft), of?: string, text?: string) => {
    const before = latest()
    const next = typeof to === 'function' ? to(before) : to
    void client.prefetchQuery(answerQuery(planOf(next), versionOf(next.room_id)))
    if (text) setTaken({ text, before, after: next })
    step(next, of)
  }
  const room = rooms.find((r) => r.id === draft.room_id)
  // What was changed on the server by somebody's word is what stands here then.
  const takeFresh = async () => {
    const next = draftOf(await client.fetchQuery({ ...setupQuery(id), staleTime: 0 }))
    take(next)
    reset(next)
  }
  const { take, settle } = useSaving(id, draft, setup, canWrite)

  const plan = planOf(draft)
  const asked = useQuery(answerQuery(plan, versionOf(draft.room_id)))
  const fresh = asked.data !== undefined && !asked.isPlaceholderData && !asked.isError
  const shown = asked.isError ? undefined : asked.data?.answer
  // The answer to other amounts of the same things stays for a blink, so that nothing flickers
  // with every tap; to anything else, and after that, it is known to be no answer.
  const late = useLate(!fresh)
  const held = !fresh && !late && !asked.isError && asked.data !== undefined && sameThings(plan, asked.data.plan)
  // One thing is judged with the others beside it: when those have changed, no mark stays.
  const stands = asked.data && !asked.isError && (fresh || !late || sameThings(plan, asked.data.plan))
  const lines =
    stands && asked.data ? linesBySignature(held ? plan : asked.data.plan, asked.data.answer) : new Map<string, Line>()

  // A swap takes the place of what it is offered for, wherever that stands by then.
  const answered = asked.data
  const now = useRef(change)
  useEffect(() => {
    now.current = change
  })
  const swapOf = useCallback(
    (line: Line): Swapping | undefined =>
      answered && canWrite ? swapping(answered, line, (to, text) => now.current(to, undefined, text)) : undefined,
    [answered, canWrite],
  )
  // What is drawn from the answer is drawn once for each answer, not with every key.
  const links = JSON.stringify(draft.places.map((p) => recipeLink(p.base, draft.room_id)))
  const picture = useMemo(
    () => <Picture answer={shown} recipes={JSON.parse(links) as (string | null)[]} setup={id} />,
    [shown, links, id],
  )
  const onPacket = useCallback(
    (p: Schemas['Packet'], taken: boolean) => now.current((d) => ({ ...d, labels: withPacket(d, p, taken) })),
    [],
  )
  const onWay = useCallback((to: (d: Draft) => Draft, text: string) => now.current(to, undefined, text), [])
  const { doers } = draft
  const onDoers = useCallback((all: Draft['doers']) => now.current((d) => ({ ...d, doers: all }), 'doers'), [])
  const why = useMemo(
    () => (
      <Why
        answer={shown}
        swapOf={swapOf}
        onPacket={canWrite ? onPacket : undefined}
        doers={doers}
        onDoers={canWrite ? onDoers : undefined}
      />
    ),
    [shown, swapOf, canWrite, onPacket, doers, onDoers],
  )
  const prepared = usePrepared(id, shown)
  const showMissing = useCallback((ruled: boolean) => {
    flushSync(() => setTab(ruled ? 'why' : 'how'))
    document.getElementById(ruled ? 'zone-why' : 'still-missing')?.scrollIntoView({ block: 'center' })
  }, [])
  const current = fresh || held
  const busy = { className: current ? undefined : 'stale', 'aria-busy': !current }

  const counted = shown?.places.reduce((sum, p) => sum + massOf(p), 0) ?? 0
  const things = draft.places.reduce((n, p) => n + p.items.length + (p.base ? 1 : 0), draft.beside.length)
  const tabs: [Tab, string, string][] = [
    ['in', say('what-goes-in'), String(things)],
    ['how', say('how-much'), counted > 0 ? grams(counted) : '–'],
    ['why', say('why'), say('to-do-count', { count: shown?.precautions?.length ?? 0 })],
  ]
  return (
    <main className="bench">
      <header className="bench-head">
        <div className="title">
          <h1 className="visually-hidden">{draft.name}</h1>
          <Form.Control
            className="name"
            aria-label={say('name-of-the-set-up')}
            value={draft.name}
            maxLength={limits.SetupInput.name}
            disabled={!canWrite}
            onChange={(e) => change((d) => ({ ...d, name: e.target.value }), 'name')}
          />
          <div className="place">
            <Form.Select
              aria-label={say('room')}
              value={draft.room_id}
              disabled={!canWrite}
              onChange={(e) => change((d) => ({ ...d, room_id: e.target.value, play: undefined }))}
            >
              {rooms.map((r) => (
                <option key={r.id} value={r.id}>
                  {r.name}
                </option>
              ))}
            </Form.Select>
            <WallTime
              label={say('opens')}
              value={draft.play_at}
              today={session.today}
              disabled={!canWrite}
              onChange={(play_at) => change((d) => ({ ...d, play_at }), 'opens')}
            />
            {dayIn(draft.play_at) <= session.today && <Link to={`/bench/${id}/log`}>{say('add-log')}</Link>}
          </div>
        </div>
        {shown ? <AgeStrip group={shown.group} width={480} /> : <span />}
        {room && shown && (
          <WhoPlays
            room={room}
            answer={shown}
            play={draft.play}
            onChange={canWrite ? (play) => change((d) => ({ ...d, play }), 'play') : undefined}
          />
        )}
      </header>
      <SavingNotice
        id={id}
        onTake={(theirs) => {
          const next = draftOf(theirs)
          take(next)
          reset(next)
        }}
        together={together}
        onBoth={(both) => {
          settle(both)
          reset(both)
          setTogether(true)
        }}
        onClose={() => setTogether(false)}
      />
      <Learnt
        id={id}
        canWrite={canWrite}
        planOf={() => planOf(latest())}
        onTake={(l, was, taught) =>
          // What was typed while the answer was on its way stays.
          change((d) => ({ ...d, places: merge(was.places, d.places, taught.places).merged }), undefined, l.words)
        }
        onUndone={takeFresh}
      />
      <ZoneTabs label={say('parts-of-the-set-up')} tabs={tabs} tab={tab} onTab={setTab} />
      <div className={`zones show-${tab}`}>
        <section className="zone" aria-labelledby="zone-in">
          <div className="zone-head">
            <h2 id="zone-in">{say('what-goes-in')}</h2>
            {canWrite && (
              <div className="steps-back">
                <button type="button" disabled={!canUndo} title={say('ctrl-z')} onClick={undo}>
                  {say('undo')}
                  <span className="visually-hidden"> {say('the-last-change')}</span>
                </button>
                <button type="button" disabled={!canRedo} title={say('ctrl-shift-z')} onClick={redo}>
                  {say('redo')}
                  <span className="visually-hidden"> {say('the-last-change')}</span>
                </button>
              </div>
            )}
          </div>
          <WhatGoesIn
            draft={draft}
            plan={plan}
            lines={lines}
            answer={shown}
            vessels={book.data?.vessels}
            latest={latest}
            readOnly={!canWrite}
            onChange={change}
          />
        </section>
        <section className="zone picture" aria-labelledby="zone-how">
          <h2 id="zone-how">{say('how-much')}</h2>
          <div {...busy}>
            <StillMissing
              missing={prepared.missing ?? []}
              clashes={prepared.clashes}
              asked={answered}
              onWay={canWrite ? onWay : undefined}
            />
            {picture}
          </div>
        </section>
        <section className="zone" aria-labelledby="zone-why">
          <h2 id="zone-why">{say('why')}</h2>
          {asked.isError ? (
            <>
              <Failure
                error={new Error(say('not-checked-message', { message: asked.error.message }))}
                retry={() => void asked.refetch()}
              />
              {canWrite && draft.play && (
                <Button variant="outline-primary" onClick={() => change((d) => ({ ...d, play: undefined }))}>
                  {say('everybody-at-once')}
                </Button>
              )}
            </>
          ) : (
            <div {...busy}>{why}</div>
          )}
        </section>
      </div>
      <Counter
        answer={current ? shown : undefined}
        failed={asked.isError}
        id={id}
        prepared={prepared}
        onMissing={showMissing}
      />
      {taken && (
        <Undo
          text={taken.text}
          onUndo={() => {
            takeBack(taken.before, taken.after)
            setTaken(null)
          }}
          onGone={() => setTaken(null)}
        />
      )}
    </main>
  )
}

/** The zones of the page: on a phone one is shown at a time. */
type Tab = 'in' | 'how' | 'why'
