import { gasOf, tankAt, type Tank } from '../history/tank-at'
import { remembered } from '../quantity/remember'
import type { Planting, TankHistory } from '../history/types'
import { lightOf } from '../vessel/light'
import type { PlantFacts } from './kinds/facts'
import { standsInAir } from './place'

/** What makes plants grow fast or slowly in a tank. */
export interface GrowingConditions {
  light: 'dim' | 'fair' | 'strong'
  gas: boolean
  /** It stands out of the water. */
  inAir: boolean
}

/** Light of a day on the water, mol/m², under which it is dim and over which it is strong. Common practice. */
const DIM_MOL = 1.6
const STRONG_MOL = 5
const SECONDS_PER_HOUR = 3600

/** How fast a middling kind grows against what books say of it, which is fair light with some gas. Common practice, from memory: a third without gas of what gas and light give. */
const FACTOR = {
  gas: { dim: 0.6, fair: 1.15, strong: 1.8 },
  plain: { dim: 0.3, fair: 0.5, strong: 0.65 },
} as const
/** How strongly a kind answers to light and to gas, by what it needs of them: powers of what a middling kind gains or loses. What puts up with little gains little from more. Common practice, from memory. */
const ANSWERS_LIGHT = { dim: 0.5, fair: 1, strong: 1.3 } as const
const ANSWERS_GAS = { 'does without': 0.6, 'better with': 1, 'needs it': 1.4 } as const
/** Growth in air in parts of what the same light gives without gas under water, by how a kind takes it. Common practice, from memory. */
const IN_AIR: Readonly<Record<PlantFacts['emersed'], number>> = {
  well: 6,
  slowly: 2,
  hardly: 0.7,
  always: 2,
  never: 0.1,
}

/** What a planting had on a day. A tank without a lamp on paper is taken as fairly lit: by a window, or by one nobody wrote down. */
export function conditionsFor(
  history: TankHistory,
  planting: Planting,
  day: number,
): GrowingConditions {
  const tank = tankAt(history, day)
  return {
    light: lightIn(tank),
    gas: gasOf(tank) !== null,
    inAir: standsInAir(tank, planting),
  }
}

/** The same for all plantings of a tank. */
const lightIn = remembered((tank: Tank) => {
  const { hours, parAtSurface } = lightOf(tank.equipment, tank.vessel)
  return lightClass((parAtSurface * hours * SECONDS_PER_HOUR) / 1e6)
})

function lightClass(mol: number): GrowingConditions['light'] {
  if (mol === 0) return 'fair'
  if (mol < DIM_MOL) return 'dim'
  return mol > STRONG_MOL ? 'strong' : 'fair'
}

/**
 * By how much a kind grows faster or slower under these conditions than the books say: 1 is as they say. `kind`: what it needs; a
 * middling kind where it is left out. Land plants are known by how they grow in air, so that light alone moves them.
 */
export function vigour(
  { light, gas, inAir }: GrowingConditions,
  kind: Pick<PlantFacts, 'light' | 'gas' | 'emersed' | 'land'> = MIDDLING,
): number {
  const regime = FACTOR[gas && !inAir ? 'gas' : 'plain']
  const byLight = (regime[light] / regime.fair) ** ANSWERS_LIGHT[kind.light]
  if (inAir && kind.land !== null) return byLight
  const inWater = byLight * withGas(gas && !inAir, kind.gas)
  return inAir ? IN_AIR[kind.emersed] * inWater : inWater
}

const MIDDLING = { light: 'fair', gas: 'better with', emersed: 'well', land: null } as const

/** Growth in fair light with or without gas, against the books. */
const withGas = (gas: boolean, need: PlantFacts['gas']): number =>
  gas
    ? FACTOR.gas.fair
    : FACTOR.gas.fair * (FACTOR.plain.fair / FACTOR.gas.fair) ** ANSWERS_GAS[need]
