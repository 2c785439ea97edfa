import type { Board, Glass, Species } from '../history/types'
import { CATALOGUE } from '../plants/catalogue'
import { putPiece, putPlanting } from './put'
import { PIECE_SHAPES, roundPatch } from './shapes'

/** A layout to begin with, drawn to the measures of a tank. */
export interface Example {
  name: string
  says: string
  draw: (board: Board, glass: Glass, newId: () => string) => Board
}
/** A place in parts of the length and the depth: left, right, front, back. */
type Place = readonly [number, number, number, number]
type ExamplePart = { shape: string; at: Place } | { plant: Species; at: Place }

/** Three beginnings of no one in particular, to be moved about: common practice of where things stand (the lowest in front, an odd number of stones, the largest off the middle). */
export const EXAMPLES: readonly Example[] = [
  {
    name: 'an open lawn',
    says: 'a ridge off the middle, a lawn in front, stems in the corners',
    draw: drawn([
      { shape: 'ridge', at: [0.5, 0.82, 0.45, 0.75] },
      { shape: 'cobble', at: [0.42, 0.5, 0.38, 0.52] },
      { shape: 'boulder', at: [0.14, 0.3, 0.5, 0.75] },
      { plant: CATALOGUE.carpet, at: [0.08, 0.92, 0.04, 0.4] },
      { plant: CATALOGUE.greenStem, at: [0.02, 0.18, 0.74, 0.98] },
      { plant: CATALOGUE.redStem, at: [0.82, 0.98, 0.76, 0.98] },
      { plant: CATALOGUE.greenCrypt, at: [0.32, 0.42, 0.5, 0.72] },
    ]),
  },
  {
    name: 'wood and shade',
    says: 'a root with fern and moss, crypts below it; little light will do',
    draw: drawn([
      { shape: 'root', at: [0.22, 0.72, 0.35, 0.8] },
      { shape: 'cobble', at: [0.68, 0.76, 0.28, 0.42] },
      { plant: CATALOGUE.fern, at: [0.34, 0.46, 0.5, 0.68] },
      { plant: CATALOGUE.moss, at: [0.5, 0.62, 0.48, 0.64] },
      { plant: CATALOGUE.brownCrypt, at: [0.06, 0.24, 0.3, 0.6] },
      { plant: CATALOGUE.greenCrypt, at: [0.4, 0.6, 0.08, 0.28] },
      { plant: CATALOGUE.bushStem, at: [0.78, 0.96, 0.7, 0.96] },
    ]),
  },
  {
    name: 'stones and stems',
    says: 'an upright stone among stems, one large rosette, open ground in front',
    draw: drawn([
      { shape: 'upright stone', at: [0.32, 0.46, 0.44, 0.72] },
      { shape: 'slab', at: [0.44, 0.64, 0.34, 0.58] },
      { shape: 'cobble', at: [0.24, 0.31, 0.34, 0.48] },
      { plant: CATALOGUE.fineStem, at: [0.03, 0.22, 0.7, 0.97] },
      { plant: CATALOGUE.greenStem, at: [0.5, 0.68, 0.74, 0.97] },
      { plant: CATALOGUE.sword, at: [0.74, 0.92, 0.5, 0.8] },
      { plant: CATALOGUE.greenCrypt, at: [0.12, 0.24, 0.28, 0.46] },
    ]),
  },
]

function drawn(parts: readonly ExamplePart[]): Example['draw'] {
  return (board, glass, newId) =>
    parts.reduce<Board>((sofar, part) => {
      const [left, right, front, back] = part.at
      const box = {
        left: left * glass.lengthCm,
        right: right * glass.lengthCm,
        front: front * glass.depthCm,
        back: back * glass.depthCm,
      }
      if ('plant' in part) {
        const patch = roundPatch(box.left, box.right, box.front, box.back)
        return putPlanting(sofar, glass, part.plant, patch, newId())
      }
      const shape = PIECE_SHAPES.find(({ name }) => name === part.shape)
      return shape ? putPiece(sofar, glass, shape, box, newId()) : sofar
    }, board)
}
