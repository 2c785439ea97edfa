'use client'

import { createContext, useContext, type ReactNode } from 'react'
import type { Desk } from './desk'

export interface Tab extends Pick<Desk, 'path' | 'name' | 'answers' | 'wet'> {
  /** The key that opens it. */
  key: string
}
const Tabs = createContext<readonly Tab[]>([])

/** The desks that have a tab and a key, for whatever stands below. */
export const DesksProvider = ({
  desks,
  children,
}: {
  desks: readonly Tab[]
  children: ReactNode
}) => <Tabs.Provider value={desks}>{children}</Tabs.Provider>

export const useDesks = () => useContext(Tabs)
