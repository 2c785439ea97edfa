import { sql } from 'drizzle-orm'
import {
  bigserial,
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
import type { ActKind, FactDiff } from '@/core/history/diff'
import type { Entry } from '@/core/journal/entry'
import type { EquipmentRecord } from '@/core/history/equipment'
import type {
  LayoutRecord,
  PieceRecord,
  Draft,
  Plan,
  PlantingRecord,
  Population,
  Product,
  Routine,
  SourceRecord,
  Species,
  VesselRecord,
} from '@/core/history/types'

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date', precision: 3 })

export const vessel = pgTable('vessel', {
  id: text('id').primaryKey(),
  slug: text('slug').notNull().unique(),
  name: text('name').notNull(),
  kind: text('kind').$type<VesselRecord['kind']>().notNull(),
  altitudeM: doublePrecision('altitude_m').notNull(),
  /** Dated: measures and water line; the care of the water. */
  glass: jsonb('glass').$type<VesselRecord['glass']>().notNull(),
  care: jsonb('care').$type<VesselRecord['care']>().notNull(),
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
  /** The moment of the latest act on this tank. Whoever writes next is later, whatever his clock says and however long he waited for his turn. */
  actedAt: moment('acted_at'),
})

export const layout = pgTable(
  'layout',
  {
    id: text('id').primaryKey(),
    vesselId: text('vessel_id')
      .notNull()
      .references(() => vessel.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    /** Never laid: pencil. */
    draft: boolean('draft').notNull(),
    from: moment('from_at').notNull(),
    to: moment('to_at'),
    ground: jsonb('ground').$type<LayoutRecord['ground']>().notNull(),
    arrangement: jsonb('arrangement').$type<LayoutRecord['arrangement']>(),
  },
  (table) => [index('layout_vessel').on(table.vesselId)],
)

/** A stone or a piece of wood, with where it lay when. */
export const piece = pgTable(
  'piece',
  {
    /** Within its tank. */
    id: text('id').notNull(),
    vesselId: text('vessel_id')
      .notNull()
      .references(() => vessel.id, { onDelete: 'cascade' }),
    label: text('label').notNull(),
    material: text('material').$type<PieceRecord['material']>().notNull(),
    focal: boolean('focal').notNull(),
    /** Null: nothing more is known. */
    nature: jsonb('nature').$type<PieceRecord['nature'] | null>(),
    stands: jsonb('stands').$type<PieceRecord['stands']>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.vesselId, table.id] })],
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
  /** Null: the keeper said nothing beyond the catalogue. */
  own: jsonb('own').$type<Species['own'] | null>(),
})

/** What a keeper said of a kind, with what was said before: any kind is put back as it was. */
export const speciesRevision = pgTable(
  'species_revision',
  {
    id: text('id').primaryKey(),
    speciesId: text('species_id')
      .notNull()
      .references(() => species.id, { onDelete: 'cascade' }),
    madeAt: timestamp('made_at', { withTimezone: true }).notNull(),
    /** Null: nobody here knew it. */
    before: jsonb('before').$type<Species | null>(),
    after: jsonb('after').$type<Species>().notNull(),
  },
  (table) => [index('species_revision_of').on(table.speciesId, table.madeAt)],
)

/** A planting, with where it stood when; a mixture is of several kinds. */
export const planting = pgTable(
  'planting',
  {
    id: text('id').primaryKey(),
    vesselId: text('vessel_id')
      .notNull()
      .references(() => vessel.id, { onDelete: 'cascade' }),
    stake: text('stake').notNull(),
    name: text('name').notNull(),
    kinds: jsonb('kinds').$type<PlantingRecord['kinds']>().notNull(),
    origin: text('origin').$type<PlantingRecord['origin']>().notNull(),
    parentIds: jsonb('parent_ids').$type<PlantingRecord['parentIds']>().notNull(),
    /** Null: it grows free. */
    kept: jsonb('kept').$type<PlantingRecord['kept'] | null>(),
    stands: jsonb('stands').$type<PlantingRecord['stands']>().notNull(),
    ended: jsonb('ended').$type<NonNullable<PlantingRecord['ended']>>(),
  },
  (table) => [index('planting_vessel').on(table.vesselId, table.stake)],
)

