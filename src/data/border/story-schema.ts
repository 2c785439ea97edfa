import { SURENESSES } from '@/core/journal/sureness'
import { array, boolean, lazy, mixed, object, string, tuple, type Schema } from 'yup'
import { LABEL_FORM_NAMES } from '@/core/chemistry/nutrients'
import { SALTS } from '@/core/chemistry/salts'
import {
  CAUTION_CODES,
  MATERIAL_CODES,
  OPTION_KEYS,
  SIDES,
  STEP_CODES,
} from '@/core/history/plan-codes'
import { planFaults } from '@/core/history/sound'
import {
  EQUIPMENT_KINDS,
  LIDS,
  OUTLET_AIMS,
  PLACES_ALONG,
  type EquipmentKind,
  PARTS,
  type PartOfThing,
} from '@/core/history/equipment'
import {
  ANIMAL_KINDS,
  PRICE_ITEMS,
  TO_PLANTS,
  type ToPlants,
  FATES,
  GROUND_MATERIALS,
  LAYER_KINDS,
  PLANT_FORMS,
  PLANT_GROUPS,
  PLANT_ORIGINS,
  PRODUCT_FORMS,
  ROUTINE_KINDS,
  SCHOOLS,
  SOURCE_KINDS,
  BRACINGS,
  PANES,
  VESSEL_KINDS,
  VESSEL_SHAPES,
  type Glass,
  type VesselBuild,
  ZONES,
  type Band,
  type Plan,
  type Product,
  type StepAct,
} from '@/core/history/types'
import { EMERSED, GAS_NEEDS, LIGHT_NEEDS, WAYS_TO_CUT } from '@/core/history/kind-facts'
import { HOLDINGS, LIMES, SOAKINGS } from '@/core/history/piece-nature'
import { buildFault } from '@/core/history/glass-shape'
import { isParameter, PARAMETER_UNITS } from '@/core/quantity/units'
import { checkAnalysis } from '@/core/water/dosing/products'
import { kitSchema } from './kit-schema'
import { amount, choice, ident, instant, listOf, maybeInstant, plain, words } from './values'
import { SAY } from '@/core/journal/faults'

const size = (what: string, max: number) =>
  amount(what)
    .moreThan(0, SAY.positive(what))
    .max(max, `${what} is more than Vivero reckons with (${max}).`)
    .required(SAY.missing(what))
const name = (what: string) => words(what, 120).required(SAY.missing(what))
/** No coordinate of any tank is larger; each is held against its own vessel where the story is read whole. */
const FARTHEST_CM = 2000
const coordinate = (what: string) =>
  amount(what)
    .min(-FARTHEST_CM, `${what} lies outside any tank.`)
    .max(FARTHEST_CM, `${what} lies outside any tank.`)
    .required(SAY.missing(what))
const bounded = (what: string, least: number, most: number) =>
  amount(what)
    .min(least, `${what} cannot be below ${least}.`)
    .max(most, `${what} cannot be over ${most}.`)
    .required(SAY.missing(what))
const corner = tuple([coordinate('The corner'), coordinate('The corner')])
const polygon = () =>
  array()
    .of(corner.required())
    .min(3, 'An outline needs three corners.')
    .max(400, 'An outline has 400 corners at most.')
    .required()
export const clock = (what: string) =>
  string()
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/, `${what} must be a time of day like 09:30.`)
    .required(SAY.missing(what))
const temporarySchema = object({
  until: instant('The day it ends'),
  because: name('Why for a while only'),
})
  .noUnknown()
  .nullable()
  .defined()

/** The versions of a dated fact: each by the schema of what it holds. Their order in time is looked at where the story is read whole. */
function datedOf<S extends Schema>(held: S, what: string) {
  return array()
    .of(
      object({ from: instant(what), is: held, temporary: temporarySchema })
        .noUnknown()
        .required()
        // An object that is not there passes the library's own schema of it.
        .test(
          'is',
          `${what}: a version does not say what was so.`,
          (version) => version === undefined || (version as { is?: unknown }).is !== undefined,
        ),
    )
    .min(1, `${what}: one version is needed.`)
    .max(MOST_VERSIONS, `${what}: more than ${MOST_VERSIONS} versions is no tank.`)
    .required(SAY.missing(what))
}
const MOST_VERSIONS = 2000

