import { useEffect, useRef, useSyncExternalStore } from 'react'
import type { Setup, SetupInput } from '../../api/client'
import { waitsHere, type Letter } from '../../api/letter'
import { outbox } from '../../api/outbox'
import { merge, type Clash } from './merge'
import { draftOf, eachOnce } from './draft'

const kind = 'setup'

/** How saving stands: 'waits-here' for what waits for the line and lies on this device until then. */
export type Saving = { is: 'saved' | 'waits-here' | Letter['state']; sentence?: string; theirs?: Setup }

/** What of a set-up this device keeps that the server has not answered yet. What an earlier form of
 * this page left, which has no places, is not taken up. */
export function keptSetup(id: string): SetupInput | undefined {
  const letter = outbox.look(kind, id)
  const kept = (letter?.next ?? letter?.flying) as SetupInput | undefined
  return kept?.places && kept
}

const bodyText = (input: SetupInput) => JSON.stringify({ ...input, version: 0 })

/** Saves a set-up a moment after it stops changing, through the outbox of this device. */
export function useSaving(id: string, input: SetupInput, stored: SetupInput, enabled: boolean) {
  const text = bodyText(input)
  const put = useRef(text)
  const was = useRef(stored)
  useEffect(() => {
    was.current = stored
  }, [stored])
  useEffect(() => {
    if (!enabled || text === put.current) return
    put.current = text
    outbox.put(kind, id, input.version, JSON.parse(text) as object, was.current)
  }, [id, text, enabled, input.version])
  return {
    /** What is stored now stands here: it is not to be saved again. */
    take: (theirs: SetupInput) => {
      put.current = bodyText(theirs)
      outbox.drop(kind, id)
    },
    /** What was made of both goes over what is stored. */
    settle: (both: SetupInput) => {
      put.current = bodyText(both)
      outbox.over(kind, id, JSON.parse(put.current) as object)
    },
  }
}

/** What this device changed and what somebody else stored meanwhile, put together. */
export function bothOf(id: string): { both: SetupInput; clashes: Clash[] } | undefined {
  const letter = outbox.look(kind, id)
  const [mine, theirs, was] = [letter?.next, letter?.theirs, letter?.was] as (SetupInput | undefined)[]
  if (!mine || !theirs || !was) return undefined
  const at = { version: theirs.version }
  const { merged, clashes } = merge({ ...draftOf(was), ...at }, { ...draftOf(mine), ...at }, draftOf(theirs as Setup))
  return { both: eachOnce(merged, mine), clashes }
}

const standing = (letter: Letter | undefined): Saving =>
  letter
    ? {
        is: waitsHere(letter) ? 'waits-here' : letter.state,
        sentence: letter.sentence,
        theirs: letter.theirs as Setup | undefined,
      }
    : { is: 'saved' }

/** How the saving of a set-up stands: for the few places that show it, so that nothing else is drawn with it. */
export const useStanding = (id: string): Saving =>
  standing(useSyncExternalStore(outbox.subscribe, () => outbox.look(kind, id)))
