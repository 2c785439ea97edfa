import { layoutOn, vesselOn } from '../history/tank-at'
import type { TankFacts } from '../history/types'
import { dayOf, type Instant } from '../quantity/time'
import { netLitres } from './volume'

/** Net litres of a tank as it stood on a day. */
export function litresOn(facts: TankFacts, day: number): number {
  return netLitres(vesselOn(facts.vessel, day), layoutOn(facts, day))
}

/** Net litres of a tank as it stands at an instant. */
export const litresNow = (facts: TankFacts, now: Instant): number => litresOn(facts, dayOf(now))

/**
 * Net litres on any day of a tank's life, worked out once for each stretch in which nothing that fills the glass was changed:
 * measures, water line, layout, ground, pieces.
 */
export function litresOver(facts: TankFacts): (day: number) => number {
  const begins = [...new Set(changesOfVolume(facts).map(dayOf))].sort((a, b) => a - b)
  const litres = begins.map(() => Number.NaN)
  let before = Number.NaN
  return (day) => {
    let [low, high] = [-1, begins.length - 1]
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (begins[middle] <= day) low = middle
      else high = middle - 1
    }
    if (low === -1) {
      if (Number.isNaN(before)) before = litresOn(facts, day)
      return before
    }
    if (Number.isNaN(litres[low])) litres[low] = litresOn(facts, begins[low])
    return litres[low]
  }
}

const changesOfVolume = ({ vessel, layouts, pieces }: TankFacts): Instant[] => [
  ...vessel.glass.map(({ from }) => from),
  ...layouts.flatMap(({ from, to, ground }) => [
    from,
    ...(to === null ? [] : [to]),
    ...ground.map((version) => version.from),
  ]),
  ...pieces.flatMap(({ stands }) => stands.map(({ from }) => from)),
]
