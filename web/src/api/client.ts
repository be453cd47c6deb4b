import createClient from 'openapi-fetch'
import { v7 } from 'uuid'
import type { components, paths } from './schema.gen'

export type Schemas = components['schemas']
export type Room = Schemas['Room']
export type RoomInput = Schemas['RoomInput']
export type ChildInput = Schemas['ChildInput']
export type Setup = Schemas['Setup']
export type SetupInput = Schemas['SetupInput']
export type Plan = Schemas['Plan']
export type PlanItem = Schemas['PlanItem']
export type Place = Schemas['Place']
export type PlaceAnswer = Schemas['PlaceAnswer']
export type Base = Schemas['Base']
export type Answer = Schemas['Answer']
export type Line = Schemas['Line']
export type Finding = Schemas['Finding']
export type Mark = Schemas['Mark']
export type Described = Schemas['Described']
export type ShelfItem = Schemas['ShelfItem']
export type Session = Schemas['Session']

export const api = createClient<paths>({ baseUrl: window.location.origin })

/** The ids of what was sent and not answered, by all that it says: sent again, it is known for the same. */
const unanswered = new Map<string, string>()
const saysOf = async (request: Request) => `${request.method} ${request.url} ${await request.clone().text()}`
const sent = new Map<string, string>()
const letterHeader = 'Idempotency-Key'

/** Forgets the id of a request, so that the same sent again is another. */
function forget(request: Request) {
  const id = request.headers.get(letterHeader) ?? ''
  unanswered.delete(sent.get(id) ?? '')
  sent.delete(id)
}

api.use({
  async onRequest({ request }) {
    if (request.method === 'GET') return undefined
    const says = await saysOf(request)
    const id = unanswered.get(says) ?? v7()
    unanswered.set(says, id)
    request.headers.set(letterHeader, id)
    sent.set(id, says)
    return request
  },
  onResponse({ request, response }) {
    if (response.status < 500) forget(request)
  },
  onError({ request }) {
    if (request.signal.aborted) forget(request) // nobody waits for it: only what is read is given up
  },
})

/** What went wrong, in a sentence, with the path of the field at fault, such as children/0/born. Status 0 means that no answer came at all. */
export class ApiError<Current = unknown> extends Error {
  constructor(
    readonly status: number,
    sentence: string,
    readonly field?: string,
    readonly current?: Current,
  ) {
    super(sentence)
  }
}

interface Reply<T> {
  data?: T
  error?: unknown
  response: Response
}

/** Runs a request and returns its body, or throws an ApiError, whatever went wrong. */
export async function ask<T>(request: Promise<Reply<T>>): Promise<T> {
  let reply: Reply<T>
  try {
    reply = await request
  } catch {
    throw new ApiError(0, 'No connection to Emblo. Nothing was changed; what you typed is kept here.')
  }
  if (reply.response.ok) return reply.data as T
  const problem = (typeof reply.error === 'object' && reply.error ? reply.error : {}) as Partial<Schemas['Problem']> & { current?: unknown }
  throw new ApiError(reply.response.status, problem.detail ?? 'Emblo did not answer as it should. Try again.', problem.field?.slice(1), problem.current)
}