export const timeZone = string()
  .required(SAY.missing('The time zone'))
  .test('zone', 'This time zone is unknown.', (zone) => {
    try {
      return Boolean(zone && new Intl.DateTimeFormat('en', { timeZone: zone }))
    } catch {
      return false
    }
  })

const bandSchema = object({
  low: amount('The low end').nullable().defined(),
  high: amount('The high end').nullable().defined(),
}).noUnknown()

/** Bands by parameter: each within what water can hold, its low end below its high one. */
const bandsSchema = mixed<Record<string, Band>>()
  .required()
  .test(
    'bands',
    'A band must name a parameter Vivero knows, and its low end must lie below its high one within what water can hold.',
    (bands) =>
      typeof bands === 'object' &&
      bands !== null &&
      !Array.isArray(bands) &&
      Object.entries(bands).every(([parameter, band]) => {
        if (!isParameter(parameter) || !bandSchema.isValidSync(band, { strict: true })) return false
        const [least, most] = PARAMETER_UNITS[parameter].plausible
        const inside = (end: number | null) => end === null || (end >= least && end <= most)
        return (
          inside(band.low) &&
          inside(band.high) &&
          (band.low === null || band.high === null || band.low < band.high)
        )
      }),
  )

/** Prices of what a layout is bought from. */
export const pricesSchema = object({
  currency: words('The currency', 12).defined().default(''),
  each: object(
    Object.fromEntries(
      PRICE_ITEMS.map((item) => [
        item,
        amount(`The price of ${item}`)
          .min(0, `The price of ${item} cannot be below zero.`)
          .max(1e6, `The price of ${item} is more than anyone asks.`)
          .optional(),
      ]),
    ),
  ).noUnknown(),
}).noUnknown()

export const careSchema = object({
  school: choice(SCHOOLS, 'The school of dosing'),
  bands: bandsSchema,
  bucketLitres: size('The bucket', 200),
  foodProteinPercent: amount('The protein')
    .min(1, 'Food has some protein.')
    .max(100, 'Protein cannot be over 100 %.')
    .required(SAY.missing('The protein')),
  evaporationLitresPerDay: amount('Evaporation')
    .min(0, 'Evaporation cannot be below zero.')
    .max(500)
    .nullable()
    .defined(),
  feeding: object({
    gramsPerDay: bounded('The food', 0, 10_000),
    food: name('The food'),
    fastDays: bounded('The days without food', 0, 6).integer('Days come in whole numbers.'),
  })
    .noUnknown()
    .nullable()
    .defined(),
  kits: array().of(kitSchema).max(60),
  prices: pricesSchema.optional().default(undefined),
}).noUnknown()

const buildSchema = object({
  shape: choice(VESSEL_SHAPES, 'The shape of the vessel'),
  bowCm: bounded('The bow', 0, 250),
  chamberCm: bounded('The chamber', 0, 250),
  panes: choice(PANES, 'What the panes are of'),
  bracing: choice(BRACINGS, 'The bracing'),
}).noUnknown()

const glassSchema = object({
  lengthCm: size('The length', 1000),
  depthCm: size('The depth', 500),
  heightCm: size('The height', 400),
  waterlineCm: amount('The water line')
    .min(0, 'The water line cannot be below the bottom.')
    .required(SAY.missing('The water line'))
    .test(
      'inside',
      'The water line cannot stand above the rim.',
      (line, { parent }) => line === undefined || line <= (parent as { heightCm: number }).heightCm,
    ),
  glassMm: size('The glass', 60),
  build: buildSchema
    .optional()
    .default(undefined)
    .test('stands', function stands(build) {
      const fault = build && buildFault(this.parent as Glass, build as VesselBuild)
      return fault ? this.createError({ message: fault.says }) : true
    }),
}).noUnknown()

