/** One part of a sum, before the whole is known: its value with a standard deviation, and the sign it can only have (0: either). */
export interface Summand {
  value: number
  sd: number
  sign: -1 | 0 | 1
}
export interface FittedPart {
  value: number
  sd: number
}

/**
 * Fits uncertain parts to a sum that must come out: each moves by its share of all the doubt (weighted least squares under one
 * linear constraint; data reconciliation, Kuehn & Davidson 1961). `total` is itself uncertain and moves too; the fitted parts add up
 * to the fitted total exactly. A part driven across zero against its sign is set to zero and the rest fitted again.
 * Any one unit throughout. When nothing is in doubt, everything is returned as it came.
 */
export function reconcile(
  parts: readonly Summand[],
  total: { value: number; sd: number },
): { parts: FittedPart[]; total: FittedPart } {
  const gone = parts.map(() => false)
  for (;;) {
    const value = parts.map((part, i) => (gone[i] ? 0 : part.value))
    const variance = parts.map((part, i) => (gone[i] ? 0 : part.sd ** 2))
    const all = variance.reduce((sum, one) => sum + one, total.sd ** 2)
    const missing = total.value - value.reduce((sum, one) => sum + one, 0)
    const fit = (from: number, v: number, direction: 1 | -1): FittedPart =>
      all > 0
        ? {
            value: from + (direction * v * missing) / all,
            sd: Math.sqrt(Math.max(0, v * (1 - v / all))),
          }
        : { value: from, sd: 0 }
    const fitted = value.map((from, i) => fit(from, variance[i], 1))
    const wrong = fitted.findIndex(
      (part, i) => !gone[i] && parts[i].sign !== 0 && part.value * parts[i].sign < 0,
    )
    if (wrong === -1) return { parts: fitted, total: fit(total.value, total.sd ** 2, -1) }
    gone[wrong] = true
  }
}
