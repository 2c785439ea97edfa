import { natureOf } from '../history/piece-nature'
import type {
  Board,
  BoardPiece,
  BoardPlanting,
  Glass,
  Polygon,
  Population,
  Species,
} from '../history/types'
import { isStem } from '../plants/groups'
import { sharedArea } from '../vessel/shared-area'
import { polygonArea } from '../vessel/volume'
import { clearOfGlass } from '../history/glass-shape'
import { boxOf, depthAt, footOf, middleOf, spanOfHeight } from './board'
import { nameOf, planOf, standingOn } from './things'
import { fitsGlass } from './within-glass'
import { intoBox } from './stretch'
import { creeping } from './creep'
import { leastPar } from '../gardening/light/least-par'
import { harmTo } from '../gardening/here/suits'
import { slides } from './slope'

/** What an old hand would say to a drawing. It warns, it never forbids. */
export type BoardWarning =
  | { of: 'slope'; degrees: number; holds: number; x: number; material: string }
  | { of: 'creep'; id: string; material: string; cm: number }
  | { of: 'rim'; x: number; cm: number; over: 'rim' | 'water' }
  | { of: 'glass'; id: string; name: string; cm: number }
  | { of: 'outside'; id: string; name: string }
  | { of: 'stands'; id: string; name: string; tall: boolean; floats: boolean }
  | { of: 'surface'; id: string; name: string; cm: number }
  | { of: 'tall'; id: string; name: string; mature: number; room: number }
  | { of: 'crowded'; id: string; name: string; by: string; share: number; drawnOver: boolean }
  | { of: 'dark'; plantings: readonly Dark[]; later: boolean }
  | { of: 'still'; share: number; x: number; z: number }
  /** `fitting`: the part that wants the room free. */
  | { of: 'outflow' | 'inlet' | 'lamp'; id: string; name: string; fitting: string }
  | { of: 'dry'; id: string; name: string }
  | { of: 'buried'; id: string; name: string }
  | { of: 'eaten' | 'uprooted'; id: string; name: string; by: string }

/** A planting whose foot gets less light than its kind wants, µmol m⁻² s⁻¹. */
interface Dark {
  id: string
  name: string
  par: number
  wants: number
}
/** Light at the foot of a planting, µmol m⁻² s⁻¹: now and in eight weeks. */
export interface Lit {
  now: number
  later: number
}

/** Glass that is to be scraped wants a blade’s way free, cm; below floaters a hand’s width. Common practice. */
const SCRAPER_CM = 3
const HAND_CM = 8
/** As far as a story lets a thing stand over its edge, cm. */
const OUTSIDE_CM = 0.5
/** Two patches that share less than this of the smaller one merely touch. */
const TOUCHING = 0.12

/** All warnings of a board: what stands outside, the ground, then pieces and plantings in their order. `lit`: where it was reckoned. */
export function boardWarnings(
  board: Board,
  glass: Glass,
  speciesById: ReadonlyMap<string, Species>,
  lit: ReadonlyMap<string, Lit> = new Map(),
): BoardWarning[] {
  const floats = board.plantings.some(({ zone }) => zone === 'surface')
  return [
    ...standingOn(board)
      .filter((thing) => !fitsGlass(glass, planOf(thing), OUTSIDE_CM))
      .map((thing): BoardWarning => ({
        of: 'outside',
        id: thing.one.id,
        name: nameOf(thing),
      })),
    ...groundWarnings(board, glass),
    ...board.pieces.flatMap((piece): BoardWarning[] => {
      const free = clearOfGlass(glass, piece.footprint)
      const under = glass.waterlineCm - spanOfHeight(piece).top
      const { id, label: name } = piece
      return [
        ...unsteady(piece),
        ...(free < SCRAPER_CM && fitsGlass(glass, piece.footprint)
          ? [{ of: 'glass', id, name, cm: Math.max(0, free) } as const]
          : []),
        ...(floats && under < HAND_CM && under > 0
          ? [{ of: 'surface', id, name, cm: under } as const]
          : []),
      ]
    }),
    ...board.plantings.flatMap((planting) => {
      const species = speciesById.get(planting.speciesId)
      return species ? plantingWarnings(board, glass, planting, species) : []
    }),
    ...crowding(board, speciesById),
    ...darkness(board, glass, speciesById, lit),
  ]
}

/** Higher than so many times its foot a stone topples; below so many centimetres nobody minds. Common practice. */
const TOPPLES = 1.3
const LOW_CM = 10

/** A tall stone that nobody tapped, and wood that floats and is held by nothing. */
function unsteady(piece: BoardPiece): BoardWarning[] {
  const { left, right, front, back } = boxOf(piece.footprint)
  const { foot, top } = spanOfHeight(piece)
  const { soaking, holding, tapped } = natureOf(piece)
  const wide = Math.min(right - left, back - front)
  const tall =
    piece.material === 'stone' && !tapped && top - foot > LOW_CM && top - foot > TOPPLES * wide
  const floats =
    piece.material === 'wood' &&
    soaking === 'floats' &&
    (holding === 'not said' || holding === 'on grit')
  return tall || floats ? [{ of: 'stands', id: piece.id, name: piece.label, tall, floats }] : []
}

