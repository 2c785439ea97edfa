import type { TestKit } from '../journal/kind'
import type { Sureness } from '../journal/sureness'
import type { LabelForm } from '../chemistry/nutrients'
import type { Instant } from '../quantity/time'
import type { Parameter } from '../quantity/units'
import type { Dated, Temporary } from './dated'
import type { Entry } from '../journal/entry'
import type { EquipmentRecord, PartOfThing, Spot } from './equipment'
import type { GrowthLesson } from './growth-lesson'
import type { KindFacts } from './kind-facts'
import type { PieceNature } from './piece-nature'
import type { CautionCode, MaterialCode, OptionKey, Side, StepCode } from './plan-codes'

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
/** What is bought for a layout by the portion or the kilogram; ground is bought by the litre, by its own name. */
const PORTION_ITEMS = ['pot', 'bunch', 'single plant', 'stone', 'wood'] as const
export type PriceItem = (typeof PRICE_ITEMS)[number]
export interface Prices {
  /** As the keeper writes it; may be empty. */
  currency: string
  each: Partial<Record<PriceItem, number>>
}
/** What the keeper has decided about a vessel's water. */
export interface WaterCare {
  school: School
  /** Bands the keeper set instead of those of the school and the kind of vessel, canonical units. */
  bands: Partial<Record<Parameter, Band>>
  bucketLitres: number
  /** Protein in the food as it is fed, %: printed on the tin. */
  foodProteinPercent: number
  /** Litres a day lost to the air; null when the keeper never measured. */
  evaporationLitresPerDay: number | null
  /** What is meant to be fed; null: nobody said. */
  feeding: FeedingPlan | null
  /** Test kits of the keeper’s own, with their fields; absent where none was ever named. */
  kits?: readonly TestKit[]
  /** What things cost where the keeper buys them; absent where nobody said. */
  prices?: Prices
}
interface FeedingPlan {
  gramsPerDay: number
  food: string
  /** Days a week without food, 0–6. */
  fastDays: number
}
/** Where a vessel begins: middling dry food, a common bucket. Common practice. */
export const USUAL_CARE: WaterCare = {
  school: 'all-in-one',
  bands: {},
  bucketLitres: 10,
  foodProteinPercent: 40,
  evaporationLitresPerDay: null,
  feeding: null,
}

export const VESSEL_SHAPES = ['box', 'bow front', 'cylinder', 'quarter round'] as const
export const PANES = ['glass', 'acrylic'] as const
export const BRACINGS = ['none', 'rim', 'braces'] as const
/** How a vessel is built, where it is more than a plain box of glass. */
export interface VesselBuild {
  shape: (typeof VESSEL_SHAPES)[number]
  /** How far the front bows out between its corners, cm; zero for other shapes. */
  bowCm: number
  /** Depth of a chamber walled off along the back for filter and heater, cm; zero: none. In a box only. */
  chamberCm: number
  panes: (typeof PANES)[number]
  bracing: (typeof BRACINGS)[number]
}
/** Inside measures, cm: left to right, front to back at the deepest, bottom to rim; the full water line above the inner bottom. */
export interface Glass {
  lengthCm: number
  depthCm: number
  heightCm: number
  waterlineCm: number
  /** Thickness of the panes. */
  glassMm: number
  /** Absent: a plain box of glass without rim or braces. */
  build?: VesselBuild
}
/** What a vessel is called and where it is: the same on every day. */
interface VesselIdentity {
  id: string
  slug: string
  name: string
  kind: VesselKind
  altitudeM: number
  /** IANA name, for days and clock times on the screen. */
  timeZone: string
  standsAt: string
  startedAt: Instant
  /** Place on the bench, left to right. */
  order: number
}
export interface VesselRecord extends VesselIdentity {
  glass: Dated<Glass>
  care: Dated<WaterCare>
}
/** A vessel as it stood on a day. */
export interface Vessel extends VesselIdentity, Glass {
  care: WaterCare
}

