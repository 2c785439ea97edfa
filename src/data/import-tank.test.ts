import { sql } from 'drizzle-orm'
import { since } from '@/core/history/dated'
import type { Species, TankHistory } from '@/core/history/types'
import { CATALOGUE } from '@/core/plants/catalogue'
import { instantOf } from '@/core/quantity/time'
import { DAY0, entry, FISH, height, nitrate, STEMS, tank } from '@/core/testing/tank'
import { actOfEntry, undoAct } from './acts'
import { sweepArrivals } from './arrivals'
import { deleteTank, setOnBench, tankToDelete } from './bench'
import type { Database } from './db'
import { addEntries } from './entries'
import { revisionsOf } from './facts/kinds'
import { move } from './facts/moves'
import { addPlanting, listSpecies } from './facts/plantings'
import { kindsOfFile } from './import-kinds'
import { importStory } from './import-tank'
import { loadStory } from './story'
import { memoryDatabase } from './testing/memory'

const NOW = instantOf(DAY0 + 50)
let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await memoryDatabase(tank([nitrate(2, 10)])))
})
afterAll(() => close())
const story = async (slug = 'test') => (await loadStory(db, slug))!

/** Another tank, with ids of its own. */
function other(name: string, over: Partial<TankHistory> = {}): TankHistory {
  const slug = name.toLowerCase()
  return tank([], {
    vessel: { ...tank().vessel, id: `ves-${slug}`, slug, name },
    layouts: tank().layouts.map((layout) => ({ ...layout, id: `lay-${slug}` })),
    plantings: [],
    equipment: [],
    sources: [],
    species: [],
    ...over,
  })
}
const growing = (name: string, species: Species) =>
  other(name, {
    species: [species],
    plantings: [
      {
        id: `p-${name}`,
        stake: 'S1',
        name,
        kinds: [{ speciesId: species.id, share: 1, sure: 'sure' }],
        origin: 'not said',
        parentIds: [],
        stands: [
          since(instantOf(DAY0), {
            layoutId: `lay-${name.toLowerCase()}`,
            zone: 'background',
            patch: STEMS.patch,
            stems: 5,
            perch: null,
          }),
        ],
        ended: null,
      },
    ],
  })
const heightHere = async (id: string) =>
  (await listSpecies(db)).find((one) => one.id === id)?.matureHeightCm

describe('kinds are shared by all tanks: a file changes none of them that was not shown and accepted', () => {
  const poisoned = { ...CATALOGUE.redStem, matureHeightCm: 200 }
  const reading = (...ids: string[]) => ({ ids: new Set(ids), id: 'file-1', now: NOW })
  const read = (history: TankHistory, ids: string[] = []) =>
    importStory(db, history, undefined, undefined, reading(...ids))

  test('one that every Vivero knows and no tank here grows yet: what the file says of it is asked about, and is not taken over', async () => {
    const file = growing('Red', poisoned)
    expect(await kindsOfFile(db, file)).toMatchObject({
      fresh: [],
      other: [{ here: { matureHeightCm: CATALOGUE.redStem.matureHeightCm }, file: poisoned }],
    })
    const answer = await read(file)
    expect(answer).toMatchObject({
      ok: true,
      value: { remarks: [expect.stringContaining('the figures already here were kept')] },
    })
    expect(await heightHere(poisoned.id)).toBe(CATALOGUE.redStem.matureHeightCm)
    expect((await story('red')).species[0].matureHeightCm).toBe(CATALOGUE.redStem.matureHeightCm)
  })
  test('accepted, it is taken over for all tanks, with what was said before', async () => {
    expect((await read(growing('Red', poisoned), [poisoned.id])).ok).toBe(true)
    expect(await heightHere(poisoned.id)).toBe(200)
    expect(await revisionsOf(db, poisoned.id)).toMatchObject([
      {
        before: { matureHeightCm: CATALOGUE.redStem.matureHeightCm },
        after: { matureHeightCm: 200 },
      },
    ])
  })
  const own = { ...CATALOGUE.redStem, id: 'own-kind', name: 'Found in the brook' }
  test('one that nobody knows comes with its tank when it was shown, and not before', async () => {
    const file = growing('Brook', own)
    expect(await kindsOfFile(db, file)).toMatchObject({ fresh: [{ id: 'own-kind' }], other: [] })
    expect(await read(file)).toMatchObject({
      ok: false,
      problem: expect.stringContaining('Found in the brook'),
    })
    expect([await loadStory(db, 'brook'), await heightHere('own-kind')]).toEqual([null, undefined])
    expect((await read(file, ['own-kind'])).ok).toBe(true)
    expect(await revisionsOf(db, 'own-kind')).toMatchObject([{ before: null }])
  })
  test('one that the file lists and its tank does not grow is nobody’s', async () => {
    const file = other('Empty', { species: [{ ...CATALOGUE.moss, matureHeightCm: 77 }] })
    expect(await kindsOfFile(db, file)).toEqual({ fresh: [], other: [] })
    expect((await read(file)).ok).toBe(true)
    expect(await heightHere(CATALOGUE.moss.id)).toBeUndefined()
  })
})

