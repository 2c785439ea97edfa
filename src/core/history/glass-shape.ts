import { distanceTo } from './segment'
import type { Glass, Point, Polygon, VesselBuild } from './types'

/** What of a vessel its plan is drawn from: inside measures and how it is built. */
export type FloorPlan = Pick<Glass, 'lengthCm' | 'depthCm' | 'build'>

/** Corners in which a curved pane is drawn, so fine that its chords stay within a millimetre of it up to two metres. */
const CORNERS = 96

const shapeOf = ({ build }: FloorPlan) => build?.shape ?? 'box'
const bowOf = ({ build }: FloorPlan) => (build?.shape === 'bow front' ? build.bowCm : 0)
/** Depth of the chamber walled off along the back, cm; zero without one. */
export const chamberOf = ({ build }: FloorPlan): number =>
  build && build.shape === 'box' ? build.chamberCm : 0

/** Radius of the circle through the corners of a chord and the top of its bow, cm: (c²/4 + b²)/2b. */
const bowRadius = (chord: number, bow: number) => (chord * chord) / 4 / (2 * bow) + bow / 2

/**
 * Area of the inside of a vessel seen from above, cm², chamber and all, in closed form. Box: length × depth. Bow front: the box behind the
 * bow and the circular segment in front of it. Cylinder: an ellipse in its box. Quarter round: a quarter of the ellipse of twice its box, its
 * right angle at the back left. Check: a cylinder of 40 × 40 cm has 1256.6 cm².
 */
export function planArea(plan: FloorPlan): number {
  const { lengthCm: length, depthCm: depth } = plan
  switch (shapeOf(plan)) {
    case 'cylinder':
    case 'quarter round':
      return (Math.PI * length * depth) / 4
    default: {
      const bow = bowOf(plan)
      if (bow === 0) return length * depth
      const radius = bowRadius(length, bow)
      const toChord = radius - bow
      const segment = radius * radius * Math.acos(toChord / radius) - toChord * (length / 2)
      return length * (depth - bow) + segment
    }
  }
}

/** The front pane at a place along the length: its distance from the foremost line, cm. Outside the length the nearest end. */
export function frontAt(plan: FloorPlan, x: number): number {
  const { lengthCm: length, depthCm: depth } = plan
  const along = Math.min(length, Math.max(0, x))
  switch (shapeOf(plan)) {
    case 'cylinder':
      return (depth / 2) * (1 - Math.sqrt(Math.max(0, 1 - ((2 * along) / length - 1) ** 2)))
    case 'quarter round':
      return depth * (1 - Math.sqrt(Math.max(0, 1 - (along / length) ** 2)))
    default: {
      const bow = bowOf(plan)
      if (bow === 0) return 0
      const radius = bowRadius(length, bow)
      return radius - Math.sqrt(Math.max(0, radius * radius - (along - length / 2) ** 2))
    }
  }
}

/** The back of the room in which things stand, at a place along the length, cm from the foremost line: the back pane, or the wall of a chamber. */
export function backAt(plan: FloorPlan, x: number): number {
  if (shapeOf(plan) === 'cylinder') return plan.depthCm - frontAt(plan, x)
  return plan.depthCm - chamberOf(plan)
}

/** Whether a vessel's front or back is curved. */
export const isCurved = (plan: FloorPlan): boolean => shapeOf(plan) !== 'box' && planIsNotBox(plan)
const planIsNotBox = (plan: FloorPlan) => shapeOf(plan) !== 'bow front' || bowOf(plan) > 0

/** The room in which things stand, seen from above, from the left front corner against the clock. */
export function planOutline(plan: FloorPlan): Polygon {
  const { lengthCm: length } = plan
  const back = backAt(plan, 0)
  if (!isCurved(plan))
    return [
      [0, 0],
      [length, 0],
      [length, back],
      [0, back],
    ]
  // More corners where a round pane turns fast, at the ends.
  const along = Array.from(
    { length: CORNERS + 1 },
    (_, i) => (length / 2) * (1 - Math.cos((Math.PI * i) / CORNERS)),
  )
  const front = along.map((x): Point => [x, frontAt(plan, x)])
  const rear = [...along].reverse().map((x): Point => [x, backAt(plan, x)])
  return distinct([...front, ...rear])
}

