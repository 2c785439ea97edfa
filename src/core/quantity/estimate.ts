import { normalCdf } from './normal'

/**
 * A pencilled value: what Vivero expects, never what was seen.
 * `low`–`high` is the central 80 % range unless the maker says otherwise; `because` is the reason, in a sentence.
 */
export interface Estimate {
  value: number
  low: number
  high: number
  because: string
}

/** Standard normal quantile for the central 80 % interval: Φ⁻¹(0.9), Abramowitz & Stegun table 26.5. */
export const Z80 = 1.2815515655

/** An estimate from a mean and a standard deviation, its 80 % range clipped to [`floor`, `ceiling`]. Any unit. */
export function normalEstimate(
  mean: number,
  sd: number,
  because: string,
  floor = -Infinity,
  ceiling = Infinity,
): Estimate {
  return {
    value: Math.min(ceiling, Math.max(floor, mean)),
    low: Math.min(ceiling, Math.max(floor, mean - Z80 * sd)),
    high: Math.min(ceiling, Math.max(floor, mean + Z80 * sd)),
    because,
  }
}

/** So many times an estimate (`times` ≥ 0), with its range and its reason. */
export const scaled = ({ value, low, high, because }: Estimate, times: number): Estimate => ({
  value: times * value,
  low: times * low,
  high: times * high,
  because,
})

/**
 * The range in which a reading of the estimated thing should fall: the estimate's own doubt and the reading's (`readingSd`),
 * added as independent. This is what is pencilled beside a field, and what the forecast is scored on.
 */
export function asRead(
  estimate: Estimate,
  readingSd: number,
  floor = 0,
  ceiling = Infinity,
): Estimate {
  const below = Math.hypot(estimate.value - estimate.low, Z80 * readingSd)
  const above = Math.hypot(estimate.high - estimate.value, Z80 * readingSd)
  return {
    ...estimate,
    low: Math.max(floor, estimate.value - below),
    high: Math.min(ceiling, estimate.value + above),
  }
}

/**
 * The chance, 0–1, that the estimated thing lies outside a band (its ends in the estimate's unit; null: open). The range is read as the two
 * halves of a split normal distribution, so that a long end upwards does not make the near end doubtful.
 */
export function chanceOutside(
  { value, low, high }: Estimate,
  band: { low: number | null; high: number | null },
): number {
  const below = (limit: number) => {
    const half = limit < value ? value - low : high - value
    return normalCdf((limit - value) / Math.max(half / Z80, 1e-9))
  }
  return (band.low === null ? 0 : below(band.low)) + (band.high === null ? 0 : 1 - below(band.high))
}

/** Whether an inked value fell inside the pencilled range, ends included. */
export function heldTrue(estimate: Estimate, truth: number): boolean {
  return truth >= estimate.low && truth <= estimate.high
}
