import { groundParts, type GroundPart } from '../vessel/ground-parts'
import type { Board, Glass, Species } from '../history/types'
import { portionsOf, type Portions } from '../plants/portions'
import {
  chamberLitres,
  filledMass,
  grossLitres,
  litresPerCentimetre,
  netLitres,
  pieceKilograms,
  polygonArea,
} from '../vessel/volume'
import { groundLitres } from '../vessel/ground-depth'

/** Spare to buy, share of what is laid. Common practice: 10–15 %. */
export const SPARE = 0.125
/** Less is not bought, L. */
const LEAST_LITRES = 0.05

/** By material: what is drawn over what lies there of it today. Another main material is another ground: nothing of the old one is counted on. */
function groundToBuy(board: Board, stood: Board | null, glass: Glass): BoardSums['groundToBuy'] {
  const renewed = stood !== null && stood.ground.material !== board.ground.material
  const laid = stood && !renewed ? groundParts(stood.ground, glass) : []
  const had = (of: GroundPart['of']) =>
    laid.filter((part) => part.of === of).reduce((sum, part) => sum + part.litres, 0)
  return totals(groundParts(board.ground, glass)).flatMap(({ of, litres }) => {
    const more = litres - had(of)
    return more > LEAST_LITRES ? [{ of, litres: more * (1 + SPARE) }] : []
  })
}

/** Each material once, in the order it is met. */
const totals = (parts: readonly GroundPart[]) =>
  [...new Set(parts.map(({ of }) => of))].map((of) => ({
    of,
    litres: parts.filter((part) => part.of === of).reduce((sum, part) => sum + part.litres, 0),
  }))

/** What a layout comes to. Litres and kilograms are figures to plan by, not to certify by. */
export interface BoardSums {
  waterLitres: number
  /** To the rim; in a centimetre of height; of the water behind the wall of a chamber. */
  grossLitres: number
  litresPerCm: number
  chamberLitres: number
  groundLitres: number
  /** Of what, litres and wet kilograms: one line where it is all of one material. */
  ground: readonly GroundPart[]
  /** What more of each material and layer there is than lies there today, with its spare, litres. */
  groundToBuy: readonly { of: GroundPart['of']; litres: number }[]
  filledKg: number
  /** With the water drained: what has to be lifted or moved. */
  drainedKg: number
  stoneKg: number
  woodKg: number
  /** What plantings that are new, or were moved to a larger place, take. */
  portions: { id: string; stake: string; new: boolean; needs: Portions }[]
}

/** Sums of a board in its glass, beside the layout that stands (`stood`; null where nothing does). */
export function boardSums(
  board: Board,
  stood: Board | null,
  glass: Glass,
  speciesById: ReadonlyMap<string, Species>,
): BoardSums {
  const layout = { ground: board.ground, hardscape: board.pieces }
  const mass = filledMass(glass, layout)
  const ground = groundLitres(board.ground, glass)
  const weight = (material: 'stone' | 'wood') =>
    board.pieces
      .filter((piece) => piece.material === material)
      .reduce((sum, piece) => sum + pieceKilograms(piece), 0)
  return {
    waterLitres: netLitres(glass, layout),
    grossLitres: grossLitres(glass),
    litresPerCm: litresPerCentimetre(glass),
    chamberLitres: chamberLitres(glass),
    groundLitres: ground,
    ground: groundParts(board.ground, glass),
    groundToBuy: groundToBuy(board, stood, glass),
    filledKg: mass.total,
    drainedKg: mass.total - mass.water,
    stoneKg: weight('stone'),
    woodKg: weight('wood'),
    portions: portionsFor(board, stood, speciesById),
  }
}

function portionsFor(
  board: Board,
  stood: Board | null,
  speciesById: ReadonlyMap<string, Species>,
): BoardSums['portions'] {
  return board.plantings.flatMap((planting) => {
    const species = speciesById.get(planting.speciesId)
    const before = stood?.plantings.find(({ id }) => id === planting.id)
    const area = polygonArea(planting.patch)
    const sameKind = before?.speciesId === planting.speciesId
    const grown = area - (before && sameKind ? polygonArea(before.patch) : 0)
    const crowns = planting.stems - (before && sameKind ? before.stems : 0)
    if (!species || grown < area * GROWN || (sameKind && crowns <= 0)) return []
    const needs = portionsOf(species.group, grown, Math.max(1, crowns))
    return [{ id: planting.id, stake: planting.stake, new: before === undefined, needs }]
  })
}
/** A place that is larger by less than this share fills itself. */
const GROWN = 0.2