export const vesselSchema = object({
  id: ident().required(SAY.missing('The id')),
  slug: string()
    .matches(
      /^[a-z0-9]+(-[a-z0-9]+)*$/,
      'The short name may hold small letters, digits and dashes.',
    )
    .max(60)
    .required(SAY.missing('The short name')),
  name: name('The name'),
  kind: choice(VESSEL_KINDS, 'The kind of vessel'),
  altitudeM: amount('The altitude')
    .min(-430)
    .max(6000, 'The altitude is above any house.')
    .required(SAY.missing('The altitude')),
  glass: datedOf(glassSchema, 'The measures'),
  care: datedOf(careSchema, 'The care of the water'),
  timeZone,
  standsAt: words('Where it stands', 200).defined(),
  startedAt: instant('The start'),
  order: bounded('The place on the bench', 0, 100_000).integer(
    'The place on the bench is a whole number.',
  ),
}).noUnknown()

const grain = () =>
  amount('The grain').min(0.05, 'No ground is so fine.').max(60, 'That is no grain.').nullable()
const GROUND = {
  material: choice(GROUND_MATERIALS, 'The ground'),
  grainMm: grain().optional(),
  areas: array()
    .of(
      object({
        id: ident().required(),
        outline: polygon(),
        material: choice(GROUND_MATERIALS, 'The area of ground'),
        grainMm: grain().defined(),
        own: object({
          frontCm: bounded('The depth in front', 0, 200),
          backCm: bounded('The depth at the back', 0, 200),
        })
          .noUnknown()
          .optional()
          .default(undefined),
      }).noUnknown(),
    )
    .max(60, 'The areas of ground: more than 60 is not a tank.'),
  layers: array()
    .of(
      object({
        of: choice(LAYER_KINDS, 'The layer'),
        litres: amount('The litres of a layer').min(0).max(5000).nullable().defined(),
        cm: amount('The thickness of a layer').min(0).max(100).nullable().defined(),
      }).noUnknown(),
    )
    .max(12, 'The ground has 12 layers at most.'),
  barriers: array()
    .of(
      object({
        id: ident().required(),
        line: array().of(corner.required()).min(2, 'A strip has two ends.').max(60).required(),
      }).noUnknown(),
    )
    .max(60, 'The strips in the ground: more than 60 is not a tank.'),
  profile: array()
    .of(
      object({
        x: bounded('The place of a depth', 0, FARTHEST_CM),
        frontCm: bounded('The depth in front', 0, 200),
        backCm: bounded('The depth at the back', 0, 200),
      }).noUnknown(),
    )
    .min(2, 'The ground needs its depth at two places.')
    .max(200)
    .required(),
}
const groundSchema = object({
  ...GROUND,
  laidAt: instant('The day the ground was laid'),
}).noUnknown()

const idsOf = (what: string) =>
  array()
    .of(ident().required())
    .max(600, `${what}: more than 600 things are not a layout.`)
    .required(SAY.missing(what))
const arrangementSchema = object({
  bare: array()
    .of(object({ id: ident().required(), outline: polygon() }).noUnknown())
    .max(60, 'What is left bare: more than 60 spots are not a tank.'),
  groups: array()
    .of(idsOf('What is taken together'))
    .max(300, 'What is taken together: more than 300 groups are not a layout.')
    .required(SAY.missing('What is taken together')),
  over: idsOf('What is drawn over the rest'),
  under: idsOf('What is drawn under the rest'),
})
  .noUnknown()
  .optional()
  .default(undefined)

export const layoutSchema = object({
  id: ident().required(),
  name: name('The layout’s name'),
  draft: boolean().required(),
  from: instant('The layout’s start'),
  to: maybeInstant('The layout’s end'),
  ground: datedOf(groundSchema, 'The ground'),
  arrangement: arrangementSchema,
}).noUnknown()

const pieceSpotSchema = object({
  layoutId: ident().required(),
  outline: polygon(),
  footprint: polygon(),
}).noUnknown()
const PIECE = {
  id: ident().required(),
  label: name('The piece’s label'),
  material: choice(['stone', 'wood'] as const, 'The piece'),
  focal: boolean().required(),
  nature: object({
    lime: choice(LIMES, 'What the stone does to the water'),
    porous: boolean().required(),
    soaking: choice(SOAKINGS, 'What the wood does in the water'),
    stains: boolean().required(),
    slimes: boolean().required(),
    holding: choice(HOLDINGS, 'How the piece is held'),
    tapped: boolean().required(),
    hides: boolean().required(),
  })
    .noUnknown()
    .optional()
    .default(undefined),
}

