import { createContext, use } from 'react'
import type { Session } from '../api/client'

export const SessionContext = createContext<Session | undefined>(undefined)

/** Who is signed in. Fails loudly outside the signed-in part of the app. */
export function useSession(): Session {
  const session = use(SessionContext)
  if (!session) throw new Error('useSession needs a SessionContext above it')
  return session
}

export const mayWrite = (session: Session) => session.role !== 'helper'
