import { plantingsAt, speciesOf } from '../../history/lookup'
import { tankNow } from '../../history/tank-at'
import type { Planting, PlantGroup, Species, TankHistory } from '../../history/types'
import { fitGrowth } from '../../plants/growth'
import { isStem } from '../../plants/groups'
import { ALONG_SURFACE, heightCourse, heightOn } from '../../plants/height'
import { dryGrams, dryGramsOf } from '../../plants/mass'
import { headroom, standsInAir } from '../../plants/place'
import type { Estimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import { formOf, type Form } from './form'
import type { Option } from './staggered'

/** A planting that is kept in shape by cutting: how high it stands, how fast it grows, and between which heights it looks right. */
export interface Hedge {
  planting: Planting
  species: Species
  /** Today, cm. */
  height: Estimate
  /** cm a day. */
  rate: Estimate
  /** Water, or air under the rim, over its root, cm. */
  roomCm: number
  form: Form
  /** Days until fresh tops hide a cut. */
  whole: number
  /** Share of the plant mass of the tank that a centimetre of it is, 0–1. */
  massACm: number
}

/** Days after which fresh tops hide a cut. Common practice, from memory. */
const WHOLE_AFTER: Readonly<Partial<Record<PlantGroup, number>>> = {
  'stem-fast': 6,
  'stem-slow': 12,
}
/** What does not grow so much, cm a day, is not kept in shape by a calendar. */
export const LEAST_RATE = 0.02

/** The stems of a tank that are kept in shape by cutting, and grow at least so fast, cm a day. */
export function hedgesOf(history: TankHistory, now: Instant, leastRate = LEAST_RATE): Hedge[] {
  const tank = tankNow(history, now)
  const standing = plantingsAt(history, now)
  const mass = standing.reduce((sum, one) => sum + dryGrams(history, one, now), 0)
  return standing.flatMap((planting): Hedge[] => {
    const species = speciesOf(history, planting)
    if (!isStem(species.group) || standsInAir(tank, planting)) return []
    const fit = fitGrowth(history, planting, now)
    if (fit.rate.value < leastRate) return []
    const roomCm = headroom(tank, planting)
    return [
      {
        planting,
        species,
        height: heightOn(heightCourse(history, planting, now, fit), dayOf(now)),
        rate: fit.rate,
        roomCm,
        form: formOf(planting, species, roomCm, tank.vessel),
        whole: WHOLE_AFTER[species.group] ?? 0,
        massACm: mass > 0 ? dryGramsOf(history, planting, 1, now) / mass : 0,
      },
    ]
  })
}

/** How a hedge stands after a while, cm, at a rate: it goes no further than along the surface. */
export const grownTo = ({ roomCm }: Hedge, cm: number, rate: number, days: number): number =>
  Math.min(Math.max(cm, ALONG_SURFACE * roomCm), cm + rate * days)

/** The days from now between which it is in shape, cut to `cutTo` cm in `inDays` days (null: left alone), growing at `rate`. */
export function shapeWindow(
  hedge: Hedge,
  inDays: number | null,
  cutTo: number,
  rate: number = hedge.rate.value,
): { from: number; to: number } {
  const { height, form, whole } = hedge
  const [begin, cm] = inDays === null ? [0, height.value] : [inDays, cutTo]
  const until = (goal: number) => begin + (goal - cm) / Math.max(1e-6, rate)
  const from = Math.max(begin + (inDays === null ? 0 : whole), until(form.lowCm))
  return { from, to: until(form.highCm) }
}

/** The usual cut, cm. */
export const usualCut = ({ form }: Pick<Hedge, 'form'>): number => form.cuts[0]

/** So much of the plant mass is cut on one evening at most. Common practice: more starves the water of takers. */
export const MOST_AT_ONCE = 0.3

/**
 * Every way to deal with a hedge: left alone, or cut to one of its heights on one of the evenings (days from now). A planting of which
 * one cut alone takes more than may be taken has that evening to itself.
 */
export function waysOf(
  hedge: Hedge,
  evenings: readonly number[],
): (Option & { cutTo: number | null })[] {
  const alone = { evening: null, cutTo: null, mass: 0, ...shapeWindow(hedge, null, 0) }
  const cuts = evenings.flatMap((inDays, evening) =>
    hedge.form.cuts.flatMap((cutTo) => {
      const before = grownTo(hedge, hedge.height.value, hedge.rate.value, inDays)
      // Nothing is cut to a height it has not reached.
      if (before <= cutTo) return []
      const mass = Math.min(MOST_AT_ONCE, (before - cutTo) * hedge.massACm)
      return [{ evening, cutTo, mass, ...shapeWindow(hedge, inDays, cutTo) }]
    }),
  )
  return alone.to > alone.from ? [alone, ...cuts] : cuts
}
