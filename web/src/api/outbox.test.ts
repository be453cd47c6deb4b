import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import type { Device, Kept } from './device'
import { ApiError } from './error'
import type { Letter, Sender } from './letter'
import type { Outbox as Box } from './outbox'

/** A device that keeps what it is told, and that may refuse to. */
class Shelf {
  rows = new Map<string, Kept>()
  full = false
  /** How long it takes to keep each of the next, in ms. */
  slow: number[] = []
  open = () => undefined
  getReady = () => undefined
  close = () => Promise.resolve()
  lying = () => Promise.resolve([...this.rows.values()])
  others = () => Promise.resolve([])
  drop = (key: string) => Promise.resolve(this.rows.delete(key))
  keep = async (value: Kept) => {
    const ms = this.slow.shift()
    if (ms) await new Promise((r) => setTimeout(r, ms))
    if (!this.full) this.rows.set(value.key, value)
    return !this.full
  }
}

const me = 'me'
let shelf: Shelf
let outbox: Box
let letter: (part: Partial<Letter>) => Letter
/** What is sent, each under its id, and what is answered: a version, or a failure. */
let sent: { id: string; body: object }[]
let answers: (number | ApiError)[]

beforeEach(async () => {
  vi.useFakeTimers({ now: Date.parse('2026-12-01T09:00:00Z') })
  vi.stubGlobal(
    'window',
    Object.assign(Object.create(globalThis) as typeof globalThis, { addEventListener: () => undefined }),
  )
  vi.stubGlobal('localStorage', { getItem: () => null })
  vi.stubGlobal('navigator', {})
  vi.stubGlobal('sessionStorage', { getItem: () => 'this tab', setItem: () => undefined })
  vi.stubGlobal('__CONTRACT__', 'now')
  const { Outbox } = await import('./outbox')
  shelf = new Shelf()
  sent = []
  answers = []
  outbox = new Outbox(shelf as unknown as Device<Letter>, 'now')
  const send: Sender['send'] = (_, __, body, id) => {
    sent.push({ id, body })
    const answer = answers.shift() ?? 1
    return answer instanceof ApiError ? Promise.reject(answer) : Promise.resolve({ version: answer })
  }
  outbox.register('setup', { send, saved: () => undefined })
  outbox.register('log', { send, saved: () => undefined })
  letter = (part) => ({
    key: 'me/setup/one/another',
    kind: 'setup',
    id: 'one',
    tab: 'another',
    at: Date.now() - 60_000,
    form: 'now',
    version: 3,
    state: 'waiting',
    next: { name: 'Harbour' },
    ...part,
  })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const first = () => outbox.unsent()[0] ?? letter({})
const states = () => outbox.unsent().map((l) => [l.state, l.next ?? l.flying])

test('what was sent and not answered is sent again under its id before anything newer', async () => {
  answers = [new ApiError(0, 'No answer.'), new ApiError(503, 'Busy.'), 4, 5]
  await outbox.open(me, 'Me')
  outbox.put('setup', 'one', 3, { name: 'Harbour' })
  await vi.advanceTimersByTimeAsync(1000)
  outbox.put('setup', 'one', 3, { name: 'Harbour day' })
  await vi.advanceTimersByTimeAsync(20_000)
  expect(sent.map((s) => s.body)).toEqual([
    { name: 'Harbour' },
    { name: 'Harbour' },
    { name: 'Harbour' },
    { name: 'Harbour day' },
  ])
  expect(new Set(sent.slice(0, 3).map((s) => s.id)).size).toBe(1)
  expect(sent[3]?.id).not.toBe(sent[0]?.id)
  expect(states()).toEqual([])
  expect(shelf.rows.size).toBe(0)
})

test('what is refused, as a role was taken away, stays with its text and is not sent again by itself', async () => {
  answers = [new ApiError(403, 'A helper reads set-ups.')]
  await outbox.open(me, 'Me')
  outbox.put('setup', 'one', 3, { name: 'Harbour' })
  await vi.advanceTimersByTimeAsync(120_000)
  expect(sent).toHaveLength(1)
  expect(states()).toEqual([['wrong', { name: 'Harbour' }]])
  expect(first().sentence).toBe('A helper reads set-ups.')
  expect(shelf.rows.size).toBe(1)
  outbox.again(first())
  await vi.advanceTimersByTimeAsync(1000)
  expect(states()).toEqual([])
})

test('what a closed tab left is sent, also by another version of the page; what is older than a working day is asked about', async () => {
  shelf.rows.set('a', letter({ key: 'a', form: 'before' }))
  shelf.rows.set('b', letter({ key: 'b', id: 'two', at: Date.now() - 9 * 3_600_000, next: { name: 'Old' } }))
  answers = [new ApiError(422, 'It has no places.')]
  await outbox.open(me, 'Me')
  await vi.advanceTimersByTimeAsync(60_000)
  expect(sent.map((s) => s.body)).toEqual([{ name: 'Harbour' }])
  expect(states()).toEqual([
    ['old', { name: 'Old' }],
    ['wrong', { name: 'Harbour' }],
  ])
  expect(outbox.unsent()[1]?.form).toBe('before')
  outbox.again(first())
  await vi.advanceTimersByTimeAsync(1000)
  expect(sent[1]?.body).toEqual({ name: 'Old' })
})

test('of what is typed while an earlier form is kept, nothing is said to be kept yet', async () => {
  await outbox.open(me, 'Me')
  shelf.slow = [100, 300]
  outbox.put('setup', 'one', 3, { name: 'H' })
  outbox.put('setup', 'one', 3, { name: 'Harbour' })
  await vi.advanceTimersByTimeAsync(200)
  expect(first().kept).toBeUndefined()
  await vi.advanceTimersByTimeAsync(200)
  expect(first().kept).toBe(true)
})

test('where the device is full or forbids it, that is said, and it is sent all the same', async () => {
  shelf.full = true
  answers = [new ApiError(0, 'No answer.'), 4]
  await outbox.open(me, 'Me')
  outbox.put('setup', 'one', 3, { name: 'Harbour' })
  await vi.advanceTimersByTimeAsync(1000)
  expect(first().kept).toBe(false)
  await vi.advanceTimersByTimeAsync(10_000)
  expect(states()).toEqual([])
})

test('what names a thing is sent after what was typed of it before, unless somebody has to look at that first', async () => {
  await outbox.open(me, 'Me')
  answers = [new ApiError(0, 'No answer.'), 4]
  outbox.put('setup', 'one', 3, { name: 'Harbour' })
  await vi.advanceTimersByTimeAsync(1000)
  outbox.put('log', 'two', 0, { of: 'one' })
  outbox.put('log', 'three', 0, { of: 'another' })
  await vi.advanceTimersByTimeAsync(10_000)
  const names = () => sent.map((s) => Object.values(s.body)[0] as string)
  expect(names()).toEqual(['Harbour', 'another', 'Harbour', 'one'])
  sent = []
  answers = [new ApiError(422, 'It has no places.')]
  outbox.put('setup', 'one', 3, { name: 'Harbour day' })
  outbox.put('log', 'two', 0, { of: 'one' })
  await vi.advanceTimersByTimeAsync(10_000)
  expect(names()).toEqual(['Harbour day', 'one'])
  expect(states()).toEqual([['wrong', { name: 'Harbour day' }]])
  shelf.rows.set('a', letter({ key: 'a', kind: 'log', id: 'a', next: { of: 'four' }, at: Date.now() - 1000 }))
  shelf.rows.set('b', letter({ key: 'b', id: 'four', next: { name: 'Bakery' }, at: Date.now() - 2000 }))
  sent = []
  await vi.advanceTimersByTimeAsync(60_000)
  expect(names()).toEqual(['Bakery', 'four'])
})

test('whoever comes next sends nothing of what waits', async () => {
  answers = [new ApiError(0, 'No answer.'), new ApiError(0, 'No answer.')]
  await outbox.open(me, 'Me')
  outbox.put('setup', 'one', 3, { name: 'Harbour' })
  await vi.advanceTimersByTimeAsync(1000)
  outbox.close()
  await vi.advanceTimersByTimeAsync(60_000)
  expect(sent).toHaveLength(1)
  expect(states()).toEqual([])
  expect(shelf.rows.size).toBe(1)
})
