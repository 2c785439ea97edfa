import { jarTestOf } from '../../history/jar-test'
import { natureOf } from '../../history/piece-nature'
import { isActive, mayHoldLime } from '../../history/ground-kinds'
import { plantingsAt } from '../../history/lookup'
import { tankNow } from '../../history/tank-at'
import type { TankHistory } from '../../history/types'
import { Z80 } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import type { Parameter } from '../../quantity/units'
import type { Summand } from '../balance/reconcile'
import { expectedUptake } from '../balance/uptake'

/** What moves a parameter without an entry: known beforehand by its order of magnitude only, found by following the level. Canonical unit a week. */
export interface UnmeasuredPart extends Summand {
  kind: 'plants' | 'soil' | 'stones' | 'unlogged'
  because: string
}

/** What a soil that holds hardness down takes away a week while it works as new, °dH; and the nitrate new soil leaches as ammonia, mg/L. Common practice. */
const SOIL_HOLDS = { kh: 0.6, gh: 0.3 } as const
const SOIL_LEACHES_NITRATE = 7
const LEACHING_TAU_DAYS = 25
/** Soil is worked out in one to three years; to a third in this many days. Common practice. */
const SOIL_TAU_DAYS = 400
/** How much may go unwritten, a week (one standard deviation): mulm, a dead leaf, a guest’s pinch of food. Common practice. */
const UNWRITTEN: Partial<Record<Parameter, number>> = {
  nitrate: 3,
  phosphate: 0.3,
  potassium: 1,
  gh: 0.15,
  kh: 0.15,
  conductivity: 6,
}
const STONES: Partial<Record<Parameter, number>> = { gh: 0.4, kh: 0.4, conductivity: 12 }

/**
 * The parts of a balance that nobody writes down, with what can be said of them beforehand: plants by what they grow, soil
 * by its age or its jar test, stones, and whatever else. `written`: what food adds a week, since who feeds much forgets much.
 * There is always one part that can add and one that can take away, so that any level can be explained.
 */
export function unmeasuredParts(
  history: TankHistory,
  parameter: Parameter,
  now: Instant,
  litres: number,
  written: number,
): UnmeasuredPart[] {
  const parts = [
    plantsPart(history, parameter, now, litres),
    soilPart(history, parameter, now),
    stonesPart(history, parameter, now),
  ].filter((part): part is UnmeasuredPart => part !== null)
  const sd = Math.max(UNWRITTEN[parameter] ?? 1, written)
  const hard = parameter === 'gh' || parameter === 'kh'
  const because = 'what the level did, less all that is known'
  if (!hard || !parts.some((part) => part.sign > 0))
    parts.push({
      kind: 'unlogged',
      sign: 1,
      value: 0,
      sd,
      because,
    })
  if (!parts.some((part) => part.sign < 0))
    parts.push({
      kind: 'unlogged',
      sign: -1,
      value: 0,
      sd,
      because,
    })
  return parts
}

function plantsPart(
  history: TankHistory,
  parameter: Parameter,
  now: Instant,
  litres: number,
): UnmeasuredPart | null {
  const uptake = expectedUptake(history, parameter, now, litres)
  const plants = { kind: 'plants' as const, sign: -1 as const }
  if (uptake)
    return {
      ...plants,
      value: -7 * uptake.value,
      sd: (7 * (uptake.high - uptake.low)) / (2 * Z80),
      because: `what the level did, less all that is known; by what they grow about ${(7 * uptake.value).toPrecision(1)}`,
    }
  // Plants take salts, but no one can say how much of a meter's reading they are.
  return parameter === 'conductivity' && plantingsAt(history, now).length > 0
    ? {
        ...plants,
        value: 0,
        sd: UNWRITTEN.conductivity!,
        because: 'what the level did, less all that is known',
      }
    : null
}

function soilPart(history: TankHistory, parameter: Parameter, now: Instant): UnmeasuredPart | null {
  const ground = tankNow(history, now).layout?.ground
  if (!ground || !isActive(ground.material)) return null
  const age = Math.max(0, dayOf(now) - dayOf(ground.laidAt))
  if (parameter === 'nitrate') {
    const leaches = SOIL_LEACHES_NITRATE * Math.exp(-age / LEACHING_TAU_DAYS)
    return leaches < 0.1
      ? null
      : {
          kind: 'soil',
          sign: 1,
          value: leaches,
          sd: leaches,
          because: `it has lain ${Math.round(age)} days`,
        }
  }
  if (parameter !== 'kh' && parameter !== 'gh') return null
  const jar = jarTestOf(history, now)
  const working = jar ? Math.max(0, jar.drop) : Math.exp(-age / SOIL_TAU_DAYS)
  const holds = SOIL_HOLDS[parameter] * working
  return {
    kind: 'soil',
    sign: -1,
    value: -holds,
    sd: holds + 0.05,
    because: jar
      ? `the jar test says it works at ${Math.round(working * 100)} %`
      : `it has lain ${Math.round(age / 30.4)} months`,
  }
}

function stonesPart(
  history: TankHistory,
  parameter: Parameter,
  now: Instant,
): UnmeasuredPart | null {
  const { layout } = tankNow(history, now)
  const sd = STONES[parameter]
  const lime =
    layout &&
    (layout.hardscape.some(
      (piece) => piece.material === 'stone' && natureOf(piece).lime !== 'inert',
    ) ||
      mayHoldLime(layout.ground.material))
  return lime && sd !== undefined
    ? {
        kind: 'stones',
        sign: 1,
        value: 0,
        sd,
        because: 'what the level did, less all that is known',
      }
    : null
}
