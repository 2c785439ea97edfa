import { dayOf, instantOf } from '../quantity/time'
import { DAY0, height, STEMS, tank } from '../testing/tank'
import { DAYS, growsWithTheYear } from '../testing/worlds/seasons'
import { seasonOf } from './season'

const SEEDS = 60
const now = instantOf(DAY0 + DAYS + 0.99)
const found = (size: number, peak: number) =>
  Array.from({ length: SEEDS }, (_, i) =>
    seasonOf(growsWithTheYear(i + 1, size, peak), now),
  ).filter((one) => one !== null)

describe('on 60 tanks over two years by other laws (seeds 1–60)', () => {
  test('where growth does not go with the year hardly any is said to', () => {
    expect(found(0, 0).length).toBeLessThanOrEqual(0.1 * SEEDS)
  })
  test('a season of a third each way is seen in most, its height of the year within six weeks, and the first wave of its triangle lies in the range said as often as is said', () => {
    const seen = found(1 / 3, 100)
    expect(seen.length).toBeGreaterThanOrEqual(0.8 * SEEDS)
    for (const { fastest } of seen) {
      const off = ((((fastest - DAY0 - 100) % 365.25) + 365.25 + 182.6) % 365.25) - 182.6
      expect(Math.abs(off)).toBeLessThan(42)
    }
    // The first harmonic of a triangle is 8/π² of it (Fourier). Ranges are four in five.
    const wave = (8 / Math.PI ** 2) * (1 / 3)
    const inside = seen.filter(({ by }) => by.low <= wave && wave <= by.high).length
    expect(inside / seen.length).toBeGreaterThan(0.65)
  })
})

test('a year that is too short, or a winter that nobody wrote down, says nothing', () => {
  expect(seasonOf(tank([]), now)).toBeNull()
  const short = Array.from({ length: 50 }, (_, i) => height(i * 7, STEMS.id, 8 + (i % 4) * 4))
  expect(seasonOf(tank(short), instantOf(DAY0 + 360))).toBeNull()
})

test('a wave that is drawn without any noise is given back: fastest on its day, by its size', () => {
  // Two years of a stem that is cut every four weeks and grows a centimetre a day, a third more in June than in March, day zero being the fastest.
  const rate = (day: number) => 1 + (1 / 3) * Math.cos((2 * Math.PI * day) / 365.25)
  const entries = Array.from({ length: 26 }, (_, month) => {
    const start = 28 * month
    let cm = 8
    return [0, 7, 14, 21].map((after) => {
      if (after > 0)
        for (let day = start + after - 7; day < start + after; day++) cm += rate(day + 0.5)
      return { day: start + after, cm }
    })
  })
  const story = tank(
    entries.flatMap((month) =>
      month.map(({ day, cm }) => height(day + 0.001 * Math.sign(day), STEMS.id, cm)),
    ),
  )
  // Without cuts on paper a fall between two months is no growth: the months are kept apart by trims.
  const cut = tank([
    ...story.entries,
    ...entries.slice(1).map(([first]) => ({
      ...height(first.day, STEMS.id, 0),
      kind: 'trim' as const,
      fromCm: null,
      toCm: 8,
    })),
  ] as never)
  const season = seasonOf(
    { ...cut, entries: [...cut.entries].sort((a, b) => (a.at < b.at ? -1 : 1)) },
    instantOf(DAY0 + 730),
  )!
  const off = ((((season.fastest - DAY0) % 365.25) + 365.25 + 182.6) % 365.25) - 182.6
  expect(Math.abs(off)).toBeLessThan(6)
  expect(season.by.value).toBeCloseTo(1 / 3, 1)
  expect(dayOf(now) - season.fastest).toBeLessThan(366)
})
