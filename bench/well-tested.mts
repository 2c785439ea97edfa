import type { Entry } from '@/core/journal/entry'
import type { TankHistory } from '@/core/history/types'
import { seededRandom } from '@/core/quantity/random'
import { instantOf } from '@/core/quantity/time'
import { PARAMETERS, type Parameter } from '@/core/quantity/units'
import { FACTS } from '@/core/water/facts/parameters'

const DAYS = 5 * 365
/** The fifteen parameters of the speed goal: all that are dissolved or settle, but for those read by the eye and TDS, which shares its meter. */
export const FIFTEEN: readonly Parameter[] = PARAMETERS.filter(
  (parameter) => !['clarity', 'tint', 'tds'].includes(parameter),
)

/** A tank tested every week for five years in all fifteen parameters, changed every week. */
export function wellTested(model: TankHistory, today: number): TankHistory {
  const random = seededRandom(77)
  const first = today - DAYS
  const base = (day: number, id: string) => ({
    id,
    at: instantOf(day),
    certainty: 'measured' as const,
    by: 'keeper' as const,
    note: null,
    expected: null,
  })
  const entries: Entry[] = []
  for (let week = 0; week * 7 < DAYS; week++) {
    const day = first + week * 7
    for (const parameter of FIFTEEN) {
      const { prior } = FACTS[parameter]
      const value = Math.max(0, prior.c * (0.8 + 0.4 * random()))
      entries.push({
        ...base(day + 0.4, `r-${parameter}-${week}`),
        kind: 'reading',
        parameter,
        value,
        method: week % 3 === 0 ? 'drops-chart' : 'photometer',
        entered: { value, unit: 'x' },
      })
    }
    entries.push({
      ...base(day + 0.6, `c-${week}`),
      kind: 'water-change',
      fraction: 0.4,
      litres: 70,
      sourceId: null,
    })
  }
  return { ...model, entries, vessel: { ...model.vessel, startedAt: instantOf(first - 1) } }
}

/** The plainest loop that does the same sums once: a two-state filter over one parameter's readings and changes, no smoothing, no choice of settings. The ratio's denominator. */
export function plainFilter(
  times: Float64Array,
  values: Float64Array,
  isChange: Uint8Array,
): number {
  let [c, g, cc, cg, gg, at] = [10, 0, 100, 0, 1, times[0]]
  for (let k = 0; k < times.length; k++) {
    const dt = times[k] - at
    at = times[k]
    c += g * dt
    cc += 2 * dt * cg + dt * dt * gg + 0.01 * dt
    cg += dt * gg
    gg += 0.001 * dt
    if (isChange[k]) {
      c *= 0.6
      cc *= 0.36
      cg *= 0.6
      continue
    }
    const s = cc + 1
    const surprise = values[k] - c
    c += (cc / s) * surprise
    g += (cg / s) * surprise
    gg -= (cg * cg) / s
    cg -= (cc * cg) / s
    cc -= (cc * cc) / s
  }
  return c + g
}

/** The plainest Monte Carlo of the same lives: two paths a run, one uniform number a day, no bands. The ratio's denominator. */
export function plainLives(runs: number, days: number): number {
  const random = seededRandom(5)
  let sum = 0
  for (let run = 0; run < runs * 2; run++) {
    let c = 20
    for (let day = 1; day <= days; day++) {
      c += 1 + 0.2 * (random() - 0.5)
      if (day % 7 === 0) c *= 0.6
    }
    sum += c
  }
  return sum
}
