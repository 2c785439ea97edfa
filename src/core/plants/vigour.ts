import { gasOf, tankAt } from '../history/tank-at'
import type { Planting, TankHistory } from '../history/types'
import { lightOf } from '../vessel/light'
import { standsInAir } from './place'

/** What makes plants grow fast or slowly in a tank. */
export interface Conditions {
  light: 'dim' | 'fair' | 'strong'
  gas: boolean
  /** It stands out of the water. */
  inAir: boolean
}

/** Light of a day on the water, mol/m², under which it is dim and over which it is strong. Common practice. */
const DIM_MOL = 1.6
const STRONG_MOL = 5
const SECONDS_PER_HOUR = 3600

/** How fast plants grow against what books say of them, which is fair light with some gas. Common practice, from memory: a third without gas of what gas and light give; in air six times what the same light gives without gas under water. */
const FACTOR = {
  gas: { dim: 0.6, fair: 1.15, strong: 1.8 },
  plain: { dim: 0.3, fair: 0.5, strong: 0.65 },
} as const
const IN_AIR = 6

/** What a planting had on a day. A tank without a lamp on paper is taken as fairly lit: by a window, or by one nobody wrote down. */
export function conditionsFor(history: TankHistory, planting: Planting, day: number): Conditions {
  const tank = tankAt(history, day)
  const { hours, parAtSurface } = lightOf(tank.equipment, tank.vessel)
  const mol = (parAtSurface * hours * SECONDS_PER_HOUR) / 1e6
  return {
    light: lightClass(mol),
    gas: gasOf(tank) !== null,
    inAir: standsInAir(tank, planting),
  }
}

function lightClass(mol: number): Conditions['light'] {
  if (mol === 0) return 'fair'
  if (mol < DIM_MOL) return 'dim'
  return mol > STRONG_MOL ? 'strong' : 'fair'
}

/** By how much growth differs from the books under these conditions: 1 is as they say. */
export const vigour = ({ light, gas, inAir }: Conditions): number =>
  inAir ? IN_AIR * FACTOR.plain[light] : FACTOR[gas ? 'gas' : 'plain'][light]