export const pieceSchema = object({
  ...PIECE,
  stands: datedOf(pieceSpotSchema.nullable().defined(), 'Where it lay'),
}).noUnknown()

/** Two ends of what a kind bears, the lower first. */
const ends = (what: string, least: number, most: number) =>
  tuple([bounded(what, least, most), bounded(what, least, most)])
    .required(SAY.missing(what))
    .test('order', `${what}: the lower end comes first.`, ([low, high]) => low <= high)

const kindFactsSchema = object({
  names: array().of(words('A name it goes by', 80).required()).max(20).required(),
  light: choice(LIGHT_NEEDS, 'The light it needs'),
  gas: choice(GAS_NEEDS, 'The gas it needs'),
  temperature: ends('The warmth it bears', 0, 40),
  gh: ends('The hardness it bears', 0, 60),
  cut: choice(WAYS_TO_CUT, 'How it is cut'),
  emersed: choice(EMERSED, 'How it takes the air'),
  sulksWeeks: bounded('The weeks it sulks', 0, 52),
  colour: words('On what its colour depends', 200).nullable().defined(),
  caution: words('The caution', 300).nullable().defined(),
})
  .noUnknown()
  .optional()
  .default(undefined)

export const speciesSchema = object({
  id: ident().required(),
  name: name('The species’ name'),
  group: choice(PLANT_GROUPS, 'The plant group'),
  growthCmPerDay: object({
    value: bounded('The growth', 0, 30),
    low: bounded('The least growth', 0, 30),
    high: bounded('The most growth', 0, 30),
  })
    .noUnknown()
    .required()
    .test(
      'order',
      'The growth must lie between its least and its most.',
      ({ value, low, high }) => low <= value && value <= high,
    ),
  matureHeightCm: size('Mature height', 300),
  matureWidthCm: size('Mature width', 300),
  areaPerPortionCm2: size('Area per portion', 10000),
  leaf: object({
    lengthCm: size('Leaf length', 100),
    shape: choice(['round', 'lance', 'ribbon', 'needle'] as const, 'The leaf'),
    tint: choice(['green', 'olive', 'red', 'pale'] as const, 'The tint'),
  })
    .noUnknown()
    .required(),
  feedsBy: choice(['column', 'root', 'both'] as const, 'How it feeds'),
  own: kindFactsSchema,
}).noUnknown()

const SPOT = {
  zone: choice(ZONES, 'The zone'),
  patch: polygon(),
  stems: amount('The stems')
    .integer('Plants come in whole numbers.')
    .min(1, 'A planting has one stem at least.')
    .max(2000, 'A planting has 2000 stems at most.')
    .required(SAY.missing('The stems')),
  perch: object({
    hardscapeId: ident().required(),
    heightCm: bounded('The height of the perch', 0, 400),
  })
    .noUnknown()
    .nullable()
    .defined(),
}
const plantingSpotSchema = object({ layoutId: ident().required(), ...SPOT }).noUnknown()
const stake = () =>
  string().matches(/^[A-Z][0-9]{1,2}$/, 'A stake is a letter and a number, like S1.')

export const plantingSchema = object({
  id: ident().required(),
  stake: stake().required(),
  name: name('The planting’s name'),
  kinds: array()
    .of(
      object({
        speciesId: ident().required(),
        share: bounded('The share of a kind', 0.001, 1),
        sure: choice(SURENESSES, 'How sure it is'),
      }).noUnknown(),
    )
    .min(1, 'A planting is of one kind at least.')
    .max(12, 'A planting is of twelve kinds at most.')
    .required(),
  origin: choice(PLANT_ORIGINS, 'What it was when it came'),
  parentIds: array().of(ident().required()).max(20).required(),
  kept: object({
    as: choice(PLANT_FORMS, 'The form it is cut into'),
    atCm: amount('The height it is kept at')
      .moreThan(0, SAY.positive('The height it is kept at'))
      .max(400, 'No tank here is so tall.')
      .nullable()
      .defined(),
  })
    .noUnknown()
    .optional()
    .default(undefined),
  stands: datedOf(plantingSpotSchema.nullable().defined(), 'Where it stood'),
  ended: object({
    at: instant('The day of removal'),
    became: choice(FATES, 'What became of it'),
  })
    .noUnknown()
    .nullable()
    .defined(),
}).noUnknown()

