import type { Entry } from '@/core/journal/entry'
import type { TankHistory } from '@/core/history/types'
import { seededRandom } from '@/core/quantity/random'
import { normalCdf } from '@/core/quantity/normal'
import { instantOf } from '@/core/quantity/time'
import { PARAMETERS, type Parameter } from '@/core/quantity/units'
import { AT, type Track } from '@/core/water/estimate/track'
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

/**
 * The plainest loop that does the sums of one pass over a track once: level, gain and eye carried on, diluted, and told by each
 * reading or field, with the log density; no doubt, no steps, no logarithms. The ratio's denominator.
 */
export function plainPass(track: Track, eye: number): number {
  let [c, g, e, cc, cg, ce, gg, ge, ee] = [10, 0, 0, 100, 0, 0, 1, 0, eye * eye]
  let at = track.day[0]
  let log = 0
  for (let k = 0; k < track.length; k++) {
    const dt = track.day[k] - at
    at = track.day[k]
    c += g * dt
    cc += dt * (2 * cg + dt * gg) + (0.001 * dt * dt * dt) / 3 + 0.01 * dt
    cg += dt * gg + (0.001 * dt * dt) / 2
    ce += dt * ge
    gg += 0.001 * dt
    if (track.kind[k] === AT.event) {
      const a = track.a[k]
      const moved = (1 - a) * c - track.b[k]
      const free = (1 - a) * (1 - a) * cc
      c = a * c + track.b[k]
      cc = a * a * cc + track.share[k] * track.share[k] * (moved * moved + free)
      cg *= a
      ce *= a
    }
    if (track.index[k] < 0) continue
    const h = track.h[k]
    const h1 = track.byEye[k] ? h * (1 + e) : h
    const h3 = track.byEye[k] ? h * c : 0
    const m = h1 * c
    const p = h1 * h1 * cc + 2 * h1 * h3 * ce + h3 * h3 * ee
    let pull = 0
    let weight = 0
    if (track.kind[k] === AT.field) {
      const rl = Math.sqrt(p + track.blurLow[k] ** 2 + (eye * track.eyeLow[k]) ** 2)
      const rh = Math.sqrt(p + track.blurHigh[k] ** 2 + (eye * track.eyeHigh[k]) ** 2)
      const low = (track.low[k] - m) / rl
      const high = (track.high[k] - m) / rh
      const chance = Math.max(1e-6, normalCdf(high) - normalCdf(low))
      const fl = Math.exp(-0.5 * low * low) / 2.5066
      const fh = Math.exp(-0.5 * high * high) / 2.5066
      pull = (fl / rl - fh / rh) / chance
      weight = pull * pull - ((low * fl) / (rl * rl) - (high * fh) / (rh * rh)) / chance
      log += Math.log(chance)
    } else {
      weight = 1 / (p + track.sd[k] ** 2)
      pull = (track.value[k] - m) * weight
      log += 0.5 * Math.log(weight) - (0.5 * pull * pull) / weight
    }
    const kc = h1 * cc + h3 * ce
    const kg = h1 * cg + h3 * ge
    const ke = h1 * ce + h3 * ee
    c += kc * pull
    g += kg * pull
    e += ke * pull
    cc -= kc * kc * weight
    cg -= kc * kg * weight
    ce -= kc * ke * weight
    gg -= kg * kg * weight
    ge -= kg * ke * weight
    ee -= ke * ke * weight
  }
  return log + c + g
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
