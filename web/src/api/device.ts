import { openDB, type IDBPDatabase } from 'idb'

/** What is kept on this device for somebody: a value under a key, of one tab, since a moment of this device's clock. */
export interface Kept {
  key: string
  tab: string
  at: number
}

/** A value as it lies on the device: sealed with its writer's key, or open where the browser cannot seal. */
interface Row extends Kept {
  who: string
  name: string
  sealed?: { iv: Uint8Array<ArrayBuffer>; text: ArrayBuffer }
  text?: string
}

/** Asks the server for the key of whoever is signed in: nobody else gets it. */
type AskKey = () => Promise<Uint8Array<ArrayBuffer>>

const cipher = 'AES-GCM'
const ivBytes = 12 // as NIST SP 800-38D has it for this cipher

/** Whether what is kept can be sealed: over TLS, or on this machine itself. */
export const seals = () => (crypto as Partial<Crypto>).subtle !== undefined

/**
 * What this device keeps until the server has it, so that it outlives a reload, a closed tab and the next
 * person on the same tablet. It is sealed with a key of its writer, which the server gives to nobody else
 * and which goes with the session; whoever is signed in meanwhile sees that something of a colleague's
 * waits, not what. Where the browser forbids it or is full, things are kept in memory alone.
 */
export class Device<T extends Kept> {
  private opened?: Promise<IDBPDatabase | undefined>
  private turn: Promise<unknown> = Promise.resolve()
  private key?: CryptoKey
  private who = ''
  private name = ''
  private shut = new Set<string>() // what of theirs could not be opened

  constructor(private readonly askKey: AskKey) {}

  /** Says whose things are kept from here on; nobody else's key stays. */
  open(who: string, name: string) {
    this.who = who
    this.name = name
    void this.inTurn(async (db) => {
      for (const of of await db.getAllKeys('keys')) if (of !== who) await db.delete('keys', of)
    })
  }

  /** Gets the key ahead, as there may be no line by the time that something has to be kept. */
  getReady() {
    const { who } = this
    if (seals()) void this.inTurn((db) => this.keyFor(db, who))
  }

  /** What lies here of whoever is signed in; what does not open any more is left where it is. */
  async lying(): Promise<T[]> {
    const { who } = this
    const rows = (await this.rows()).filter((r) => who !== '' && r.who === who)
    const all = await Promise.all(rows.map((r) => this.read(r)))
    this.shut = new Set(rows.filter((_, i) => all[i] === undefined).map((r) => r.key))
    return all.filter((v) => v !== undefined)
  }

  /** Lets go of whoever was signed in, and of every key on this device. */
  async close() {
    this.who = ''
    this.key = undefined
    this.shut.clear()
    await this.inTurn((db) => db.clear('keys'))
  }

  /** Keeps a value, or what has become of it, and returns whether it is kept. What is private is only kept sealed. */
  keep(value: T, isPrivate: boolean): Promise<boolean> {
    const { who, name } = this
    if (!who) return Promise.resolve(false)
    return this.inTurn(async (db) => {
      const row: Row = { key: value.key, tab: value.tab, at: value.at, who, name }
      const text = JSON.stringify(value)
      if (seals()) {
        const key = await this.keyFor(db, who)
        if (!key) return false
        const iv = crypto.getRandomValues(new Uint8Array(ivBytes))
        row.sealed = {
          iv,
          text: await crypto.subtle.encrypt({ name: cipher, iv }, key, new TextEncoder().encode(text)),
        }
      } else if (isPrivate) return false
      else row.text = text
      await db.put('letters', row)
      return true
    }).then((kept) => kept === true)
  }

  /** Forgets a value. */
  drop(key: string): Promise<unknown> {
    return this.inTurn((db) => db.delete('letters', key))
  }

  /** Who left something here that does not open now, and how many things: others, and whoever is signed in where no key came. */
  async others(): Promise<{ name: string; count: number }[]> {
    const names = new Map<string, { name: string; count: number }>()
    for (const r of await this.rows()) {
      if (r.who !== this.who || this.shut.has(r.key))
        names.set(r.who, { name: r.name, count: (names.get(r.who)?.count ?? 0) + 1 })
    }
    return [...names.values()]
  }

  private rows(): Promise<Row[]> {
    return this.inTurn((db) => db.getAll('letters') as Promise<Row[]>).then((rows) => rows ?? [])
  }

  private async read(row: Row): Promise<T | undefined> {
    try {
      if (row.text !== undefined) return JSON.parse(row.text) as T
      const db = await this.db()
      const key = db && (await this.keyFor(db, row.who))
      if (!row.sealed || !key) return undefined
      return JSON.parse(
        new TextDecoder().decode(
          await crypto.subtle.decrypt({ name: cipher, iv: row.sealed.iv }, key, row.sealed.text),
        ),
      ) as T
    } catch {
      return undefined // it stays, and is told of as somebody else's is
    }
  }

  /** The key of whoever is signed in: as it is on this device, else as the server gives it. Scripts can use it and not read it. */
  private async keyFor(db: IDBPDatabase, who: string): Promise<CryptoKey | undefined> {
    if (this.key && who === this.who) return this.key
    let key = (await db.get('keys', who)) as CryptoKey | undefined
    if (!key && who && who === this.who) {
      try {
        key = await crypto.subtle.importKey('raw', await this.askKey(), cipher, false, ['encrypt', 'decrypt'])
        await db.put('keys', key, who)
      } catch {
        return undefined
      }
    }
    if (who === this.who) this.key = key
    return key
  }

  private db() {
    this.opened ??= openDB('emblo', 1, {
      upgrade(db) {
        db.createObjectStore('letters', { keyPath: 'key' })
        db.createObjectStore('keys')
      },
    }).catch(() => undefined)
    return this.opened
  }

  /** Does one thing after the other, so that what was said last stands; a device that forbids or is full does nothing. */
  private inTurn<R>(act: (db: IDBPDatabase) => Promise<R>): Promise<R | undefined> {
    const next = this.turn
      .then(async () => {
        const db = await this.db()
        return db && (await act(db))
      })
      .catch(() => undefined)
    this.turn = next
    return next
  }
}
