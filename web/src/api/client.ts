import createClient from 'openapi-fetch'
import { stamp } from './clock'
import { ApiError } from './error'
import { clockHeader, letterHeader, write, writerHeader } from './journal'
import { stored } from './stores.gen'
import { outbox } from './outbox'
import type { components, paths } from './schema.gen'
import { whole } from './whole'
import { say } from './catalogue'

export { ApiError } from './error'

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

// Characters that show nothing come along with what is pasted; Emblo refuses them, as nobody can see what to mend.
const unseen = /[\u00ad\u200b\u200e\u200f\u202a-\u202e\u2060-\u2064\u2066-\u2069\ufeff]/g

/** The body of the request that is being made: a request gives its own away only later, when the page may have gone. */
let said = ''

export const api = createClient<paths>({
  baseUrl: window.location.origin,
  bodySerializer: (body) => (said = JSON.stringify(body).replace(unseen, '')),
})

const stores = new Set<string>(stored)

api.use({
  async onRequest({ request, schemaPath }) {
    const operation = `${request.method} ${schemaPath}`
    const body = whole(operation, said)
    said = ''
    if (!stores.has(operation)) return undefined
    if (!request.headers.has(letterHeader)) return await write(outbox, request, operation, body)
    const sent = new Request(request, { body: body || undefined })
    sent.headers.set(writerHeader, outbox.who)
    sent.headers.set(clockHeader, stamp())
    return sent
  },
})

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
  } catch (e) {
    if (e instanceof ApiError) throw e
    throw new ApiError(0, say('no-connection-to-emblo-what'))
  }
  if (reply.response.ok) return reply.data as T
  const problem = (typeof reply.error === 'object' && reply.error ? reply.error : {}) as Partial<Schemas['Problem']> & {
    current?: unknown
  }
  throw new ApiError(
    reply.response.status,
    problem.detail ?? say('emblo-did-not-answer-as-it-should-try'),
    problem.field?.slice(1),
    problem.current,
  )
}
