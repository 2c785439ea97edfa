import type { Entry } from '../../journal/entry'
import type { TankHistory } from '../../history/types'
import { plantingRecord } from '../../history/records'
import { CATALOGUE } from '../../plants/catalogue'
import { normalStream } from '../../quantity/normal'
import { seededRandom } from '../../quantity/random'
import { entry, STEMS, tank } from '../tank'

/**
 * A tank of a few stems over two years whose growth follows the year, or does not, by laws the estimates do not have: the season is a long winter and a
 * short summer (a triangle, not a wave), growth slows with height (Gompertz) and goes by fits, lamps age, keepers read to a centimetre, have
 * busy months and go on holiday. For tests alone.
 */
export function growsWithTheYear(seed: number, size: number, peakDay: number): TankHistory {
  const random = seededRandom(seed * 131 + 9)
  const gauss = normalStream(random)
  const between = (low: number, high: number) => low + (high - low) * random()
  const kinds = [CATALOGUE.greenStem, CATALOGUE.bushStem, CATALOGUE.redStem]
  const ages = between(0, 0.1)
  const entries: Entry[] = []
  const plantings = kinds.map((species, k) => {
    const planting = {
      ...STEMS,
      id: `p${k}`,
      stake: `S${k + 1}`,
      speciesId: species.id,
      kinds: [{ speciesId: species.id, share: 1, sure: 'sure' as const }],
    }
    const rate = species.growthCmPerDay.value * between(0.6, 1.3)
    const every = between(6, 11)
    let [cm, fit, next] = [between(7, 11), 1, 3]
    for (let day = 0; day <= DAYS; day++) {
      if (day % 7 === 0) fit = Math.exp(0.2 * gauss())
      const slowed = Math.max(0.3, Math.log(80 / cm) / Math.log(10))
      cm += rate * fit * slowed * triangle(day) * (1 - (ages * day) / DAYS)
      if (cm > 27) {
        const to = Math.round(between(8, 12))
        entries.push(
          entry(day + 0.4, 'trim', { plantingId: planting.id, fromCm: Math.round(cm), toCm: to }),
        )
        cm = to
      } else if (day >= next) {
        next = day + every * between(0.7, 1.6) + (random() < 0.05 ? 30 : 0)
        const value = Math.max(1, Math.round(cm * (1 + 0.03 * gauss())))
        entries.push(
          entry(day + 0.9, 'measure', { plantingId: planting.id, measure: 'height', value }),
        )
      }
    }
    return plantingRecord(planting)
  })
  const sorted = entries.sort((a, b) => (a.at < b.at ? -1 : 1))
  return tank(sorted, { species: kinds, plantings })

  /** One at the peak plus its size, falling straight to one less its size half a year off. */
  function triangle(day: number): number {
    const off = Math.abs(((day - peakDay + 182.6 + 3652.5) % 365.25) - 182.6) / 182.6
    return 1 + size * (1 - 2 * off)
  }
}
export const DAYS = 700
