import { useSession } from '../../session/session'
import { say } from './catalogue'

/** Whom to call: the emergency number and that of poison advice, by name; poison alone where that is who answers. */
export function Numbers({ poison }: { poison?: boolean }) {
  const { centre } = useSession()
  const advice = centre.poison && say('poison-advice', { number: centre.poison })
  if (poison && advice) return <b>{advice}</b>
  const emergency = centre.emergency && say('emergency', { number: centre.emergency })
  return <b>{[emergency, advice].filter(Boolean).join(' · ') || say('no-numbers-yet')}</b>
}
