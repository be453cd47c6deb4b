import type { ReactNode } from 'react'
import type { Finding, Mark as MarkName } from '../api/client'
import { say } from './catalogue'

/** "not-checked" stands for a mark that has not come (yet): never a mild one. */
export type Shown = MarkName | 'not-checked'

const words: Record<Shown, string> = {
  bowl: say('ok'),
  'outlined-bowl': say('ok-with-our-routine'),
  'held-bowl': say('ok-with-precautions'),
  ruler: say('find-out-first'),
  lid: say('do-not-use'),
  'not-checked': say('not-checked'),
}

export const markWord = (m: Shown) => words[m]

/** The word inside a line: "OK" keeps its capitals. */
export const markInLine = (m: Shown) => words[m].replace(/^[A-Z](?=[a-z])/, (first) => first.toLowerCase())

/** The marks from the mildest to the worst. */
export const marks: readonly MarkName[] = ['bowl', 'outlined-bowl', 'held-bowl', 'ruler', 'lid']

/** Orders what is marked, mildest first. */
export const byMark = (a: { mark: MarkName }, b: { mark: MarkName }) => marks.indexOf(a.mark) - marks.indexOf(b.mark)

/** How many of the things have each mark, mildest first. */
export const countMarks = (things: { mark: MarkName }[]): [MarkName, number][] =>
  marks.map((m) => [m, things.filter((t) => t.mark === m).length])

/** Whether a thing is OK and asks for no more than the routine. */
export const asksNoMore = (t: { mark: MarkName; ready: boolean }) => t.ready && t.mark !== 'held-bowl'

/** What stands where the count of a thing would, when it is not to be counted out. */
export const insteadOfCount = (m: Shown): string | undefined =>
  m === 'lid' ? say('not-used') : m === 'ruler' ? '?' : undefined

/** How a whole stands, in a few words: ready only where its answer says so, and else what of it is in the way. */
export function standing(
  whole: { mark: MarkName; ready: boolean },
  things: { mark: MarkName; ask?: string }[],
): string {
  if (whole.ready)
    return whole.mark === 'held-bowl'
      ? say('ready-with-precautions')
      : whole.mark === 'outlined-bowl'
        ? say('ready-with-our-routine')
        : say('ready')
  const n = Object.fromEntries(countMarks(things)) as Record<MarkName, number>
  const open = things.filter((t) => t.mark !== 'lid' && (t.mark === 'ruler' || t.ask !== undefined)).length
  const parts = [
    n.lid ? say('remove-lid', { lid: n.lid }) : '',
    open ? say('find-out-ruler', { ruler: open }) : '',
  ].filter(Boolean)
  return say('not-ready-parts', { parts: parts.join(', ') || markInLine(whole.mark) })
}

/** Which mark stands for how a piece lies in the gauge. */
export const gaugeMark = ({ fits, unsure }: { fits: boolean; unsure: boolean }): MarkName =>
  unsure ? 'ruler' : fits ? 'lid' : 'bowl'