export const populationSchema = object({
  id: ident().required(),
  name: name('The animals’ name'),
  kind: choice(ANIMAL_KINDS, 'The kind of animal'),
  adultLengthCm: size('Adult length', 100),
  since: instant('The day they came'),
  until: maybeInstant('The day none lived here any more'),
  temporary: temporarySchema,
  needs: bandsSchema,
  toPlants: mixed<ToPlants>()
    .oneOf([...TO_PLANTS], 'What they do to plants is none of those Vivero knows.')
    .optional(),
}).noUnknown()
const trace = (what: string, max: number) =>
  amount(what)
    .min(0, `${what} cannot be below zero.`)
    .max(max, `${what} is more than water can hold (${max}).`)
    .nullable()
    .defined()
const analysisSchema = object({
  nitrateMgL: trace('Nitrate', 500),
  khDegrees: trace('KH', 60),
  ghDegrees: trace('GH', 60),
  pH: amount('pH')
    .min(3, 'pH goes from 3 to 11 here.')
    .max(11, 'pH goes from 3 to 11 here.')
    .nullable()
    .defined(),
  temperatureC: trace('The temperature', 45),
  phosphateMgL: trace('Phosphate', 50),
  potassiumMgL: trace('Potassium', 500),
  calciumMgL: trace('Calcium', 1000),
  magnesiumMgL: trace('Magnesium', 1000),
  conductivityUs: trace('Conductivity', 20000),
}).noUnknown()

export const sourceSchema = object({
  id: ident().required(),
  name: name('The source’s name'),
  kind: choice(SOURCE_KINDS, 'The source'),
  analyses: datedOf(analysisSchema, 'What it holds'),
}).noUnknown()

export const productSchema = object({
  id: ident().required(),
  name: name('The product’s name'),
  form: choice(PRODUCT_FORMS, 'The form of the product'),
  analysis: array()
    .of(
      object({
        as: choice(LABEL_FORM_NAMES, 'The form on the label'),
        amount: amount('The analysis')
          .moreThan(0, SAY.positive('The analysis'))
          .max(1000, 'That is more than a label can say.')
          .required(SAY.missing('The analysis')),
      })
        .noUnknown()
        .required(),
    )
    .max(20, 'A label has 20 lines at most.')
    .required()
    .test('sum', (value, { parent, createError }) => {
      const message = analysisProblem((parent as Product).form, value)
      return message === null || createError({ message })
    }),
  tabletGrams: amount('The tablet')
    .moreThan(0, SAY.positive('The tablet'))
    .max(100, 'That is no tablet.')
    .nullable()
    .defined()
    .test(
      'tablet',
      'What does one tablet weigh?',
      (grams, { parent }) => (parent as Product).form !== 'tablet' || typeof grams === 'number',
    ),
  recipe: array()
    .of(
      object({
        saltId: choice(
          SALTS.map((salt) => salt.id),
          'The salt',
        ),
        gramsPerLitre: amount('The grams')
          .moreThan(0, SAY.positive('The grams'))
          .max(700, 'That much does not dissolve in a litre.')
          .required(SAY.missing('The grams')),
      })
        .noUnknown()
        .required(),
    )
    .max(10, 'A stock has 10 salts at most.')
    .nullable()
    .defined(),
  releaseWeeks: amount('The weeks it dissolves over')
    .moreThan(0, SAY.positive('The weeks it dissolves over'))
    .max(104, 'What takes longer than two years is a stone.')
    .optional()
    .test(
      'solid',
      'A liquid is in the water at once: leave the weeks empty.',
      (weeks, { parent }) => weeks === undefined || (parent as Product).form !== 'liquid',
    ),
}).noUnknown()

