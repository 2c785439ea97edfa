import { since } from '../../history/dated'
import { lampRecord } from '../../history/records'
import { METRIC } from '../../quantity/measures'
import { normalEstimate } from '../../quantity/estimate'
import { instantOf } from '../../quantity/time'
import { DAY0, entry, height, CARPET, STEMS, tank } from '../../testing/tank'
import { paceOf } from '../../plants/pace'
import type { Turn } from '../../plants/turn'
import { growthCourses } from './growth-course'
import { sayGarden, sayPace, saySeason, sayTurn, sayUnmeasured } from './growth-course.words'
import { reasonsFor } from './turn-reasons'

const at = (day: number) => instantOf(DAY0 + day)
const day = (number: number) => `day ${Math.round(number - DAY0)}`
const heights = (from: number, cmADay: number, n = 12, start = 6) =>
  Array.from({ length: n }, (_, i) => height(from + 3 * i, STEMS.id, start + 3 * i * cmADay))
const turn = (before: number, after: number): Turn => ({
  day: DAY0 + 40,
  low: DAY0 + 37,
  high: DAY0 + 43,
  before: normalEstimate(before, 0.05, ''),
  after: normalEstimate(after, 0.05, ''),
  chance: 0.9,
})
const dimmedOn = (day: number, level: number) => {
  const lamp = lampRecord('lamp', { parAtSurface: 100 }, at(0))
  if (lamp.kind !== 'lamp') throw new Error('no lamp')
  const [{ is }] = lamp.settings
  return {
    equipment: [
      {
        ...lamp,
        settings: [...lamp.settings, since(at(day), is && { ...is, levelPercent: level })],
      },
    ],
  }
}

describe('what changed about the time growth turned', () => {
  test('a lamp turned down fits growth that slowed, and speaks against growth that quickened', () => {
    const story = tank([], dimmedOn(36, 60))
    const slowed = reasonsFor(story, STEMS, turn(0.9, 0.6))
    expect(slowed.fitting).toEqual([
      expect.objectContaining({ of: 'light', towards: 'slower', day: DAY0 + 36 }),
    ])
    expect(reasonsFor(story, STEMS, turn(0.6, 0.9))).toMatchObject({
      fitting: [],
      against: [{ of: 'light' }],
    })
  })
  test('what lies far from the turn, or changes next to nothing, is no reason', () => {
    expect(reasonsFor(tank([], dimmedOn(10, 60)), STEMS, turn(0.9, 0.6)).fitting).toEqual([])
    expect(reasonsFor(tank([], dimmedOn(38, 95)), STEMS, turn(0.9, 0.6)).fitting).toEqual([])
  })
  test('the chance of such nearness is that of a Poisson process: 1 − e^(−n·w/365), by hand', () => {
    const lamps = dimmedOn(5, 60)
    const reasons = reasonsFor(tank([], lamps), STEMS, turn(0.9, 0.6))
    // One other change in the year, a window of 37 − 12 to 43 + 4: 22 days.
    expect(reasons.byChance).toBeCloseTo(1 - Math.exp(-22 / 365), 10)
  })
  test('doses that stopped, a move, warmer water and tops near the surface each turn it their way', () => {
    const doses = [5, 12, 19, 26].map((on) =>
      entry(on, 'dose', { productId: null, name: 'feed', amount: 5, unit: 'mL' } as never),
    )
    expect(reasonsFor(tank(doses), STEMS, turn(0.9, 0.6)).fitting).toEqual([
      expect.objectContaining({ of: 'dosing', what: 'stopped' }),
    ])
    const tops = tank(heights(8, 0.9))
    expect(reasonsFor(tops, STEMS, turn(0.9, 0.6)).fitting).toEqual([
      expect.objectContaining({ of: 'surface' }),
    ])
  })
  test('said: the day, both rates, what fits and how often it falls so near, what does not', () => {
    const says = (t: Turn) =>
      sayTurn({ ...t, reasons: reasonsFor(tank([], dimmedOn(36, 60)), STEMS, t) }, METRIC, day)
    expect(says(turn(0.9, 0.6))).toBe(
      'Slower since about day 40 (day 37 to day 43): 0.90 before, 0.60 cm a day since; odds 9 in 10. About then the lamps went to 60 % of the light they gave on day 36, which would do it; something of the kind falls so near by chance seldom.',
    )
    expect(says(turn(0.6, 0.9))).toContain(
      'Nothing on paper would explain it. It is not because the lamps',
    )
  })
})

test('a season is said with its day, its size and what it cannot tell', () => {
  const season = { fastest: DAY0 + 150, by: { value: 0.27, low: 0.21, high: 0.33 }, plantings: 3 }
  expect(saySeason(season, day)).toBe(
    'Growth here goes with the year: fastest about day 150, by 25 (20–35) % over its mean, and as much under it half a year later; told by 3 plantings. It says when, not why: light of a window and warmth go together.',
  )
})

describe('slower than it should be?', () => {
  // Fair light without gas: half of 0.9 cm a day by the books, 0.25 to 0.75 or so.
  const pace = (cmADay: number, n?: number) =>
    paceOf(tank(heights(20, cmADay, n, 12)), STEMS, at(60))
  test('yes for a tenth of a millimetre a day, no for what the books say and more', () => {
    expect(pace(0.01).slower).toBe('yes')
    expect(pace(0.5).slower).toBe('no')
  })
  test('what was never measured twice cannot be told, and is said to want a height', () => {
    const unseen = paceOf(tank([height(20, STEMS.id, 12)]), STEMS, at(60))
    expect(unseen).toMatchObject({ slower: 'cannot tell', own: null, doubt: 'its own' })
    expect(sayPace({ of: 'height', rate: null, surface: null, pace: unseen }, METRIC)).toBeNull()
    const seen = { ...unseen, own: unseen.should, doubt: 'its kind' as const }
    const open = { ...seen, doubt: 'its own' as const }
    expect(
      sayUnmeasured([
        { planting: STEMS, pace: unseen },
        { planting: CARPET, pace: seen },
      ]),
    ).toBe(
      'Whether S1 grows slower than it should cannot be told yet: two heights, a week apart, would tell.',
    )
    expect(sayUnmeasured([{ planting: CARPET, pace: seen }])).toBeNull()
    // Its own heights leave it open: it wants two more.
    expect(sayUnmeasured([{ planting: CARPET, pace: open }])).toContain('Whether L1 grows slower')
  })
})

test('the courses: what lags comes first and opens the sentence; pencil runs on for eight weeks, ink stays ink', () => {
  const story = tank(heights(20, 0.01, 12, 12))
  const courses = growthCourses(story, at(60))
  expect(courses.map(({ planting }) => planting.stake)).toEqual(['S1', 'L1'])
  expect(sayGarden(courses, METRIC, day)).toBe('grows slower than it should at S1.')
  const [stems, carpet] = courses
  expect(stems.seen).toHaveLength(12)
  expect(stems.reckoned.at(-1)!.day).toBeCloseTo(DAY0 + 60 + 56, 6)
  expect(carpet.rate).toBeNull()
  expect(sayGarden([], METRIC, day)).toBe('has no planting on paper yet.')
})