const shapes: Record<Shown, ReactNode> = {
  bowl: (
    <>
      <path d="M2.5 11h19c0 5.800-4 9.700-9.500 9.700S2.500 16.800 2.500 11z" fill="currentColor" />
      <path
        d="M7.500 7.600c1.300-1.700 2.800-1.700 4.200 0s2.900 1.700 4.300 0"
        fill="none"
        stroke="currentColor"
        strokeWidth="2.100"
        strokeLinecap="round"
      />
    </>
  ),
  'held-bowl': (
    <>
      <path d="M6.500 6.800h13.500c0 4.200-2.800 7-6.700 7s-6.800-2.800-6.800-7z" fill="currentColor" />
      <path
        d="M2 10c.5 6.200 4.700 10.200 10.800 10.200 4.200 0 7.500-1.800 9.400-4.900"
        fill="none"
        stroke="currentColor"
        strokeWidth="2.600"
        strokeLinecap="round"
      />
      <path
        d="M10.600 3.900c.9-1.200 1.800-1.200 2.800 0s1.900 1.200 2.800 0"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.700"
        strokeLinecap="round"
      />
    </>
  ),
  'outlined-bowl': (
    <>
      <path
        d="M6.500 6.800h13.500c0 4.200-2.800 7-6.700 7s-6.800-2.800-6.800-7z"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.500"
        strokeLinejoin="round"
      />
      <path
        d="M2 10c.5 6.200 4.700 10.200 10.800 10.200 4.200 0 7.500-1.800 9.400-4.900"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.500"
        strokeLinecap="round"
      />
    </>
  ),
  ruler: (
    <>
      <path
        d="M12 2.200c5.700 0 9.900 3.700 9.900 8.600s-4.200 8.600-9.900 8.600c-1 0-2-.1-2.900-.4L4.200 21.800l.9-4.800c-1.900-1.500-3-3.700-3-6.200 0-4.900 4.200-8.600 9.900-8.600z"
        fill="none"
        stroke="currentColor"
        strokeWidth="2.100"
        strokeLinejoin="round"
      />
      <path
        d="M9.300 8.700c.1-1.600 1.200-2.600 2.800-2.600s2.700 1 2.700 2.400c0 1.900-2.700 2-2.700 4.100M12.100 15.300v.1"
        fill="none"
        stroke="currentColor"
        strokeWidth="2.100"
        strokeLinecap="round"
      />
    </>
  ),
  lid: (
    <>
      <path d="M1.800 14.800h20.400v4.400H1.800z" fill="currentColor" />
      <path d="M3.800 12.700c.6-4.400 3.700-6.700 8.200-6.700s7.600 2.300 8.200 6.700z" fill="currentColor" />
      <circle cx="12" cy="3.900" r="2.300" fill="currentColor" />
    </>
  ),
  'not-checked': (
    <path
      d="M4 12h.1M9.300 12h.1M14.600 12h.1M19.900 12h.1"
      stroke="currentColor"
      strokeWidth="3.200"
      strokeLinecap="round"
    />
  ),
}

/** How what is missing is found out, drawn: a ruler only where something is measured. */
const ways: Record<NonNullable<Finding['way']>, ReactNode> = {
  measure: (
    <>
      <path
        d="M1.600 7.500h20.800v9.500H1.600z"
        fill="none"
        stroke="currentColor"
        strokeWidth="2.100"
        strokeLinejoin="round"
      />
      <path d="M6 7.500v4M10 7.500v5.500M14 7.500v4M18 7.500v5.500" fill="none" stroke="currentColor" strokeWidth="2" />
    </>
  ),
  read: (
    <>
      <path d="M5 2.500h14v19H5z" fill="none" stroke="currentColor" strokeWidth="2.100" strokeLinejoin="round" />
      <path
        d="M8.500 8h7M8.500 12h7M8.500 16h4"
        fill="none"
        stroke="currentColor"
        strokeWidth="2"
        strokeLinecap="round"
      />
    </>
  ),
  ask: shapes.ruler,
  name: (
    <path
      d="M4 20.500C4 10 9.500 4 20.500 3.500 21 14.500 15 20 8 18.500M4 20.500C7.500 15.500 10.500 12.500 14.500 10"
      fill="none"
      stroke="currentColor"
      strokeWidth="2.100"
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  ),
}

/** One of our marks, also at a place in a drawing. It is decoration to a screen reader: its word stands beside it. */
export function Glyph({
  mark,
  size,
  at,
  way,
}: {
  mark: Shown
  /** How what is missing is found out. */
  way?: Finding['way']
  size?: 'small' | 'large'
  at?: { x: number; y: number; width: number; height: number }
}) {
  return (
    <svg className={`glyph ${mark} ${size ?? ''}`} viewBox="0 0 24 24" aria-hidden="true" {...at}>
      {(way && ways[way]) || shapes[mark]}
    </svg>
  )
}

/** The mark alone, with its word for those who do not see it. */
export function Mark({ mark, size }: { mark: Shown; size?: 'small' | 'large' }) {
  return (
    <span title={words[mark]}>
      <Glyph mark={mark} size={size} />
      <span className="visually-hidden">{words[mark]}</span>
    </span>
  )
}

/** The mark with its word, and what it is about. */
export function MarkLine({ mark, about, way }: { mark: Shown; about?: string; way?: Finding['way'] }) {
  return (
    <span className={`verdict ${mark}`}>
      <Glyph mark={mark} way={way} />
      {about ? `${words[mark]}: ${about}` : words[mark]}
    </span>
  )
}
