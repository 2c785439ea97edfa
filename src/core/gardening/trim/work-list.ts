import type { DueDays } from '../../history/due'
import type { Kept, Planting, TankHistory } from '../../history/types'
import { isShort } from '../light/least-par'
import { COLOUR_PAR, tipsOf } from '../light/tips'
import { factsOf } from '../../plants/kinds'
import { sceneOn, stageOf, type Scene, type Stage } from '../../layout/scene'
import { letThrough } from '../../layout/canopy'
import { canopiesOf } from '../../layout/scene-light'
import { daysToSurface, FURTHEST_DAYS } from '../../plants/height'
import { patchCentre } from '../../plants/place'
import type { Instant } from '../../quantity/time'
import { hedgesOf, LEAST_RATE, usualCut, type Hedge } from './in-shape'

/** Why a planting is to be cut. */
type TrimReason =
  | { of: 'surface' }
  | { of: 'shape'; form: Kept['as'] }
  | { of: 'shade'; over: readonly string[] }
  | { of: 'colour'; over: readonly string[] }
  | { of: 'with the others' }
export interface TrimDue {
  hedge: Hedge
  why: TrimReason
  days: DueDays
  cutTo: number
}

/** What is due within so many days is on the list of the week; a slow one beside it that is due soon after goes with it. Common practice. */
export const WEEK_DAYS = 7
const WITH_OTHERS_DAYS = 14
const LOOK_DAYS = 56
const STEP_DAYS = 4
/** Plantings so near stand beside each other, cm. */
const BESIDE_CM = 22

/**
 * When each stem is to be cut, why, and to what: before it lies on the surface or takes the light that another cannot do without. The soonest first.
 * `lookDays`: shade is looked for so far ahead, days.
 */
export function trimsDue(
  history: TankHistory,
  now: Instant,
  lookDays = LOOK_DAYS,
  stage: Stage = stageOf(history, now),
): TrimDue[] {
  const shades = shadesAhead(stage, lookDays)
  // What hardly grows is cut all the same once it lies on the surface.
  return hedgesOf(history, now, 0)
    .map((hedge): TrimDue => {
      const own = outgrows(history, hedge, now)
      const shade = shades.get(hedge.planting.id)
      const first = shade && shade.day < own.days.value ? shade : null
      return {
        hedge,
        ...(first ? { why: first.why, days: ranged(hedge, first.day) } : own),
        cutTo: usualCut(hedge),
      }
    })
    .filter(({ hedge, days }) => hedge.rate.value >= LEAST_RATE || days.value <= 0)
    .sort((a, b) => a.days.value - b.days.value)
}

/** Days to the surface, as everywhere; for what hardly gets there, far off. */
const surfaceOf = (history: TankHistory, { planting }: Hedge, now: Instant): TrimDue['days'] =>
  daysToSurface(history, planting, now) ?? {
    value: FURTHEST_DAYS,
    low: FURTHEST_DAYS,
    high: null,
  }

/** When a stem outgrows the form it is kept in, or reaches the surface where it grows free. */
function outgrows(history: TankHistory, hedge: Hedge, now: Instant): Pick<TrimDue, 'why' | 'days'> {
  const { planting, form, height, rate, roomCm } = hedge
  const surface = surfaceOf(history, hedge, now)
  // What lies on the surface has outgrown its form long ago, and takes the light of all below.
  if (!planting.kept || form.limitCm >= roomCm || surface.value <= 0)
    return { why: { of: 'surface' }, days: surface }
  const left = Math.max(0, form.limitCm - height.value)
  return {
    why: { of: 'shape', form: planting.kept.as },
    days: ranged(hedge, left / Math.max(1e-6, rate.value)),
  }
}

/** Days until growth has done what it does in `days` at the middling rate. */
const ranged = ({ rate }: Hedge, days: number): TrimDue['days'] => ({
  value: days,
  low: (days * rate.value) / Math.max(rate.value, rate.high),
  high: rate.low > 0 ? (days * rate.value) / rate.low : null,
})

/** By planting: the first day on which it takes so much light that what stands below falls short, and that would not without it. */
function shadesAhead(stage: Stage, lookDays: number) {
  const { today } = stage
  const found = new Map<string, { day: number; why: TrimReason }>()
  for (let days = 0; days <= lookDays; days += STEP_DAYS) {
    const scene = sceneOn(stage, today + days)
    for (const { id, why } of shadingIn(scene))
      if (!found.has(id)) found.set(id, { day: days, why })
  }
  return found
}

/** Plantings that leave others short of light in a scene, or the tips of coloured ones too dark to colour, with the stakes of those. */
function shadingIn(scene: Scene): { id: string; why: TrimReason }[] {
  const { waterlineCm } = scene.tank.vessel
  const canopies = canopiesOf(scene)
  const tips = canopies
    .filter(({ species }) => factsOf(species).colour !== null)
    .map((one) => ({ planting: one.planting, ...tipsOf(one, canopies, scene) }))
  return canopies.flatMap((above): { id: string; why: TrimReason }[] => {
    const others = scene.plants.filter(({ planting }) => planting.id !== above.planting.id)
    const starved = others.filter(({ planting, staged: { species }, par, rootCm }) => {
      if (!isShort(species, par)) return false
      const foot = { ...patchCentre(planting), y: rootCm }
      return !isShort(species, par / letThrough(above, foot, waterlineCm))
    })
    const pale = tips.filter(
      ({ planting, at, par }) =>
        planting.id !== above.planting.id &&
        par < COLOUR_PAR &&
        par / letThrough(above, at, waterlineCm) >= COLOUR_PAR,
    )
    const over = (all: readonly { planting: Planting }[]) =>
      all.map(({ planting }) => planting.stake)
    if (starved.length > 0)
      return [{ id: above.planting.id, why: { of: 'shade', over: over(starved) } }]
    return pale.length > 0
      ? [{ id: above.planting.id, why: { of: 'colour', over: over(pale) } }]
      : []
  })
}

/** What of it is done this week, in the order of the work: from the top down; a slow one that stands beside a cut one and is due soon goes with it, so that it saves an evening. */
export function weekOf(due: readonly TrimDue[]): TrimDue[] {
  const now = due.filter(({ days }) => days.value <= WEEK_DAYS)
  const along = due
    .filter(
      (one) =>
        one.days.value > WEEK_DAYS &&
        one.days.value <= WITH_OTHERS_DAYS &&
        one.hedge.species.group === 'stem-slow' &&
        // A stream of red is left long while the rest is cut.
        one.hedge.planting.kept?.as !== 'stream of red' &&
        now.some((other) => isBeside(one.hedge.planting, other.hedge.planting)),
    )
    .map((one): TrimDue => ({ ...one, why: { of: 'with the others' } }))
  return [...now, ...along].sort((a, b) => b.hedge.height.value - a.hedge.height.value)
}

function isBeside(a: Planting, b: Planting): boolean {
  const [p, q] = [patchCentre(a), patchCentre(b)]
  return Math.hypot(p.x - q.x, p.z - q.z) <= BESIDE_CM
}
