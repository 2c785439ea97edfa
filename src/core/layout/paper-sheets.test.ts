import fc from 'fast-check'
import { LAP_CM, PAPERS, paperSheets, type Paper } from './paper-sheets'

test('a tank of 100 × 50 cm at true size takes twelve sheets of A4 (ISO 216: 29.7 × 21 cm)', () => {
  // Lying: 27.7 × 19 cm of room; (100 − 1)/26.7 → 4 across, (50 − 1)/18 → 3 down. Standing it would be 6 × 2.
  expect(paperSheets(100, 50, 'A4')).toMatchObject({ columns: 4, rows: 3, lying: true })
})
test('what fits on one sheet takes one, lying or standing', () => {
  expect(paperSheets(20, 15, 'A4').sheets).toHaveLength(1)
  expect(paperSheets(15, 25, 'A4')).toMatchObject({ columns: 1, rows: 1, lying: false })
})
test('whatever is cut up, every centimetre of it lies on a sheet, and neighbours lap by one', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 400, noNaN: true }),
      fc.double({ min: 1, max: 200, noNaN: true }),
      fc.constantFrom(...(Object.keys(PAPERS) as Paper[])),
      (width, height, paper) => {
        const { sheets, columns, rows } = paperSheets(width, height, paper)
        expect(sheets).toHaveLength(columns * rows)
        const last = sheets[sheets.length - 1]
        expect(last.x + last.width).toBeGreaterThanOrEqual(width - 1e-6)
        expect(last.y + last.height).toBeGreaterThanOrEqual(height - 1e-6)
        const next = sheets.find(({ column, row }) => column === 1 && row === 0)
        if (next) expect(sheets[0].width - next.x).toBeCloseTo(LAP_CM, 9)
      },
    ),
    { numRuns: 200, seed: 20_261_127 },
  )
})
test.each([
  [0, 10],
  [10, -1],
  [NaN, 10],
])('a drawing of %p by %p is none', (width, height) =>
  expect(() => paperSheets(width, height, 'A4')).toThrow(/extent/),
)