/** Depth of the ground along the length: at each x the depth at the front and at the back glass, cm. */
export interface GroundStation {
  x: number
  frontCm: number
  backCm: number
}
export const GROUND_MATERIALS = [
  'active soil',
  'inert soil',
  'sand',
  'fine gravel',
  'gravel',
  'lava',
  'old mixed ground',
  'soil under sand',
] as const
/** A part of the ground of another material than the rest, seen from above. What is drawn later lies over what was drawn before. */
export interface GroundArea {
  id: string
  outline: Polygon
  material: (typeof GROUND_MATERIALS)[number]
  grainMm: number | null
  /** How deep it lies at its foremost and its hindmost edge, cm; absent: as the ground it is drawn on. */
  own?: { frontCm: number; backCm: number }
}
export const LAYER_KINDS = [
  'filler bags',
  'porous stone',
  'base layer',
  'soil in bags',
  'cap',
] as const
/** Everything that has a price. */
export const PRICE_ITEMS = [...PORTION_ITEMS, ...GROUND_MATERIALS, ...LAYER_KINDS] as const
/** What lies under the main material, from below, or caps it: bags and stones by their litres, layers by their thickness. */
export interface GroundLayer {
  of: (typeof LAYER_KINDS)[number]
  litres: number | null
  cm: number | null
}
/** A strip, or floss between stones, that keeps materials apart and holds a slope; seen from above. */
interface Barrier {
  id: string
  line: readonly Point[]
}
export interface Ground {
  material: (typeof GROUND_MATERIALS)[number]
  laidAt: Instant
  /** Middling grain; absent or null: not said. */
  grainMm?: number | null
  /** Absent: none. */
  areas?: readonly GroundArea[]
  layers?: readonly GroundLayer[]
  barriers?: readonly Barrier[]
  /** At least two stations, from x = 0 to the length. */
  profile: readonly GroundStation[]
}
/** Where a piece stood and how it lay. */
export interface PieceSpot {
  layoutId: string
  /** Seen from the front. */
  outline: Polygon
  /** Seen from above. */
  footprint: Polygon
}
interface PieceIdentity {
  id: string
  label: string
  material: 'stone' | 'wood'
  focal: boolean
  /** Absent: nothing more is known. */
  nature?: PieceNature
}
/** A stone or a piece of wood through its whole life in this tank; null while it is out. */
export interface PieceRecord extends PieceIdentity {
  stands: Dated<PieceSpot | null>
}
/** A piece as it stood on a day. */
export interface Hardscape extends PieceIdentity, PieceSpot {}

/** A spot left bare on purpose: runners will come, or it stays open. */
export interface BareSpot {
  id: string
  outline: Polygon
}
/** How a layout is drawn, which moves nothing in the tank: what is taken hold of together, and what is drawn over or under the rest. Ids of pieces and plantings. */
export interface Arrangement {
  /** Absent: nothing is left bare on purpose. */
  bare?: readonly BareSpot[]
  groups: readonly (readonly string[])[]
  over: readonly string[]
  under: readonly string[]
}
interface LayoutSpan {
  id: string
  name: string
  from: Instant
  to: Instant | null
  /** Absent: nothing is. */
  arrangement?: Arrangement
}
/** A layout from the day it was laid to the day it made way, with every ground it had. A draft was never laid: it is pencil. */
export interface LayoutRecord extends LayoutSpan {
  draft: boolean
  ground: Dated<Ground>
}
/** A layout as it stood on a day. */
export interface Layout extends LayoutSpan {
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
  /** What the keeper knows of it; absent: nothing beyond the catalogue. */
  own?: KindFacts
}

export const ZONES = ['background', 'midground', 'foreground', 'surface', 'hardscape'] as const
export type Zone = (typeof ZONES)[number]

