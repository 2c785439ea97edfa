import type { Parameter } from '../../quantity/units'
import type { Method } from './reading'

/** How a parameter is mostly tested by those who say nothing of it. Common practice. */
const USUAL: Partial<Record<Parameter, Method>> = {
  temperature: 'probe',
  conductivity: 'probe',
  tds: 'probe',
  kh: 'titration',
  gh: 'titration',
  calcium: 'titration',
  magnesium: 'titration',
  oxygen: 'titration',
  co2: 'indicator',
  clarity: 'eye',
  tint: 'eye',
}

export const usualMethod = (parameter: Parameter): Method => USUAL[parameter] ?? 'drops-chart'
