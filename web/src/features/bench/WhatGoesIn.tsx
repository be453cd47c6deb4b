import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Answer, Line, Plan, Room, Schemas } from '../../api/client'
import {
  baseLines,
  copied,
  cupsFor,
  lineFor,
  newName,
  newPlace,
  withItems,
  withPlace,
} from '../../entities/setup/model'
import { beside, linesOf, type Draft } from '../../entities/setup/draft'
import { roomsQuery } from '../../entities/room/queries'
import { bookQuery } from '../../entities/recipe/queries'
import { add } from './adding'
import { grams } from '../../ui/format'
import { AddBox } from './AddBox'
import { withBox } from './box'
import type { Chosen } from './chosen'
import type { RowActions } from './ItemRow'
import { StartHere } from './StartHere'
import { wordsQuery } from '../../entities/thing/queries'
import { fromWhatThereIs, lessInWords, withLess } from './fromWhatThereIs'
import { KeepAsTemplate, KeptBoxes } from './Kept'
import { PlaceIn, Rows, type Opened } from './PlaceIn'
import { say } from './catalogue'

interface Props {
  draft: Draft
  plan: Plan
  lines: Map<string, Line>
  answer?: Answer
  /** A filler is poured into the first of them. */
  vessels?: Schemas['Vessel'][]
  readOnly: boolean
  /** The set-up with every change, also before it is drawn. */
  latest: () => Draft
  onChange: (to: (d: Draft) => Draft, of?: string, text?: string) => void
}

/** What one child of a room has of a mix, and for how many it is made. */
const mixFor = (rooms: Room[], id: string) => {
  const { group, children } = rooms.find((r) => r.id === id) ?? {}
  return { portion: group?.portion_g, children: children?.length }
}

const versionOf = (rooms: Room[], id: string) => rooms.find((r) => r.id === id)?.version ?? 0

/** A filler that was given a place of its own just now, and where it may lie over what is poured instead. */
interface Apart {
  all: Chosen[]
  at: string
  place: string
  name: string
}

const nothing: Opened = { row: null, measuring: null, missing: null }
const mostPlaces = 8
const mostThings = 40

