import { dayOf, type Instant } from '../quantity/time'
import { putVersionRight, withVersion, type Dated, type Temporary } from './dated'
import type { EquipmentRecord } from './equipment'
import type { FactPart } from '../journal/fact-change'
import type { Fate, PieceSpot, PlantingRecord, PlantingSpot, TankHistory } from './types'

/** Since when a fact holds: from a day on, or all along (null), which puts right what was written before. */
export type Since = Instant | null

/** The versions of a fact after a keeper said what it is: put right as of `today`, or with a new version. */
export function saidOf<T>(
  dated: Dated<T>,
  is: T,
  since: Since,
  today: number,
  temporary: Temporary | null = null,
): Dated<T> {
  return since === null
    ? putVersionRight(dated, today, is)
    : withVersion(dated, { from: since, is, temporary })
}

type ListPart = Exclude<FactPart, 'vessel'>

/** The story with one record of a part replaced by what `change` makes of it. An unknown id changes nothing. */
export function withFact<P extends ListPart>(
  history: TankHistory,
  part: P,
  id: string,
  change: (fact: TankHistory[P][number]) => TankHistory[P][number],
): TankHistory {
  const list = history[part] as readonly TankHistory[P][number][]
  return {
    ...history,
    [part]: list.map((fact) => ((fact as { id: string }).id === id ? change(fact) : fact)),
  }
}

/** The story with another record of a part. */
export function withNewFact<P extends ListPart>(
  history: TankHistory,
  part: P,
  fact: TankHistory[P][number],
): TankHistory {
  return { ...history, [part]: [...history[part], fact] }
}

/** A planting taken out of the tank for good at a moment. */
export const endPlanting = (
  planting: PlantingRecord,
  at: Instant,
  became: Fate,
): PlantingRecord => ({
  ...planting,
  ended: { at, became },
})

/** A planting held out of the tank from a moment on, or set in again at a place. */
export const movePlanting = (
  planting: PlantingRecord,
  at: Instant,
  spot: PlantingSpot | null,
): PlantingRecord => ({ ...planting, stands: saidOf(planting.stands, spot, at, dayOf(at)) })

/** A piece taken out at a moment (null), or laid somewhere. */
export const movePiece = (
  history: TankHistory,
  pieceId: string,
  at: Instant,
  spot: PieceSpot | null,
): TankHistory =>
  withFact(history, 'pieces', pieceId, (piece) => ({
    ...piece,
    stands: saidOf(piece.stands, spot, at, dayOf(at)),
  }))

/** A thing set otherwise from a moment on, all along, or for a while; null: off. The setting must be one of its kind. */
export function setEquipment(
  thing: EquipmentRecord,
  setting: EquipmentRecord['settings'][number]['is'],
  since: Since,
  today: number,
  temporary: Temporary | null = null,
): EquipmentRecord {
  const settings = saidOf<EquipmentRecord['settings'][number]['is']>(
    thing.settings,
    setting,
    since,
    today,
    temporary,
  )
  return { ...thing, settings } as EquipmentRecord
}