const distinct = (outline: readonly Point[]): Polygon =>
  outline.filter(([x, z], i) => {
    const [px, pz] = outline[(i + outline.length - 1) % outline.length]
    return Math.hypot(x - px, z - pz) > 1e-6
  })

/** Whether a point lies inside, within a slack, cm. */
export const isWithin = (plan: FloorPlan, [x, z]: Point, slackCm = 0): boolean =>
  x >= -slackCm &&
  x <= plan.lengthCm + slackCm &&
  z >= frontAt(plan, x) - slackCm &&
  z <= backAt(plan, x) + slackCm

/** Length of the panes that stand round a vessel, cm: for the ellipse by Ramanujan 1914, which is exact for a circle. */
export function wallLength(plan: FloorPlan): number {
  const { lengthCm: length, depthCm: depth } = plan
  switch (shapeOf(plan)) {
    case 'cylinder':
      return ellipse(length / 2, depth / 2)
    case 'quarter round':
      return length + depth + ellipse(length, depth) / 4
    default: {
      const bow = bowOf(plan)
      if (bow === 0) return 2 * (length + depth)
      const radius = bowRadius(length, bow)
      const half = Math.asin(Math.min(1, length / 2 / radius))
      return length + 2 * (depth - bow) + 2 * radius * (bow > radius ? Math.PI - half : half)
    }
  }
}

function ellipse(a: number, b: number): number {
  const h = ((a - b) / (a + b)) ** 2
  return Math.PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)))
}

/** How far an outline stays clear of the panes that are to be wiped, cm: all but the back. Negative: beyond them. */
export function clearOfGlass(plan: FloorPlan, outline: Polygon): number {
  if (!isCurved(plan)) return Math.min(...outline.flatMap(([x, z]) => [x, plan.lengthCm - x, z]))
  const panes = planOutline(plan)
  const back = plan.depthCm - 1e-6
  const round = shapeOf(plan) === 'cylinder'
  const wiped = panes
    .map((from, i): [Point, Point] => [from, panes[(i + 1) % panes.length]])
    .filter(([a, b]) => round || a[1] < back || b[1] < back)
  return Math.min(
    ...outline.map((point) => {
      const away = Math.min(...wiped.map(([a, b]) => distanceTo(point, a, b)))
      return isWithin(plan, point) ? away : -away
    }),
  )
}

/** A chamber leaves so much of the depth at least to what is looked at, cm. */
const LEAST_ROOM_CM = 5

/** What of a build cannot be with these inside measures, and at which field; null where it can. */
export function buildFault(
  { lengthCm, depthCm }: Pick<Glass, 'lengthCm' | 'depthCm'>,
  { shape, bowCm, chamberCm }: VesselBuild,
): { field: 'bowCm' | 'chamberCm' | 'depthCm'; says: string } | null {
  if (shape === 'bow front' && !(bowCm > 0))
    return { field: 'bowCm', says: 'How far does the front bow out?' }
  if (shape === 'bow front' && (bowCm >= depthCm || bowCm > lengthCm / 2))
    return {
      field: 'bowCm',
      says: 'The front bows out less than the tank is deep, and no more than half its length.',
    }
  if ((shape === 'cylinder' || shape === 'quarter round') && Math.abs(lengthCm - depthCm) > 0.5)
    return { field: 'depthCm', says: `A ${shape} is as deep as it is long.` }
  if (chamberCm > 0 && shape !== 'box')
    return { field: 'chamberCm', says: 'A chamber along the back is reckoned in a box only.' }
  return chamberCm > 0 && chamberCm > depthCm - LEAST_ROOM_CM
    ? { field: 'chamberCm', says: 'The chamber leaves no room in front of it.' }
    : null
}
