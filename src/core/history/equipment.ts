import type { Instant } from '../quantity/time'
import type { Dated } from './dated'

export const PLACES_ALONG = ['left', 'middle', 'right', 'not said'] as const
export const OUTLET_AIMS = [
  'along the front',
  'along the back',
  'at the surface',
  'at the ground',
  'not said',
] as const
export const LIDS = ['open', 'glass with a gap', 'closed glass', 'mesh', 'film'] as const

/** Parts of a thing that have a place of their own in the tank. A lamp hangs above it. */
export const PARTS = ['outlet', 'inlet', 'body', 'diffuser', 'air stone', 'lamp'] as const
export type PartOfThing = (typeof PARTS)[number]
/** Where a part is: its middle from the left and from the front glass and above the bottom, cm. */
export interface Spot {
  x: number
  z: number
  y: number
  /** Where an outlet is turned to, seen from above: degrees from the right, against the clock. Absent for what is turned nowhere. */
  toward?: number
}
/** Where the parts of a thing are, as far as somebody drew them. A lamp’s place is in its own fields. */
export interface Placed {
  spots?: Partial<Record<Exclude<PartOfThing, 'lamp'>, Spot>>
}
export interface LampSetting {
  /** Clock time, HH:MM. */
  onAt: string
  hours: number
  /** PAR at the surface at full level, µmol m⁻² s⁻¹; null where nobody measured it and it is reckoned from the power. */
  parAtSurface: number | null
  watts: number | null
  levelPercent: number
  /** Minutes it takes to come up, and again to go down; on its way it counts half. */
  rampMinutes: number
  /** Above the water line, and from the left glass to its middle, cm; null: not said. */
  aboveWaterCm: number | null
  xCm: number | null
  /** From the front glass to its middle, cm; absent: not said. */
  zCm?: number
  /** Full angle within which it gives half its light and more, degrees, and how long it is along the tank, cm; null or absent: not said. */
  spreadDegrees?: number | null
  longCm?: number | null
}
export interface GasSetting extends Placed {
  onAt: string
  offAt: string
  bubblesPerSecond: number | null
  diffuserAt: (typeof PLACES_ALONG)[number]
}
export interface FlowSetting extends Placed {
  litresPerHour: number | null
  outletAt: (typeof PLACES_ALONG)[number]
  aimedAt: (typeof OUTLET_AIMS)[number]
}
/** How each kind of equipment can be set, canonical units. */
interface Settings {
  lamp: LampSetting
  gas: GasSetting
  filter: FlowSetting
  pump: FlowSetting
  heater: { targetC: number; watts: number | null } & Placed
  doser: { productId: string | null; amountPerDay: number | null }
  lid: { cover: (typeof LIDS)[number] }
  mister: { timesADay: number; seconds: number; humidityPercent: number | null }
  'intake guard': Record<string, never>
  background: Record<string, never>
  other: Record<string, never>
}
export type EquipmentKind = keyof Settings
export const EQUIPMENT_KINDS = [
  'lamp',
  'gas',
  'filter',
  'pump',
  'heater',
  'doser',
  'lid',
  'mister',
  'intake guard',
  'background',
  'other',
] as const satisfies readonly EquipmentKind[]

/** A thing that serves the tank, with how it was set: null while it was off. It came with its first version. */
export type EquipmentRecord = {
  [K in EquipmentKind]: {
    id: string
    kind: K
    name: string
    /** What it belongs to: a guard to its filter, a prefilter sponge to its pump. */
    servesId: string | null
    settings: Dated<Settings[K] | null>
    endedAt: Instant | null
  }
}[EquipmentKind]

/** Equipment as it stood on a day. */
export type Equipment = {
  [K in EquipmentKind]: {
    id: string
    kind: K
    name: string
    servesId: string | null
    since: Instant
    /** Null: it was off. */
    setting: Settings[K] | null
  }
}[EquipmentKind]

export const USUAL_LAMP: LampSetting = {
  onAt: '09:00',
  hours: 8,
  parAtSurface: null,
  watts: null,
  levelPercent: 100,
  rampMinutes: 0,
  aboveWaterCm: null,
  xCm: null,
}
