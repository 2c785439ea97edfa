import type { PlantingRecord, TankHistory } from '../../history/types'
import type { Instant } from '../../quantity/time'

/** A planting in its family: whence it came and what came of it, in this tank and the others of the room. */
export interface Kinship {
  id: string
  stake: string
  name: string
  /** The tank it stands in, and what that is called. */
  tankId: string
  tank: string
  origin: PlantingRecord['origin']
  since: Instant
  ended: PlantingRecord['ended']
  children: Kinship[]
}

/** Family trees of a room, of those plantings that have kin: each from its eldest known ancestor down. A circle, which no true record has, is cut where it closes. */
export function familiesOf(stories: readonly TankHistory[]): Kinship[] {
  const all = stories.flatMap(({ vessel, plantings }) =>
    plantings.map((record) => ({ record, vessel })),
  )
  const known = new Map(all.map((one) => [one.record.id, one]))
  const childrenOf = (id: string) => all.filter(({ record }) => record.parentIds.includes(id))
  const seen = new Set<string>()
  const tree = ({ record, vessel }: (typeof all)[number]): Kinship => {
    seen.add(record.id)
    return {
      id: record.id,
      stake: record.stake,
      name: record.name,
      tankId: vessel.id,
      tank: vessel.name,
      origin: record.origin,
      since: record.stands[0].from,
      ended: record.ended,
      children: childrenOf(record.id)
        .filter((child) => !seen.has(child.record.id))
        .map(tree),
    }
  }
  const eldest = all.filter(
    ({ record }) =>
      record.parentIds.every((id) => !known.has(id)) && childrenOf(record.id).length > 0,
  )
  return eldest.map(tree)
}

/** Whether one of a family stands, or stood, in a tank. */
export const livesIn = ({ tankId, children }: Kinship, vesselId: string): boolean =>
  tankId === vesselId || children.some((child) => livesIn(child, vesselId))
