import type { Entry } from '../../journal/entry'
import type { Species, TankHistory } from '../../history/types'
import { plantingRecord } from '../../history/records'
import { CATALOGUE } from '../../plants/catalogue'
import { normalStream } from '../../quantity/normal'
import { seededRandom } from '../../quantity/random'
import { entry, STEMS, tank } from '../tank'

/**
 * Stems whose growth turns on a known day, or does not, by laws the estimates do not have: it slows with height (Gompertz), goes by weeks, and
 * follows a season; keepers read to a half or a whole centimetre, some carefully and some not, and forget days. For tests alone.
 */
export interface Turning {
  story: TankHistory
  planting: typeof STEMS
}
const between = (random: () => number, low: number, high: number) => low + (high - low) * random()

/** A planting that grows for `days` days; from `turnsOn` on at `factor` of its rate. */
export function growsAndTurns(
  seed: number,
  days: number,
  turnsOn: number,
  factor: number,
  species: Species = CATALOGUE.greenStem,
): Turning {
  const random = seededRandom(seed * 77 + 5)
  const gauss = normalStream(random)
  const planting = {
    ...STEMS,
    speciesId: species.id,
    kinds: [{ speciesId: species.id, share: 1, sure: 'sure' as const }],
  }
  const rate = species.growthCmPerDay.value * between(random, 0.7, 1.5)
  const full = between(random, 60, 100)
  const ruler = { share: between(random, 0.01, 0.035), step: random() < 0.5 ? 0.5 : 1 }
  const season = { size: between(random, 0, 0.1), phase: 6.28 * random() }
  const every = between(random, 2.5, 4.5)
  const entries: Entry[] = []
  let [cm, week, next] = [between(random, 7, 11), 1, 1]
  for (let day = 0; day <= days; day++) {
    if (day % 6 === 0) week = Math.exp(0.12 * gauss())
    const slowed = Math.log(full / cm) / Math.log(full / 8)
    const turned = day > turnsOn ? factor : 1
    cm +=
      rate *
      turned *
      week *
      Math.max(0.3, slowed) *
      (1 + season.size * Math.sin(day / 29 + season.phase))
    if (cm > between(random, 24, 29)) {
      const to = Math.round(between(random, 8, 12))
      const fromCm = Math.max(to, read(cm))
      entries.push(entry(day + 0.4, 'trim', { plantingId: planting.id, fromCm, toCm: to }))
      cm = to * (1 + 0.03 * gauss())
    } else if (day >= next) {
      next = day + every * between(random, 0.7, 1.4)
      entries.push(
        entry(day + 0.9, 'measure', {
          plantingId: planting.id,
          measure: 'height',
          value: read(cm),
        }),
      )
    }
  }
  const story = tank(entries, { species: [species], plantings: [plantingRecord(planting)] })
  return { story, planting }

  function read(height: number): number {
    const seen = height * (1 + ruler.share * gauss())
    return Math.max(ruler.step, Math.round(seen / ruler.step) * ruler.step)
  }
}
