import type { Certainty, Method } from '../history/entries'

/** Colours printed on the usual drop-test card for nitrate, mg/L. Common practice. */
const CHART_STEPS = [0, 5, 10, 20, 40, 80, 160] as const

/** Matching the colour itself, share of the value. Common practice. */
const MATCHING_SHARE = 0.06

/** A value read off a colour card is known no better than half way to its neighbours: a uniform interval, sd = width / √12. */
function chartSd(value: number): number {
  const above = CHART_STEPS.findIndex((step) => step > value)
  const top = above === -1 ? CHART_STEPS.length - 1 : above
  const lower = CHART_STEPS[Math.max(0, top - 2)]
  const upper = CHART_STEPS[top]
  return Math.max(1, Math.hypot((upper - lower) / 2 / Math.sqrt(12), MATCHING_SHARE * value))
}

/** Taken at a glance over the pencil: three times the spread of a reading really made. */
const GLANCE_FACTOR = 3

/**
 * Standard deviation of one nitrate reading, mg/L, by method. Common practice but for the card, which follows its steps.
 * An indicator fluid cannot show nitrate; it is treated like a strip.
 */
export function nitrateReadingSd(value: number, method: Method, certainty: Certainty): number {
  const base = baseSd(value, method)
  return certainty === 'glance' ? base * GLANCE_FACTOR : base
}

function baseSd(value: number, method: Method): number {
  switch (method) {
    case 'drops-chart':
      return chartSd(value)
    case 'titration':
      return 1 + 0.05 * value
    case 'photometer':
      return 0.8 + 0.05 * value
    case 'probe':
      return 1.5 + 0.1 * value
    case 'strip':
    case 'indicator':
      return 4 + 0.25 * value
  }
}
