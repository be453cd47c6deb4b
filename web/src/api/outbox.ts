import { v7 } from 'uuid'
import { instant } from './clock'
import { Device } from './device'
import { ApiError } from './error'
import { earlier, saysTheSame, stillSays, thingOf, unsettled, type Letter, type Sender } from './letter'
import { askKey } from './seal'
import { alone, holdTab, livingTabs, nameTab } from './tabs'
import { say } from './catalogue'

const settleMs = 500 // a save starts when typing pauses
const againMs = 4000 // a lost line is tried again
const oldMs = 8 * 60 * 60 * 1000 // what is older than a working day is asked about before it is sent
const soonMs = 2000 // the page before this one is gone by then, also where it was still going
const lookMs = 20_000 // how often it is looked whether another tab went away

/**
 * The saves of this device: one at a time for each thing, in order, kept across reloads and
 * minutes without a network until the server has answered. A save that was sent and not
 * answered is sent again as it was before anything newer: the server takes a repeated save
 * once, so that nobody meets a conflict with themselves. Each tab keeps its own, so that none
 * goes over another's; what a closed tab left is taken up by the next of the same person.
 */
export class Outbox {
  private letters = new Map<string, Letter>()
  private senders = new Map<string, Sender>()
  private listeners = new Set<() => void>()
  private timers = new Map<string, number>()
  private busy = new Set<string>()
  private answered = new Map<string, number>() // versions that saves of this page were answered with
  private wakers = new Set<() => void>()
  private all: Letter[] = []
  private tab = nameTab()
  private letGo?: () => void
  who = ''

  constructor(
    private readonly device: Device<Letter>,
    private readonly form: string,
  ) {
    window.setInterval(() => void this.takeUp(), lookMs)
    window.addEventListener('online', () => this.sendAll())
  }

  register(kind: string, sender: Sender) {
    this.senders.set(kind, sender)
  }

  /** Takes up what this person left on this device; nobody else's letters are sent. */
  async open(who: string, name: string) {
    if (this.who === who) return
    if (this.who) this.close()
    this.who = who
    this.letGo = holdTab(this.tab, who)
    this.device.open(who, name)
    for (const { kind, id, version, next, flying, was } of earlier(who))
      if (next ?? flying) this.put(kind, id, version, next ?? flying ?? {}, was)
    await this.takeUp(true)
    this.device.getReady()
    window.setTimeout(() => void this.takeUp(), soonMs)
  }