/** The places of a set-up and what lies beside them, with one box to add to them. */
export function WhatGoesIn({ draft, plan, lines, answer, vessels, readOnly, latest, onChange }: Props) {
  const vessel = vessels?.[0]
  const client = useQueryClient()
  const [chosen, setChosen] = useState<string>('')
  const [opened, setOpened] = useState(nothing)
  const [names, setNames] = useState<Record<string, string>>({})
  const [much, setMuch] = useState<{ all: Chosen[]; mass: number } | null>(null)
  const [apart, setApart] = useState<Apart | null>(null)
  const first = draft.places[0]?.id ?? ''
  const at = chosen === beside || draft.places.some((p) => p.id === chosen) ? chosen : first
  const now = useRef(onChange)
  useEffect(() => {
    now.current = onChange
  })
  // Rows that nothing happened to are not drawn again: what they call is always the same.
  const act = useMemo<RowActions>(() => {
    const set = (id: string, part: object, of?: string, text?: string) => {
      now.current(
        (d) => withItems(d, where(d, id), (items) => items.map((i) => (i.id === id ? { ...i, ...part } : i))),
        of,
        text,
      )
    }
    const where = (d: Draft, id: string) => d.places.find((p) => p.items.some((i) => i.id === id))?.id ?? beside
    const without = (d: Draft, id: string): Draft => ({
      ...d,
      beside: d.beside.filter((i) => i.id !== id),
      places: d.places.map((p) =>
        p.items.some((i) => i.id === id) ? { ...p, items: p.items.filter((i) => i.id !== id) } : p,
      ),
    })
    return {
      open: (row) => setOpened({ ...nothing, row }),
      measure: (measuring) => setOpened((o) => ({ ...o, measuring, missing: null })),
      miss: (missing) => setOpened((o) => ({ ...o, missing, measuring: null })),
      set,
      move: (id, to) =>
        now.current((d) => {
          const item = linesOf(d).find((i) => i.id === id)
          return item ? withItems(without(d, id), to, (items) => [...items, item]) : d
        }),
      drop: (id, name) => now.current((d) => without(d, id), undefined, say('name-taken-out', { name })),
      take: (id, item_id, name, instead) => {
        set(id, { item_id, described: undefined }, undefined, say('in-place-of-sentence', { name, instead }))
        setOpened((o) => ({ ...o, missing: null }))
      },
      became: (id, kind) => {
        void Promise.all([
          client.ensureQueryData(bookQuery),
          client.ensureQueryData(roomsQuery),
          client.fetchQuery(wordsQuery({ text: kind.name })),
        ]).then(([{ vessels }, rooms, read]) => {
          const parts = read.lines[0]?.things.find((t) => t.id === kind.id)?.parts ?? []
          const poured = kind.mix || (parts.includes('filler') && !parts.some((p) => p === 'find' || p === 'tool'))
          const chosen = { item: { kind: kind.mix ? ('mix' as const) : ('thing' as const), ...kind, parts } }
          now.current(
            (d) => {
              const unsized = linesOf(d).find((i) => i.id === id)?.unsized
              return poured
                ? add(without(d, id), where(d, id), [{ ...chosen, unsized }], { vessels, ...mixFor(rooms, d.room_id) })
                    .draft
                : withItems(d, where(d, id), (items) =>
                    items.map((i) => (i.id === id ? { ...i, item_id: kind.id, described: undefined } : i)),
                  )
            },
            undefined,
            `${kind.name}.`,
          )
          setOpened((o) => ({ ...nothing, row: o.row }))
        })
      },
    }
  }, [client])
  const plainly = (i: number) =>
    draft.places[i]?.name ??
    answer?.places.find((a) => a.id === draft.places[i]?.id)?.name ??
    vessels?.find((v) => v.id === draft.places[i]?.base?.vessel_id)?.name ??
    say('place-i', { i: i + 1 })
  /** What a place is called; of several tubs which. */
  const called = (i: number) => {
    const name = plainly(i)
    const alike = draft.places.map((_, j) => plainly(j)).map((n) => n === name)
    return alike.filter(Boolean).length < 2
      ? name
      : say('called-nth', { name, n: alike.slice(0, i + 1).filter(Boolean).length })
  }
  const places: [string, string][] = [
    ...draft.places.map((p, i): [string, string] => [p.id, called(i)]),
    [beside, say('beside')],
  ]
  const several = draft.places.length > 1
  const rows = {
    room: plan.room_id,
    playAt: plan.play_at,
    play: plan.play,
    labels: plan.labels,
    names,
    opened,
    places,
    readOnly,
    act,
  }
  const place = draft.places.findIndex((p) => p.id === at)
  const into =
    at === beside
      ? say('the-next-thing-lies-beside')
      : place < 0
        ? say('it-begins-with-what-you')
        : several
          ? say('the-next-thing-goes-into', { called: called(place) })
          : ''
  /** Takes what was chosen, and answers what has to be said of how. */
  const take = async (all: Chosen[]) => {
    // Somebody may type faster than the vessels come: what was taken waits for them.
    const [{ vessels }, rooms] = await Promise.all([
      client.ensureQueryData(bookQuery),
      client.ensureQueryData(roomsQuery),
    ])
    const before = latest()
    const added = add(before, at, all, { vessels, ...mixFor(rooms, before.room_id) })
    const one = all.length === 1 ? all[0] : undefined
    const poured = added.draft.places.find((p) => p.id === added.at)?.base
    const open = one && 'item' in one && !one.amount && !one.unsized && poured?.item_id === one.item.id
    setApart(
      added.apart && one && 'item' in one
        ? {
            all,
            at,
            place: added.apart,
            name: one.item.name,
          }
        : null,
    )
    const less =
      open && (added.apart || !before.places.find((p) => p.id === at)?.base)
        ? await fromWhatThereIs(client, added.draft, one.item.id, versionOf(rooms, before.room_id))
        : undefined
    setChosen(added.at)
    setNames((n) => ({ ...n, ...added.names }))
    const single = all.length === 1 ? (added.lines[0] ?? null) : null
    const asks = all[0] && ('described' in all[0] || ('item' in all[0] && all[0].item.kind === 'family'))
    setOpened({ ...nothing, row: single, measuring: single && asks ? single : null })
    onChange((d) => {
      const next = d === before ? added.draft : add(d, at, all, { vessels, ...mixFor(rooms, d.room_id) }).draft
      return less ? withLess(next, less) : next
    })
    const own = added.apart && one && 'item' in one ? say('in-a-place-of-its-own', { name: one.item.name }) : ''
    const small =
      less && one && 'item' in one
        ? say('taken-for-what-there-is', { name: one.item.name, less: lessInWords(less) })
        : ''
    return [own, small].filter(Boolean).join(' ') || undefined
  }
  /** What is poured in a place, or else what that is called. */
  const pouredAt = (id: string) =>
    answer?.places.find((a) => a.id === id)?.base[0]?.name ?? called(draft.places.findIndex((p) => p.id === id))
  const pourOver = async ({ all, at, place, name }: Apart) => {
    const over = pouredAt(at)
    const [{ vessels }, rooms] = await Promise.all([
      client.ensureQueryData(bookQuery),
      client.ensureQueryData(roomsQuery),
    ])
    setChosen(at)
    setApart(null)
    onChange(
      (d) => {
        const without = { ...d, places: d.places.filter((p) => p.id !== place) }
        return add(without, at, all, { vessels, ...mixFor(rooms, d.room_id), over: true }).draft
      },
      undefined,
      say('lies-over', { name, over }),
    )
  }
  return (
    <div className="in-places">
      {!readOnly &&
        (linesOf(draft).length < mostThings ? (
          <AddBox
            into={into}
            vessel={{
              vessel_id: draft.places[place]?.base?.vessel_id ?? vessel?.id,
              vessels: draft.places[place]?.base?.vessels ?? undefined,
              room_id: plan.room_id,
            }}
            onPlace={
              draft.places.length > 0 && draft.places.length < mostPlaces
                ? () => {
                    const next = newPlace(vessel && { kind: 'fill', vessel_id: vessel.id })
                    setChosen(next.id)
                    onChange((d) => ({ ...d, places: [...d.places, next] }))
                  }
                : undefined
            }
            onAdd={(all) => {
              const asked = all.find((c) => c.amount?.much)?.amount?.mass_g
              if (asked === undefined) return take(all)
              setMuch({ all, mass: asked })
              return Promise.resolve(say('that-is-much', { amount: grams(asked) }))
            }}
            onTyped={() => setMuch(null)}
            other={
              much
                ? {
                    words: say('take-so-much', { amount: grams(much.mass) }),
                    onTake: () => {
                      setMuch(null)
                      void take(much.all)
                    },
                  }
                : apart && draft.places.some((p) => p.id === apart.place)
                  ? { words: say('pour-it-over', { over: pouredAt(apart.at) }), onTake: () => void pourOver(apart) }
                  : undefined
            }
          />
        ) : (
          <p className="soft">{say('forty-things-are-as-many')}</p>
        ))}
      {!readOnly && draft.places.length === 0 && draft.beside.length === 0 && (
        <StartHere
          room={plan.room_id}
          playAt={plan.play_at}
          onTake={(s) =>
            onChange(
              (d) => ({ ...d, ...copied(s), name: d.name === newName ? s.aim : d.name }),
              undefined,
              say('aim-started', { aim: s.aim }),
            )
          }
        />
      )}
      {draft.places.map((p, i) => (
        <PlaceIn
          key={p.id}
          {...rows}
          place={p}
          called={called(i)}
          answer={answer?.places.find((a) => a.id === p.id)}
          baseLines={baseLines(lines, plan, p)}
          lineOf={(item) => lineFor(lines, plan, p, item)}
          cupsOf={(item) => cupsFor(lines, plan, p, item)}
          chosen={several && p.id === at}
          several={several || draft.beside.length > 0}
          manyPlaces={several}
          onChoose={() => setChosen(p.id)}
          onBase={(base, of) =>
            onChange(
              (d) => withPlace(d, p.id, (old) => ({ ...old, base })),
              of && `${of} ${p.id}`,
              base ? undefined : say('the-base-taken-out'),
            )
          }
          onSwap={(base, text) => onChange((d) => withPlace(d, p.id, (old) => ({ ...old, base })), undefined, text)}
          onSet={(part, of) => onChange((d) => withPlace(d, p.id, (old) => ({ ...old, ...part })), `${of} ${p.id}`)}
          onDrop={() =>
            onChange(
              (d) => ({ ...d, places: d.places.filter((x) => x.id !== p.id) }),
              undefined,
              say('called-taken-out', { called: called(i) }),
            )
          }
        />
      ))}
      {draft.beside.length > 0 && (
        <section className={at === beside ? 'place-in chosen' : 'place-in'} aria-label={say('beside')}>
          <header>
            <button
              type="button"
              className="place-name"
              aria-pressed={at === beside}
              title={say('the-next-thing-goes-here')}
              onClick={() => setChosen(beside)}
            >
              {say('beside')}
            </button>
          </header>
          <Rows
            {...rows}
            items={draft.beside}
            at={beside}
            lineOf={(item) => lineFor(lines, plan, undefined, item)}
            cupsOf={(item) => cupsFor(lines, plan, undefined, item)}
          />
        </section>
      )}
      {!readOnly && draft.places.length > 0 && (
        <KeptBoxes
          onTake={(kept, name) => {
            const { added, left } = withBox(latest(), at, kept, mostThings)
            const said = say('things-added-from', { things: say('things', { count: added }), name })
            if (added > 0) onChange((d) => withBox(d, at, kept, mostThings).draft, undefined, said)
            return [added > 0 ? said : say('all-of-it-is-here'), left > 0 && say('left-in-box', { count: left })]
              .filter(Boolean)
              .join(' ')
          }}
        />
      )}
      {!readOnly && draft.places.length > 0 && !draft.template && <KeepAsTemplate draft={draft} />}
    </div>
  )
}
