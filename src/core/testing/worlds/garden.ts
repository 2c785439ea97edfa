import type { Entry } from '../../journal/entry'
import type { TankHistory } from '../../history/types'
import { normalStream } from '../../quantity/normal'
import { seededRandom } from '../../quantity/random'
import { plantingRecord } from '../../history/records'
import { CATALOGUE } from '../../plants/catalogue'
import { CARPET, entry, STEMS, tank } from '../tank'

/**
 * Plants whose truth is known, by laws that the estimates do not have: stems grow by spurts and seasons and slow towards the surface,
 * carpets spread by a rate that turns, with setbacks. Keepers measure with a ruler against swaying stems, round, forget, and cut
 * without writing down from what height. For tests alone.
 */
export const GARDEN_DAYS = 170
/** Water over the root of the stems in the test tank, cm: 36 of water on 5 of gravel. */
export const ROOM = 31

export interface Garden {
  story: TankHistory
  /** Heights of the stems, cm, and cover of the carpet, %, at the end of each day. */
  height: Float64Array
  cover: Float64Array
  /** Days of cuts. */
  cuts: number[]
}

const between = (random: () => number, low: number, high: number) => low + (high - low) * random()

/** One garden and its keeper. After `quietFrom` nothing is cut, so that what comes can be held against a forecast. */
export function liveGarden(seed: number, quietFrom: number): Garden {
  const random = seededRandom(seed * 31 + 7)
  const gauss = normalStream(random)
  const entries: Entry[] = []
  const { height, cuts } = growStems(random, gauss, entries, quietFrom)
  const cover = spreadCarpet(random, gauss, entries)
  const story = tank(
    entries.sort((a, b) => (a.at < b.at ? -1 : 1)),
    {
      species: [CATALOGUE.carpet, CATALOGUE.greenStem],
      plantings: [CARPET, STEMS].map(plantingRecord),
    },
  )
  return { story, height, cover, cuts }
}

function growStems(random: () => number, gauss: () => number, entries: Entry[], quietFrom: number) {
  const height = new Float64Array(GARDEN_DAYS + 1)
  const cuts: number[] = []
  const { growthCmPerDay: usual } = CATALOGUE.greenStem
  const rate = usual.value * Math.exp(0.45 * gauss())
  const turn = {
    day: between(random, 40, 120),
    factor: random() < 0.5 ? between(random, 0.5, 1.7) : 1,
  }
  const season = { size: between(random, 0, 0.3), phase: 6.28 * random() }
  const reads = between(random, 0.05, 0.08)
  const every = between(random, 6, 24)
  const saysFrom = random() < 0.3
  const cutAt = between(random, 0.75, 1.05) * ROOM
  let [cm, mood, next] = [between(random, 6, 12), 0, between(random, 1, every)]
  for (let day = 0; day <= GARDEN_DAYS; day++) {
    mood = 0.8 * mood + 0.6 * 0.3 * gauss()
    const spurt = Math.exp(mood) * (day > turn.day ? turn.factor : 1)
    const light = 1 + season.size * Math.sin((6.28 * day) / 180 + season.phase)
    // Close under the surface tips bend over and go on more slowly.
    const slowing = cm > 0.8 * ROOM ? 0.7 : 1
    cm = Math.min(1.45 * ROOM, cm + rate * spurt * light * slowing)
    if (cm > cutAt && day > 5 && day < quietFrom && random() < 0.5) {
      const to = between(random, 0.3, 0.55) * cm
      entries.push(
        entry(day + 0.5, 'trim', {
          plantingId: STEMS.id,
          fromCm: saysFrom ? Math.round(cm * (1 + reads * gauss())) : null,
          toCm: Math.max(1, Math.round(to)),
        }),
      )
      cuts.push(day)
      height[day] = cm
      cm = to * (1 + 0.05 * gauss())
      continue
    }
    height[day] = cm
    if (day < next) continue
    next = day + every * between(random, 0.5, 1.6)
    const value = Math.max(1, Math.round(cm * (1 + reads * gauss())))
    entries.push(entry(day + 0.9, 'measure', { plantingId: STEMS.id, measure: 'height', value }))
  }
  return { height, cuts }
}

function spreadCarpet(random: () => number, gauss: () => number, entries: Entry[]): Float64Array {
  const cover = new Float64Array(GARDEN_DAYS + 1)
  const rate = between(random, 0.005, 0.05)
  const turn = {
    day: between(random, 40, 130),
    rate: random() < 0.4 ? between(random, -0.03, 0.02) : rate,
  }
  const eye = { bias: 6 * gauss(), look: between(random, 3, 8) }
  const every = between(random, 7, 24)
  let [share, next] = [between(random, 0.08, 0.5), between(random, 1, every)]
  for (let day = 0; day <= GARDEN_DAYS; day++) {
    const r = day > turn.day ? turn.rate : rate
    share += r * share * (1 - share) + 0.01 * share * (1 - share) * gauss()
    if (random() < 0.006) share *= between(random, 0.7, 0.95)
    share = Math.min(0.99, Math.max(0.02, share))
    cover[day] = 100 * share
    if (day < next) continue
    next = day + every * between(random, 0.5, 1.6)
    // The eye errs less near nothing and near everything.
    const softness = 4 * share * (1 - share)
    const seen = 100 * share + softness * (eye.bias + eye.look * gauss())
    const value = Math.min(100, Math.max(0, Math.round(seen / 5) * 5))
    entries.push(entry(day + 0.9, 'measure', { plantingId: CARPET.id, measure: 'cover', value }))
  }
  return cover
}