  /** Lets go of whoever was signed in: what they left lies sealed until they are back. */
  close() {
    void this.device.close() // also where nobody was: a session may have ended while no page was open
    if (!this.who) return
    this.who = ''
    this.letGo?.()
    for (const timer of this.timers.values()) window.clearTimeout(timer)
    this.letters.clear()
    this.busy.clear()
    this.answered.clear()
    this.wake()
    this.tell()
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener)
    return () => void this.listeners.delete(listener)
  }

  look(kind: string, id: string): Letter | undefined {
    return this.letters.get(`${kind}/${id}`)
  }

  /** All that is not saved yet, the oldest first. */
  unsent = () => this.all

  /** Puts the newest form of a thing in, over the version it was last read at. */
  put(kind: string, id: string, version: number, body: object, was?: object) {
    const key = `${kind}/${id}`
    const old = this.letters.get(key)
    const held = old?.state === 'conflict'
    void this.keep(key, {
      ...this.blank(kind, id),
      version: old?.version ?? Math.max(version, this.answered.get(key) ?? 0),
      flying: old?.flying,
      flyingId: old?.flyingId,
      next: body,
      was: old ? old.was : was,
      state: held ? 'conflict' : old?.state === 'waiting' ? 'waiting' : 'saving',
      sentence: old?.sentence,
      theirs: old?.theirs,
    })
    if (!held) this.later(key, settleMs)
  }

  /** Keeps what is sent by its own hand until that says how it went. */
  hold(kind: string, id: string, body: object) {
    const key = `${kind}/${id}`
    this.busy.add(key)
    void this.keep(key, { ...this.blank(kind, id), flying: body, flyingId: id, state: 'saving' })
  }

  /**
   * Waits for its turn: what was typed earlier of a thing that this names has to be stored before. Where nothing is
   * ahead it begins at once, so that whoever leaves the page has sent it.
   */
  turn(kind: string, id: string): Promise<void> | undefined {
    const key = `${kind}/${id}`
    const ahead = this.ahead(key)
    if (!ahead) return undefined
    this.later(`${ahead.kind}/${ahead.id}`, 0)
    return new Promise((go) => {
      const look = () => {
        const waits = this.ahead(key)
        if (waits?.state === 'waiting' && this.letters.get(key)?.state === 'saving')
          this.stands(kind, id, { state: 'waiting', sentence: waits.sentence, status: waits.status })
        if (waits) return
        this.listeners.delete(look)
        go()
      }
      this.listeners.add(look)
      look()
    })
  }

  /** Says how something stands that is held: that it waits, or that somebody has to look at it, as it was refused. */
  stands(kind: string, id: string, how: Pick<Letter, 'state' | 'sentence' | 'status' | 'field'>) {
    const key = `${kind}/${id}`
    const letter = this.letters.get(key)
    if (letter) void this.keep(key, { ...letter, ...how })
    if (how.state === 'wrong') this.busy.delete(key)
  }

  /** Waits before something is sent again: a little, less when the line is back or somebody asks for it. */
  pause(): Promise<void> {
    return new Promise((go) => {
      const wake = () => {
        window.clearTimeout(timer)
        this.wakers.delete(wake)
        go()
      }
      const timer = window.setTimeout(wake, againMs)
      this.wakers.add(wake)
    })
  }

  /** Settles a conflict for what is here, or for what was made of both: it goes over what somebody else stored. */
  over(kind: string, id: string, both?: object) {
    const key = `${kind}/${id}`
    const letter = this.letters.get(key)
    if (!letter?.theirs) return
    void this.keep(key, {
      ...letter,
      next: both ?? letter.next,
      was: letter.theirs,
      version: letter.theirs.version,
      theirs: undefined,
      sentence: undefined,
      state: 'saving',
    })
    this.later(key, 0)
  }

  /** Sends what was refused over a version that there is by now. */
  overAt(kind: string, id: string, version: number) {
    const key = `${kind}/${id}`
    const letter = this.letters.get(key)
    if (!letter) return
    void this.keep(key, { ...letter, version, state: 'waiting', sentence: undefined, status: undefined })
    this.later(key, 0)
  }

  /** Who else left something on this device, and how many things: not what. */
  others = () => this.device.others()

  /** Drops what is here for what is stored. */
  drop(kind: string, id: string) {
    this.remove(`${kind}/${id}`)
    this.wake()
  }

  /** Sends one that waits, was refused, or is so old that somebody was asked. */
  again({ kind, id }: Letter) {
    const key = `${kind}/${id}`
    const letter = this.letters.get(key)
    if (!letter) return
    void this.keep(key, { ...letter, state: 'waiting', sentence: undefined })
    this.later(key, 0)
    this.wake()
  }

  /** Sends all that waits, and says whether nothing is left after a moment. */
  async flush(ms: number): Promise<boolean> {
    this.sendAll()
    const until = instant() + ms
    while (this.letters.size > 0 && instant() < until) await new Promise((r) => window.setTimeout(r, 50))
    return this.letters.size === 0
  }

  /**
   * The first of what was typed before a letter that it hangs on: something under way of a thing that it names, such as
   * the set-up of which it says how it went. What somebody has to look at first is not waited for.
   */
  private ahead(key: string): Letter | undefined {
    const said = JSON.stringify(this.letters.get(key) ?? {})
    for (const [other, letter] of this.letters) {
      if (other === key) return undefined
      if (stillSays(letter) && said.includes(thingOf(letter))) return letter
    }
    return undefined
  }

  private sendAll() {
    for (const [key, l] of this.letters) if (l.state === 'saving' || l.state === 'waiting') this.later(key, 0)
    this.wake()
  }

  private wake() {
    for (const wake of this.wakers) wake()
  }

  private blank(kind: string, id: string) {
    return { ...this.place(kind, id), at: instant(), form: this.form, version: 0 }
  }

  private place(kind: string, id: string) {
    return { key: [this.who, kind, id, this.tab].join('/'), kind, id, tab: this.tab }
  }

  /**
   * Takes up what tabs that are closed by now left, each when this one has nothing of the same thing; and what it left itself when somebody else came in between.
   */
  private async takeUp(own = false) {
    const { who } = this
    if (!who) return
    await alone(async () => {
      const [lying, living] = await Promise.all([this.device.lying(), livingTabs(who)])
      for (const letter of lying.sort((a, b) => a.at - b.at)) {
        const key = `${letter.kind}/${letter.id}`
        if (this.who !== who || this.letters.has(key) || (letter.tab === this.tab ? !own : living(letter))) continue
        const old = instant() - letter.at > oldMs
        await this.keep(key, { ...letter, ...this.place(letter.kind, letter.id), state: old ? 'old' : letter.state })
        if (letter.tab !== this.tab) await this.device.drop(letter.key)
        if (!old && letter.state !== 'conflict' && letter.state !== 'wrong') this.later(key, 0)
      }
    })
  }

  private later(key: string, ms: number) {
    window.clearTimeout(this.timers.get(key))
    this.timers.set(
      key,
      window.setTimeout(() => void this.send(key), ms),
    )
  }

  private async send(key: string) {
    let letter = this.letters.get(key)
    const sender = letter && this.senders.get(letter.kind)
    if (!letter || !sender || this.busy.has(key)) return
    const turn = this.turn(letter.kind, letter.id)
    if (turn) return void turn.then(() => this.later(key, 0))
    const body = letter.flying ?? letter.next
    if (!body) return
    const { who } = this
    const letterId = letter.flyingId ?? v7()
    this.busy.add(key)
    try {
      if (!letter.flying)
        void this.keep(key, {
          ...letter,
          flying: body,
          flyingId: letterId,
          next: undefined,
          state: letter.state === 'waiting' ? 'waiting' : 'saving',
        })
      const answer = await sender.send(letter.id, letter.version, body, letterId)
      if (this.who !== who) return
      this.answered.set(key, answer.version)
      letter = this.letters.get(key)
      if (!letter) return
      const { next } = letter
      if (next && JSON.stringify(next) !== JSON.stringify(body)) {
        void this.keep(key, {
          ...letter,
          version: answer.version,
          was: body,
          flying: undefined,
          flyingId: undefined,
          state: 'saving',
          sentence: undefined,
        })
        this.later(key, settleMs)
      } else this.remove(key)
      sender.saved(letter.id, body, answer)
    } catch (e) {
      if (this.who === who) this.failed(key, e)
    } finally {
      this.busy.delete(key)
    }
  }

  private failed(key: string, e: unknown) {
    const letter = this.letters.get(key)
    if (!letter) return
    const error = e instanceof ApiError ? e : new ApiError(0, say('no-answer-from-emblo-what'))
    const back = {
      ...letter,
      flying: undefined,
      flyingId: undefined,
      next: letter.next ?? letter.flying,
      sentence: error.message,
      status: error.status,
    }
    if (unsettled(error.status)) {
      void this.keep(key, { ...letter, state: 'waiting', sentence: error.message, status: error.status })
      this.later(key, againMs)
    } else if (error.status === 409)
      void this.keep(key, { ...back, state: 'conflict', theirs: error.current as { version: number } })
    else void this.keep(key, { ...back, state: 'wrong', field: error.field })
  }

  private async keep(key: string, said: Letter) {
    const old = this.letters.get(key)
    const letter = { ...said, kept: old && saysTheSame(old, said) ? old.kept : undefined }
    this.letters.set(key, letter)
    this.tell()
    const isPrivate = this.senders.get(letter.kind)?.isPrivate?.(letter.next ?? letter.flying ?? {}) ?? false
    const kept = await this.device.keep(letter, isPrivate)
    const now = this.letters.get(key)
    if (now && now.kept !== kept && saysTheSame(now, letter)) {
      this.letters.set(key, { ...now, kept })
      this.tell()
    }
  }

  private remove(key: string) {
    window.clearTimeout(this.timers.get(key))
    const letter = this.letters.get(key)
    this.letters.delete(key)
    this.busy.delete(key)
    if (letter) void this.device.drop(letter.key).then(() => this.takeUp()) // of another tab's, one was in the way of the next
    this.tell()
  }

  private tell() {
    this.all = [...this.letters.values()].sort((a, b) => a.at - b.at)
    for (const listener of this.listeners) listener()
  }
}

export const outbox = new Outbox(new Device(askKey), __CONTRACT__)
