/** What is kept together and what is drawn over the rest: it moves nothing, goes with the layout, and speaks of nothing that is gone. */
import fc from 'fast-check'
import { lodge } from '@/data/demo/lodge'
import { tankNow } from '../history/tank-at'
import type { Board } from '../history/types'
import {
  arrangementOf,
  drawnAt,
  inDrawnOrder,
  keepTogether,
  letApart,
  togetherWith,
} from './arrange'
import { leaveBare, noLongerBare, runnersInto } from './bare'
import { boardOf } from './board'
import { between } from './between'
import { removeThings } from './edit'
import { withBoard } from './onto-story'

const NOW = '2026-11-24T09:00:00.000Z'
const [tarn] = lodge(NOW)
const board = boardOf(tankNow(tarn, NOW))!
const ids = [...board.plantings, ...board.pieces].map(({ id }) => id)
const [a, b, c, d] = ids
const laid = (next: Board) => {
  const done = withBoard(tarn, next, NOW, NOW)
  if (!done.ok) throw new Error(done.problem)
  return boardOf(tankNow(done.value, NOW))!
}

test('taking hold of one takes all; a thing is in one group; apart again each is alone', () => {
  const grouped = keepTogether(keepTogether(board, [a, b]), [b, c])
  expect(togetherWith(grouped, b)).toEqual([b, c])
  // A group of one is none.
  expect(togetherWith(grouped, a)).toEqual([a])
  expect(togetherWith(letApart(grouped, [c]), b)).toEqual([b])
  expect(letApart(grouped, [b])).toEqual(board)
})
test('it moves nothing, goes with the layout into the tank and comes back as it was', () => {
  const arranged = drawnAt(keepTogether(board, [a, b, c]), [d], 'over')
  expect(between(board, arranged).things.every(({ fate }) => fate === 'kept')).toBe(true)
  expect(laid(arranged)).toEqual(arranged)
  const [layout] = tarn.layouts
  expect(layout.arrangement).toBeUndefined()
})
test('what is taken off is in no group any more', () => {
  const grouped = keepTogether(board, [a, b, c])
  expect(togetherWith(removeThings(grouped, [c]), a)).toEqual([a, b])
  expect(removeThings(keepTogether(board, [a, b]), [b]).arrangement).toBeUndefined()
  expect(arrangementOf({ groups: [[a, b]], over: [c], under: [] }, new Set([a]))).toBeUndefined()
})
test('over all, under all, the last said outermost; the rest by its layer', () => {
  const things = ['p', 'q', 'r', 's'].map((id, i) => ({ id, layer: i }))
  const order = (arrangement: Board['arrangement']) =>
    inDrawnOrder(
      things.map((one) => ({ one })),
      { arrangement },
      ({ one }) => one.layer,
    )
      .map(({ one }) => one.id)
      .join('')
  expect(order(undefined)).toBe('pqrs')
  expect(order({ groups: [], over: ['p', 'q'], under: [] })).toBe('rspq')
  expect(order({ groups: [], over: [], under: ['r', 's'] })).toBe('srpq')
  const twice = drawnAt(drawnAt(board, [a], 'over'), [a], 'under')
  expect(twice.arrangement).toMatchObject({ over: [], under: [a] })
})
test('after any sequence of such acts every thing is in one group at most, and drawn over or under, not both', () => {
  const some = fc.uniqueArray(fc.constantFrom(...ids), { minLength: 1, maxLength: 5 })
  const act = fc.oneof(
    some.map((of) => (on: Board) => keepTogether(on, of)),
    some.map((of) => (on: Board) => letApart(on, of)),
    some.map((of) => (on: Board) => drawnAt(on, of, 'over')),
    some.map((of) => (on: Board) => drawnAt(on, of, 'under')),
    some.map((of) => (on: Board) => removeThings(on, of)),
  )
  fc.assert(
    fc.property(fc.array(act, { maxLength: 12 }), (acts) => {
      const { arrangement, pieces, plantings } = acts.reduce((on, next) => next(on), board)
      const here = new Set([...pieces, ...plantings].map(({ id }) => id))
      const { groups = [], over = [], under = [] } = arrangement ?? {}
      const grouped = groups.flat()
      expect(new Set(grouped).size).toBe(grouped.length)
      expect(groups.every((group) => group.length > 1)).toBe(true)
      expect(over.some((id) => under.includes(id))).toBe(false)
      expect([...grouped, ...over, ...under].every((id) => here.has(id))).toBe(true)
    }),
    { seed: 31 },
  )
})

describe('a spot left bare', () => {
  const glass = tankNow(tarn, NOW).vessel
  const square = [
    [40, 2],
    [50, 2],
    [50, 8],
    [40, 8],
  ] as const
  const bare = leaveBare(board, glass, square, 'bare-1')
  test('stays with the layout, and goes when it is said', () => {
    expect(laid(bare)).toEqual(bare)
    expect(keepTogether(bare, [a, b]).arrangement).toMatchObject({ bare: [{ id: 'bare-1' }] })
    expect(noLongerBare(bare, 'bare-1')).toEqual(board)
    expect(
      leaveBare(
        board,
        glass,
        square.map(([x, z]) => [x + 900, z] as const),
        'x',
      ),
    ).toEqual(board)
  })
  test('is crossed by the nearest carpet, a centimetre a week and its range (common practice)', () => {
    const kinds = new Map(tarn.species.map((one) => [one.id, one]))
    const carpet = board.plantings.find(
      ({ speciesId }) => kinds.get(speciesId)?.group === 'carpet',
    )!
    const on = {
      ...board,
      plantings: [
        {
          ...carpet,
          patch: [
            [20, 2],
            [30, 2],
            [30, 8],
            [20, 8],
          ] as const,
        },
      ],
    }
    const { stake, weeks } = runnersInto({ id: 'x', outline: square }, on, kinds)!
    expect(stake).toBe(carpet.stake)
    // From x = 30 to the far corner at 50.
    expect(weeks.value).toBeCloseTo(20, 6)
    expect(weeks.low).toBeLessThan(12)
    expect(weeks.high).toBeGreaterThan(28)
    expect(runnersInto({ id: 'x', outline: square }, { ...on, plantings: [] }, kinds)).toBeNull()
    // Left open in the midst of a carpet it closes from all sides: half its width.
    const around = [
      [20, 0],
      [70, 0],
      [70, 20],
      [20, 20],
    ] as const
    const within = { ...on, plantings: [{ ...carpet, patch: around }] }
    expect(runnersInto({ id: 'x', outline: square }, within, kinds)!.weeks.value).toBeCloseTo(3, 6)
  })
})
