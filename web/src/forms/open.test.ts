import { afterEach, expect, test, vi } from 'vitest'
import { firstToAsk, leaveAll, openForms, type OpenForm } from './open'

afterEach(() => openForms.clear())

const opened = (form: Partial<OpenForm>) => {
  const one: OpenForm = { unsaved: true, free: false, ...form }
  openForms.add(one)
  return one
}

test('of several forms on a page each is asked about while its text is not saved', () => {
  opened({ unsaved: false })
  const second = opened({})
  expect(firstToAsk('/rooms')).toBe(second)
  second.free = true
  expect(firstToAsk('/rooms')).toBeUndefined()
})

test('a form that keeps its text is not asked about before pages one comes back from', () => {
  const kept = opened({ backFrom: (path) => path.startsWith('/shelf/') })
  expect(firstToAsk('/shelf/new')).toBeUndefined()
  expect(firstToAsk('/today')).toBe(kept)
  expect(firstToAsk()).toBe(kept)
})

test('what is left on purpose is dropped, what was saved is not', () => {
  const left = vi.fn()
  const saved = vi.fn()
  opened({ onLeft: left })
  opened({ onLeft: saved, free: true })
  leaveAll()
  expect([left.mock.calls.length, saved.mock.calls.length]).toEqual([1, 0])
})
