/**
 * Standard normal distribution function Φ(x), absolute error below 7.5e-8.
 * Source: Abramowitz & Stegun 1964, formula 26.2.17. Check: Φ(1.96) = 0.9750.
 */
export function normalCdf(x: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(x))
  const poly =
    t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))))
  const upper = (Math.exp(-0.5 * x * x) / Math.sqrt(2 * Math.PI)) * poly
  return x >= 0 ? 1 - upper : upper
}

/** A stream of standard normal numbers from uniform ones (Box & Muller 1958, Ann. Math. Stat. 29:610–611). */
export function normalStream(random: () => number): () => number {
  let spare: number | null = null
  return () => {
    if (spare !== null) {
      const kept = spare
      spare = null
      return kept
    }
    const radius = Math.sqrt(-2 * Math.log(1 - random()))
    const angle = 2 * Math.PI * random()
    spare = radius * Math.sin(angle)
    return radius * Math.cos(angle)
  }
}

/** Fills an array with standard normal numbers from uniform ones, two at a time, without a sine (polar method: Marsaglia & Bray 1964, SIAM Rev. 6:260–264). */
export function fillNormal(out: Float64Array, random: () => number): void {
  for (let k = 0; k < out.length; k += 2) {
    let [x, y, s] = [0, 0, 0]
    do {
      x = 2 * random() - 1
      y = 2 * random() - 1
      s = x * x + y * y
    } while (s >= 1 || s === 0)
    const scale = Math.sqrt((-2 * Math.log(s)) / s)
    out[k] = x * scale
    if (k + 1 < out.length) out[k + 1] = y * scale
  }
}
