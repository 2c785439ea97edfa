import type { Hardscape, Point } from '../history/types'
import { seededRandom, seedOf } from '../quantity/random'

/** A stone or a piece of wood as a keeper measures it: where it stands in the plan, and how high it reaches above the bottom glass, cm. */
export interface RoughPiece {
  id: string
  label: string
  material: Hardscape['material']
  focal: boolean
  left: number
  right: number
  front: number
  back: number
  footCm: number
  topCm: number
}

/** Corners of a rough outline, and how far each may stand in from its box, share of its size. */
const CORNERS = 11
const UNEVEN = 0.16

/**
 * A piece drawn from its six measures: a stone as an uneven hump, wood as a branch that leans from one side to the other. The same
 * `id` is always drawn alike. Outline and footprint touch the box of their measures and never leave it. Throws on an empty box.
 */
export function roughPiece({
  id,
  label,
  material,
  focal,
  left,
  right,
  front,
  back,
  footCm,
  topCm,
}: RoughPiece): Omit<Hardscape, 'layoutId'> {
  if (!(right > left && back > front && topCm > footCm))
    throw new RangeError('A piece needs a length, a depth and a height')
  const random = seededRandom(seedOf(id))
  const outline = material === 'stone' ? hump(random) : branch(random)
  return {
    id,
    label,
    material,
    focal,
    outline: intoBox(outline, left, right, footCm, topCm),
    footprint: intoBox(
      material === 'stone' ? pebble(random) : branch(random),
      left,
      right,
      front,
      back,
    ),
  }
}

/** Foot flat, back uneven. */
function hump(random: () => number): Point[] {
  const points: Point[] = [[0, 0]]
  for (let k = 1; k < CORNERS - 1; k++) {
    const angle = Math.PI * (1 - k / (CORNERS - 1))
    points.push([0.5 + 0.5 * Math.cos(angle), Math.sin(angle) * (1 - UNEVEN * random())])
  }
  return [...points, [1, 0]]
}

function pebble(random: () => number): Point[] {
  return Array.from({ length: CORNERS - 1 }, (_, k) => {
    const angle = (2 * Math.PI * k) / (CORNERS - 1)
    const radius = 0.5 * (1 - UNEVEN * random())
    return [0.5 + radius * Math.cos(angle), 0.5 + radius * Math.sin(angle)] as Point
  })
}

/** Thick at its foot, thin at its tip, bent a little on the way; it leans left or right as its seed has it. */
function branch(random: () => number): Point[] {
  const leansLeft = random() < 0.5
  const bend = 0.12 + 0.12 * random()
  const along = [0, 0.3, 0.65, 1]
  const middle = along.map((t) => [t, t - bend * Math.sin(Math.PI * t)] as const)
  const thick = along.map((t) => 0.16 - 0.1 * t)
  const upper = middle.map(([x, y], i): Point => [x, y + thick[i]])
  const lower = middle.map(([x, y], i): Point => [x + thick[i], y - thick[i] * 0.6])
  const points = [...upper, ...lower.reverse()]
  return leansLeft ? points.map(([x, y]): Point => [-x, y]) : points
}

function intoBox(
  points: readonly Point[],
  x0: number,
  x1: number,
  y0: number,
  y1: number,
): Point[] {
  const [xs, ys] = [points.map((point) => point[0]), points.map((point) => point[1])]
  const [left, right, low, high] = [
    Math.min(...xs),
    Math.max(...xs),
    Math.min(...ys),
    Math.max(...ys),
  ]
  const round = (value: number) => Number(value.toFixed(2))
  return points.map(([x, y]): Point => [
    round(x0 + ((x - left) / (right - left)) * (x1 - x0)),
    round(y0 + ((y - low) / (high - low)) * (y1 - y0)),
  ])
}
