import { isSpread } from '../history/ground-kinds'
import type { Board, Glass, Ground, GroundArea, GroundLayer, Point } from '../history/types'
import { type Result, ok, refuse } from '../quantity/result'
import { boxOf, type Box } from './board'
import { intoBox } from './stretch'
import { withoutTremor } from './outline'
import { cutAtGlass } from './within-glass'

type Material = Ground['material']
type FloorPlan = Pick<Glass, 'lengthCm' | 'depthCm' | 'build'>

/** The ground of a board with some of it said otherwise; what is left empty is left out, as it is where nobody ever drew it. */
function withGround(board: Board, said: Partial<Board['ground']>): Board {
  const { grainMm, areas = [], layers = [], barriers = [], ...rest } = { ...board.ground, ...said }
  return {
    ...board,
    ground: {
      ...rest,
      ...(grainMm === undefined || grainMm === null ? {} : { grainMm }),
      ...(areas.length > 0 ? { areas } : {}),
      ...(layers.length > 0 ? { layers } : {}),
      ...(barriers.length > 0 ? { barriers } : {}),
    },
  }
}

/** The main material of the ground, and its grain, mm; null: not said. */
export const sayGroundOf = (
  board: Board,
  said: { material?: Material; grainMm?: number | null },
): Board => withGround(board, said)

/** An area of another material, over those drawn before it, cut at the glass. Nothing where none of it lies inside. */
export function putArea(
  board: Board,
  plan: FloorPlan,
  outline: readonly Point[],
  material: Material,
  id: string,
): Board {
  const cut = cutAtGlass(plan, outline)
  if (!cut) return board
  return withGround(board, {
    areas: [...(board.ground.areas ?? []), { id, outline: cut, material, grainMm: null }],
  })
}

/** What an area is of, its grain, or its box; stretched into a box it is cut at the glass. */
export function sayArea(
  board: Board,
  plan: FloorPlan,
  id: string,
  said: Partial<Pick<GroundArea, 'material' | 'grainMm'>> & {
    box?: Partial<Box>
    /** Null: as deep as the ground round it again. */
    own?: GroundArea['own'] | null
  },
): Board {
  const { box, own, ...rest } = said
  return withGround(board, {
    areas: board.ground.areas?.map((area) => {
      if (area.id !== id) return area
      const into = box && { ...boxOf(area.outline), ...box }
      const sound = into && into.right - into.left >= 1 && into.back - into.front >= 1
      const outline = sound ? cutAtGlass(plan, intoBox(area.outline, into)) : null
      const { own: before, ...lies } = { ...area, ...rest, outline: outline ?? area.outline }
      const deep = own === undefined ? before : own
      return deep ? { ...lies, own: deep } : lies
    }),
  })
}

/** The board without an area or a strip of its ground. */
export const removeOfGround = (board: Board, id: string): Board =>
  withGround(board, {
    areas: board.ground.areas?.filter((area) => area.id !== id),
    barriers: board.ground.barriers?.filter((barrier) => barrier.id !== id),
  })

/** A strip shorter than that is none, cm. */
const LEAST_STRIP_CM = 3

/** A strip as a hand drew it, its tremor taken out, ended at the glass. Refuses one that is next to nothing. */
export function putStrip(
  board: Board,
  plan: FloorPlan,
  drawn: readonly Point[],
  id: string,
): Result<Board> {
  const line = withoutTremor(drawn, plan)
  const length = line.reduce(
    (sum, [x, z], i) => (i === 0 ? 0 : sum + Math.hypot(x - line[i - 1][0], z - line[i - 1][1])),
    0,
  )
  if (length < LEAST_STRIP_CM)
    return refuse('That strip is shorter than a finger; draw it from end to end.')
  return ok(withGround(board, { barriers: [...(board.ground.barriers ?? []), { id, line }] }))
}

/** A layer under or over the main material, the last of them the uppermost; its litres, or its thickness where it is spread. */
export const addLayer = (board: Board, of: GroundLayer['of']): Board =>
  withGround(board, { layers: [...(board.ground.layers ?? []), layerOf(of, isSpread(of) ? 1 : 2)] })

/** How much of a layer there is: litres, or cm where it is spread. */
export const sayLayer = (board: Board, index: number, much: number): Board =>
  withGround(board, {
    layers: board.ground.layers?.map((layer, i) =>
      i === index ? layerOf(layer.of, Math.max(0, much)) : layer,
    ),
  })

export const removeLayer = (board: Board, index: number): Board =>
  withGround(board, { layers: board.ground.layers?.filter((_, i) => i !== index) })

const layerOf = (of: GroundLayer['of'], much: number): GroundLayer =>
  isSpread(of) ? { of, litres: null, cm: much } : { of, litres: much, cm: null }
