import { createContext, type ReactNode } from 'react'

/** Whom a text says to call, where it says so: the number of poison advice. */
export const ToCall = createContext<ReactNode>(null)
