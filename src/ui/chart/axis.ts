const TICKS = 6

/** An axis for values from `low` to `high`: a round step (1, 2 or 5 times a power of ten), six of them at most and one for the rounding, and the whole steps around what is shown. */
export function axisOf(
  low: number,
  high: number,
): { floor: number; ceiling: number; step: number } {
  const span = Math.max(high - low, Math.abs(high) * 0.02, 0.05)
  const rough = span / TICKS
  const power = 10 ** Math.floor(Math.log10(rough))
  const step =
    [1, 2, 5, 10].map((factor) => factor * power).find((candidate) => candidate >= rough - 1e-12) ??
    10 * power
  const floor = Math.floor(low / step + 1e-9) * step
  return { floor, ceiling: Math.max(floor + step, Math.ceil(high / step - 1e-9) * step), step }
}