/** Why a label cannot be true, or null. */
function analysisProblem(form: Product['form'] | undefined, analysis: unknown): string | null {
  if (
    !Array.isArray(analysis) ||
    analysis.some((line) => typeof (line as { amount?: unknown })?.amount !== 'number')
  )
    return null
  const sum = checkAnalysis(form ?? 'powder', analysis as Product['analysis'])
  return sum.ok ? null : sum.problem
}
export const routineSchema = object({
  id: ident().required(),
  kind: choice(ROUTINE_KINDS, 'The routine'),
  everyDays: bounded('The days of the routine', 0.5, 3650),
  amount: amount('The amount of the routine')
    .min(0, 'An amount cannot be below zero.')
    .max(100_000, 'That is more than a routine asks for.')
    .nullable()
    .defined(),
  says: words('The routine', 120).nullable().defined(),
  since: instant('The day it was set'),
  until: maybeInstant('The day it was ended'),
  equipmentId: ident().nullable().defined(),
}).noUnknown()

const watts = () =>
  amount('The power')
    .moreThan(0, SAY.positive('The power'))
    .max(5000, 'No tank has that much power.')
    .nullable()
    .defined()
const upTo = (what: string, most: number) =>
  amount(what)
    .min(0, `${what} cannot be below zero.`)
    .max(most, `${what} cannot be over ${most}.`)
    .nullable()
    .defined()
/** Where a part of a thing is, cm; an outlet is turned somewhere. */
const SPOT_CM = {
  x: bounded('The place from the left', 0, FARTHEST_CM),
  z: bounded('The place from the front', 0, FARTHEST_CM),
  y: bounded('The height above the bottom', 0, 2 * FARTHEST_CM),
  toward: amount('Where it is turned to')
    .min(-360, 'A turn is at most a full one.')
    .max(360, 'A turn is at most a full one.')
    .optional(),
}
const spots = (...parts: PartOfThing[]) =>
  object(
    Object.fromEntries(
      parts.map((part) => [part, object(SPOT_CM).noUnknown().default(undefined).optional()]),
    ),
  )
    .noUnknown()
    .default(undefined)
    .optional()
const flow = (...parts: PartOfThing[]) =>
  object({
    spots: spots('outlet', ...parts),
    litresPerHour: upTo('The flow', 50_000),
    outletAt: choice(PLACES_ALONG, 'The place of the outlet'),
    aimedAt: choice(OUTLET_AIMS, 'What the outlet is aimed at'),
  }).noUnknown()
const bare = () => object({}).noUnknown()

/** How each kind of equipment may be set. */
const SETTING_SCHEMAS = {
  lamp: object({
    onAt: clock('Lamp on'),
    hours: bounded('Lamp hours', 0, 24),
    parAtSurface: upTo('PAR', 3000),
    watts: watts(),
    levelPercent: bounded('The level', 0, 100),
    rampMinutes: bounded('The ramp', 0, 720),
    aboveWaterCm: upTo('The height above the water', 500),
    xCm: upTo('The place of the lamp', FARTHEST_CM),
    zCm: bounded('The place of the lamp', 0, FARTHEST_CM).optional(),
    spreadDegrees: amount('The spread of the lamp')
      .min(10, 'A lamp spreads over 10° at the least.')
      .max(170, 'A lamp spreads over 170° at the most.')
      .nullable()
      .optional(),
    longCm: upTo('The length of the lamp', FARTHEST_CM).optional(),
  }).noUnknown(),
  gas: object({
    onAt: clock('Gas on'),
    offAt: clock('Gas off'),
    bubblesPerSecond: upTo('The bubbles a second', 50),
    diffuserAt: choice(PLACES_ALONG, 'The place of the diffuser'),
    spots: spots('diffuser'),
  }).noUnknown(),
  filter: flow('inlet', 'body'),
  pump: flow('body', 'air stone'),
  heater: object({
    targetC: bounded('The temperature', 5, 40),
    watts: watts(),
    spots: spots('body'),
  }).noUnknown(),
  doser: object({
    productId: ident().nullable().defined(),
    amountPerDay: upTo('The dose a day', 100_000),
  }).noUnknown(),
  lid: object({ cover: choice(LIDS, 'The lid') }).noUnknown(),
  mister: object({
    timesADay: bounded('The times a day', 0, 500),
    seconds: bounded('The seconds', 0, 3600),
    humidityPercent: upTo('The humidity', 100),
  }).noUnknown(),
  'intake guard': bare(),
  background: bare(),
  other: bare(),
} satisfies Record<EquipmentKind, Schema>

