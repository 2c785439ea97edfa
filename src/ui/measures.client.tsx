'use client'

import { createContext, useContext, type ReactNode } from 'react'
import { measuresOf, METRIC, type Measures, type UnitSystem } from '@/core/quantity/measures'

const MeasuresContext = createContext<Measures>(METRIC)

/** How the keeper before this page measures. */
export const useMeasures = (): Measures => useContext(MeasuresContext)

export function MeasuresProvider({
  system,
  children,
}: {
  system: UnitSystem
  children: ReactNode
}) {
  return <MeasuresContext value={measuresOf(system)}>{children}</MeasuresContext>
}