/** Where a planting stood and how much of it. */
export interface PlantingSpot {
  layoutId: string
  zone: Zone
  /** Ground taken, seen from above, cm. */
  patch: Polygon
  stems: number
  /** For what grows on stone or wood: which piece, and the height of its rhizome above the bottom, cm. */
  perch: { hardscapeId: string; heightCm: number } | null
}
/** One of the kinds a planting is of: a mown lawn may be of three. Shares of one planting add up to one. */
export interface KindShare {
  speciesId: string
  share: number
  sure: Sureness
}
export const PLANT_ORIGINS = [
  'pot',
  'cup',
  'plug',
  'bunch',
  'cutting',
  'division',
  'found',
  'not said',
] as const
export const FATES = [
  'thrown out',
  'composted',
  'given away',
  'moved',
  'used for cuttings',
  'died',
  'not said',
] as const
export type Fate = (typeof FATES)[number]
/** Forms a stem is cut into, beside growing free. */
export const PLANT_FORMS = ['hedge', 'terrace', 'stream of red'] as const
/** How a planting is to be kept by trimming. */
export interface Kept {
  as: (typeof PLANT_FORMS)[number]
  /** Height of a hedge or of a step, cm; null: by its place. */
  atCm: number | null
}
interface PlantingIdentity {
  id: string
  /** The short code on its stake, one at a time in a tank: S1, K2 … */
  stake: string
  name: string
  kinds: readonly KindShare[]
  /** What it was when it came; what was found has no birthday. */
  origin: (typeof PLANT_ORIGINS)[number]
  /** Plantings it was cut or divided from, of this tank or another. */
  parentIds: readonly string[]
  /** Absent: it grows free. */
  kept?: Kept
}
/** A planting through its whole life; null while it was held out of the tank. It was planted with its first version. */
export interface PlantingRecord extends PlantingIdentity {
  stands: Dated<PlantingSpot | null>
  ended: { at: Instant; became: Fate } | null
}
/** A planting as it stood on a day. */
export interface Planting extends PlantingIdentity, PlantingSpot {
  /** The kind most of it is of. */
  speciesId: string
  plantedAt: Instant
  removedAt: Instant | null
}

export const TO_PLANTS = ['leaves them alone', 'eats soft leaves', 'digs', 'eats and digs'] as const
export type ToPlants = (typeof TO_PLANTS)[number]
export const ANIMAL_KINDS = ['fish', 'shrimp', 'snail', 'crab', 'amphibian'] as const
export interface Population {
  id: string
  name: string
  kind: (typeof ANIMAL_KINDS)[number]
  adultLengthCm: number
  since: Instant
  /** The day none lived here any more. */
  until: Instant | null
  /** Lodged here for a while only. */
  temporary: Temporary | null
  /** Ranges of water it is to be kept in, canonical units. */
  needs: Partial<Record<Parameter, Band>>
  /** What it does to plants; absent: not said. */
  toPlants?: ToPlants
}

export const SOURCE_KINDS = ['tap', 'spring', 'softened', 'rain', 'reverse osmosis'] as const
interface SourceIdentity {
  id: string
  name: string
  kind: (typeof SOURCE_KINDS)[number]
}
/** What a source water holds; null where nobody measured it: Vivero then reckons from the hardness, or from what is usual, with a wide range. */
export interface SourceAnalysis {
  nitrateMgL: number | null
  khDegrees: number | null
  ghDegrees: number | null
  pH: number | null
  temperatureC: number | null
  phosphateMgL: number | null
  potassiumMgL: number | null
  calciumMgL: number | null
  magnesiumMgL: number | null
  conductivityUs: number | null
}
export interface SourceRecord extends SourceIdentity {
  analyses: Dated<SourceAnalysis>
}
/** A source water as it was on a day. */
export interface SourceWater extends SourceIdentity, SourceAnalysis {}

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
  /** A solid that dissolves over so many weeks: crushed shell, coral, tablets, clay; absent: at once, or nobody knows. */
  releaseWeeks?: number
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
  /** What the keeper calls it; null: by what it does. */
  says: string | null
  since: Instant
  /** The day the keeper ended it. */
  until: Instant | null
  /** The thing it is done to. */
  equipmentId: string | null
}

/** What a step does to the facts of a tank, as data. `id`: within its plan. */
export type StepAct = { id: string } & (
  | { do: 'cut'; plantingId: string; share: number }
  | { do: 'lift'; plantingId: string }
  | { do: 'set in'; plantingId: string; spot: PlantingSpot }
  | { do: 'discard'; plantingId: string; became: Fate }
  | { do: 'lift piece'; pieceId: string }
  | { do: 'set piece'; pieceId: string; spot: PieceSpot }
  | { do: 'new layout'; layoutId: string; name: string; ground: Ground }
  | { do: 'lay ground'; layoutId: string; ground: Ground }
  | { do: 'change water'; fraction: number }
  | { do: 'clean'; item: string; equipmentId: string | null }
)

