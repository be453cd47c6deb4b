import { ApiError } from './client'
import { instant } from './clock'

/** What is not saved yet, of one thing, and how its saving stands. Letters are never changed, only replaced. */
export interface Letter {
  kind: string
  id: string
  who: string
  /** The version last answered by the server, which the next save goes over. */
  version: number
  /** What was sent and not answered: it is sent again as it was, since it may have arrived. */
  flying?: object
  /** What is to be sent next: only ever the newest. */
  next?: object
  /** What was stored when the first of the changes was made. */
  was?: object
  tab: string
  at: number
  state: 'saving' | 'waiting' | 'wrong' | 'conflict'
  sentence?: string
  field?: string
  theirs?: { version: number }
}

/** How one kind of thing is saved. */
export interface Sender {
  send: (id: string, version: number, body: object) => Promise<{ version: number }>
  saved: (id: string, body: object, answer: { version: number }) => void
}

const shelf = 'emblo.outbox'
const settleMs = 500 // a save starts when typing pauses
const againMs = 4000 // a lost line is tried again
const strangeMs = 20_000 // letters of another tab are taken over when it has not stirred for so long

/**
 * The saves of this device: one at a time for each thing, in order, kept across reloads and
 * minutes without a network until the server has answered. A save that was sent and not
 * answered is sent again as it was before anything newer: the server takes a repeated save
 * once, so that nobody meets a conflict with themselves.
 */
export class Outbox {
  private letters = new Map<string, Letter>()
  private senders = new Map<string, Sender>()
  private listeners = new Set<() => void>()
  private timers = new Map<string, number>()
  private busy = new Set<string>()
  private answered = new Map<string, number>() // versions that saves of this page were answered with
  private who = ''
  private tab = tabId()

  register(kind: string, sender: Sender) {
    this.senders.set(kind, sender)
  }

  /** Takes up what this person left on this device; nobody else's letters are sent. */
  open(who: string) {
    if (this.who === who) return
    this.who = who
    for (const [key, letter] of Object.entries(read())) {
      if (letter.who !== who || this.letters.has(key)) continue
      if (letter.tab !== this.tab && instant() - letter.at < strangeMs) {
        window.setTimeout(() => this.adopt(key), strangeMs)
        continue
      }
      this.adopt(key)
    }
  }

  close() {
    this.who = ''
    for (const timer of this.timers.values()) window.clearTimeout(timer)
    this.letters.clear()
    this.answered.clear()
    this.tell()
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener)
    return () => void this.listeners.delete(listener)
  }

  look(kind: string, id: string): Letter | undefined {
    return this.letters.get(`${kind}/${id}`)
  }

  /** How many things wait on this device. */
  waiting = () => [...this.letters.values()].filter((l) => l.state === 'waiting').length

  /** Puts the newest form of a thing in, over the version it was last read at. */
  put(kind: string, id: string, version: number, body: object, was?: object) {
    const key = `${kind}/${id}`
    const old = this.letters.get(key)
    const held = old?.state === 'conflict'
    this.keep(key, { kind, id, who: this.who, version: old?.version ?? Math.max(version, this.answered.get(key) ?? 0), flying: old?.flying, next: body, was: old ? old.was : was, tab: this.tab, at: instant(), state: held ? 'conflict' : old?.state === 'waiting' ? 'waiting' : 'saving', sentence: old?.sentence, theirs: old?.theirs })
    if (!held) this.later(key, settleMs)
  }

  /** Settles a conflict for what is here, or for what was made of both: it goes over what somebody else stored. */
  over(kind: string, id: string, both?: object) {
    const key = `${kind}/${id}`
    const letter = this.letters.get(key)
    if (!letter?.theirs) return
    this.keep(key, { ...letter, next: both ?? letter.next, was: letter.theirs, version: letter.theirs.version, theirs: undefined, sentence: undefined, state: 'saving' })
    this.later(key, 0)
  }

  /** Drops what is here for what is stored. */
  drop(kind: string, id: string) {
    this.remove(`${kind}/${id}`)
  }

  private adopt(key: string) {
    const letter = read()[key]
    if (!letter || letter.who !== this.who || this.letters.has(key)) return
    this.keep(key, { ...letter, tab: this.tab, at: instant() })
    if (letter.state !== 'conflict') this.later(key, 0)
  }

  private later(key: string, ms: number) {
    window.clearTimeout(this.timers.get(key))
    this.timers.set(key, window.setTimeout(() => void this.send(key), ms))
  }

  private async send(key: string) {
    let letter = this.letters.get(key)
    const sender = letter && this.senders.get(letter.kind)
    if (!letter || !sender || this.busy.has(key)) return
    const body = letter.flying ?? letter.next
    if (!body) return
    if (!letter.flying) this.keep(key, { ...letter, flying: body, next: undefined, state: letter.state === 'waiting' ? 'waiting' : 'saving' })
    this.busy.add(key)
    try {
      const answer = await sender.send(letter.id, letter.version, body)
      this.answered.set(key, answer.version)
      letter = this.letters.get(key)
      if (!letter) return
      const { next } = letter
      if (next && JSON.stringify(next) !== JSON.stringify(body)) {
        this.keep(key, { ...letter, version: answer.version, was: body, flying: undefined, state: 'saving', sentence: undefined })
        this.later(key, settleMs)
      } else this.remove(key)
      sender.saved(letter.id, body, answer)
    } catch (e) {
      this.failed(key, e)
    } finally {
      this.busy.delete(key)
    }
  }

  private failed(key: string, e: unknown) {
    const letter = this.letters.get(key)
    if (!letter) return
    const error = e instanceof ApiError ? e : new ApiError(0, 'No answer from Emblo. What you typed is kept here.')
    const back = { ...letter, flying: undefined, next: letter.next ?? letter.flying, sentence: error.message }
    if (error.status === 409) this.keep(key, { ...back, state: 'conflict', theirs: error.current as { version: number } })
    else if (error.status >= 400 && error.status < 500 && ![401, 408, 429].includes(error.status)) this.keep(key, { ...back, state: 'wrong', field: error.field })
    else {
      this.keep(key, { ...letter, state: 'waiting', sentence: error.message, at: instant() })
      this.later(key, againMs)
    }
  }

  private keep(key: string, letter: Letter) {
    this.letters.set(key, letter)
    write((all) => ({ ...all, [key]: letter }))
    this.tell()
  }

  private remove(key: string) {
    window.clearTimeout(this.timers.get(key))
    this.letters.delete(key)
    write((all) => Object.fromEntries(Object.entries(all).filter(([k]) => k !== key)))
    this.tell()
  }

  private tell() {
    for (const listener of this.listeners) listener()
  }
}

/** The same over a reload of this tab, another in every other tab. */
function tabId(): string {
  const id = sessionStorage.getItem('emblo.tab') ?? crypto.getRandomValues(new Uint32Array(2)).join('')
  sessionStorage.setItem('emblo.tab', id)
  return id
}

function read(): Record<string, Letter> {
  try {
    return (JSON.parse(localStorage.getItem(shelf) ?? '{}') ?? {}) as Record<string, Letter>
  } catch {
    return {}
  }
}

/** A full device keeps the letters in memory alone. */
function write(change: (all: Record<string, Letter>) => Record<string, Letter>) {
  try {
    localStorage.setItem(shelf, JSON.stringify(change(read())))
  } catch {
    return
  }
}

export const outbox = new Outbox()
