import { mainKind, plantingOn } from '@/core/history/tank-at'
import type { TankHistory } from '@/core/history/types'
import { fitGrowth } from '@/core/plants/growth'
import { dayOf } from '@/core/quantity/time'
import { now } from './clock'
import type { Database } from './db'
import { lodge } from './demo/lodge'
import { addEntries } from './entries'
import { writeTankFile } from './formats/tank-file'
import { loadStoryWithKin } from './story'
import { memoryDatabase } from './testing/memory'

let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await memoryDatabase(...lodge(now())))
})
afterAll(() => close())

const load = async (slug: string) => (await loadStoryWithKin(db, slug))!
const kinds = ({ plantings }: TankHistory) => plantings.map((one) => mainKind(one).speciesId)

test('a tank learns from plantings of its kinds in other tanks alone, and none of it is written into its file', async () => {
  const spring = await load('spring')
  expect(spring.kin!.length).toBeGreaterThan(0)
  for (const { tankId, speciesId, own } of spring.kin!) {
    expect(tankId).not.toBe(spring.vessel.id)
    expect(kinds(spring)).toContain(speciesId)
    expect(own).not.toBeNull()
  }
  const { kin: _kin, ...alone } = spring
  expect(writeTankFile(spring)).toBe(writeTankFile(alone))
  // What the others do moves what is expected of one that was never measured, and is said.
  const at = now()
  const day = dayOf(at)
  const moved = spring.plantings
    .flatMap((record) => plantingOn(record, day) ?? [])
    .map((planting) => [fitGrowth(spring, planting, at), fitGrowth(alone, planting, at)])
    .filter(([withKin, without]) => withKin.rate.value !== without.rate.value)
  expect(moved.length).toBeGreaterThan(0)
  expect(moved.map(([{ rate }]) => rate.because).join()).toMatch(/of its kind in other tanks/)
})

test('the story is the same object while the others teach the same, and another once they teach more', async () => {
  const spring = await load('spring')
  expect(await load('spring')).toBe(spring)
  const tarn = await load('tarn')
  const write = (id: string, detail: object) =>
    addEntries(
      db,
      'tarn',
      [
        {
          id,
          at: now(),
          certainty: 'measured',
          by: 'keeper',
          note: null,
          expected: null,
          ...detail,
        } as never,
      ],
      now(),
    )
  await write('a-note', { kind: 'note', text: 'All calm.' })
  expect(await load('spring')).toBe(spring)
  const { plantingId } = spring.kin!.find(({ tankId }) => tankId === tarn.vessel.id)!
  const before = spring.kin!.find((one) => one.plantingId === plantingId)
  await addEntries(
    db,
    'tarn',
    [
      {
        id: 'a-height',
        kind: 'measure',
        // Of yesterday: what is learnt is reckoned once a day.
        at: new Date(Date.parse(now()) - 26 * 3600_000).toISOString(),
        certainty: 'measured',
        by: 'keeper',
        note: null,
        expected: null,
        plantingId,
        measure: 'height',
        value: 12,
      } as never,
    ],
    now(),
  )
  const after = await load('spring')
  expect(after).not.toBe(spring)
  expect(after.kin!.find((one) => one.plantingId === plantingId)).not.toEqual(before)
})