export function equipmentSchema(thing: unknown) {
  const kind = (thing as { kind?: unknown } | null)?.kind
  const setting: Schema = Object.hasOwn(SETTING_SCHEMAS, String(kind))
    ? SETTING_SCHEMAS[kind as EquipmentKind]
    : bare()
  return object({
    id: ident().required(),
    kind: choice(EQUIPMENT_KINDS, 'The kind of equipment'),
    name: name('The name of the thing'),
    servesId: ident().nullable().defined(),
    settings: datedOf((setting as ReturnType<typeof bare>).nullable().defined(), 'Its settings'),
    endedAt: maybeInstant('The day it was taken away'),
  })
    .noUnknown()
    .required()
}

/** A step of two weeks without a break is none. */
const MOST_MINUTES = 14 * 24 * 60
const stepSchema = object({
  id: plain('The step').max(80).required(),
  stage: bounded('The stage', 1, 60).integer('Stages are whole numbers.'),
  does: choice(STEP_CODES, 'The step'),
  litres: amount('The litres').min(0).max(1e6).nullable().defined(),
  kilograms: amount('The weight').min(0).max(1e6).nullable().defined(),
  text: words('The step', 600).nullable().defined(),
  minutes: object({
    best: bounded('The minutes', 0, MOST_MINUTES),
    likely: bounded('The minutes', 0, MOST_MINUTES),
    worst: bounded('The minutes', 0, MOST_MINUTES),
  })
    .noUnknown()
    .required()
    .test(
      'order',
      'The minutes must go from best over likely to worst.',
      ({ best, likely, worst }) => best <= likely && likely <= worst,
    ),
  waitHours: bounded('The wait', 0, 24 * 366),
  after: array()
    .of(plain('A step before').max(80).required())
    .max(200, 'A step waits for 200 others at most.')
    .required(),
  cautions: array().of(choice(CAUTION_CODES, 'The caution')).max(20).required(),
  plantingIds: array().of(ident().required()).max(500).required(),
  animalsOut: boolean().required(),
  acts: array()
    .of(lazy((act: unknown) => actSchema(act)))
    .max(500, 'A step does 500 things at most.')
    .required(),
}).noUnknown()

/** What each act of a step must hold beside its id. */
const ACTS = {
  cut: { plantingId: ident().required(), share: bounded('The share left', 0.01, 1) },
  lift: { plantingId: ident().required() },
  'set in': { plantingId: ident().required(), spot: plantingSpotSchema.required() },
  discard: { plantingId: ident().required(), became: choice(FATES, 'What becomes of it') },
  'lift piece': { pieceId: ident().required() },
  'set piece': { pieceId: ident().required(), spot: pieceSpotSchema.required() },
  'new layout': {
    layoutId: ident().required(),
    name: name('The layout’s name'),
    ground: groundSchema.required(),
  },
  'lay ground': { layoutId: ident().required(), ground: groundSchema.required() },
  'change water': { fraction: bounded('The share changed', 0.01, 1) },
  clean: { item: name('What is cleaned'), equipmentId: ident().nullable().defined() },
} satisfies Record<StepAct['do'], Record<string, Schema>>
export const STEP_ACTS = Object.keys(ACTS) as StepAct['do'][]

export function actSchema(act: unknown) {
  const kind = (act as { do?: unknown } | null)?.do
  const own = Object.hasOwn(ACTS, String(kind)) ? ACTS[kind as StepAct['do']] : {}
  return object({
    id: plain('The act').max(80).required(),
    do: choice(STEP_ACTS, 'What a step does'),
    ...(own as Record<string, Schema>),
  })
    .noUnknown()
    .required()
}