export interface PlanStep {
  id: string
  stage: number
  does: StepCode
  /** Litres of soil or water it speaks of. */
  litres: number | null
  /** What the whole tank weighs while it is done, kg, where that is the danger. */
  kilograms: number | null
  /** The keeper's own words; null where `does` says it all. */
  text: string | null
  /** Minutes at best, most likely, at worst (PERT). */
  minutes: { best: number; likely: number; worst: number }
  /** Hours that must pass after the step before a follower may start (settling, rooting), 0 when none. */
  waitHours: number
  after: readonly string[]
  cautions: readonly CautionCode[]
  /** The plantings it is done to, in the order they are taken. */
  plantingIds: readonly string[]
  /** The animals are out of their tank while this step is done. */
  animalsOut: boolean
  /** What it does to the tank; offered for ink when it is ticked off. */
  acts: readonly StepAct[]
}

/** The second of three. */
export interface StagePart {
  number: number
  of: number
}
export interface PlanStage {
  number: number
  /** Where along the tank its section lies; null where it takes the whole tank. */
  side: Side | null
  on: Instant
  plantingIds: readonly string[]
  /** Share of the plant mass taken out in this stage, 0–1. */
  massShare: number
  /** Of a planting too large to be taken at once: which part of it. */
  part?: StagePart
}

export interface PlanMaterial {
  item: MaterialCode
  /** The planting it is for. */
  plantingId: string | null
  /** Litres, pieces, stems, portions, sheets or readings, by what it is. */
  amount: number
  /** The figure the amount was reckoned from: litres by the slope, stems wanted or short, cm² to cover, litres of tank water. */
  from: number | null
  /** cm² that one portion covers. */
  each: number | null
  /** The keeper's own words. */
  text: string | null
}

export interface Plan {
  id: string
  option: OptionKey
  madeAt: Instant
  state: 'pencil' | 'set-aside'
  stages: readonly PlanStage[]
  steps: readonly PlanStep[]
  materials: readonly PlanMaterial[]
}

/** A stone or a piece of wood as it is drawn. */
export type BoardPiece = Omit<Hardscape, 'layoutId'>
/** A planting as it is drawn: what it is of, where, and how much of it. */
export interface BoardPlanting extends Omit<PlantingSpot, 'layoutId'> {
  id: string
  stake: string
  name: string
  speciesId: string
}
export type BoardGround = Omit<Ground, 'laidAt'>

/** A part of a thing as it is drawn: its place, and where an outlet is turned to. */
export interface BoardFitting extends Spot {
  /** Of the thing and the part. */
  id: string
  equipmentId: string
  part: PartOfThing
  name: string
  /** Of a lamp: over how many degrees it spreads, and how long it is, cm; absent: not said. */
  spread?: number
  long?: number
}

/** A layout as it is drawn by hand: a tank’s own, or how it might be. Things that stand in the tank keep their ids. */
export interface Board {
  ground: BoardGround
  pieces: readonly BoardPiece[]
  plantings: readonly BoardPlanting[]
  /** Absent: nobody drew where things hang. */
  fittings?: readonly BoardFitting[]
  arrangement?: Arrangement
}

/** How a tank might stand, with a name: pencil. It changes nothing in the tank. */
export interface Draft {
  id: string
  name: string
  madeAt: Instant
  changedAt: Instant
  board: Board
  /** The tank as it stood when the draft was begun: what was altered there since is told. */
  basis: Board
}

/** What stands in a tank, with its dates: all that `tankAt` asks. */
export type TankFacts = Pick<
  TankHistory,
  'vessel' | 'layouts' | 'pieces' | 'plantings' | 'equipment' | 'populations' | 'sources'
>

/**
 * The whole life of one tank as plain, serialisable data, entries in time order.
 * The database loads it, core functions take it, workers receive it, the export file is it, the import reads it.
 */
export interface TankHistory {
  vessel: VesselRecord
  layouts: readonly LayoutRecord[]
  pieces: readonly PieceRecord[]
  species: readonly Species[]
  plantings: readonly PlantingRecord[]
  equipment: readonly EquipmentRecord[]
  populations: readonly Population[]
  sources: readonly SourceRecord[]
  products: readonly Product[]
  routines: readonly Routine[]
  plans: readonly Plan[]
  drafts: readonly Draft[]
  entries: readonly Entry[]
  /** What plantings of the same kinds taught of their growth in the other tanks of the room: no part of this tank’s story, laid beside it where it is read. */
  kin?: readonly GrowthLesson[]
}