describe('a file of many lines into the tank it is of', () => {
  const many = (from: number, count: number) =>
    Array.from({ length: count }, (_, i) =>
      entry(3 + (from + i) / 500, 'note', { text: `line ${from + i}` }, { id: `n-${from + i}` }),
    )
  test('comes in steps, with what it speaks of; until the last is in nobody sees one, and the same again adds none', async () => {
    const here = await story()
    const cutting = { ...here.plantings[0], id: 'p-late', stake: 'S7' }
    const file: TankHistory = {
      ...here,
      plantings: [...here.plantings, cutting],
      populations: [FISH],
      entries: [
        ...here.entries,
        ...many(0, 1500),
        height(4, 'p-late', 9),
        entry(4, 'stock', {
          populationId: 'fish',
          event: 'counted',
          count: 7,
          plusMinus: 0,
          otherVesselId: null,
        }),
      ],
    }
    const seen = new Set<number>()
    const answer = await importStory(
      db,
      file,
      () => void loadStory(db, 'test').then((now) => seen.add(now!.entries.length)),
    )
    expect(answer).toMatchObject({
      ok: true,
      value: { fresh: false, entriesAdded: 1502, partsAdded: 2 },
    })
    const after = await story()
    expect(after.entries).toHaveLength(here.entries.length + 1502)
    expect(after.plantings.map(({ stake }) => stake)).toContain('S7')
    expect(
      [...seen].filter((n) => n !== here.entries.length && n !== after.entries.length),
    ).toEqual([])
    expect(await importStory(db, file)).toMatchObject({
      ok: true,
      value: { entriesAdded: 0, entriesKnown: file.entries.length, partsAdded: 0 },
    })
    expect((await story()).entries).toHaveLength(after.entries.length)
  })
  test('stopped, or fallen, nothing of it is left, what it spoke of neither', async () => {
    const here = await story()
    const file: TankHistory = {
      ...here,
      plantings: [...here.plantings, { ...here.plantings[0], id: 'p-never', stake: 'S8' }],
      entries: [...here.entries, ...many(5000, 1500), height(4, 'p-never', 9)],
    }
    const stop = new AbortController()
    await expect(importStory(db, file, () => stop.abort(), stop.signal)).rejects.toThrow()
    const rows = async () =>
      (await db.execute(
        sql`select (select count(*) from planting where id = 'p-never') as plantings, (select count(*) from vessel where arriving) as hidden, (select count(*) from entry where arrival is not null and id like 'n-5___') as lines, (select count(*) from arrival) as arrivals`,
      )) as unknown as { rows: Record<string, number>[] }
    expect(Object.values((await rows()).rows[0]).map(Number)).toEqual([0, 0, 0, 0])
    expect(await story()).toEqual(here)
    // What was planted meanwhile keeps its stake; the file’s gives way.
    const settled = importStory(db, file, () => undefined)
    await addPlanting(db, 'test', { ...here.plantings[0], id: 'p-meanwhile', stake: 'S8' }, [], NOW)
    expect(await settled).toMatchObject({
      ok: true,
      value: { remarks: [expect.stringContaining('S8 is taken')] },
    })
    const stakes = (await story()).plantings.map(({ id, stake }) => [id, stake])
    expect(stakes).toContainEqual(['p-meanwhile', 'S8'])
  })
})

