import { change, DAY0, entry, height, nitrate, STEMS, tank } from '../testing/tank'
import { instantOf } from '../quantity/time'
import { growthSegments } from '../plants/growth'
import { estimateParameter } from '../water/estimate/estimate'
import { headCount, inTimeOrder } from './lookup'
import { byTime } from './journal-index'
import type { Entry, EntryKind } from '../journal/entry'
import { KINDS } from '../journal/kinds'
import { IN_MOMENT } from '../journal/kind'

const plain = (entries: readonly Entry[]) => tank(inTimeOrder(entries))

/** The same lines under other ids: whatever order ids bring, the story is one. */
const bothWays = (lines: readonly Entry[]): Entry[][] => [
  lines.map((line, i) => ({ ...line, id: `a-${i}` })),
  lines.map((line, i) => ({ ...line, id: `a-${lines.length - i}` })),
]
const trimTo = (day: number, toCm: number, fromCm: number | null = null) =>
  entry(day, 'trim', { plantingId: STEMS.id, fromCm, toCm })
const stock = (day: number, event: 'counted' | 'added' | 'died' | 'moved out', count: number) =>
  entry(day, 'stock', { populationId: 'p', event, count, plusMinus: 0, otherVesselId: null })

test('a height and a trim of one moment: the height is what stood before the cut, in whichever order they were written', () => {
  const lines = [
    height(0, STEMS.id, 10),
    height(10, STEMS.id, 20),
    trimTo(10, 8),
    height(15, STEMS.id, 13),
  ]
  for (const entries of bothWays(lines)) {
    const segments = growthSegments(plain(entries), STEMS.id, instantOf(DAY0 + 16))
    expect(segments.map(({ points }) => points.map(({ cm }) => cm))).toEqual([
      [10, 20],
      [8, 13],
    ])
    expect(segments.every(({ fellFrom }) => fellFrom === undefined)).toBe(true)
  }
})

test('a test and a water change of one moment: the test is of the water before the change', () => {
  const lines = [nitrate(0, 40), nitrate(7, 40), change(7, 0.5), nitrate(8, 21)]
  const [one, other] = bothWays(lines).map((entries) => {
    const reckoned = estimateParameter(plain(entries), 'nitrate', instantOf(DAY0 + 8))
    if (!reckoned.ok) throw new Error(reckoned.problem)
    return reckoned.value.now
  })
  expect(other).toEqual(one)
  expect(one.value).toBeLessThan(30)
})

test('animals counted and given away in one moment were counted before; those that died were not; nobody counts what is yet to come', () => {
  const count = (lines: Entry[]) =>
    bothWays(lines).map(
      (entries) => headCount({ entries: inTimeOrder(entries) }, { id: 'p' }).count,
    )
  expect(
    count([stock(0, 'counted', 12), stock(5, 'counted', 12), stock(5, 'moved out', 5)]),
  ).toEqual([7, 7])
  expect(count([stock(0, 'counted', 12), stock(5, 'counted', 10), stock(5, 'died', 2)])).toEqual([
    10, 10,
  ])
  expect(count([stock(0, 'added', 12), stock(0, 'counted', 12)])).toEqual([12, 12])
  expect(count([stock(0, 'counted', 12), stock(5, 'added', 5), stock(5, 'counted', 12)])).toEqual([
    17, 17,
  ])
})

test('every kind of line says where it stands in its moment, and the order is one: no two ways round', () => {
  const head = {
    at: instantOf(DAY0),
    certainty: 'measured',
    by: 'keeper',
    note: null,
    expected: null,
  }
  const all = (Object.keys(KINDS) as EntryKind[]).flatMap((kind) =>
    ['z', 'a'].map(
      (id) => ({ ...head, id: `${id}-${kind}`, kind, event: 'counted' }) as unknown as Entry,
    ),
  )
  const order = [...all].sort(byTime)
  for (const seed of [1, 2, 3])
    expect(
      [...all].sort((a, b) => ((a.id.length * 7 + seed * b.id.length) % 3) - 1).sort(byTime),
    ).toEqual(order)
  const places = order.map(({ kind }) => {
    const { inMoment } = KINDS[kind]
    return IN_MOMENT.indexOf(typeof inMoment === 'string' ? inMoment : 'seen')
  })
  expect(places).toEqual([...places].sort())
})