export const planSchema = object({
  id: ident().required(),
  option: choice(OPTION_KEYS, 'The option'),
  madeAt: instant('The day it was made'),
  state: choice(['pencil', 'set-aside'] as const, 'The state of the plan'),
  stages: array()
    .of(
      object({
        number: bounded('The stage', 1, 60).integer('Stages are whole numbers.'),
        side: choice(SIDES, 'Where the stage lies').nullable().defined(),
        on: instant('The stage’s day'),
        plantingIds: array().of(ident().required()).max(500).required(),
        massShare: bounded('The share of the plants', 0, 1.0001),
        part: object({
          number: bounded('The part', 1, 60).integer('Parts are whole numbers.'),
          of: bounded('The parts', 2, 60).integer('Parts are whole numbers.'),
        })
          .noUnknown()
          .optional()
          .default(undefined),
      }).noUnknown(),
    )
    .max(60)
    .required(),
  steps: listOf(stepSchema, 'The steps', 1000),
  materials: array()
    .of(
      object({
        item: choice(MATERIAL_CODES, 'The material'),
        plantingId: ident().nullable().defined(),
        amount: bounded('The amount of a material', 0, 1e6),
        from: amount('What it was reckoned from').min(0).max(1e7).nullable().defined(),
        each: amount('What a portion covers').min(0).max(1e6).nullable().defined(),
        text: words('The material', 600).nullable().defined(),
      }).noUnknown(),
    )
    .max(400)
    .required(),
})
  .noUnknown()
  .test(
    'network',
    ({ value }: { value: unknown }) =>
      `The plan cannot be carried out: ${planFaults(value as Plan).join('; ')}.`,
    (plan) => !isWhole(plan) || planFaults(plan as unknown as Plan).length === 0,
  )

/** Whether a plan holds lists to be followed at all; what else is wrong with it its own fields say. */
const isWhole = (plan: unknown) =>
  Array.isArray((plan as Plan)?.steps) &&
  Array.isArray((plan as Plan)?.stages) &&
  (plan as Plan).steps.every((step) => Array.isArray(step?.after)) &&
  (plan as Plan).stages.every((stage) => stage !== null && typeof stage === 'object')

export const boardSchema = object({
  ground: object(GROUND).noUnknown().required(),
  pieces: listOf(
    object({ ...PIECE, outline: polygon(), footprint: polygon() }).noUnknown(),
    'The stones and wood drawn',
    300,
  ),
  plantings: listOf(
    object({
      id: ident().required(),
      stake: stake().required(),
      name: name('The planting’s name'),
      speciesId: ident().required(),
      ...SPOT,
    }).noUnknown(),
    'The plantings drawn',
    300,
  ),
  fittings: listOf(
    object({
      id: ident().required(),
      equipmentId: ident().required(),
      part: choice(PARTS, 'The part of a thing'),
      name: name('The name of the part'),
      spread: amount('The spread of the lamp')
        .min(10, 'A lamp spreads over 10° at the least.')
        .max(170, 'A lamp spreads over 170° at the most.')
        .optional(),
      long: bounded('The length of the lamp', 0, FARTHEST_CM).optional(),
      ...SPOT_CM,
    }).noUnknown(),
    'The parts drawn',
    300,
  )
    .optional()
    .default(undefined),
  arrangement: arrangementSchema,
})
  .noUnknown()
  .required()

export const draftSchema = object({
  id: ident().required(),
  name: name('The draft’s name'),
  madeAt: instant('The day it was made'),
  changedAt: instant('The day it was changed'),
  board: boardSchema,
  basis: boardSchema,
}).noUnknown()

/** All parts of a tank file but its entries, which are checked one by one. */
export const STORY_PARTS = {
  vessel: vesselSchema,
  layouts: listOf(layoutSchema, 'The layouts', 100),
  pieces: listOf(pieceSchema, 'The stones and wood', 1000),
  species: listOf(speciesSchema, 'The species', 2000),
  plantings: listOf(plantingSchema, 'The plantings', 2000),
  equipment: array()
    .of(lazy((thing: unknown) => equipmentSchema(thing)))
    .max(200, 'The equipment: more than 200 things is not a tank.')
    .required(SAY.missing('The equipment')),
  populations: listOf(populationSchema, 'The populations', 500),
  sources: listOf(sourceSchema, 'The source waters', 100),
  products: listOf(productSchema, 'The products', 500),
  routines: listOf(routineSchema, 'The routines', 200),
  plans: listOf(planSchema, 'The plans', 500),
  drafts: listOf(draftSchema, 'The drafts', 100),
} as const
