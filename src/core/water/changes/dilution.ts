import { type Result, ok, refuse } from '../../quantity/result'
import { sayNumber } from '../../quantity/say'

/** Concentration after changing fraction `f` (0–1) of water at `tank` for water at `source`; same unit throughout. */
export function afterChange(tank: number, source: number, f: number): number {
  return tank * (1 - f) + source * f
}

/** A change of less than a twentieth is below what a bucket and a water line can measure, and below what a test could show afterwards. Common practice. */
const LEAST_WORTH_CHANGING = 0.05

/** Whether a change of this fraction (0–1) is worth the buckets. */
export const isWorthChanging = (fraction: number): boolean => fraction >= LEAST_WORTH_CHANGING

/**
 * Smallest fraction to change so that `tank` comes to `target` with water at `source`: f = (C − T)/(C − S), downwards or upwards.
 * `from`: only what stands above the target is to come down, what stands below it is met already. Refuses a target on the far
 * side of the source, or no difference between tank and source to work with.
 */
export function fractionForTarget(
  tank: number,
  target: number,
  source: number,
  from: 'above' | 'either' = 'above',
): Result<number> {
  if (from === 'above' ? tank <= target : tank === target) return ok(0)
  const down = tank > target
  if (down ? source >= target : source <= target) {
    return refuse(
      down
        ? `The water you change with stands at ${sayNumber(source)} itself, so no change brings the tank down to ${sayNumber(target)}. What is missing is a source below that, like rain or reverse osmosis.`
        : `The water you change with stands at ${sayNumber(source)} itself, so no change brings the tank up to ${sayNumber(target)}. What is missing is a source above that, or the salt itself in the new water.`,
    )
  }
  return ok((tank - target) / (tank - source))
}

/**
 * Where a tank settles just before each change: daily gain `gain`, a change of fraction `f` every `everyDays`, source `source`.
 * C* = S + gain·n/f (domain algebra: the fixed point of C ← (1−f)C + fS + gain·n). Throws for f outside (0, 1].
 */
export function steadyBeforeChange(gain: number, everyDays: number, f: number, source = 0): number {
  if (!(f > 0 && f <= 1))
    throw new RangeError(`A change must take a fraction above 0 and up to 1, not ${f}`)
  return source + (gain * everyDays) / f
}

/**
 * Steady concentration before each change when evaporation is made up with water at `source`:
 * P = S(1 + E/(f·V)), E litres topped up per period, V the tank, f changed per period.
 */
export function steadyWithTopUp(
  source: number,
  toppedUpLitres: number,
  tankLitres: number,
  f: number,
): number {
  if (!(f > 0 && f <= 1))
    throw new RangeError(`A change must take a fraction above 0 and up to 1, not ${f}`)
  return source * (1 + toppedUpLitres / (f * tankLitres))
}
