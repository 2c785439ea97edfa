import { array, boolean, mixed, object, string, tuple } from 'yup'
import { LABEL_FORM_NAMES } from '@/core/chemistry/nutrients'
import { SALTS } from '@/core/chemistry/salts'
import { planFaults } from '@/core/history/sound'
import {
  PLANT_GROUPS,
  PRODUCT_FORMS,
  ROUTINE_KINDS,
  SCHOOLS,
  VESSEL_KINDS,
  ZONES,
  type Band,
  type Plan,
  type Product,
} from '@/core/history/types'
import { isParameter, PARAMETER_UNITS } from '@/core/quantity/units'
import { checkAnalysis } from '@/core/water/products'
import { amount, ident, instant, listOf, maybeInstant, SAY, plain, words } from './entry-schema'

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
const choice = <T extends string>(values: readonly T[], what: string) =>
  mixed<T>()
    .oneOf([...values], `${what} is none Vivero knows.`)
    .required(SAY.missing(what))

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

export const careSchema = object({
  school: choice(SCHOOLS, 'The school of dosing'),
  bands: bandsSchema,
  bucketLitres: size('The bucket', 200),
  foodProteinPercent: amount('The protein')
    .min(1, 'Food has some protein.')
    .max(100, 'Protein cannot be over 100 %.')
    .required(SAY.missing('The protein')),
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
  altitudeM: amount('The altitude')
    .min(-430)
    .max(6000, 'The altitude is above any house.')
    .required(SAY.missing('The altitude')),
  evaporationLitresPerDay: amount('Evaporation')
    .min(0, 'Evaporation cannot be below zero.')
    .max(500)
    .nullable()
    .defined(),
  lamp: object({
    onAt: clock('Lamp on'),
    hours: bounded('Lamp hours', 0, 24),
    parAtSurface: bounded('PAR', 0, 3000),
  })
    .noUnknown()
    .required(),
  gas: object({ onAt: clock('Gas on'), offAt: clock('Gas off') })
    .noUnknown()
    .nullable()
    .defined(),
  care: careSchema.required(SAY.missing('The care of the water')),
  timeZone,
  standsAt: words('Where it stands', 200).defined(),
  startedAt: instant('The start'),
  order: bounded('The place on the bench', 0, 100_000).integer(
    'The place on the bench is a whole number.',
  ),
}).noUnknown()

export const layoutSchema = object({
  id: ident().required(),
  name: name('The layout’s name'),
  state: choice(['current', 'past', 'draft'] as const, 'The state of the layout'),
  from: instant('The layout’s start'),
  to: maybeInstant('The layout’s end'),
  ground: object({
    material: choice(['active soil', 'sand', 'gravel', 'soil under sand'] as const, 'The ground'),
    laidAt: instant('The day the ground was laid'),
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
  })
    .noUnknown()
    .required(),
  hardscape: array()
    .of(
      object({
        id: ident().required(),
        label: name('The piece’s label'),
        material: choice(['stone', 'wood'] as const, 'The piece'),
        outline: polygon(),
        footprint: polygon(),
        focal: boolean().required(),
      }).noUnknown(),
    )
    .max(200)
    .required(),
}).noUnknown()

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
}).noUnknown()

export const plantingSchema = object({
  id: ident().required(),
  layoutId: ident().required(),
  speciesId: ident().required(),
  stake: string()
    .matches(/^[A-Z][0-9]{1,2}$/, 'A stake is a letter and a number, like S1.')
    .required(),
  name: name('The planting’s name'),
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
  plantedAt: instant('The day of planting'),
  removedAt: maybeInstant('The day of removal'),
}).noUnknown()

export const populationSchema = object({
  id: ident().required(),
  name: name('The animals’ name'),
  kind: choice(['fish', 'shrimp', 'snail', 'crab', 'amphibian'] as const, 'The kind of animal'),
  adultLengthCm: size('Adult length', 100),
  since: instant('The day they came'),
}).noUnknown()
const held = (what: string, max: number) =>
  amount(what)
    .min(0, `${what} cannot be below zero.`)
    .max(max, `${what} is more than water can hold (${max}).`)
    .required(SAY.missing(what))
const trace = (what: string, max: number) =>
  amount(what)
    .min(0, `${what} cannot be below zero.`)
    .max(max, `${what} is more than water can hold (${max}).`)
    .nullable()
    .defined()
