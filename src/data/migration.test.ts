import { readdirSync } from 'node:fs'
import { sql } from 'drizzle-orm'
import { planTitle, sayCaution, sayStage, sayStep } from '@/core/history/plan.words'
import { routineName } from '@/core/history/routine.words'
import { tankAt } from '@/core/history/tank-at'
import type { TankHistory } from '@/core/history/types'
import { storyFaults } from '@/core/history/sound'
import { dayOf } from '@/core/quantity/time'
import type { Database } from './db'
import { readTankFile, writeTankFile } from './formats/tank-file'
import { importStory } from './import-tank'
import { loadStory } from './story'
import { memoryDatabase } from './testing/memory'
import {
  asVersion2,
  fixture,
  old,
  put,
  statementsOf,
  writeVersion2,
  type Row,
  type Version2,
  MIGRATIONS_OF_VERSION_2,
} from './testing/version-2'

const NOW = '2026-03-01T10:00:00.000Z'
const MIGRATIONS = readdirSync('drizzle')
  .filter((name) => name.endsWith('.sql'))
  .sort()
  .slice(MIGRATIONS_OF_VERSION_2.length)
let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await memoryDatabase())
})
afterAll(() => close())

/** As the application does it: all of it in one transaction. */
const migrate = () =>
  db.transaction(async (tx) => {
    for (const statement of MIGRATIONS.flatMap(statementsOf)) await tx.execute(sql.raw(statement))
  })

/** The database gives parts in an order of its own. */
function inOneOrder(story: TankHistory): TankHistory {
  const sorted = Object.entries(story).map(([part, list]) => [
    part,
    Array.isArray(list) && part !== 'entries'
      ? [...(list as { id: string }[])].sort((a, b) => (a.id < b.id ? -1 : 1))
      : list,
  ])
  return Object.fromEntries(sorted) as TankHistory
}