test('a new tank that fell before its lines came is not hidden for ever: the next start takes it away, and it can be read again', async () => {
  const file = other('Fallen', {
    entries: Array.from({ length: 1100 }, (_, i) =>
      entry(3 + i / 500, 'note', { text: 'x' }, { id: `fallen-${i}` }),
    ),
  })
  // As a server leaves it that is killed at the first line.
  const vesselRow = { ...file.vessel, id: 'ves-fallen' }
  await db.execute(
    sql`insert into vessel (id, slug, name, kind, altitude_m, glass, care, time_zone, stands_at, started_at, bench_order, arriving) values (${vesselRow.id}, 'fallen', 'Fallen', 'display', 0, '[]', '[]', 'UTC', '', now(), 9, true)`,
  )
  expect(await importStory(db, file)).toMatchObject({
    ok: false,
    problem: expect.stringContaining('being read'),
  })
  await sweepArrivals(db, 0)
  expect(await importStory(db, file)).toMatchObject({
    ok: true,
    value: { fresh: true, entriesAdded: 1100 },
  })
})

test('what came from a tank that was deleted since is taken back with its line all the same', async () => {
  const from = other('Gone', {
    populations: [{ ...FISH, id: 'gone-fish' }],
    entries: [
      entry(1, 'stock', {
        populationId: 'gone-fish',
        event: 'counted',
        count: 9,
        plusMinus: 0,
        otherVesselId: null,
      }),
    ],
  })
  await importStory(db, from)
  await importStory(db, other('Stays'))
  await move(
    db,
    { from: 'gone', to: 'stays' },
    () => ({ what: 'animals', populationId: 'gone-fish', count: 4 }),
    { id: 'went', at: NOW, now: NOW },
  )
  expect((await story('stays')).populations).toHaveLength(1)
  await setOnBench(db, 'gone', false)
  await deleteTank(db, await tankToDelete(db, 'gone', 'Gone'))
  const line = (await story('stays')).entries.find(({ kind }) => kind === 'stock')!
  const act = await actOfEntry(db, line.id)
  expect(act).toMatchObject({ undone: false })
  await undoAct(db, 'stays', act!.id, NOW)
  expect((await story('stays')).populations).toEqual([])
  expect((await story('stays')).entries.filter(({ kind }) => kind === 'stock')).toEqual([])
})

test('what the database will not hold is a sentence, and nothing is written', async () => {
  const before = await story()
  const note = (over: object) => ({
    id: 'held',
    kind: 'note',
    at: NOW,
    certainty: 'measured',
    by: 'keeper',
    note: null,
    expected: null,
    text: 'x',
    ...over,
  })
  await addEntries(db, 'test', [note({ id: 'mine' })], NOW)
  await expect(addEntries(db, 'stays', [note({ id: 'mine' })], NOW)).rejects.toThrow(
    /belongs to another tank/,
  )
  // A planting that stands in another tank.
  await expect(
    addPlanting(
      db,
      'stays',
      {
        ...before.plantings[0],
        stake: 'Z1',
        stands: [
          {
            ...before.plantings[0].stands[0],
            is: { ...before.plantings[0].stands[0].is!, layoutId: 'lay-stays' },
          },
        ],
      },
      [CATALOGUE.carpet, CATALOGUE.greenStem],
      NOW,
    ),
  ).rejects.toThrow(/stands here already, or in another tank/)
  expect((await story('stays')).plantings).toEqual([])
})
