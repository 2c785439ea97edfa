import type { Board, Point } from '../history/types'
import { middleOf } from './board'

/** Plantings, or stones, of one kind: where each stands, in the order in which a line goes round them. */
export interface Group {
  of: string
  at: Point[]
  /** An even number looks like rows; an odd one is led round. Common practice. */
  odd: boolean
}

/** Kinds that stand in two places or more, and the stones: what the eye takes together. */
export function groupsOf({ plantings, pieces }: Board): Group[] {
  const places = new Map<string, Point[]>()
  const put = (of: string, { x, z }: { x: number; z: number }) =>
    places.set(of, [...(places.get(of) ?? []), [x, z]])
  for (const { speciesId, patch } of plantings) put(speciesId, middleOf(patch))
  for (const { material, footprint } of pieces) put(material, middleOf(footprint))
  return [...places]
    .filter(([, at]) => at.length > 1)
    .map(([of, at]) => ({ of, at: round(at), odd: at.length % 2 === 1 }))
}

/** Round their middle, so that the line does not cross itself. */
function round(at: readonly Point[]): Point[] {
  const [cx, cz] = [0, 1].map((axis) => at.reduce((sum, one) => sum + one[axis], 0) / at.length)
  const angle = ([x, z]: Point) => Math.atan2(z - cz, x - cx)
  return [...at].sort((a, b) => angle(a) - angle(b))
}
