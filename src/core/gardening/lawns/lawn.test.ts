import { METRIC } from '../../quantity/measures'
import { instantOf } from '../../quantity/time'
import { CARPET, DAY0, entry, recordOf, tank } from '../../testing/tank'
import { CATALOGUE } from '../../plants/catalogue'
import { lawnsOf } from './lawn'
import { sayLawn } from './lawn.words'

const at = (day: number) => instantOf(DAY0 + day)
const cover = (day: number, value: number) =>
  entry(day, 'measure', { plantingId: CARPET.id, measure: 'cover', value })
const mown = (day: number) =>
  entry(day, 'groom', { what: 'mown', place: { of: 'planting', id: CARPET.id }, count: null })
const sign = (day: number) =>
  entry(day, 'sign', { sign: 'lifting', place: { of: 'planting', id: CARPET.id } })
const lawn = (entries: Parameters<typeof tank>[0], day: number) =>
  lawnsOf(tank(entries), at(day))[0]

test('the mat thickens from what a cut leaves by the books of its kind; mowing begins it anew', () => {
  // 0.05 cm a day by the books, half of it in fair light without gas: 20 days on 1.2 cm make 1.7.
  expect(lawn([], 20).thickness.value).toBeCloseTo(1.2 + 20 * 0.05 * 0.5, 6)
  expect(lawn([mown(18)], 20).unmownDays).toBeCloseTo(2, 6)
  expect(lawn([mown(18)], 20).thickness.value).toBeLessThan(lawn([], 20).thickness.value)
})

test('an old thick mat may lift, a mown one not; one that was seen lifting does', () => {
  expect(lawn([], 200).lift).toBe('high')
  expect(lawn([], 100).lift).toBe('low')
  expect(lawn([mown(190)], 200).lift).toBe('low')
  expect(lawn([mown(190), sign(195)], 200).lift).toBe('high')
})

test('mowing and poking are due by thickness and by days', () => {
  const old = lawn([], 200)
  expect(old.mowIn.value).toBe(0)
  expect(old.pokeIn).toBe(0)
  expect(sayLawn(old, METRIC).join(' ')).toContain('Mow it now, end to end')
  expect(lawn([mown(199)], 200).mowIn.value).toBeGreaterThan(30)
})

test('bare ground: runners close it in the weeks a logistic takes, by hand from the fitted rate; what loses ground is filled', () => {
  const gains = lawn(
    [0, 10, 20, 30].map((day, i) => cover(day, 40 + 10 * i)),
    31,
  )
  expect(gains.bareCm2).toBeCloseTo((50 * 12 * (100 - gains.cover!.value)) / 100, 6)
  expect(gains.closesInWeeks!.value).toBeGreaterThan(0)
  expect(gains.closesInWeeks!.low).toBeLessThan(gains.closesInWeeks!.value)
  const loses = lawn(
    [0, 10, 20, 30, 40, 50].map((day, i) => cover(day, 90 - 12 * i)),
    51,
  )
  expect(loses.closesInWeeks).toBeNull()
  expect(loses.potsIn8Weeks).toBeGreaterThan(0)
  expect(sayLawn(loses, METRIC).join(' ')).toContain('Runners do not close it')
})

test('a mixed lawn names what grows in it; a tank without a lawn has none', () => {
  const mixed = {
    ...recordOf(CARPET),
    kinds: [
      { speciesId: CATALOGUE.carpet.id, share: 0.7, sure: 'sure' as const },
      { speciesId: CATALOGUE.moss.id, share: 0.3, sure: 'thought to be' as const },
    ],
  }
  const story = tank([], { species: [CATALOGUE.carpet, CATALOGUE.moss], plantings: [mixed] })
  expect(sayLawn(lawnsOf(story, at(20))[0], METRIC).at(-1)).toContain(
    'Taxiphyllum moss grows in it',
  )
  expect(lawnsOf(tank([], { plantings: [] }), at(20))).toEqual([])
})
