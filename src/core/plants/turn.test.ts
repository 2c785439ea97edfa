import fc from 'fast-check'
import type { Species } from '../history/types'
import { CATALOGUE } from './catalogue'
import { dayOf, instantOf } from '../quantity/time'
import { DAY0 } from '../testing/tank'
import { growsAndTurns } from '../testing/worlds/turning'
import { fitGrowth, growthSegments } from './growth'
import { turnOf, turnsOf, type Turn } from './turn'

/** Three weeks of measurements after the turn, eleven weeks before. */
const TURNS_ON = 80
const DAYS = TURNS_ON + 21
const SEEDS = 200

function found(seed: number, factor: number, species?: Species): Turn | null {
  const { story, planting } = growsAndTurns(seed, DAYS, TURNS_ON, factor, species)
  const now = instantOf(DAY0 + DAYS + 0.99)
  return turnOf(growthSegments(story, planting.id, now), dayOf(now))
}
const turns = (factor: number, species?: Species) =>
  Array.from({ length: SEEDS }, (_, i) => found(i + 1, factor, species)).filter(
    (one) => one !== null,
  )

describe('on 200 plantings by other laws than those of the estimate (seeds 1–200)', () => {
  test('growth that went on as it was is taken for turned at most ten times in a hundred, of fast and of slow kinds', () => {
    expect(turns(1).length).toBeLessThanOrEqual(0.1 * SEEDS)
    expect(turns(1, CATALOGUE.redStem).length).toBeLessThanOrEqual(0.1 * SEEDS)
  })
  test('growth that turns by a third, down or up, is seen after three weeks at least seventy times in a hundred, and the right way', () => {
    const right = [2 / 3, 4 / 3].flatMap((factor) =>
      turns(factor).filter(({ before, after }) => after.value > before.value === factor > 1),
    )
    expect(right.length).toBeGreaterThanOrEqual(0.7 * 2 * SEEDS)
  })
})

describe('a turn of a quarter of a year ago, on 120 plantings by those other laws', () => {
  const HALF_YEAR = 182
  const LONG_AGO = 90
  const PLANTINGS = 120
  const inHalfYear = (seed: number, factor: number) => {
    const { story, planting } = growsAndTurns(seed, HALF_YEAR, LONG_AGO, factor)
    const now = instantOf(DAY0 + HALF_YEAR + 0.99)
    return turnsOf(growthSegments(story, planting.id, now), dayOf(now))
  }
  const each = (factor: number) =>
    Array.from({ length: PLANTINGS }, (_, i) => inHalfYear(i + 1, factor))
  test('where none was, one is told at most 18 times in a hundred over the half year, though those worlds have a season', () => {
    expect(each(1).filter((turns) => turns.length > 0).length).toBeLessThanOrEqual(0.18 * PLANTINGS)
  })
  test('one by a third is told in four of five, the right way, to about a week', () => {
    for (const factor of [2 / 3, 4 / 3]) {
      const days = each(factor).flatMap((turns) =>
        turns
          .filter(({ before, after }) => after.value > before.value === factor > 1)
          .map(({ day }) => Math.abs(day - DAY0 - LONG_AGO))
          .filter((off) => off < 25)
          .slice(0, 1),
      )
      expect(days.length).toBeGreaterThanOrEqual(0.8 * PLANTINGS)
      expect(days.sort((a, b) => a - b)[Math.floor(days.length / 2)]).toBeLessThanOrEqual(8)
    }
  })
})

test('too few heights say nothing', () => {
  expect(turnOf([], 100)).toBeNull()
  const few = [
    { day: 0, cm: 10, sd: 1, entryId: 'a' },
    { day: 9, cm: 19, sd: 1, entryId: 'b' },
  ]
  expect(turnOf([{ points: few }], 10)).toBeNull()
})

test('whatever was written down, several times a day and at random, is weighed without a fault', () => {
  const point = fc.record({
    day: fc.double({ min: 0, max: 120, noNaN: true }),
    cm: fc.double({ min: 0, max: 60, noNaN: true }),
    sd: fc.double({ min: 0.05, max: 6, noNaN: true }),
  })
  fc.assert(
    fc.property(fc.array(fc.array(point, { maxLength: 40 }), { maxLength: 5 }), (all) => {
      const segments = all.map((points) => ({
        points: points.sort((a, b) => a.day - b.day).map((one, i) => ({ ...one, entryId: `${i}` })),
      }))
      const turn = turnOf(segments, 120)
      if (!turn) return
      expect(turn.low).toBeLessThanOrEqual(turn.high)
      expect(turn.chance).toBeGreaterThan(0.5)
      expect(Number.isFinite(turn.before.value + turn.after.value)).toBe(true)
    }),
  )
})

test('a clean break is dated within a few days, with both rates beside it', () => {
  // One centimetre a day for sixty days, a third of it afterwards, read to the millimetre.
  const points = Array.from({ length: 28 }, (_, i) => {
    const day = i * 3
    return { day, cm: 5 + Math.min(day, 60) + Math.max(0, day - 60) / 3, sd: 0.1, entryId: `${i}` }
  })
  const turn = turnOf([{ points }], 81)!
  expect(Math.abs(turn.day - 60)).toBeLessThanOrEqual(3)
  expect(turn.low).toBeLessThanOrEqual(60)
  expect(turn.high).toBeGreaterThanOrEqual(60)
  expect(turn.before.value).toBeCloseTo(1, 1)
  expect(Math.abs(turn.after.value - 1 / 3)).toBeLessThan(0.1)
  expect(turn.chance).toBeGreaterThan(0.95)
})

test('of 100 plantings whose keepers never write a cut down, growth is told as if they had, within a third, nine times in ten (seeds 1–100)', () => {
  const within = Array.from({ length: 100 }, (_, i) => {
    const { story, planting } = growsAndTurns(i + 1, 120, 999, 1)
    const forgotten = { ...story, entries: story.entries.filter(({ kind }) => kind !== 'trim') }
    const now = instantOf(DAY0 + 120.99)
    const [told, guessed] = [story, forgotten].map(
      (one) => fitGrowth(one, planting, now).rate.value,
    )
    return Math.abs(guessed / told - 1) < 1 / 3
  })
  expect(within.filter(Boolean).length).toBeGreaterThanOrEqual(90)
})
