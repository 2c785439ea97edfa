import { change, DAY0, entry, tank } from '../../testing/tank'
import type { EntryOf } from '../../journal/entry'
import { instantOf } from '../../quantity/time'
import { seededRandom } from '../../quantity/random'
import { courseOf, estimateParameter } from './estimate'
import { thinProbeReadings } from './thin-probe-readings'

const read = (day: number, value: number, method = 'probe') =>
  entry(day, 'reading', {
    parameter: 'temperature',
    value,
    method: method as 'probe',
    entered: { value, unit: '°C' },
  }) as EntryOf<'reading'>
const values = (list: readonly EntryOf<'reading'>[]) => list.map((reading) => reading.value)

test('a crowd by a probe leaves its middle one; two in a morning, and other methods, all stay', () => {
  expect(
    values(
      thinProbeReadings(
        [read(1, 24), read(1.01, 31), read(1.02, 24.2), read(1.03, 24.1), read(1.04, 23.9)],
        [],
      ),
    ),
  ).toEqual([24.1])
  expect(values(thinProbeReadings([read(1, 24), read(1.01, 25)], []))).toEqual([24, 25])
  expect(
    values(
      thinProbeReadings(
        [1, 1.01, 1.02, 1.03].map((day) => read(day, day, 'eye')),
        [],
      ),
    ),
  ).toHaveLength(4)
  expect(thinProbeReadings([], [])).toEqual([])
})
test('half a dozen of one morning were read by no hand, whatever they say of themselves; a few by another method among them stay', () => {
  const logged = (many: number) =>
    Array.from({ length: many }, (_, i) => read(1 + i / 1000, i, 'photometer'))
  expect(thinProbeReadings(logged(5), [])).toHaveLength(5)
  expect(values(thinProbeReadings(logged(6), []))).toEqual([3])
  const beside = [...logged(30), read(1.04, 99, 'strip')]
  expect(values(thinProbeReadings(beside, []))).toEqual([15, 99])
})
test('crowds end with the quarter of the day and at every event', () => {
  const hour = (n: number, value: number) => read(1 + n / 24, value)
  const day = Array.from({ length: 24 }, (_, n) => hour(n, n))
  expect(values(thinProbeReadings(day, []))).toEqual([3, 9, 15, 21])
  expect(values(thinProbeReadings(day, [DAY0 + 1 + 8.5 / 24]))).toEqual([3, 7, 10, 15, 21])
})
test('a hundred days of a probe every twenty minutes are reckoned like one reading a quarter day: the level agrees, whatever jumps out is left aside', () => {
  const random = seededRandom(7)
  const dense = Array.from({ length: 100 * 72 }, (_, i) =>
    read(1 + i / 72, 24 + Math.sin(i / 72 / 9) + (random() - 0.5) * 0.2 + (i % 500 === 77 ? 9 : 0)),
  )
  const story = tank([...dense, change(50, 0.3)].sort((a, b) => (a.at < b.at ? -1 : 1)))
  const estimate = estimateParameter(story, 'temperature', instantOf(DAY0 + 101))
  if (!estimate.ok) throw new Error(estimate.problem)
  expect(estimate.value.readings.length).toBeLessThan(102 * 4 + 3)
  expect(estimate.value.readings.every((reading) => reading.setAside === null)).toBe(true)
  expect(Math.abs(estimate.value.now.value - (24 + Math.sin(100 / 9)))).toBeLessThan(0.5)
  for (const point of courseOf(estimate.value).filter((one) => one.day > DAY0 + 3))
    expect(Math.abs(point.value - 24 - Math.sin((point.day - DAY0 - 1) / 9))).toBeLessThan(0.6)
})