/** Lamps, filters, gas sets and whatever else serves a tank, with how each was set when. */
export const equipment = pgTable(
  'equipment',
  {
    id: text('id').primaryKey(),
    vesselId: text('vessel_id')
      .notNull()
      .references(() => vessel.id, { onDelete: 'cascade' }),
    kind: text('kind').$type<EquipmentRecord['kind']>().notNull(),
    name: text('name').notNull(),
    servesId: text('serves_id'),
    settings: jsonb('settings').$type<EquipmentRecord['settings']>().notNull(),
    endedAt: moment('ended_at'),
  },
  (table) => [index('equipment_vessel').on(table.vesselId)],
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
    until: moment('until_at'),
    temporary: jsonb('temporary').$type<NonNullable<Population['temporary']>>(),
    needs: jsonb('needs').$type<Population['needs']>().notNull().default({}),
    toPlants: text('to_plants').$type<NonNullable<Population['toPlants']>>(),
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
    kind: text('kind').$type<SourceRecord['kind']>().notNull(),
    analyses: jsonb('analyses').$type<SourceRecord['analyses']>().notNull(),
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
    /** Null: at once, or nobody knows. */
    releaseWeeks: doublePrecision('release_weeks'),
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
    says: text('says'),
    since: moment('since').notNull(),
    until: moment('until_at'),
    equipmentId: text('equipment_id'),
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
    option: text('option').$type<Plan['option']>().notNull(),
    madeAt: moment('made_at').notNull(),
    state: text('state').$type<Plan['state']>().notNull(),
    stages: jsonb('stages').$type<Plan['stages']>().notNull(),
    steps: jsonb('steps').$type<Plan['steps']>().notNull(),
    materials: jsonb('materials').$type<Plan['materials']>().notNull(),
  },
  (table) => [index('plan_vessel').on(table.vesselId)],
)

/** Layouts that were drawn and never laid. */
export const draft = pgTable(
  'draft',
  {
    id: text('id').primaryKey(),
    vesselId: text('vessel_id')
      .notNull()
      .references(() => vessel.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    madeAt: moment('made_at').notNull(),
    changedAt: moment('changed_at').notNull(),
    board: jsonb('board').$type<Draft['board']>().notNull(),
    basis: jsonb('basis').$type<Draft['basis']>().notNull(),
  },
  (table) => [index('draft_vessel').on(table.vesselId)],
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
    /** Counts lines as they are written: those of one moment stand in the Book as they came. */
    line: bigserial('line', { mode: 'number' }).notNull(),
    voided: boolean('voided').notNull().default(false),
    /** Struck out together with the file it came with, and brought back with it. */
    takenBack: boolean('taken_back').notNull().default(false),
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

/** Files of lines that were read into a tank: what came with each can be taken back at any later time, and brought back. */
export const importedFile = pgTable('imported_file', {
  /** The arrival it came with; its entries keep it. */
  id: text('id').primaryKey(),
  vesselId: text('vessel_id')
    .notNull()
    .references(() => vessel.id, { onDelete: 'cascade' }),
  name: text('name').notNull(),
  readAt: moment('read_at').notNull(),
  lines: integer('lines').notNull(),
  takenBack: boolean('taken_back').notNull().default(false),
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

/**
 * What the keeper did to the facts of a tank, one act at a time: put right, changed, done by a step of a plan, moved between tanks. Each
 * can be taken back by its differences turned round. Rows are only ever added; an act taken back says when.
 */
export const act = pgTable(
  'act',
  {
    id: text('id').primaryKey(),
    vesselId: text('vessel_id')
      .notNull()
      .references(() => vessel.id, { onDelete: 'cascade' }),
    /** The second tank of a move. */
    otherVesselId: text('other_vessel_id').references(() => vessel.id, { onDelete: 'cascade' }),
    kind: text('kind').$type<ActKind>().notNull(),
    madeAt: moment('made_at').notNull(),
    /** Since when it holds; null: it was so all along. */
    holdsFrom: moment('holds_from'),
    diffs: jsonb('diffs').$type<readonly FactDiff[]>().notNull(),
    entryIds: jsonb('entry_ids').$type<readonly string[]>().notNull(),
    undoneAt: moment('undone_at'),
  },
  (table) => [index('act_vessel').on(table.vesselId, table.madeAt)],
)

/** A round that was begun and not yet finished: answers by question key. One a vessel. */
export const roundDraft = pgTable('round_draft', {
  vesselId: text('vessel_id')
    .primaryKey()
    .references(() => vessel.id, { onDelete: 'cascade' }),
  startedAt: moment('started_at').notNull(),
  /** Who began it: what a keeper answered is not a helper’s to throw away. */
  by: text('by_role').$type<'keeper' | 'helper'>().notNull().default('keeper'),
  answers: jsonb('answers').$type<Record<string, unknown>>().notNull(),
  /** When each part of it was last written and on which page, and where pages disagree (core/routine/round/merge.ts). */
  merge: jsonb('merge').$type<object>().notNull().default({}),
})