describe('data of the version before', () => {
  test('the database is brought up to date to the same stories as the tank files of that version', async () => {
    await asVersion2(db)
    const names = ['tarn.version-2.json', 'spring.version-2.json']
    for (const name of names) await writeVersion2(db, old(name))
    await put(db, 'entry_revision', {
      entry_id: 'tarn-x2',
      revision: 1,
      replaced_at: NOW,
      act: 'edit',
      snapshot: { id: 'tarn-x2', kind: 'stock', event: 'moved', count: 3 },
    })
    await migrate()
    for (const name of names) {
      const read = await readTankFile(fixture(name), NOW)
      if (!read.ok) throw new Error(read.problem)
      const migrated = await loadStory(db, String(old(name).vessel.slug))
      expect(inOneOrder(migrated!)).toEqual(inOneOrder(read.value))
      expect(storyFaults(migrated!, NOW)).toEqual([])
    }
    const { rows } = (await db.execute(sql`select snapshot from entry_revision`)) as unknown as {
      rows: { snapshot: Row }[]
    }
    expect(rows[0].snapshot).toMatchObject({ event: 'moved out', otherVesselId: null })
  })
  test('nothing is lost: what stood, stood where and when it did, and a piece taken out lies in the layout it lay in', async () => {
    const read = await readTankFile(fixture('tarn.version-2.json'), NOW)
    if (!read.ok) throw new Error(read.problem)
    const story = read.value
    const before = old('tarn.version-2.json')
    expect(story.entries.map((entry) => entry.id).sort()).toEqual(
      before.entries.map((entry) => entry.id).sort(),
    )
    expect(story.plantings).toHaveLength(before.plantings.length)
    expect(story.layouts.map(({ id, draft, to }) => [id, draft, to])).toEqual([
      ['tarn-old', false, '2025-03-20T10:00:00.000Z'],
      ['tarn-first', false, null],
      ['tarn-draft', true, null],
    ])
    const on = (day: string) => {
      const tank = tankAt(story, dayOf(day))
      return {
        layout: tank.layout?.id,
        pieces: tank.layout?.hardscape.map((piece) => piece.id).sort(),
        plantings: tank.plantings.map(({ id }) => id),
      }
    }
    expect(on('2024-06-01T10:00:00Z')).toEqual({
      layout: 'tarn-old',
      pieces: ['tarn-old-stone'],
      plantings: ['tarn-old-s1'],
    })
    expect(on('2025-04-05T10:00:00Z').layout).toBe(
      dayOf(String(before.layouts[1].from)) <= dayOf('2025-04-05T10:00:00Z')
        ? 'tarn-first'
        : undefined,
    )
    const kept = ['tarn-small-stone', 'tarn-stone', 'tarn-wood']
    expect(on('2025-12-01T10:00:00Z').pieces).toEqual([...kept.slice(0, 0), 'tarn-slate', ...kept])
    expect(on('2026-02-01T10:00:00Z').pieces).toEqual(kept)
    expect(on('2025-09-01T10:00:00Z').plantings).toContain('tarn-s9')
    expect(on('2025-11-01T10:00:00Z').plantings).not.toContain('tarn-s9')
    expect(story.entries.find((entry) => entry.id === 'tarn-x2')).toMatchObject({
      event: 'moved out',
    })
  })
  test('plans and routines that held sentences hold codes; what a plan said stays as it was said', async () => {
    const read = await readTankFile(fixture('tarn.version-2.json'), NOW)
    if (!read.ok) throw new Error(read.problem)
    const [plan] = read.value.plans
    expect(planTitle(plan, read.value)).toBe('Partial rescape of Tarn')
    expect(plan.stages.map((stage) => sayStage(stage, plan, read.value))).toEqual([
      'Left: S1',
      'Partial rescape',
    ])
    expect(plan.steps.map((step) => [sayStep(step, read.value), step.cautions])).toEqual([
      [
        'Power and gas off; wait for the heater to cool The socket behind the stove is loose.',
        ['mains'],
      ],
      ['Draw 52 L of tank water into the tubs', ['weight']],
    ])
    expect(sayCaution('weight', plan.steps[1])).toMatch(/about 250 kg/)
    expect(plan.materials.map(({ amount, text }) => `${amount} ${text}`)).toEqual([
      '9 L active soil; 7.6 L by the slope and 13 % spare',
      '1 sheet filter floss to wall off a section',
    ])
    const before = old('tarn.version-2.json').routines
    expect(read.value.routines.map((routine) => routineName(routine, []))).toEqual(
      before.map(({ says }) => says),
    )
    expect(read.value.routines.filter(({ says }) => says === null).length).toBeGreaterThan(0)
  })
  test('written again as a file of this version and read back it is the same, and comes into an empty database', async () => {
    const first = await readTankFile(fixture('tarn.version-2.json'), NOW)
    if (!first.ok) throw new Error(first.problem)
    const text = writeTankFile(first.value)
    const again = await readTankFile(Buffer.from(text), NOW)
    if (!again.ok) throw new Error(again.problem)
    expect(writeTankFile(again.value)).toBe(text)
    const fresh = await memoryDatabase()
    expect(await importStory(fresh.db, again.value)).toMatchObject({ ok: true })
    expect(writeTankFile(inOneOrder((await loadStory(fresh.db, 'tarn'))!))).toBe(
      writeTankFile(inOneOrder(first.value)),
    )
    expect(await importStory(fresh.db, first.value)).toMatchObject({
      ok: true,
      value: { fresh: false, partsAdded: 0, entriesAdded: 0, remarks: [] },
    })
    await fresh.close()
  })
  test('a file of version 1 comes up to date: care, waters and doses at their usual values', async () => {
    const version2 = old('spring.version-2.json') as Version2 & Row
    const { products: _products, ...rest } = version2
    const { care: _care, ...vessel } = version2.vessel
    const version1 = {
      ...rest,
      version: 1,
      vessel,
      sources: version2.sources.map((source) =>
        Object.fromEntries(
          Object.entries(source).filter(
            ([key]) => !/phosphate|potassium|calcium|magnesium|conductivity/.test(key),
          ),
        ),
      ),
      entries: [
        ...version2.entries,
        {
          id: 'dose-1',
          kind: 'dose',
          at: '2026-02-01T10:00:00.000Z',
          certainty: 'measured',
          by: 'keeper',
          note: null,
          expected: null,
          product: 'bottle',
          millilitres: 7,
        },
      ],
    }
    const read = await readTankFile(Buffer.from(JSON.stringify(version1)), NOW)
    if (!read.ok) throw new Error(read.problem)
    expect(read.value.vessel.care[0].is).toMatchObject({ school: 'all-in-one', feeding: null })
    expect(read.value.sources[0].analyses[0].is.phosphateMgL).toBeNull()
    expect(read.value.entries.find((entry) => entry.id === 'dose-1')).toMatchObject({
      amount: 7,
      unit: 'mL',
      productId: null,
    })
    expect(
      await readTankFile(Buffer.from(JSON.stringify({ ...version1, vessel: 'gone' })), NOW),
    ).toMatchObject({ ok: false, problem: expect.stringContaining('vessel') })
  })
  test.each<[string, (story: Version2) => void]>([
    ['a layout that is none', (story) => void (story.layouts[0] = 'gone' as never)],
    ['a piece without its outline', (story) => void delete story.layouts[1].hardscape[0].outline],
    ['a planting in no layout', (story) => void (story.plantings[0].layoutId = 'nowhere')],
    ['a lamp that is none', (story) => void (story.vessel.lamp = 'bright')],
    ['a list for a source', (story) => void (story.sources[0] = [] as never)],
  ])('%s in an old file is refused with its place, nothing is guessed', async (_name, damage) => {
    const story = old('tarn.version-2.json')
    damage(story)
    const read = await readTankFile(Buffer.from(JSON.stringify(story)), NOW)
    expect(read).toMatchObject({ ok: false, problem: expect.stringMatching(/damaged: \w+/) })
  })
})
