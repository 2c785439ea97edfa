import fc from 'fast-check'
import { polygonArea } from '../vessel/volume'
import { standing, tank } from '../testing/tank'
import { METRIC } from '../quantity/measures'
import { outsideGlass } from './outside-glass'
import { sayOutside } from './outside-glass.words'
import { roughPiece } from './rough-piece'

const box = {
  id: 'p',
  label: 'the stone',
  material: 'stone' as const,
  focal: true,
  left: 10,
  right: 30,
  front: 5,
  back: 20,
  footCm: 4,
  topCm: 18,
}
const span = (values: number[]) => [Math.min(...values), Math.max(...values)]

describe('a piece drawn from its measures', () => {
  test('touches its box and never leaves it, whatever the measures and the material', () => {
    const side = fc.double({ min: 0, max: 100, noNaN: true })
    fc.assert(
      fc.property(
        fc.constantFrom('stone' as const, 'wood' as const),
        fc.string(),
        side,
        side,
        side,
        fc.double({ min: 2, max: 60, noNaN: true }),
        (material, id, left, front, footCm, size) => {
          const piece = roughPiece({
            ...box,
            id,
            material,
            left,
            right: left + size,
            front,
            back: front + size / 2,
            footCm,
            topCm: footCm + size,
          })
          expect(span(piece.outline.map((point) => point[0]))).toEqual([
            expect.closeTo(left, 1),
            expect.closeTo(left + size, 1),
          ])
          expect(span(piece.outline.map((point) => point[1]))).toEqual([
            expect.closeTo(footCm, 1),
            expect.closeTo(footCm + size, 1),
          ])
          expect(span(piece.footprint.map((point) => point[1]))).toEqual([
            expect.closeTo(front, 1),
            expect.closeTo(front + size / 2, 1),
          ])
          expect(polygonArea(piece.outline)).toBeGreaterThan(0.05 * size * size)
        },
      ),
    )
  })
  test('the same piece is always drawn alike, another one otherwise; an empty box is none', () => {
    expect(roughPiece(box)).toEqual(roughPiece(box))
    expect(roughPiece({ ...box, id: 'q' }).outline).not.toEqual(roughPiece(box).outline)
    expect(() => roughPiece({ ...box, topCm: 4 })).toThrow(RangeError)
  })
})

describe('measures put right', () => {
  test('what would stand outside the glass is named with its side; what fits is not', () => {
    const bare = standing(tank())
    const piece = { ...roughPiece(box), layoutId: 'lay' }
    const story = { ...bare, layout: { ...bare.layout!, hardscape: [piece] } }
    expect(outsideGlass(story, bare.vessel)).toEqual([])
    const says = outsideGlass(story, { lengthCm: 28, depthCm: 18, heightCm: 5 })
      .map((problem) => `${problem.side}: ${sayOutside(problem, METRIC)}`)
      .join(' ')
    expect(says).toMatch(/lengthCm: L1 .* 55 cm/)
    expect(says).toMatch(/depthCm: The stone stands as far back as 20 cm/)
    expect(says).toMatch(/heightCm: The stone reaches up to 18 cm/)
    expect(says).toMatch(/heightCm: The ground is 5 cm deep/)
    expect(
      outsideGlass({ ...story, layout: null }, { lengthCm: 1, depthCm: 1, heightCm: 1 }),
    ).toEqual([])
  })
})
