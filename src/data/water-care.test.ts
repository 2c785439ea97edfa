import { randomUUID } from 'node:crypto'
import { UNMEASURED, USUAL_CARE, type Product, type WaterCare } from '@/core/history/types'
import { DAY0, entry, tank } from '@/core/testing/tank'
import { instantOf } from '@/core/quantity/time'
import { dueOnBench } from './due'
import { addEntries } from './entries'
import { EntryRefused } from './refused'
import { findingsOf } from './analysis-cache'
import type { Database } from './db'
import { loadStory } from './story'
import { memoryDatabase } from './testing/memory'
import { setChangeRoutine } from './facts/routines'
import { changeCare, removeProduct, saveProduct, saveSource } from './water-care'

const NOW = instantOf(DAY0 + 50)
const bottle: Product = {
  id: 'b',
  name: 'Weekly bottle',
  form: 'liquid',
  analysis: [{ as: 'K', amount: 20 }],
  tabletGrams: null,
  recipe: null,
}
let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await memoryDatabase(tank()))
})
afterAll(() => close())
const saying = () => ({ id: randomUUID(), seen: null, since: null, now: NOW })
const story = async () => (await loadStory(db, 'test'))!

test('care is kept and read back; a band upside down, of no parameter, or beyond what water holds is refused whole', async () => {
  const keep = (care: object, evaporationLitresPerDay: number | null) =>
    changeCare(
      db,
      'test',
      'bands',
      saying(),
      () => ({ ...care, evaporationLitresPerDay }) as WaterCare,
    )
  await keep({ ...USUAL_CARE, school: 'lean column', bands: { nitrate: { low: 1, high: 8 } } }, 0.8)
  expect((await story()).vessel.care[0].is).toMatchObject({
    school: 'lean column',
    bands: { nitrate: { low: 1, high: 8 } },
    evaporationLitresPerDay: 0.8,
  })
  for (const bands of [
    { nitrate: { low: 9, high: 2 } },
    { joy: { low: 1, high: 2 } },
    { pH: { low: 1, high: 20 } },
    { nitrate: 5 },
  ])
    await expect(keep({ ...USUAL_CARE, bands }, null)).rejects.toThrow(
      /A band must name a parameter/,
    )
  await expect(keep({ ...USUAL_CARE, foodProteinPercent: 140 }, null)).rejects.toThrow(/over 100 %/)
  expect((await story()).vessel.care[0].is.school).toBe('lean column')
})

test('a source is added, changed, and cannot take a name that stands; letters are named at their field', async () => {
  const rain = {
    id: 'rain',
    name: 'Rain',
    kind: 'rain' as const,
    nitrateMgL: 1,
    khDegrees: 0,
    ghDegrees: 0,
    pH: 5.8,
    temperatureC: 9,
    ...UNMEASURED,
  }
  await saveSource(db, 'test', rain, saying())
  await saveSource(db, 'test', { ...rain, conductivityUs: 14 }, saying())
  const kept = (await story()).sources.find((source) => source.id === 'rain')!
  expect(kept.analyses).toHaveLength(1)
  expect(kept.analyses[0].is).toMatchObject({
    conductivityUs: 14,
    phosphateMgL: null,
  })
  await expect(
    saveSource(db, 'test', { ...rain, id: 'other', name: 'tap' }, saying()),
  ).rejects.toBeInstanceOf(EntryRefused)
  await expect(
    saveSource(db, 'test', { ...rain, ghDegrees: 'soft' as never }, saying()),
  ).rejects.toMatchObject({ problems: [{ field: 'ghDegrees' }] })
  await expect(saveSource(db, 'test', { ...rain, khDegrees: -1 }, saying())).rejects.toThrow(
    /below zero/,
  )
})

test('a label that adds up to more than the whole is refused with its sum; a tablet says what it weighs', async () => {
  await saveProduct(db, 'test', bottle, null)
  await expect(
    saveProduct(
      db,
      'test',
      {
        ...bottle,
        id: 'c',
        name: 'Powder',
        form: 'powder',
        analysis: [
          { as: 'K2O', amount: 70 },
          { as: 'N', amount: 40 },
        ],
      },
      null,
    ),
  ).rejects.toThrow(/adds up to 110 %/)
  await expect(
    saveProduct(
      db,
      'test',
      { ...bottle, id: 'd', name: 'Tab', form: 'tablet', analysis: [] },
      null,
    ),
  ).rejects.toThrow(/one tablet weigh/)
  await expect(
    saveProduct(db, 'test', { ...bottle, id: 'e', name: 'weekly BOTTLE' }, null),
  ).rejects.toBeInstanceOf(EntryRefused)
  expect((await story()).products).toEqual([bottle])
})

test('what was dosed stays on the shelf; what was not can go', async () => {
  await saveProduct(db, 'test', { ...bottle, id: 'spare', name: 'Spare' }, null)
  await removeProduct(db, 'test', 'spare')
  await addEntries(
    db,
    'test',
    [
      {
        ...entry(40, 'dose', { product: 'Weekly bottle', productId: 'b', amount: 5, unit: 'mL' }),
        id: 'dose-1',
      },
    ],
    NOW,
  )
  await expect(removeProduct(db, 'test', 'b')).rejects.toThrow(/1 dose of this is in the book/)
  await expect(
    saveProduct(
      db,
      'test',
      { ...bottle, form: 'powder', analysis: [{ as: 'K2O', amount: 20 }] },
      null,
    ),
  ).rejects.toThrow(/1 dose of it stand in the book in its former unit/)
  await saveProduct(db, 'test', { ...bottle, name: 'Bottle, renamed' }, null)
  expect((await story()).products.map((product) => product.id)).toEqual(['b'])
})

test('a rhythm becomes the routine, the same one when it is changed, and is due on the bench', async () => {
  await setChangeRoutine(
    db,
    'test',
    { everyDays: 7, fraction: 0.5 },
    { id: 'fresh', seen: null, now: NOW },
  )
  await setChangeRoutine(
    db,
    'test',
    { everyDays: 10, fraction: 0.4 },
    { id: 'fresher', seen: null, now: NOW },
  )
  expect((await story()).routines).toEqual([
    expect.objectContaining({
      id: 'fresh',
      everyDays: 10,
      amount: 0.4,
      says: null,
    }),
  ])
  expect((await dueOnBench(db, instantOf(DAY0 + 62.01)))[0].due).toEqual([
    expect.objectContaining({ kind: 'water-change', daysLate: 2, lastAt: null }),
  ])
  await addEntries(
    db,
    'test',
    [
      {
        ...entry(45, 'water-change', { fraction: 0.3, litres: 20, sourceId: 'src' }),
        id: 'change-1',
      },
    ],
    NOW,
  )
  expect((await dueOnBench(db, instantOf(DAY0 + 58)))[0].due).toEqual([
    expect.objectContaining({ daysLate: 3, lastAt: instantOf(DAY0 + 45) }),
  ])
  expect((await dueOnBench(db, instantOf(DAY0 + 50)))[0].due).toEqual([])
})

test('findings are worked out once for a story, anew after a write and after five minutes', async () => {
  const before = await story()
  const first = findingsOf(before, NOW)
  expect(findingsOf(before, NOW)).toBe(first)
  expect(findingsOf(before, instantOf(DAY0 + 50 + 6 / 1440))).not.toBe(first)
  await addEntries(db, 'test', [{ ...entry(46, 'note', { text: 'x' }), id: 'note-1' }], NOW)
  expect(findingsOf(await story(), NOW)).not.toBe(first)
})
