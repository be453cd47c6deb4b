import { useSession } from '../../session/session'
import { say } from './catalogue'

/** Whom to call: the emergency number and that of poison advice, by name; of poison advice the number alone, beside a text
 * that says to call it. */
export function Numbers({ poison }: { poison?: boolean }) {
  const { centre } = useSession()
  if (poison && centre.poison) return <b>{centre.poison}</b>
  // Alone, it may hold both, as they are called there.
  if (!centre.poison && centre.emergency) return <b>{centre.emergency}</b>
  const advice = centre.poison && say('poison-advice', { number: centre.poison })
  const emergency = centre.emergency && say('emergency', { number: centre.emergency })
  return <b>{[emergency, advice].filter(Boolean).join(' · ') || say('no-numbers-yet')}</b>
}
