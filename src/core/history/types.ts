import type { LabelForm } from '../chemistry/nutrients'
import type { Instant } from '../quantity/time'
import type { Parameter } from '../quantity/units'
import type { Entry } from './entries'

/** A point in a vertical or horizontal drawing, cm. Elevation: x from the left glass, y up from the bottom glass. Plan: x from the left, z from the front. */
export type Point = readonly [number, number]
export type Polygon = readonly Point[]

export const VESSEL_KINDS = ['display', 'nursery', 'paludarium', 'holding', 'terrarium'] as const
type VesselKind = (typeof VESSEL_KINDS)[number]

/** How a keeper feeds plants; each expects something else of the water and of the keeper. */
export const SCHOOLS = [
  'rich column',
  'lean column',
  'all-in-one',
  'daily pump',
  'root only',
  'nothing added',
] as const
export type School = (typeof SCHOOLS)[number]

export interface Band {
  low: number | null
  high: number | null
}
/** What the keeper has decided about a vessel's water. */
export interface WaterCare {
  school: School
  /** Bands the keeper set instead of those of the school and the kind of vessel, canonical units. */
  bands: Partial<Record<Parameter, Band>>
  bucketLitres: number
  /** Protein in the food as it is fed, %: printed on the tin. */
  foodProteinPercent: number
}
/** Where a vessel begins: middling dry food, a common bucket. Common practice. */
export const USUAL_CARE: WaterCare = {
  school: 'all-in-one',
  bands: {},
  bucketLitres: 10,
  foodProteinPercent: 40,
}

export interface Vessel {
  id: string
  slug: string
  name: string
  kind: VesselKind
  /** Inside measures, cm: left to right, front to back, bottom to rim. */
  lengthCm: number
  depthCm: number
  heightCm: number
  /** Height of the full water line above the inner bottom, cm. */
  waterlineCm: number
  glassMm: number
  altitudeM: number
  /** Litres a day lost to the air; null when the keeper never measured. */
  evaporationLitresPerDay: number | null
  lamp: { onAt: string; hours: number; parAtSurface: number }
  gas: { onAt: string; offAt: string } | null
  care: WaterCare
  /** IANA name, for days and clock times on the screen. */
  timeZone: string
  standsAt: string
  startedAt: Instant
  /** Place on the bench, left to right. */
  order: number
}

/** Depth of the ground along the length: at each x the depth at the front and at the back glass, cm. */
export interface GroundStation {
  x: number
  frontCm: number
  backCm: number
}
export interface Ground {
  material: 'active soil' | 'sand' | 'gravel' | 'soil under sand'
  laidAt: Instant
  /** At least two stations, from x = 0 to the length. */
  profile: readonly GroundStation[]
}
export interface Hardscape {
  id: string
  label: string
  material: 'stone' | 'wood'
  /** Seen from the front. */
  outline: Polygon
  /** Seen from above. */
  footprint: Polygon
  focal: boolean
}
export interface Layout {
  id: string
  name: string
  state: 'current' | 'past' | 'draft'
  from: Instant
  to: Instant | null
  ground: Ground
  hardscape: readonly Hardscape[]
}

export const PLANT_GROUPS = [
  'stem-fast',
  'stem-slow',
  'rosette',
  'crypt',
  'epiphyte',
  'moss',
  'carpet',
  'floating',
] as const
export type PlantGroup = (typeof PLANT_GROUPS)[number]

export interface Species {
  id: string
  name: string
  group: PlantGroup
  /** Growth in height under fair conditions, cm a day: the prior that a keeper's own entries outweigh. 80 % range. */
  growthCmPerDay: { value: number; low: number; high: number }
  matureHeightCm: number
  matureWidthCm: number
  /** Ground one bought portion covers at planting density, cm². */
  areaPerPortionCm2: number
  leaf: {
    lengthCm: number
    shape: 'round' | 'lance' | 'ribbon' | 'needle'
    tint: 'green' | 'olive' | 'red' | 'pale'
  }
  feedsBy: 'column' | 'root' | 'both'
}

