import { grownTo, MOST_AT_ONCE, usualCut, type Hedge } from './in-shape'

/** What a fixed rhythm of cutting costs and what it leaves standing. */
export interface Rhythm {
  everyDays: number
  /** Cuts on an evening, in the mean. */
  cutsEach: number
  /** Plantings that reach the surface between two evenings even so, and the days of each time they lie there. */
  overgrown: { stake: string; days: number }[]
  /** Share of days, 0–1, on which a planting stands in shape, in the mean of them. */
  inShape: number
  /** The most of the plant mass that an evening takes, 0–1; whether that is more than is well. */
  mostMass: number
  tooMuch: boolean
}

const RHYTHMS_DAYS = [7, 14, 21, 28] as const
/** So long it is followed, days: the first cuts of an overgrown tank are forgotten by then. */
const FOLLOWED_DAYS = 112
const SETTLED_DAYS = 28
/** However much is cut, so much of the plants of today still stands; our own choice, so that no share is of nothing. */
const LEAST_STANDING = 0.05

/** Steady and easy: what each rhythm of cutting does, when on every evening that is cut which would reach the surface before the next. */
export const rhythmsOf = (hedges: readonly Hedge[]): Rhythm[] =>
  hedges.length === 0 ? [] : RHYTHMS_DAYS.map((everyDays) => rhythmOf(hedges, everyDays))

function rhythmOf(hedges: readonly Hedge[], everyDays: number): Rhythm {
  const heights = hedges.map(({ height }) => height.value)
  const onSurface = hedges.map(() => 0)
  const shaped = hedges.map(() => 0)
  let [cuts, evenings, mostMass] = [0, 0, 0]
  for (let day = 0; day < FOLLOWED_DAYS; day++) {
    const counts = day >= SETTLED_DAYS
    if (day % everyDays === 0) {
      let mass = 0
      // Of what stands by then: the shares are of the plants of today.
      const grown = hedges.reduce(
        (sum, { massACm, height }, i) => sum + (heights[i] - height.value) * massACm,
        0,
      )
      const stands = Math.max(LEAST_STANDING, 1 + grown)
      hedges.forEach((hedge, i) => {
        const next = grownTo(hedge, heights[i], hedge.rate.value, everyDays)
        const cutTo = usualCut(hedge)
        if (next <= hedge.form.limitCm || heights[i] <= cutTo) return
        mass += (heights[i] - cutTo) * hedge.massACm
        heights[i] = cutTo
        if (counts) cuts++
      })
      if (counts) {
        evenings++
        mostMass = Math.max(mostMass, mass / stands)
      }
    }
    hedges.forEach((hedge, i) => {
      heights[i] = grownTo(hedge, heights[i], hedge.rate.value, 1)
      if (!counts) return
      if (heights[i] > hedge.roomCm) onSurface[i]++
      if (heights[i] >= hedge.form.lowCm && heights[i] <= hedge.form.limitCm) shaped[i]++
    })
  }
  const days = FOLLOWED_DAYS - SETTLED_DAYS
  return {
    everyDays,
    cutsEach: cuts / evenings,
    overgrown: hedges.flatMap(({ planting }, i) =>
      onSurface[i] === 0
        ? []
        : [{ stake: planting.stake, days: (onSurface[i] / days) * everyDays }],
    ),
    inShape: shaped.reduce((sum, one) => sum + one / days, 0) / hedges.length,
    mostMass,
    tooMuch: mostMass > MOST_AT_ONCE,
  }
}
