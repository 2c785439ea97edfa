import fc from 'fast-check'
import { shelfColumns, shelvesOf } from './shelves'

const vessels = (...lengths: number[]) => lengths.map((lengthCm) => ({ lengthCm }))
const lengths = (...all: number[]) =>
  shelvesOf(vessels(...all)).map((shelf) => shelf.map((vessel) => vessel.lengthCm))

test('a lodge of three stands on one shelf; six of a metre on two; a giant has its own', () => {
  expect(lengths(100, 60, 45)).toEqual([[100, 60, 45]])
  expect(lengths(100, 100, 100, 100, 100, 100)).toEqual([
    [100, 100, 100],
    [100, 100, 100],
  ])
  expect(lengths(500, 30)).toEqual([[500], [30]])
  expect(lengths(20, 20, 20, 20, 20)).toEqual([[20, 20, 20, 20], [20]])
  expect(lengths()).toEqual([])
})
test('every vessel stands once, in order; a centimetre is as wide on every shelf (property)', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 10, max: 600 }), { minLength: 1, maxLength: 30 }),
      (all) => {
        const shelves = shelvesOf(vessels(...all))
        expect(shelves.flat().map((vessel) => vessel.lengthCm)).toEqual(all)
        const columns = shelfColumns(shelves, 10).map((template) =>
          [...template.matchAll(/([\d.]+)fr/g)].map((match) => Number(match[1])),
        )
        expect(new Set(columns.map((shelf) => shelf.length)).size).toBe(1)
        expect(
          new Set(columns.map((shelf) => shelf.reduce((sum, length) => sum + length, 0))).size,
        ).toBe(1)
      },
    ),
  )
})
