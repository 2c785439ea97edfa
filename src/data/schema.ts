import { sql } from 'drizzle-orm'
import {
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core'
import type { Entry } from '@/core/history/entries'
import {
  USUAL_CARE,
  type Ground,
  type GroundStation,
  type Hardscape,
  type Layout,
  type Plan,
  type Planting,
  type Population,
  type Product,
  type Routine,
  type SourceWater,
  type Species,
  type Vessel,
} from '@/core/history/types'

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date', precision: 3 })

export const vessel = pgTable('vessel', {
  id: text('id').primaryKey(),
  slug: text('slug').notNull().unique(),
  name: text('name').notNull(),
  kind: text('kind').$type<Vessel['kind']>().notNull(),
  lengthCm: doublePrecision('length_cm').notNull(),
  depthCm: doublePrecision('depth_cm').notNull(),
  heightCm: doublePrecision('height_cm').notNull(),
  waterlineCm: doublePrecision('waterline_cm').notNull(),
  glassMm: doublePrecision('glass_mm').notNull(),
  altitudeM: doublePrecision('altitude_m').notNull(),
  evaporationLitresPerDay: doublePrecision('evaporation_litres_per_day'),
  lamp: jsonb('lamp').$type<Vessel['lamp']>().notNull(),
  gas: jsonb('gas').$type<NonNullable<Vessel['gas']>>(),
  care: jsonb('care').$type<Vessel['care']>().notNull().default(USUAL_CARE),
  timeZone: text('time_zone').notNull(),
  standsAt: text('stands_at').notNull(),
  startedAt: moment('started_at').notNull(),
  order: integer('bench_order').notNull(),
  /** Whether it stands on the bench, or was put away with all its record. */
  onBench: boolean('on_bench').notNull().default(true),
  /** A tank that is still being read from a file: nobody sees it before the last line is in. */
  arriving: boolean('arriving').notNull().default(false),
  /** Rises with every write to this tank's story; a cached story is good while it stands still. */
  revision: integer('revision').notNull().default(0),
})

export const layout = pgTable(
  'layout',
  {
    id: text('id').primaryKey(),
    vesselId: text('vessel_id')
      .notNull()
      .references(() => vessel.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    state: text('state').$type<Layout['state']>().notNull(),
    from: moment('from_at').notNull(),
    to: moment('to_at'),
    groundMaterial: text('ground_material').$type<Ground['material']>().notNull(),
    groundLaidAt: moment('ground_laid_at').notNull(),
    groundProfile: jsonb('ground_profile').$type<GroundStation[]>().notNull(),
    hardscape: jsonb('hardscape').$type<Hardscape[]>().notNull(),
  },
  (table) => [index('layout_vessel').on(table.vesselId)],
)

export const species = pgTable('species', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  group: text('plant_group').$type<Species['group']>().notNull(),
  growthCmPerDay: jsonb('growth_cm_per_day').$type<Species['growthCmPerDay']>().notNull(),
  matureHeightCm: doublePrecision('mature_height_cm').notNull(),
  matureWidthCm: doublePrecision('mature_width_cm').notNull(),
  areaPerPortionCm2: doublePrecision('area_per_portion_cm2').notNull(),
  leaf: jsonb('leaf').$type<Species['leaf']>().notNull(),
  feedsBy: text('feeds_by').$type<Species['feedsBy']>().notNull(),
})

export const planting = pgTable(
  'planting',
  {
    id: text('id').primaryKey(),
    layoutId: text('layout_id')
      .notNull()
      .references(() => layout.id, { onDelete: 'cascade' }),
    speciesId: text('species_id')
      .notNull()
      .references(() => species.id),
    stake: text('stake').notNull(),
    name: text('name').notNull(),
    zone: text('zone').$type<Planting['zone']>().notNull(),
    patch: jsonb('patch').$type<[number, number][]>().notNull(),
    stems: integer('stems').notNull(),
    perch: jsonb('perch').$type<NonNullable<Planting['perch']>>(),
    plantedAt: moment('planted_at').notNull(),
    removedAt: moment('removed_at'),
  },
  (table) => [uniqueIndex('planting_stake').on(table.layoutId, table.stake)],
)

export const population = pgTable(
  'population',
  {
    id: text('id').primaryKey(),
    vesselId: text('vessel_id')
      .notNull()
      .references(() => vessel.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    kind: text('kind').$type<Population['kind']>().notNull(),
    adultLengthCm: doublePrecision('adult_length_cm').notNull(),
    since: moment('since').notNull(),
  },
  (table) => [index('population_vessel').on(table.vesselId)],
)

export const sourceWater = pgTable(
  'source_water',
  {
    id: text('id').primaryKey(),
    vesselId: text('vessel_id')
      .notNull()
      .references(() => vessel.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    kind: text('kind').$type<SourceWater['kind']>().notNull(),
    nitrateMgL: doublePrecision('nitrate_mg_l').notNull(),
    khDegrees: doublePrecision('kh_degrees').notNull(),
    ghDegrees: doublePrecision('gh_degrees').notNull(),
    pH: doublePrecision('ph').notNull(),
    temperatureC: doublePrecision('temperature_c').notNull(),
    phosphateMgL: doublePrecision('phosphate_mg_l'),
    potassiumMgL: doublePrecision('potassium_mg_l'),
    calciumMgL: doublePrecision('calcium_mg_l'),
    magnesiumMgL: doublePrecision('magnesium_mg_l'),
    conductivityUs: doublePrecision('conductivity_us'),
  },
  (table) => [index('source_vessel').on(table.vesselId)],
)

/** Bottles, bags, tablets and home-made stocks, as their labels have it. */
export const product = pgTable(
  'product',
  {
    id: text('id').primaryKey(),
    vesselId: text('vessel_id')
      .notNull()
      .references(() => vessel.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    form: text('form').$type<Product['form']>().notNull(),
    analysis: jsonb('analysis').$type<Product['analysis']>().notNull(),
    tabletGrams: doublePrecision('tablet_grams'),
    recipe: jsonb('recipe').$type<NonNullable<Product['recipe']>>(),
  },
  (table) => [index('product_vessel').on(table.vesselId)],
)

export const routine = pgTable(
  'routine',
  {
    id: text('id').primaryKey(),
    vesselId: text('vessel_id')
      .notNull()
      .references(() => vessel.id, { onDelete: 'cascade' }),
    kind: text('kind').$type<Routine['kind']>().notNull(),
    everyDays: doublePrecision('every_days').notNull(),
    amount: doublePrecision('amount'),
    says: text('says').notNull(),
    since: moment('since').notNull(),
  },
  (table) => [index('routine_vessel').on(table.vesselId)],
)

export const plan = pgTable(
  'plan',
  {
    id: text('id').primaryKey(),
    vesselId: text('vessel_id')
      .notNull()
      .references(() => vessel.id, { onDelete: 'cascade' }),
    option: text('option').notNull(),
    title: text('title').notNull(),
    madeAt: moment('made_at').notNull(),
    state: text('state').$type<Plan['state']>().notNull(),
    stages: jsonb('stages').$type<Plan['stages']>().notNull(),
    steps: jsonb('steps').$type<Plan['steps']>().notNull(),
    materials: jsonb('materials').$type<Plan['materials']>().notNull(),
  },
  (table) => [index('plan_vessel').on(table.vesselId)],
)

/** The journal: a row a line, everything particular to its kind in `detail`, which that kind's schema has passed. */
export const entry = pgTable(
  'entry',
  {
    id: text('id').primaryKey(),
    vesselId: text('vessel_id')
      .notNull()
      .references(() => vessel.id, { onDelete: 'cascade' }),
    kind: text('kind').$type<Entry['kind']>().notNull(),
    at: moment('at').notNull(),
    plantingId: text('planting_id').references(() => planting.id),
    populationId: text('population_id').references(() => population.id),
    detail: jsonb('detail').$type<Record<string, unknown>>().notNull(),
    certainty: text('certainty').$type<Entry['certainty']>().notNull(),
    by: text('by').$type<Entry['by']>().notNull(),
    note: text('note'),
    expected: jsonb('expected').$type<NonNullable<Entry['expected']>>(),
    /** Fingerprint of an imported line, so that the same file read twice adds nothing. */
    origin: text('origin'),
    revision: integer('revision').notNull().default(1),
    loggedAt: moment('logged_at').notNull().defaultNow(),
    voided: boolean('voided').notNull().default(false),
    /** The arrival it came with; unseen while that is under way. */
    arrival: text('arrival'),
  },
  (table) => [
    index('entry_story').on(table.vesselId, table.at),
    index('entry_latest')
      .on(table.vesselId, table.kind, table.at)
      .where(sql`not voided`),
    uniqueIndex('entry_origin').on(table.vesselId, table.origin),
    index('entry_arrival')
      .on(table.arrival)
      .where(sql`arrival is not null`),
  ],
)

/** Files of lines that are being written just now, in steps that let others in. Taking the row away makes all its lines seen at once; a start takes away what a fall left. */
export const arrival = pgTable('arrival', {
  id: text('id').primaryKey(),
  vesselId: text('vessel_id')
    .notNull()
    .references(() => vessel.id, { onDelete: 'cascade' }),
  begunAt: moment('begun_at').notNull().defaultNow(),
})

/** Former versions of edited, voided and restored entries. Rows are only ever added. */
export const entryRevision = pgTable(
  'entry_revision',
  {
    entryId: text('entry_id')
      .notNull()
      .references(() => entry.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    replacedAt: moment('replaced_at').notNull(),
    act: text('act').$type<'edit' | 'void' | 'restore'>().notNull(),
    snapshot: jsonb('snapshot').$type<Entry>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.entryId, table.revision] })],
)

/** A round that was begun and not yet finished: answers by question key. One a vessel. */
export const roundDraft = pgTable('round_draft', {
  vesselId: text('vessel_id')
    .primaryKey()
    .references(() => vessel.id, { onDelete: 'cascade' }),
  startedAt: moment('started_at').notNull(),
  answers: jsonb('answers').$type<Record<string, unknown>>().notNull(),
})