export const ZONES = ['background', 'midground', 'foreground', 'surface', 'hardscape'] as const
export type Zone = (typeof ZONES)[number]

export interface Planting {
  id: string
  layoutId: string
  speciesId: string
  /** The short code on its stake, unique in its layout: S1, K2 … */
  stake: string
  name: string
  zone: Zone
  /** Ground taken, seen from above, cm. */
  patch: Polygon
  stems: number
  /** For what grows on stone or wood: which piece, and the height of its rhizome above the bottom, cm. */
  perch: { hardscapeId: string; heightCm: number } | null
  plantedAt: Instant
  removedAt: Instant | null
}

export interface Population {
  id: string
  name: string
  kind: 'fish' | 'shrimp' | 'snail' | 'crab' | 'amphibian'
  adultLengthCm: number
  since: Instant
}

export interface SourceWater {
  id: string
  name: string
  kind: 'tap' | 'spring' | 'softened' | 'rain' | 'reverse osmosis'
  nitrateMgL: number
  khDegrees: number
  ghDegrees: number
  pH: number
  temperatureC: number
  /** Null where nobody measured it: Vivero then reckons from the hardness, or from nothing. */
  phosphateMgL: number | null
  potassiumMgL: number | null
  calciumMgL: number | null
  magnesiumMgL: number | null
  conductivityUs: number | null
}

/** A source of which only the usual five figures are known. */
export const UNMEASURED = {
  phosphateMgL: null,
  potassiumMgL: null,
  calciumMgL: null,
  magnesiumMgL: null,
  conductivityUs: null,
} as const

export const PRODUCT_FORMS = ['liquid', 'powder', 'tablet'] as const
/** A bottle, a bag or a home-made stock, as its label has it. */
export interface Product {
  id: string
  name: string
  form: (typeof PRODUCT_FORMS)[number]
  /** Per cent by weight for powders and tablets, g/L for liquids. */
  analysis: readonly { as: LabelForm; amount: number }[]
  /** Mass of one tablet, g; null for what has none. */
  tabletGrams: number | null
  /** A stock made at home: grams of salts in a litre. Null for what was bought. */
  recipe: readonly { saltId: string; gramsPerLitre: number }[] | null
}

export const ROUTINE_KINDS = [
  'water-change',
  'trim',
  'dose',
  'test',
  'round',
  'clean',
  'top-off',
] as const
export interface Routine {
  id: string
  kind: (typeof ROUTINE_KINDS)[number]
  everyDays: number
  /** Meaning by kind: a water change takes a fraction 0–1. */
  amount: number | null
  says: string
  since: Instant
}

export interface PlanStep {
  id: string
  stage: number
  says: string
  /** Minutes at best, most likely, at worst (PERT). */
  minutes: { best: number; likely: number; worst: number }
  /** Hours that must pass after the step before a follower may start (settling, rooting), 0 when none. */
  waitHours: number
  after: readonly string[]
  cautions: readonly string[]
  plantingIds: readonly string[]
  /** The animals are out of their tank while this step is done. */
  animalsOut: boolean
}
interface PlanStage {
  number: number
  says: string
  on: Instant
  plantingIds: readonly string[]
  /** Share of the plant mass taken out in this stage, 0–1. */
  massShare: number
}
export interface PlanMaterial {
  says: string
  amount: number
  unit: string
  spare: string
}
export interface Plan {
  id: string
  option: string
  title: string
  madeAt: Instant
  state: 'pencil' | 'set-aside'
  stages: readonly PlanStage[]
  steps: readonly PlanStep[]
  materials: readonly PlanMaterial[]
}

/**
 * The whole life of one tank as plain, serialisable data, entries in time order.
 * The database loads it, core functions take it, workers receive it, the export file is it, the import reads it.
 */
export interface TankHistory {
  vessel: Vessel
  layouts: readonly Layout[]
  species: readonly Species[]
  plantings: readonly Planting[]
  populations: readonly Population[]
  sources: readonly SourceWater[]
  products: readonly Product[]
  routines: readonly Routine[]
  plans: readonly Plan[]
  entries: readonly Entry[]
}
