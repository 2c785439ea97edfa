import type { Species } from '../../history/types'
import { factsOf } from '../../plants/kinds'
import { LIGHT_NEEDS } from '../../history/kind-facts'
import { vigour } from '../../plants/vigour'

/** What a kind is expected to grow, cm a day, in each light: without gas, with it, and in air; with the range of its books. */
export interface PriorRow {
  light: (typeof LIGHT_NEEDS)[number]
  plain: Grown
  gas: Grown
  inAir: Grown
}
interface Grown {
  value: number
  low: number
  high: number
}

/** The growth prior of a kind for every light, gas and air: its books times how it answers to each. */
export function priorTable(species: Species): PriorRow[] {
  const facts = factsOf(species)
  const { value, low, high } = species.growthCmPerDay
  const grown = (light: PriorRow['light'], gas: boolean, inAir: boolean): Grown => {
    const factor = vigour({ light, gas, inAir }, facts)
    return { value: value * factor, low: low * factor, high: high * factor }
  }
  return LIGHT_NEEDS.map((light) => ({
    light,
    plain: grown(light, false, false),
    gas: grown(light, true, false),
    inAir: grown(light, false, true),
  }))
}
