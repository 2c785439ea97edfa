import type {
  Board,
  BoardPiece,
  BoardPlanting,
  Layout,
  LayoutRecord,
  PieceRecord,
  PlantingRecord,
  Species,
  TankHistory,
} from '../history/types'
import { since as version } from '../history/dated'
import { sameFact } from '../history/diff'
import { endPlanting, saidOf, type Since } from '../history/facts'
import { plantingOn, tankNow, type Tank } from '../history/tank-at'
import { dayOf, type Instant } from '../quantity/time'
import { type Result, ok, refuse } from '../quantity/result'
import { boardOf } from './board'
import { pruned } from './arrange'
import { placeableIn, withFittings } from './fittings'

/**
 * A tank’s story with what was drawn: since a moment (*moved then*), or all along (null: *it was so all along*, which puts right what was
 * written). What was taken off the board is taken out of the tank at that moment; all along it cannot be, since its lines would speak of
 * nothing. `species`: what the board plants and the story does not know yet. Refuses without a layout.
 */
export function withBoard(
  story: TankHistory,
  board: Board,
  since: Since,
  now: Instant,
  species: readonly Species[] = [],
): Result<TankHistory> {
  const { layout } = tankNow(story, now)
  const stood = boardOf(tankNow(story, now))
  if (!layout || !stood) return refuse('Nothing is laid in this tank yet.')
  const gone = goneFrom(stood, board)
  if (since === null && gone.length > 0)
    return refuse(
      `${gone.join(', ')} ${gone.length === 1 ? 'did stand' : 'did stand'} here and cannot have been away all along; say “moved today”, or put ${gone.length === 1 ? 'it' : 'them'} back.`,
    )
  const lost = lostFitting(board, tankNow(story, now))
  if (lost !== null) return refuse(lost)
  const when = { since, now, from: since ?? layout.from }
  const known = new Set(story.species.map(({ id }) => id))
  const planted = new Set(board.plantings.map(({ speciesId }) => speciesId))
  return ok({
    ...story,
    species: [...story.species, ...species.filter(({ id }) => !known.has(id) && planted.has(id))],
    layouts: story.layouts.map((one) =>
      one.id === layout.id
        ? arrangedAs({ ...one, ground: groundOf(one.ground, board, when) }, board)
        : one,
    ),
    pieces: piecesOf(story.pieces, board, layout, when),
    plantings: plantingsOf(story.plantings, board, layout, when),
    equipment: board.fittings
      ? withFittings(story.equipment, board.fittings, tankNow(story, now).vessel, when)
      : story.equipment,
  })
}

/** What a part that hangs nowhere in this tank is told with; null where all do. */
function lostFitting({ fittings }: Board, { equipment, vessel }: Tank): string | null {
  const stray = fittings?.find(
    ({ equipmentId, part }) =>
      !placeableIn(equipment).some((one) => one.equipmentId === equipmentId && one.part === part),
  )
  if (stray)
    return `“${stray.name}” is of a thing that does not run in this tank. Take it off the board.`
  const beyond = fittings?.find(
    ({ x, z, y, part }) =>
      x < 0 ||
      z < 0 ||
      x > vessel.lengthCm ||
      z > vessel.depthCm ||
      (part !== 'lamp' && y > vessel.heightCm),
  )
  return beyond ? `“${beyond.name}” hangs beyond the panes; move it inward.` : null
}

/** How it is drawn goes with the layout, whenever it was. */
function arrangedAs(record: LayoutRecord, board: Board): LayoutRecord {
  const { arrangement: _arrangement, ...rest } = record
  const { arrangement } = pruned(board)
  return arrangement ? { ...rest, arrangement } : rest
}

interface When {
  since: Since
  now: Instant
  /** What is new stands from then on. */
  from: Instant
}

