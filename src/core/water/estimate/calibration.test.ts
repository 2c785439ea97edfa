import type { Entry, Method } from '../../journal/entry'
import { seededRandom } from '../../quantity/random'
import { instantOf } from '../../quantity/time'
import { normalStream } from '../../quantity/normal'
import { change, DAY0, entry, tank } from '../../testing/tank'
import { estimateParameter, forecastParameter } from './estimate'

const CARD = [0, 5, 10, 20, 40, 80, 160]
const onCard = (value: number) =>
  CARD.reduce((best, step) => {
    // The eye tells colours apart by ratio; the first step is halved.
    const edge = best === 0 ? step / 2 : Math.sqrt(best * step)
    return value > edge ? step : best
  }, 0)

/** One tank whose truth is known: a gain that wanders, changes with litres read to ± 4 %, readings by photometer or by card. */
function simulate(seed: number, method: Method) {
  const random = seededRandom(seed)
  const gauss = normalStream(random)
  let [c, g] = [6 + 10 * random(), 0.2 + 1.4 * random()]
  const [everyDays, fraction, everyReading] = [
    7 + Math.floor(random() * 5),
    0.3 + 0.25 * random(),
    4 + Math.floor(random() * 9),
  ]
  const drift = Math.sqrt(0.0016)
  const entries: Entry[] = []
  const truth: number[] = []
  for (let day = 0; day <= 150; day++) {
    if (day > 0) {
      c = Math.max(0.2, c + g + 0.22 * gauss())
      g += drift * gauss()
      if (day % everyDays === 0 && day <= 120) {
        entries.push(change(day, Number(fraction.toFixed(2))))
        c *= 1 - fraction * (1 + 0.04 * gauss())
      }
    }
    truth.push(c)
    if (day % everyReading === 2 && day <= 120) {
      const value =
        method === 'drops-chart'
          ? onCard(c * (1 + 0.05 * gauss()))
          : Math.max(0, c + gauss() * (0.8 + 0.05 * c))
      entries.push(
        entry(day + 0.02, 'reading', {
          parameter: 'nitrate',
          value,
          method,
          entered: { value, unit: 'mg/L' },
        }),
      )
    }
  }
  return { story: tank(entries), truth }
}

const at = (day: number) => instantOf(DAY0 + day)

describe('on 200 simulated tanks the 80 % ranges hold the truth 75 to 85 times in a hundred (seeds 1–200)', () => {
  const score = { now: 0, past: 0, pastOf: 0, ahead: 0, seen: 0 }
  for (let seed = 1; seed <= 200; seed++) {
    const { story, truth } = simulate(seed, seed % 2 === 0 ? 'photometer' : 'drops-chart')
    const result = estimateParameter(story, 'nitrate', at(120.03))
    if (!result.ok) throw new Error(result.problem)
    score.seen++
    const { now, past } = result.value
    if (truth[120] >= now.low && truth[120] <= now.high) score.now++
    for (const day of [50, 65, 80, 95, 110]) {
      const point = past.find((candidate) => Math.abs(candidate.day - DAY0 - day) < 1e-9)
      if (!point) continue
      score.pastOf++
      if (truth[day] >= point.low && truth[day] <= point.high) score.past++
    }
    const ahead = forecastParameter(result.value, 10, []).at(-1)!
    if (truth[130] >= ahead.low && truth[130] <= ahead.high) score.ahead++
  }
  test.each([
    ['now', () => score.now / score.seen],
    ['ten days ahead', () => score.ahead / score.seen],
    ['in the smoothed past', () => score.past / score.pastOf],
  ])('%s', (_name, share) => {
    expect(score.seen).toBe(200)
    expect(share()).toBeGreaterThanOrEqual(0.75)
    expect(share()).toBeLessThanOrEqual(0.85)
  })
})
