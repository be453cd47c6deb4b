import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Answer } from '../../api/client'
import type { Slot } from '../../entities/day/prep'
import { setupPrepQuery } from '../../entities/day/queries'
import { ofTheThings, type Clash, type Missing } from '../../entities/setup/missing'
import { useStanding } from '../../entities/setup/saving'

export interface Prepared {
  /** When it is prepared, where that is known. */
  slots?: Slot[]
  /** What is missing before it is ready. */
  missing?: Missing[]
  /** What else is played at the same time with something that is there once. */
  clashes?: Clash[]
}

/** What is known of a set-up among all that are to come, as it was last saved. */
export function usePrepared(id: string, answer?: Answer): Prepared {
  const saved = useStanding(id).is === 'saved'
  const prep = useQuery({ ...setupPrepQuery(id), enabled: saved && answer !== undefined })
  const fresh = saved && !prep.isFetching ? prep.data : undefined
  const [last, setLast] = useState<Missing[]>([])
  if (fresh?.missing && fresh.missing !== last) setLast(fresh.missing)
  if (!answer) return { slots: fresh?.slots }
  const alone = answer.missing ?? []
  if (fresh && !fresh.missing) return { slots: fresh.slots, missing: alone.filter(ofTheThings) } // play has begun
  return { slots: fresh?.slots, missing: fresh?.missing ?? together(alone, last), clashes: fresh?.clashes }
}

/** What is missing alone, with what others took when it was last looked at: until that is known anew, nothing of it is
 * taken to be here. */
function together(alone: Missing[], last: Missing[]): Missing[] {
  const others = last.filter((m) => !ofTheThings(m) && !alone.some((a) => a.item_id === m.item_id && m.item_id))
  return [...alone, ...others]
}
