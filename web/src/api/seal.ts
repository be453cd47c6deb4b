import { ApiError } from './error'
import { say } from './catalogue'

const keyLasts = 3000 // ms that its key may be waited for

/** The key that what is kept on this device is sealed with, as the server gives it to whoever is signed in. */
export async function askKey(): Promise<Uint8Array<ArrayBuffer>> {
  const response = await fetch('/api/session/seal', { signal: AbortSignal.timeout(keyLasts) })
  if (!response.ok) throw new ApiError(response.status, say('no-key-came'))
  const { key } = (await response.json()) as { key: string }
  return Uint8Array.from(atob(key), (c) => c.charCodeAt(0))
}