function groundWarnings(board: Board, glass: Glass): BoardWarning[] {
  const { ground } = board
  const deepest = ground.profile.reduce(
    (most, { x: at, frontCm, backCm }) => {
      const cm = Math.max(frontCm, backCm)
      return cm > most.cm ? { x: at, cm } : most
    },
    { x: 0, cm: 0 },
  )
  const over = deepest.cm > glass.heightCm ? 'rim' : 'water'
  return [
    ...slides(board, glass).map(({ z: _z, ...slide }): BoardWarning => ({ of: 'slope', ...slide })),
    ...creeping(ground, glass).map((area): BoardWarning => ({ of: 'creep', ...area })),
    ...(deepest.cm > glass.waterlineCm ? [{ of: 'rim', ...deepest, over } as const] : []),
  ]
}

function plantingWarnings(
  board: Board,
  glass: Glass,
  planting: BoardPlanting,
  { group, matureHeightCm: mature }: Species,
): BoardWarning[] {
  const { id, stake: name, zone, perch } = planting
  if (zone === 'surface') return []
  const ground = depthAt(board, glass, middleOf(planting.patch))
  const foot = footOf(planting, board, glass)
  const room = (foot >= glass.waterlineCm ? glass.heightCm : glass.waterlineCm) - foot
  return [
    // A stem is cut; what grows from a crown cannot be.
    ...(!isStem(group) && room > 0 && mature > room
      ? [{ of: 'tall', id, name, mature, room } as const]
      : []),
    ...(group === 'epiphyte' && (perch === null || perch.heightCm < ground)
      ? [{ of: 'buried', id, name } as const]
      : []),
  ]
}

/** What stands too dark now, and what will when the rest has grown uncut: one warning each. */
function darkness(
  board: Board,
  glass: Glass,
  speciesById: ReadonlyMap<string, Species>,
  lit: ReadonlyMap<string, Lit>,
): BoardWarning[] {
  const under = (when: keyof Lit) =>
    board.plantings.flatMap((planting): Dark[] => {
      const { id, stake, speciesId, zone } = planting
      const [light, species] = [lit.get(id), speciesById.get(speciesId)]
      const dry = footOf(planting, board, glass) >= glass.waterlineCm
      if (!light || !species || dry || zone === 'surface') return []
      const wants = leastPar(species)
      return light[when] < wants ? [{ id, name: stake, par: light[when], wants }] : []
    })
  const now = under('now')
  const later = under('later').filter(({ id }) => !now.some((one) => one.id === id))
  return [
    ...(now.length > 0 ? [{ of: 'dark', plantings: now, later: false } as const] : []),
    ...(later.length > 0 ? [{ of: 'dark', plantings: later, later: true } as const] : []),
  ]
}

/** Plantings drawn over each other, and crowns that will lean on their neighbours when they are grown. */
function crowding(board: Board, speciesById: ReadonlyMap<string, Species>): BoardWarning[] {
  const rooted = board.plantings.filter(({ zone, perch }) => zone !== 'surface' && perch === null)
  return rooted.flatMap((planting, i) => {
    const mature = matureOutline(planting, speciesById.get(planting.speciesId))
    return rooted.flatMap((other, k): BoardWarning[] => {
      if (k === i) return []
      // What lies over each other is told once, of the later one.
      const drawnOver = sharedArea(planting.patch, other.patch) > TOUCHING * areaOf(planting, other)
      if (drawnOver && k > i) return []
      const shared = sharedArea(drawnOver ? planting.patch : mature, other.patch)
      const share = shared / Math.max(1, polygonArea(other.patch))
      return share > 2 * TOUCHING || drawnOver
        ? [
            {
              of: 'crowded',
              id: planting.id,
              name: planting.stake,
              by: other.stake,
              share,
              drawnOver,
            },
          ]
        : []
    })
  })
}

const areaOf = (a: BoardPlanting, b: BoardPlanting) =>
  Math.min(polygonArea(a.patch), polygonArea(b.patch))

/** The room a planting takes when it is grown: of a crown half its mature width about its edge, of others their patch. */
export function matureOutline(planting: BoardPlanting, species: Species | undefined): Polygon {
  if (!species || (species.group !== 'rosette' && species.group !== 'crypt')) return planting.patch
  const { left, right, front, back } = boxOf(planting.patch)
  const wide = (low: number, high: number) =>
    Math.max(0, (species.matureWidthCm - (high - low)) / 2)
  const [dx, dz] = [wide(left, right), wide(front, back)]
  return intoBox(planting.patch, {
    left: left - dx,
    right: right + dx,
    front: front - dz,
    back: back + dz,
  })
}

/** Plantings that those who live here eat or dig up. */
export function harmed(
  board: Board,
  speciesById: ReadonlyMap<string, Species>,
  populations: readonly Pick<Population, 'name' | 'toPlants'>[],
): BoardWarning[] {
  return board.plantings.flatMap(({ id, stake: name, speciesId, perch }) => {
    const group = speciesById.get(speciesId)?.group
    if (!group) return []
    const harm = populations.flatMap(({ name: by, toPlants }) =>
      toPlants ? harmTo(group, [toPlants], perch !== null).map((of) => ({ of, by })) : [],
    )
    // One word of each sort is enough.
    return (['eaten', 'uprooted'] as const).flatMap((of) => {
      const found = harm.find((one) => one.of === of)
      return found ? [{ of, id, name, by: found.by }] : []
    })
  })
}
