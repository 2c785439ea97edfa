import { dayOf, type Instant } from '../quantity/time'
import { since } from './dated'
import type { Entry, EntryDetails, EntryKind, EntryOf } from '../journal/entry'
import type { Equipment, EquipmentRecord, LampSetting, Placed } from './equipment'
import { endPlanting, movePlanting, withFact, withNewFact } from './facts'
import { equipmentOn, plantingOn } from './tank-at'
import type { PlantingSpot, Population, TankHistory } from './types'

/** What goes from one tank to another. Amounts: animals and stems by number, water and soil in litres, media in per cent. */
export type Move =
  | { what: 'animals'; populationId: string; count: number }
  | {
      what: 'plants'
      plantingId: string
      /** All of it leaves; a cutting or a division leaves the rest. */
      as: 'all of it' | 'cutting' | 'division'
      stake: string
      spot: PlantingSpot
    }
  | { what: 'equipment'; equipmentId: string }
  | { what: 'filter media' | 'soil' | 'water'; amount: number }

interface Half {
  story: TankHistory
  entries: Entry[]
}
export interface Moved {
  from: Half
  to: Half
}
interface When {
  at: Instant
  /** Begins the ids of all that is new, in both tanks. */
  id: string
}

/**
 * One move in both books: what leaves the one tank and comes to the other, with a line in each. Null when what is to be moved is not
 * there at that moment. What may come of it (too many animals, a place outside the glass) is checked where it is written.
 */
export function moveBetween(
  from: TankHistory,
  to: TankHistory,
  move: Move,
  when: When,
): Moved | null {
  switch (move.what) {
    case 'animals':
      return moveAnimals(from, to, move, when)
    case 'plants':
      return movePlants(from, to, move, when)
    case 'equipment':
      return moveEquipment(from, to, move, when)
    default:
      return {
        from: half(from, movedLine(when, 'out', to, move.what, move.what, move.amount)),
        to: half(to, movedLine(when, 'in', from, move.what, move.what, move.amount)),
      }
  }
}

const half = (story: TankHistory, ...entries: Entry[]): Half => ({ story, entries })

function line<K extends EntryKind>(
  { id, at }: When,
  direction: 'in' | 'out',
  kind: K,
  detail: EntryDetails[K],
): Entry {
  return {
    id: `${id}.${direction}`,
    kind,
    at,
    certainty: 'measured',
    by: 'keeper',
    note: null,
    expected: null,
    ...detail,
  } as unknown as Entry
}

const movedLine = (
  when: When,
  direction: 'in' | 'out',
  other: TankHistory,
  what: EntryOf<'moved'>['what'],
  name: string,
  amount: number | null,
) =>
  line(when, direction, 'moved', {
    what,
    name,
    amount,
    direction,
    otherVesselId: other.vessel.id,
    otherName: other.vessel.name,
  })

function moveAnimals(
  from: TankHistory,
  to: TankHistory,
  { populationId, count }: Extract<Move, { what: 'animals' }>,
  when: When,
): Moved | null {
  const population = from.populations.find(({ id }) => id === populationId)
  if (!population) return null
  const known = to.populations.find(
    ({ name, until }) => until === null && name.toLowerCase() === population.name.toLowerCase(),
  )
  const fresh: Population = { ...population, id: when.id, since: when.at, temporary: null }
  const stock = (direction: 'in' | 'out', id: string, other: TankHistory) =>
    line(when, direction, 'stock', {
      populationId: id,
      event: direction === 'in' ? 'moved in' : 'moved out',
      count,
      plusMinus: 0,
      otherVesselId: other.vessel.id,
    })
  return {
    from: half(from, stock('out', populationId, to)),
    to: half(
      known ? to : withNewFact(to, 'populations', fresh),
      stock('in', known?.id ?? fresh.id, from),
    ),
  }
}

function movePlants(
  from: TankHistory,
  to: TankHistory,
  { plantingId, as, stake, spot }: Extract<Move, { what: 'plants' }>,
  when: When,
): Moved | null {
  const record = from.plantings.find(({ id }) => id === plantingId)
  const standing = record ? plantingOn(record, dayOf(when.at)) : null
  if (!record || !standing) return null
  const name = `${record.stake} ${record.name}`
  const left = standing.stems - spot.stems
  const rest = withFact(from, 'plantings', plantingId, (planting) => {
    if (as === 'all of it') return endPlanting(planting, when.at, 'moved')
    const { layoutId, zone, patch, perch } = standing
    // Of cuttings the stems stay and grow again; a division takes its crowns along.
    return as === 'cutting'
      ? planting
      : movePlanting(planting, when.at, { layoutId, zone, patch, perch, stems: Math.max(1, left) })
  })
  const missing = from.species.filter(
    ({ id }) =>
      record.kinds.some(({ speciesId }) => speciesId === id) &&
      !to.species.some((known) => known.id === id),
  )
  const planted = withNewFact({ ...to, species: [...to.species, ...missing] }, 'plantings', {
    id: when.id,
    stake,
    name: record.name,
    kinds: record.kinds,
    origin: as === 'all of it' ? record.origin : as,
    parentIds: [plantingId],
    stands: [since(when.at, spot)],
    ended: null,
  })
  return {
    from: half(rest, movedLine(when, 'out', to, 'plants', name, spot.stems)),
    to: half(planted, movedLine(when, 'in', from, 'plants', `${stake} ${record.name}`, spot.stems)),
  }
}

function moveEquipment(
  from: TankHistory,
  to: TankHistory,
  { equipmentId }: Extract<Move, { what: 'equipment' }>,
  when: When,
): Moved | null {
  const record = from.equipment.find(({ id }) => id === equipmentId)
  const thing = record ? equipmentOn(record, dayOf(when.at)) : null
  if (!record || !thing) return null
  const moved = {
    id: when.id,
    kind: thing.kind,
    name: thing.name,
    servesId: null,
    settings: [since(when.at, unplaced(thing.setting))],
    endedAt: null,
  } as EquipmentRecord
  const left = withFact(from, 'equipment', equipmentId, (one) => ({ ...one, endedAt: when.at }))
  return {
    from: half(left, movedLine(when, 'out', to, 'equipment', thing.name, null)),
    to: half(
      withNewFact(to, 'equipment', moved),
      movedLine(when, 'in', from, 'equipment', thing.name, null),
    ),
  }
}

/** A setting without the places of its parts: in another tank they hang elsewhere. */
function unplaced(setting: Equipment['setting']): Equipment['setting'] {
  if (setting === null) return null
  const { spots: _spots, zCm: _zCm, ...rest } = setting as Placed & Partial<LampSetting>
  return ('xCm' in rest ? { ...rest, xCm: null } : rest) as Equipment['setting']
}
