import type { Tank } from '../history/tank-at'
import type { Board, BoardFitting, Glass, Species } from '../history/types'
import { flowMap, standingWater } from '../layout/flow-map'
import { firstFitting, placeableIn } from './fittings'
import { blocking, keepOutsOf } from './keep-outs'
import type { BoardWarning } from './warnings'

/** Standing water over less of the ground is not worth a word. */
const LEAST_SHARE = 0.08
/** A heater that reaches so near the surface falls dry at a change, cm. Common practice. */
const HEATER_UNDER_CM = 4

/** What speaks against where things hang: what stands in the way of an outflow, before an inlet, under a lamp; a heater that would fall dry; and where the water stands, by a rough picture of its flow. */
export function flowWarnings(
  board: Board,
  glass: Glass,
  tank: Tank,
  speciesById: ReadonlyMap<string, Species>,
): BoardWarning[] {
  const drawn = board.fittings ?? []
  const told = [...drawn, ...outletsInWords(board, glass, tank, drawn)]
  const map = flowMap(tank)
  const still = map && standingWater(map)
  return [
    ...blocking(board, glass, speciesById, keepOutsOf(told)).map(
      ({ keepOut: { of, name: fitting }, id, name }): BoardWarning => ({ of, id, name, fitting }),
    ),
    ...drawn
      .filter(
        (fitting) => isHeater(fitting, tank) && fitting.y > glass.waterlineCm - HEATER_UNDER_CM,
      )
      .map(({ id, name }): BoardWarning => ({ of: 'dry', id, name })),
    ...(still && still.share >= LEAST_SHARE
      ? [{ of: 'still', ...still } satisfies BoardWarning]
      : []),
  ]
}

const isHeater = ({ equipmentId }: BoardFitting, { equipment }: Tank): boolean =>
  equipment.find(({ id }) => id === equipmentId)?.kind === 'heater'

/** Outlets of which only words say where they hang, where those words put them. */
const outletsInWords = (
  board: Board,
  glass: Glass,
  { equipment }: Tank,
  drawn: readonly BoardFitting[],
): BoardFitting[] =>
  placeableIn(equipment).flatMap((placeable) => {
    const thing = equipment.find(({ id }) => id === placeable.equipmentId)!
    const said =
      (thing.kind === 'filter' || thing.kind === 'pump') && thing.setting?.outletAt !== 'not said'
    const isDrawn = drawn.some(
      ({ equipmentId, part }) => equipmentId === thing.id && part === 'outlet',
    )
    return placeable.part === 'outlet' && said && !isDrawn
      ? [firstFitting(placeable, thing, board, glass)]
      : []
  })
