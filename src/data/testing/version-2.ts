import { readFileSync } from 'node:fs'
import { sql, type SQL } from 'drizzle-orm'
import type { Database } from '../db'

export type Row = Record<string, unknown>
export interface Version2 {
  vessel: Row
  layouts: (Row & { ground: Row; hardscape: Row[] })[]
  species: Row[]
  plantings: Row[]
  populations: Row[]
  sources: Row[]
  products: Row[]
  routines: Row[]
  plans: Row[]
  entries: (Row & { id: string })[]
}
/** A tank file as the version before wrote it. */
export const fixture = (name: string) => readFileSync(`src/data/formats/fixtures/${name}`)
export const old = (name: string) => JSON.parse(fixture(name).toString()) as Version2
export const statementsOf = (name: string) =>
  readFileSync(`drizzle/${name}`, 'utf8').split('--> statement-breakpoint')

/** What had been done to the database by then. */
export const MIGRATIONS_OF_VERSION_2 = [
  '0000_first.sql',
  '0001_latest.sql',
  '0002_water.sql',
  '0003_arrivals.sql',
] as const

/** The tables as the version before left them, holding nothing. */
export async function asVersion2(db: Database): Promise<void> {
  await db.execute(sql.raw('drop schema public cascade'))
  await db.execute(sql.raw('create schema public'))
  for (const name of MIGRATIONS_OF_VERSION_2)
    for (const statement of statementsOf(name)) await db.execute(sql.raw(statement))
}

export async function put(
  db: Database,
  table: string,
  row: Row,
  after: SQL = sql``,
): Promise<void> {
  const columns = sql.join(
    Object.keys(row).map((column) => sql.identifier(column)),
    sql`, `,
  )
  const values = sql.join(
    Object.values(row).map((value) =>
      typeof value === 'object' && value !== null
        ? sql`${JSON.stringify(value)}::jsonb`
        : sql`${value}`,
    ),
    sql`, `,
  )
  await db.execute(
    sql`insert into ${sql.identifier(table)} (${columns}) values (${values}) ${after}`,
  )
}
const snake = (name: string) =>
  name === 'pH' ? 'ph' : name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`)
const columnsOf = (row: Row, renamed: Record<string, string> = {}): Row =>
  Object.fromEntries(Object.entries(row).map(([key, value]) => [renamed[key] ?? snake(key), value]))

const COMMON = ['id', 'kind', 'at', 'certainty', 'by', 'note', 'expected']
/** Writes a tank as the version before kept it. */
export async function writeVersion2(db: Database, story: Version2): Promise<void> {
  const own = { vessel_id: story.vessel.id }
  await put(db, 'vessel', columnsOf(story.vessel, { order: 'bench_order' }))
  for (const { ground, hardscape, from, to, ...layout } of story.layouts)
    await put(db, 'layout', {
      ...layout,
      ...own,
      from_at: from,
      to_at: to,
      ground_material: ground.material,
      ground_laid_at: ground.laidAt,
      ground_profile: ground.profile,
      hardscape,
    })
  for (const species of story.species)
    await put(
      db,
      'species',
      columnsOf(species, { group: 'plant_group' }),
      sql`on conflict do nothing`,
    )
  for (const planting of story.plantings) await put(db, 'planting', columnsOf(planting))
  for (const [table, list] of [
    ['population', story.populations],
    ['source_water', story.sources],
    ['product', story.products],
    ['routine', story.routines],
    ['plan', story.plans],
  ] as const)
    for (const row of list) await put(db, table, { ...columnsOf(row), ...own })
  for (const entry of story.entries) {
    const detail = Object.fromEntries(
      Object.entries(entry).filter(([key]) => !COMMON.includes(key)),
    )
    const common = Object.fromEntries(COMMON.map((key) => [key, entry[key]]))
    await put(db, 'entry', { ...common, ...own, detail })
  }
}
