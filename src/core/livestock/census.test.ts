import { findings } from '../judgement/findings'
import { instantOf } from '../quantity/time'
import { DAY0, entry, FISH, STAYS, tank } from '../testing/tank'
import { apartFrom, countedBeside } from './census'
import type { EntryOf } from '../journal/entry'

const count = (day: number, heads: number, plusMinus = 0, event: 'counted' | 'died' = 'counted') =>
  entry(day, 'stock', {
    populationId: FISH.id,
    event,
    count: heads,
    plusMinus,
    otherVesselId: null,
  }) as EntryOf<'stock'>
const told = (...lines: EntryOf<'stock'>[]) =>
  findings(tank(lines, { populations: [{ ...FISH, ...STAYS }] }), instantOf(DAY0 + 40)).filter(
    ({ rule }) => rule === 'fewer-counted',
  )

test.each([
  [14, 0, 13, 0, -1],
  [14, 0, 14, 0, 0],
  [14, 1, 13, 0, 0],
  [12, 0, 7, 0, -5],
  [12, 3, 7, 4, 0],
  [12, 3, 16, 0, 4],
])('%d ± %d on paper, %d ± %d counted: %d', (paper, doubt, counted, other, apart) => {
  expect(apartFrom(counted, { count: paper, plusMinus: doubt }, other)).toBe(apart)
})

test('seven of twelve are told, one of fourteen is not, nor what was written off or within the doubt', () => {
  expect(told(count(1, 12), count(39, 7))).toMatchObject([
    { level: 'watch', says: expect.stringMatching(/7 counted, 12 on paper/) },
  ])
  expect(told(count(1, 14), count(39, 13))).toEqual([])
  expect(told(count(1, 12), count(20, 5, 0, 'died'), count(39, 7))).toEqual([])
  expect(told(count(1, 12, 6), count(39, 7))).toEqual([])
  // A later count that finds them settles it; a first count stands against nothing.
  expect(told(count(1, 12), count(30, 7), count(39, 12))).toEqual([])
  expect(told(count(39, 7))).toEqual([])
})

test('a count stands against what was on paper before it, not against itself', () => {
  const [first, second] = [count(1, 12), count(39, 7)]
  expect(countedBeside({ entries: [first, second] }, second)).toEqual({
    paper: { count: 12, plusMinus: 0 },
    apart: -5,
  })
  expect(countedBeside({ entries: [first, second] }, first)).toBeNull()
})
