import { optional } from './stores.gen'

/**
 * A document as somebody sends it who knows all of the contract: what it does not say is null, which clears it. What is
 * left out stays as it is stored, so that a page of before a field was in the contract does not drop it.
 */
export function whole(operation: string, body: string): string {
  const fields = optional[operation]
  return fields ? JSON.stringify(filled(JSON.parse(body), '', fields)) : body
}

function filled(value: unknown, at: string, fields: Record<string, readonly string[]>): unknown {
  if (Array.isArray(value)) return value.map((entry) => filled(entry, at, fields))
  if (typeof value !== 'object' || value === null) return value
  const out: Record<string, unknown> = {}
  for (const [name, part] of Object.entries(value)) out[name] = filled(part, `${at}/${name}`, fields)
  for (const name of fields[at] ?? []) out[name] ??= null
  return out
}
