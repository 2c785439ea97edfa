import type { Entry } from '@/core/journal/entry'
import type { TankHistory } from '@/core/history/types'
import type { StaggerQuestion } from '@/core/gardening/trim/staggered'
import { seededRandom } from '@/core/quantity/random'
import { dayOf, instantOf } from '@/core/quantity/time'
import { crowdedTank } from './crowded.mts'

const YEARS = 5
const YEAR_DAYS = 365

/** The crowded tank with its forty plantings measured every ten days or so and cut when tall, for five years. */
export function gardenOfYears(now: string): TankHistory {
  const crowded = crowdedTank(now)
  const random = seededRandom(77)
  const first = dayOf(now) - YEARS * YEAR_DAYS
  const start = instantOf(first)
  const entries: Entry[] = crowded.plantings.flatMap(({ id }, k) => {
    const rate = 0.1 + 0.8 * random()
    let cm = 8
    const lines: Entry[] = []
    for (let day = first + 1; day < dayOf(now); day += 6 + 8 * random()) {
      cm += rate * 10 * (0.8 + 0.4 * random())
      const base = {
        id: `garden-${k}-${lines.length}`,
        at: instantOf(day),
        certainty: 'measured' as const,
        by: 'keeper' as const,
        note: null,
        expected: null,
        plantingId: id,
      }
      if (cm < 30)
        lines.push({ ...base, kind: 'measure', measure: 'height', value: Math.round(cm) })
      else {
        lines.push({ ...base, kind: 'trim', fromCm: Math.round(cm), toCm: 10 })
        cm = 10
      }
    }
    return lines
  })
  return {
    ...crowded,
    plantings: crowded.plantings.map((planting) => ({
      ...planting,
      stands: planting.stands.map((version) => ({ ...version, from: start })),
    })),
    entries: entries.sort((a, b) => (a.at < b.at ? -1 : 1)),
  }
}

/** Twelve groups over eight weeks, two dozen evenings, four sessions: the largest plan the desk asks for. */
export function largeStagger(): StaggerQuestion {
  const random = seededRandom(5)
  const EVENINGS = 24
  return {
    day: 50,
    evenings: EVENINGS,
    sessions: 4,
    mostMass: 0.4,
    groups: Array.from({ length: 12 }, () => {
      const grown = 6 + 18 * random()
      const lasts = 5 + 15 * random()
      const left = { evening: null, from: 0, to: 20 + 60 * random(), mass: 0 }
      return [
        left,
        ...Array.from({ length: EVENINGS }, (_, evening) => {
          const from = (evening * 56) / EVENINGS + grown
          return { evening, from, to: from + lasts, mass: 0.03 + 0.06 * random() }
        }),
      ]
    }),
  }
}