const goneFrom = (stood: Board, board: Board): string[] => [
  ...stood.plantings
    .filter(({ id }) => !board.plantings.some((one) => one.id === id))
    .map(({ stake }) => stake),
  ...stood.pieces
    .filter(({ id }) => !board.pieces.some((one) => one.id === id))
    .map(({ label }) => label),
]

function groundOf(
  versions: TankHistory['layouts'][number]['ground'],
  { ground }: Board,
  { since, now }: When,
) {
  const held = [...versions].reverse().find(({ from }) => dayOf(from) <= dayOf(now)) ?? versions[0]
  if (sameFact({ ...ground, laidAt: held.is.laidAt }, held.is)) return versions
  // Another material since a day is new ground, laid then.
  const laidAt = since !== null && held.is.material !== ground.material ? since : held.is.laidAt
  return saidOf(versions, { ...ground, laidAt }, since, dayOf(now))
}

function piecesOf(
  records: readonly PieceRecord[],
  board: Board,
  layout: Layout,
  when: When,
): PieceRecord[] {
  const drawn = new Map(board.pieces.map((piece) => [piece.id, piece]))
  const standing = new Set(layout.hardscape.map(({ id }) => id))
  const spotOf = ({ outline, footprint }: BoardPiece) => ({
    layoutId: layout.id,
    outline,
    footprint,
  })
  return [
    ...records.map((record): PieceRecord => {
      const piece = drawn.get(record.id)
      if (!piece)
        return standing.has(record.id)
          ? { ...record, stands: saidOf(record.stands, null, when.since, dayOf(when.now)) }
          : record
      const { label, material, focal, nature } = piece
      const stood = layout.hardscape.find(({ id }) => id === record.id)
      const same = stood && sameFact(spotOf(stood), spotOf(piece))
      return {
        ...record,
        label,
        material,
        focal,
        ...(nature ? { nature } : {}),
        stands: same
          ? record.stands
          : saidOf(record.stands, spotOf(piece), when.since, dayOf(when.now)),
      }
    }),
    ...board.pieces
      .filter(({ id }) => !records.some((record) => record.id === id))
      .map(({ id, label, material, focal, nature, ...piece }): PieceRecord => ({
        id,
        label,
        material,
        focal,
        ...(nature ? { nature } : {}),
        stands: [version(when.from, { layoutId: layout.id, ...piece })],
      })),
  ]
}

function plantingsOf(
  records: readonly PlantingRecord[],
  board: Board,
  layout: Layout,
  when: When,
): PlantingRecord[] {
  const drawn = new Map(board.plantings.map((planting) => [planting.id, planting]))
  const today = dayOf(when.now)
  const spotOf = ({ zone, patch, stems, perch }: Omit<BoardPlanting, 'speciesId'>) => ({
    layoutId: layout.id,
    zone,
    patch,
    stems,
    perch,
  })
  return [
    ...records.map((record): PlantingRecord => {
      const stood = plantingOn(record, today)
      const planting = drawn.get(record.id)
      if (!planting)
        return stood?.layoutId === layout.id
          ? endPlanting(record, when.since ?? when.now, 'not said')
          : record
      const same = stood && sameFact(spotOf(stood), spotOf(planting))
      const kinds =
        stood && stood.speciesId !== planting.speciesId
          ? [{ speciesId: planting.speciesId, share: 1, sure: 'sure' as const }]
          : record.kinds
      return {
        ...record,
        name: planting.name,
        kinds,
        stands: same ? record.stands : saidOf(record.stands, spotOf(planting), when.since, today),
      }
    }),
    ...board.plantings
      .filter(({ id }) => !records.some((record) => record.id === id))
      .map((planting): PlantingRecord => ({
        id: planting.id,
        stake: planting.stake,
        name: planting.name,
        kinds: [{ speciesId: planting.speciesId, share: 1, sure: 'sure' }],
        origin: 'not said',
        parentIds: [],
        stands: [version(when.from, spotOf(planting))],
        ended: null,
      })),
  ]
}
