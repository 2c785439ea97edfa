import { rememberedAt } from '../quantity/remember'
import { dayOf, type Instant } from '../quantity/time'
import { heldOn, versionOn } from './dated'
import type { Equipment, EquipmentRecord, GasSetting } from './equipment'
import type {
  Hardscape,
  Layout,
  LayoutRecord,
  PieceRecord,
  Planting,
  PlantingRecord,
  Population,
  SourceRecord,
  SourceWater,
  TankFacts,
  Vessel,
  VesselRecord,
} from './types'

/** A tank as it stood on one day. */
export interface Tank {
  day: number
  vessel: Vessel
  /** Null for a bare vessel. */
  layout: Layout | null
  /** By stake. */
  plantings: readonly Planting[]
  /** What was there, with how it was set; what was switched off has no setting. */
  equipment: readonly Equipment[]
  populations: readonly Population[]
  sources: readonly SourceWater[]
}

/** The tank as it stood on a day (day number, fractions are hours): its measures, what was laid, placed, planted, switched on, who lived there. The days last asked for are kept: forty plantings ask for the same few. */
export const tankAt = (facts: TankFacts, day: number): Tank => lastTank(facts, 'tank', day)

const DAYS_KEPT = 8
const lastTank = rememberedAt(
  (facts: TankFacts) => facts,
  (facts, _what: 'tank', day: number): Tank => tankMade(facts, day),
  DAYS_KEPT,
)

function tankMade(facts: TankFacts, day: number): Tank {
  const layout = layoutOn(facts, day)
  return {
    day,
    vessel: vesselOn(facts.vessel, day),
    layout,
    plantings: layout
      ? facts.plantings.flatMap((record) => {
          const planting = plantingOn(record, day)
          return planting?.layoutId === layout.id ? [planting] : []
        })
      : [],
    equipment: facts.equipment.flatMap((record) => equipmentOn(record, day) ?? []),
    populations: facts.populations.filter(
      ({ since, until }) => dayOf(since) <= day && (until === null || dayOf(until) > day),
    ),
    sources: facts.sources.map((record) => sourceOn(record, day)),
  }
}

/** The tank as it stands at an instant. */
export const tankNow = (facts: TankFacts, now: Instant): Tank => tankAt(facts, dayOf(now))

/** A vessel with the measures and the care of a day. */
export function vesselOn(record: VesselRecord, day: number): Vessel {
  const { glass, care, ...identity } = record
  const measures = heldOn(glass, day)
  return {
    ...identity,
    ...measures,
    // Land holds no water, whatever was once written of its water line.
    ...(record.kind === 'terrarium' ? { waterlineCm: 0 } : {}),
    care: heldOn(care, day),
  }
}

/** The layout laid in the tank on a day with its ground and its pieces, or null. Of two that overlap the later one. */
export function layoutOn(facts: Pick<TankFacts, 'layouts' | 'pieces'>, day: number): Layout | null {
  const laid = facts.layouts.filter(
    ({ draft, from, to }) => !draft && dayOf(from) <= day && (to === null || dayOf(to) > day),
  )
  if (laid.length === 0) return null
  return layoutWith(
    laid.reduce((a, b) => (dayOf(b.from) >= dayOf(a.from) ? b : a)),
    facts.pieces,
    day,
  )
}

/** A layout, laid or draft, with its ground and pieces as on a day. */
function layoutWith(
  { draft: _draft, ground, ...span }: LayoutRecord,
  pieces: readonly PieceRecord[],
  day: number,
): Layout {
  return {
    ...span,
    ground: heldOn(ground, day),
    hardscape: pieces.flatMap((record) => {
      const piece = pieceOn(record, day)
      return piece?.layoutId === span.id ? [piece] : []
    }),
  }
}

/** A piece as it lay on a day, or null while it was not in the tank. */
function pieceOn({ stands, ...identity }: PieceRecord, day: number): Hardscape | null {
  const spot = versionOn(stands, day)?.is ?? null
  return spot && { ...identity, ...spot }
}

/** A planting as it stood on a day, or null before it was planted, while it was held out, and after its end. */
export function plantingOn(record: PlantingRecord, day: number): Planting | null {
  const { stands, ended, ...identity } = record
  if (ended !== null && dayOf(ended.at) <= day) return null
  const spot = versionOn(stands, day)?.is ?? null
  return (
    spot && {
      ...identity,
      ...spot,
      speciesId: mainKind(record).speciesId,
      plantedAt: stands[0].from,
      removedAt: ended?.at ?? null,
    }
  )
}

/** A planting as it last stood up to a day, or first thereafter: for what is told of one that is gone. */
export function plantingAsLastSeen(record: PlantingRecord, day: number): Planting {
  const until = record.ended ? Math.min(day, dayOf(record.ended.at)) : day
  const stood = record.stands.filter((version) => version.is !== null)
  const last = stood.findLast((version) => dayOf(version.from) <= until) ?? stood[0]
  const { stands, ended, ...identity } = record
  if (!last?.is) throw new RangeError(`${record.stake} never stood anywhere`)
  return {
    ...identity,
    ...last.is,
    speciesId: mainKind(record).speciesId,
    plantedAt: stands[0].from,
    removedAt: ended?.at ?? null,
  }
}

/** The kind most of a planting is of; of equal shares the first. */
export const mainKind = ({ kinds }: Pick<PlantingRecord, 'kinds'>) =>
  kinds.reduce((most, kind) => (kind.share > most.share ? kind : most))

/** A thing as it was set on a day, or null while it was not there. */
export function equipmentOn(record: EquipmentRecord, day: number): Equipment | null {
  const { settings, endedAt, ...identity } = record
  const version = versionOn<EquipmentRecord['settings'][number]['is']>(settings, day)
  if (version === null || (endedAt !== null && dayOf(endedAt) <= day)) return null
  return { ...identity, since: settings[0].from, setting: version.is } as Equipment
}

/** How gas was given, or null. Of two sets the first that was on. */
export function gasOf({ equipment }: Pick<Tank, 'equipment'>): GasSetting | null {
  for (const thing of equipment) if (thing.kind === 'gas' && thing.setting) return thing.setting
  return null
}

/** A source water as it was on a day. */
export function sourceOn({ analyses, ...identity }: SourceRecord, day: number): SourceWater {
  return { ...identity, ...heldOn(analyses, day) }
}
