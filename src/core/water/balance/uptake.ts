import { hardnessOf } from '../../chemistry/salts'
import { plantingsAt } from '../../history/lookup'
import { gasOf, tankNow } from '../../history/tank-at'
import type { Species, TankHistory } from '../../history/types'
import { canopyTransmission, dliAt, parAt, type StandingPlant } from '../../layout/canopy'
import { stageOf, standingOn } from '../../layout/scene'
import { patchArea, patchCentre } from '../../plants/height'
import type { Estimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import { lightOf } from '../../vessel/light'
import { NO3_PER_N, PO4_PER_P, type Parameter } from '../../quantity/units'
import { isFlat } from '../../plants/groups'

/**
 * Dry matter grown of a mole of light a leaf takes up, g, with and without carbon dioxide given. Common practice, rough: the best
 * a leaf can do in dim light is about 1.5 g (quantum yield near 0.06, carbon 45 % of dry matter; from memory), and water plants
 * reach less than half of that when gas is given.
 */
const GROWN_PER_MOL = { gas: 0.6, plain: 0.3 } as const
/** What dry plant matter holds, share: well above the least a plant can live on (1.3 % N, 0.13 % P: Gerloff & Krombholz 1966). From memory. */
const TISSUE = {
  nitrogen: 0.025,
  phosphorus: 0.003,
  potassium: 0.02,
  calcium: 0.01,
  magnesium: 0.003,
} as const
/** How much of it is taken from the water rather than from the ground. Common practice. */
const FROM_WATER: Record<Species['feedsBy'], number> = { column: 1, both: 0.6, root: 0.15 }
/** The 80 % range reaches from a third of the figure to three times it. */
const DOUBT_FACTOR = 3
/** What lies flat takes up this share of the light over the ground it covers. */
const FLAT_TAKES = 0.8

/** Dry matter the plants grow out of the water's nutrients, g a day, from the light their leaves take up. */
export function growthFromWater(history: TankHistory, now: Instant): number {
  const tank = tankNow(history, now)
  const { waterlineCm } = tank.vessel
  const light = lightOf(tank.equipment, tank.vessel)
  const standing = standingOn(stageOf(history, now), dayOf(now))
  const perMol = gasOf(tank) ? GROWN_PER_MOL.gas : GROWN_PER_MOL.plain
  return standing.reduce((sum, plant) => {
    const top = Math.min(plant.topCm, waterlineCm)
    const par = parAt(
      { ...patchCentre(plant.planting), y: top },
      standing,
      { par: light.parAtSurface, waterlineCm },
      plant.planting.id,
    )
    const molesADay =
      dliAt(par, light.hours) * (patchArea(plant.planting) / 1e4) * lightTaken(plant)
    return sum + molesADay * perMol * FROM_WATER[plant.species.feedsBy]
  }, 0)
}

function lightTaken(plant: StandingPlant): number {
  return isFlat(plant.species.group)
    ? (plant.coverPercent / 100) * FLAT_TAKES
    : 1 - canopyTransmission(plant, plant.rootCm)
}

/**
 * What the plants can be expected to take of a parameter, canonical unit a day in `litres`, before any reading: light taken up,
 * matter grown of it, what matter holds. An order of magnitude (a third to three times). Null for what plants do not take by the
 * gram (KH, conductivity) and for a tank without plants.
 */
export function expectedUptake(
  history: TankHistory,
  parameter: Parameter,
  now: Instant,
  litres: number,
): Estimate | null {
  const perGram = HELD[parameter]
  if (perGram === undefined || plantingsAt(history, now).length === 0) return null
  const value = (growthFromWater(history, now) * 1000 * perGram) / litres
  return {
    value,
    low: value / DOUBT_FACTOR,
    high: value * DOUBT_FACTOR,
    because: 'the light their leaves take up',
  }
}

const HELD: Partial<Record<Parameter, number>> = {
  nitrate: TISSUE.nitrogen * NO3_PER_N,
  phosphate: TISSUE.phosphorus * PO4_PER_P,
  potassium: TISSUE.potassium,
  gh: hardnessOf(TISSUE.calcium, TISSUE.magnesium),
}
