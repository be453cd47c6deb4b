import { useInfiniteQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { allBatchesQuery } from './queries'
import { stands } from './model'
import { say } from './catalogue'

/** The batch whose label has the code that was typed; else what stands here otherwise. */
export function ByLabel({ words, onLeave, children }: { words: string; onLeave?: () => void; children?: ReactNode }) {
  const code = /^[0-9a-f]{6}$/i.test(words.trim()) ? words.trim().toUpperCase() : ''
  const { data } = useInfiniteQuery({ ...allBatchesQuery(code), enabled: code !== '' })
  const batch = code && data?.pages.flatMap((p) => p.batches).find((b) => b.code === code)
  if (!batch) return children
  return (
    <p className="by-label">
      <Link to={`/batches/${batch.id}`} onClick={onLeave}>
        {say('label-of', { code, name: batch.name })}
      </Link>{' '}
      <span className="soft">{stands(batch)}</span>
    </p>
  )
}
