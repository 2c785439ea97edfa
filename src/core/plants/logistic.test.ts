import { instantOf } from '../quantity/time'
import { CARPET, DAY0, entry, tank } from '../testing/tank'
import { coverGain, coverIn, fitCover, logisticCover } from './cover'

/**
 * Growth of yeast, amount after each hour from 0 to 18 (T. Carlson 1913, Biochemische Zeitschrift 57: 313), and the logistic R. Pearl
 * drew through it: 665 / (1 + e^(4.1896 − 0.5355 t)) (Pearl 1927, Quarterly Review of Biology 2: 532). Figures from memory.
 */
const YEAST = [
  9.6, 18.3, 29.0, 47.2, 71.1, 119.1, 174.6, 257.3, 350.7, 441.0, 513.3, 559.7, 594.8, 629.4, 640.8,
  651.1, 655.9, 659.6, 661.8,
]
const [CEILING, RATE, SHIFT] = [665, 0.5355, 4.1896]
const START = CEILING / (1 + Math.exp(SHIFT))

test('the logistic of a cover is Pearl’s curve, and lies within three in a hundred of what Carlson counted, every hour', () => {
  YEAST.forEach((counted, hour) => {
    const ours = logisticCover(START, RATE, CEILING, hour)
    expect(ours).toBeCloseTo(CEILING / (1 + Math.exp(SHIFT - RATE * hour)), 8)
    expect(Math.abs(ours - counted) / CEILING).toBeLessThan(0.03)
  })
})

test('a carpet that covers as the yeast grew, an hour for a week, is fitted with Pearl’s rate, within its range', () => {
  const looks = YEAST.slice(3, 16).map((amount, i) =>
    entry(7 * i, 'measure', {
      plantingId: CARPET.id,
      measure: 'cover',
      value: Math.round((100 * amount) / CEILING),
    }),
  )
  const { rate } = fitCover(tank(looks), CARPET, instantOf(DAY0 + 7 * 12 + 0.9))!
  expect(rate.low).toBeLessThan(RATE / 7)
  expect(rate.high).toBeGreaterThan(RATE / 7)
  expect(Math.abs(rate.value * 7 - RATE) / RATE).toBeLessThan(0.15)
})

test('what it gains in a week lies within its range, and is the difference of the levels; a rate of nothing gains nothing', () => {
  for (const value of [5, 40, 90]) {
    const now = { value, low: value - 3, high: value + 3, because: '' }
    const fit = { now, rate: { value: 0.02, low: -0.01, high: 0.05, because: '' }, points: [] }
    const gain = coverGain(fit, 7)
    expect(gain.value).toBeCloseTo(coverIn(fit, 7).value - value, 10)
    expect(gain.low).toBeLessThan(0)
    expect(gain.high).toBeGreaterThan(gain.value)
    expect(coverGain({ ...fit, rate: { ...fit.rate, value: 0 } }, 7).value).toBeCloseTo(0, 10)
  }
})
