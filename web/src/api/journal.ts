import { v7 } from 'uuid'
import { stamp } from './clock'
import { ApiError } from './error'
import { elsewhere, unsettled, type Sender } from './letter'
import type { Outbox } from './outbox'
import { say } from './catalogue'

/** A request that changes something, as it is kept until it is answered. */
export interface Written {
  /** The operation of the contract, such as "PUT /api/rooms/{id}". */
  operation: string
  method: string
  url: string
  type: string
  body: string
}

const kind = 'request'
export const letterHeader = 'Idempotency-Key'
export const writerHeader = 'Emblo-As'
export const clockHeader = 'Emblo-Clock'

const faultOf = async (response: Response) => {
  const problem = (await response
    .clone()
    .json()
    .catch(() => ({}))) as { detail?: string; field?: string }
  return new ApiError(response.status, problem.detail ?? say('emblo-did-not-answer-as'), problem.field?.slice(1))
}

/** An answer that says for certain that nothing was saved, or that everything was. */
const settled = (status: number) => !unsettled(status) || status === 500 || status === 507

const mostKeptAlive = 20_000 // letters of at most three bytes: a browser finishes sending 64 KiB when the page goes (Fetch standard)

function requestOf(w: Written, id: string, who: string): Request {
  const headers = {
    ...(w.type && { 'Content-Type': w.type }),
    [letterHeader]: id,
    [writerHeader]: who,
    [clockHeader]: stamp(),
  }
  return new Request(w.url, {
    method: w.method,
    headers,
    body: w.body || undefined,
    keepalive: w.body.length < mostKeptAlive,
  })
}

/** How a request of a page that is closed by now is sent. */
export const requestSender = (who: () => string, isPrivate: (w: Written) => boolean, saved: () => void): Sender => ({
  send: async (_, __, body, letterId) => {
    const response = await fetch(requestOf(body as Written, letterId, who()))
    if (!response.ok) throw await faultOf(response)
    return { version: 0 }
  },
  saved,
  isPrivate: (body) => isPrivate(body as Written),
})

/**
 * Sends a request that changes something, and keeps it on this device until it is answered: a lost line
 * is waited for, under one id, so that it is carried out once, and what was typed before it of the same thing is
 * sent first. Whoever waits for it gets the answer of the
 * server, whenever that comes. The first sending begins at once, so that whoever leaves the page at once
 * has sent it. What is refused while its page is not looked at any more stays among what is not saved.
 */
export async function write(outbox: Outbox, request: Request, operation: string, body: string): Promise<Response> {
  const id = v7()
  const { who } = outbox
  const written: Written = {
    operation,
    method: request.method,
    url: request.url,
    type: request.headers.get('Content-Type') ?? '',
    body,
  }
  const from = window.location.pathname
  const stillMine = () => {
    if (outbox.who !== who) throw new ApiError(elsewhere, say('you-were-signed-out-before'))
    if (!outbox.look(kind, id)) throw new ApiError(0, say('you-took-this-back-before'))
  }
  outbox.hold(kind, id, written)
  for (let first = true; ; first = false) {
    const turn = outbox.turn(kind, id)
    if (turn) {
      await turn
      stillMine()
    }
    const response = await fetch(requestOf(written, id, who)).catch(() => undefined)
    if (outbox.who !== who) stillMine()
    if (response && settled(response.status)) {
      const fault = response.ok ? undefined : await faultOf(response)
      if (fault && (!first || window.location.pathname !== from))
        outbox.stands(kind, id, { state: 'wrong', sentence: fault.message, status: fault.status, field: fault.field })
      else outbox.drop(kind, id)
      return response
    }
    const fault = response && (await faultOf(response))
    outbox.stands(kind, id, { state: 'waiting', sentence: fault?.message, status: fault?.status ?? 0 })
    await outbox.pause()
    if (outbox.who === who) stillMine()
  }
}