export const sourceSchema = object({
  id: ident().required(),
  name: name('The source’s name'),
  kind: choice(['tap', 'spring', 'softened', 'rain', 'reverse osmosis'] as const, 'The source'),
  nitrateMgL: held('Nitrate', 500),
  khDegrees: held('KH', 60),
  ghDegrees: held('GH', 60),
  pH: amount('pH')
    .min(3, 'pH goes from 3 to 11 here.')
    .max(11, 'pH goes from 3 to 11 here.')
    .required(SAY.missing('pH')),
  temperatureC: held('The temperature', 45),
  phosphateMgL: trace('Phosphate', 50),
  potassiumMgL: trace('Potassium', 500),
  calciumMgL: trace('Calcium', 1000),
  magnesiumMgL: trace('Magnesium', 1000),
  conductivityUs: trace('Conductivity', 20000),
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
    .test(
      'sum',
      ({ value, parent }: { value: unknown; parent?: unknown }) =>
        analysisProblem((parent as Product | undefined)?.form, value) ??
        'The label cannot be true.',
      (value, { parent }) => analysisProblem((parent as Product).form, value) === null,
    ),
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
const routineSchema = object({
  id: ident().required(),
  kind: choice(ROUTINE_KINDS, 'The routine'),
  everyDays: bounded('The days of the routine', 0.5, 3650),
  amount: amount('The amount of the routine')
    .min(0, 'An amount cannot be below zero.')
    .max(100_000, 'That is more than a routine asks for.')
    .nullable()
    .defined(),
  says: name('The routine'),
  since: instant('The day it was set'),
}).noUnknown()

/** A step of two weeks without a break is none. */
const MOST_MINUTES = 14 * 24 * 60
const stepSchema = object({
  id: plain('The step').max(80).required(),
  stage: bounded('The stage', 1, 60).integer('Stages are whole numbers.'),
  says: words('The step', 500).required(),
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
  cautions: array().of(words('The caution', 500).required()).max(20).required(),
  plantingIds: array().of(ident().required()).max(500).required(),
  animalsOut: boolean().required(),
}).noUnknown()
export const planSchema = object({
  id: ident().required(),
  option: plain('The option').max(40).required(),
  title: name('The plan’s title'),
  madeAt: instant('The day it was made'),
  state: choice(['pencil', 'set-aside'] as const, 'The state of the plan'),
  stages: array()
    .of(
      object({
        number: bounded('The stage', 1, 60).integer('Stages are whole numbers.'),
        says: words('The stage', 300).required(),
        on: instant('The stage’s day'),
        plantingIds: array().of(ident().required()).max(500).required(),
        massShare: bounded('The share of the plants', 0, 1.0001),
      }).noUnknown(),
    )
    .max(60)
    .required(),
  steps: listOf(stepSchema, 'The steps', 1000),
  materials: array()
    .of(
      object({
        says: words('The material', 200).required(),
        amount: bounded('The amount of a material', 0, 1e6),
        unit: words('The unit', 40).defined(),
        spare: words('The reckoning', 300).defined(),
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
    (plan) => !isWhole(plan) || planFaults(plan as Plan).length === 0,
  )

/** Whether a plan holds lists to be followed at all; what else is wrong with it its own fields say. */
const isWhole = (plan: unknown) =>
  Array.isArray((plan as Plan)?.steps) &&
  Array.isArray((plan as Plan)?.stages) &&
  (plan as Plan).steps.every((step) => Array.isArray(step?.after)) &&
  (plan as Plan).stages.every((stage) => stage !== null && typeof stage === 'object')

/** All parts of a tank file but its entries, which are checked one by one. */
export const STORY_PARTS = {
  vessel: vesselSchema,
  layouts: listOf(layoutSchema, 'The layouts', 100),
  species: listOf(speciesSchema, 'The species', 2000),
  plantings: listOf(plantingSchema, 'The plantings', 2000),
  populations: listOf(populationSchema, 'The populations', 500),
  sources: listOf(sourceSchema, 'The source waters', 100),
  products: listOf(productSchema, 'The products', 500),
  routines: listOf(routineSchema, 'The routines', 200),
  plans: listOf(planSchema, 'The plans', 500),
} as const
