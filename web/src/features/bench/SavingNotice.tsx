import { useEffect, useRef } from 'react'
import { Button } from 'react-bootstrap'
import { Link } from 'react-router'
import type { Setup } from '../../api/client'
import { draftOf, type Draft } from '../../entities/setup/draft'
import { theirsIn } from '../../entities/setup/merge'
import { bothOf, keptSetup, useStanding } from '../../entities/setup/saving'
import { say } from './catalogue'

interface NoticeProps {
  id: string
  /** What both changed was put together. */
  together: boolean
  onClose: () => void
  onTake: (theirs: Setup) => void
  onBoth: (both: Draft) => void
}

/** What changed on both sides, as people call it. */
const partWords: Record<string, string> = {
  name: say('the-name'),
  room_id: say('the-room'),
  play_at: say('when-play-starts'),
  portion_g: say('the-portion'),
  depth_mm: say('the-depth'),
  vessel_id: say('the-container'),
  vessels: say('how-many-containers'),
  each: say('how-many'),
  use: say('how-children-meet-it'),
  item_id: say('what-it-is'),
  recipe_id: say('the-recipe'),
  base: say('the-base'),
  by: say('who-does-it'),
}

/** What became of saving where that asks for somebody, and what two people changed at once. */
export function SavingNotice({ id, together, onTake, onBoth, onClose }: NoticeProps) {
  const state = useStanding(id)
  const { theirs } = state
  const conflict = state.is === 'conflict' && theirs ? bothOf(id) : undefined
  const both = conflict?.clashes.length === 0 ? conflict.both : undefined
  const told = useRef(onBoth)
  useEffect(() => {
    told.current = onBoth
  })
  const text = both && JSON.stringify(both)
  useEffect(() => {
    if (!text) return
    told.current(JSON.parse(text) as Draft)
  }, [text])
  if (state.is === 'conflict' && theirs && !both) {
    const what = [...new Set(conflict?.clashes.map((c) => partWords[c.path.at(-1) ?? ''] ?? say('a-part-of-it')))].join(
      ', ',
    )
    return (
      <div className="notice ruler" role="alert">
        <p>
          {what
            ? say('someone-else-changed-too-everything', { what })
            : say('sentence-theirs-is-name', { sentence: state.sentence ?? '', name: theirs.name })}
        </p>
        <Button
          variant="outline-primary"
          onClick={() => (conflict ? onBoth(theirsIn(conflict.both, conflict.clashes)) : onTake(theirs))}
        >
          {say('take-theirs')}
        </Button>
        <Button
          variant="outline-primary"
          onClick={() => onBoth(conflict?.both ?? { ...(keptSetup(id) ?? draftOf(theirs)), version: theirs.version })}
        >
          {say('keep-mine')}
        </Button>
      </div>
    )
  }
  if (state.is === 'wrong') {
    return (
      <div className="notice lid" role="alert">
        <p>{say('not-saved-sentence', { sentence: state.sentence })}</p>
        <Link to="/bench">{say('back-to-the-set-up')}</Link>
      </div>
    )
  }
  if (together) {
    return (
      <div className="notice bowl" role="status">
        <p>{say('someone-else-changed-this-too')}</p>
        <Button variant="quiet" aria-label={say('close-the-note')} onClick={onClose}>
          ×
        </Button>
      </div>
    )
  }
  return null
}
