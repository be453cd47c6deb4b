/** What is not saved yet, of one thing, and how its saving stands. Letters are never changed, only replaced. */
export interface Letter {
  /** By whom, of what and from which tab it is: where it lies on the device. */
  key: string
  kind: string
  id: string
  tab: string
  at: number
  /** The contract that it was written by. */
  form: string
  /** The version last answered by the server, which the next save goes over. */
  version: number
  /** What was sent and not answered: it is sent again as it was, under its id, since it may have arrived. */
  flying?: object
  flyingId?: string
  /** What is to be sent next: only ever the newest. */
  next?: object
  /** What was stored when the first of the changes was made. */
  was?: object
  state: 'saving' | 'waiting' | 'wrong' | 'conflict' | 'old'
  sentence?: string
  field?: string
  status?: number
  theirs?: { version: number }
  /** Whether it lies on the device by now, as it is here: what does not is lost with the page. Unknown while it is put there. */
  kept?: boolean
}

/** How one kind of thing is saved. */
export interface Sender {
  /** Sends it under an id of its own, by which the server knows it when it comes again. */
  send: (id: string, version: number, body: object, letterId: string) => Promise<{ version: number }>
  saved: (id: string, body: object, answer: { version: number }) => void
  /** Whether it tells of children: then it is only kept sealed. */
  isPrivate?: (body: object) => boolean
}

/** Whether what a letter says may be shown as said: it was not refused, and nobody has to be asked about it first. */
export const stillSays = (letter: Letter | undefined) =>
  letter !== undefined && (letter.state === 'saving' || letter.state === 'waiting')

/** Whether nothing was typed between two forms of a letter, however its saving stands. */
export const saysTheSame = (a: Letter, b: Letter) => a.next === b.next && a.flying === b.flying

/** Whether it waits for the line, and outlives this page meanwhile. */
export const waitsHere = (letter: Letter | undefined) => letter?.state === 'waiting' && letter.kept === true

/** The thing that a letter changes, by its id: a request says it last in its address. */
export const thingOf = ({ id, flying, next }: Letter) =>
  (
    ((flying ?? next) as { url?: string } | undefined)?.url?.match(/[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/g) ?? []
  ).at(-1) ?? id

/** The answer to a letter that comes in somebody else's session: it waits for its writer. */
export const elsewhere = 412

/** Answers that say nothing of whether a thing was saved, or that will be others once somebody else is signed in, or later. */
export const unsettled = (status: number) =>
  status === 0 || status >= 500 || [401, 408, elsewhere, 429].includes(status)

/** Takes what a version of the page before this one left of a person: it kept that in the open, under one name. */
export function earlier(
  who: string,
): (Pick<Letter, 'kind' | 'id' | 'version' | 'next' | 'flying' | 'was'> & { who: string })[] {
  const name = 'emblo.outbox'
  const text = localStorage.getItem(name)
  if (!text) return []
  try {
    const all = Object.entries(JSON.parse(text) as Record<string, ReturnType<typeof earlier>[number]>)
    localStorage.setItem(name, JSON.stringify(Object.fromEntries(all.filter(([, l]) => l.who !== who))))
    return all.map(([, l]) => l).filter((l) => l.who === who)
  } catch {
    localStorage.removeItem(name)
    return []
  }
}
