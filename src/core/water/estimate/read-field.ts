import { normalCdf } from '../../quantity/normal'

/** Below this chance of the reading the closed form loses its digits. */
const FAINT = 1e-6

/** Where each answer stands in `told`. */
export const TOLD = { mean: 0, variance: 1, chance: 2 } as const

/**
 * Mean and variance of x ~ N(m, p) given that it was read as a field: P(read | x) = Φ((high − x)/blurHigh) − Φ((low − x)/blurLow),
 * into `told`, with the chance of it. The closed form of a normal prior behind two normal edges: with Z the chance,
 * mean = m + p·∂lnZ/∂m and variance = p + p²·∂²lnZ/∂m² (the first two moments; assumed-density filtering, Maybeck 1982 vol. 2
 * ch. 12). False when it was all but impossible; `told` is then left as it was.
 */
export function readField(
  m: number,
  p: number,
  low: number,
  high: number,
  blurLow: number,
  blurHigh: number,
  told: Float64Array,
): boolean {
  const rl = Math.sqrt(p + blurLow * blurLow)
  const rh = Math.sqrt(p + blurHigh * blurHigh)
  const a = (low - m) / rl
  const b = (high - m) / rh
  const chance = normalCdf(b) - normalCdf(a)
  if (!(chance > FAINT)) return false
  const fa = density(a)
  const fb = density(b)
  const first = (fa / rl - fb / rh) / chance
  const second = ((a * fa) / (rl * rl) - (b * fb) / (rh * rh)) / chance - first * first
  told[TOLD.mean] = m + p * first
  told[TOLD.variance] = Math.min(p, Math.max(1e-12, p + p * p * second))
  told[TOLD.chance] = chance
  return true
}

/** Standard normal density; nothing far out, where x·density would not be a number. */
const density = (x: number) =>
  x > 40 || x < -40 ? 0 : Math.exp(-0.5 * x * x) / Math.sqrt(2 * Math.PI)
