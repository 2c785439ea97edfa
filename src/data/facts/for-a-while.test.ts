import { randomUUID } from 'node:crypto'
import { since } from '@/core/history/dated'
import { CATALOGUE } from '@/core/plants/catalogue'
import type { EquipmentRecord } from '@/core/history/equipment'
import { temporaryFindings } from '@/core/history/findings/temporary-finding'
import { instantOf } from '@/core/quantity/time'
import { DAY0, FISH, recordOf, STEMS, tank } from '@/core/testing/tank'
import type { Database } from '../db'
import { EntryRefused } from '../refused'
import { loadStory } from '../story'
import { memoryDatabase } from '../testing/memory'
import { addEquipment, sayEquipment } from './equipment'
import { addPlanting } from './plantings'
import { addPopulation, sayPopulation } from './populations'
import { sayVessel } from './vessel'

const NOW = instantOf(DAY0 + 20)
const [BEGINS, ENDS] = [instantOf(DAY0 + 10), instantOf(DAY0 + 40)]
const forAWhile = (until = ENDS) => ({ until, because: 'lent by another tank' })

let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await memoryDatabase(tank()))
})
afterAll(() => close())
const story = async () => (await loadStory(db, 'test'))!
const saying = () => ({ id: randomUUID(), seen: null, now: NOW })
const lid = (until?: string): EquipmentRecord =>
  ({
    id: randomUUID(),
    kind: 'lid',
    name: `Lid ${randomUUID().slice(0, 4)}`,
    servesId: null,
    settings: [since(BEGINS, { cover: 'closed glass' }, forAWhile(until))],
    endedAt: null,
  }) as unknown as EquipmentRecord
const glass = async (until?: string) => {
  const { vessel } = await story()
  const { name, kind, altitudeM, timeZone, standsAt, startedAt } = vessel
  return {
    facts: { name, kind, altitudeM, timeZone, standsAt, startedAt },
    glass: { ...vessel.glass[0].is, waterlineCm: 20 },
    since: BEGINS,
    temporary: forAWhile(until),
  }
}
let stakes = 60
const planting = (until?: string) => {
  const id = randomUUID()
  const record = recordOf({ ...STEMS, id, stake: `S${stakes++}`, name: id })
  const [first] = record.stands
  return { ...record, stands: [{ ...first, from: BEGINS, temporary: forAWhile(until) }] }
}

/** Every place where something is put in or set for a while. */
const PLACES: Record<string, (until?: string) => Promise<unknown>> = {
  'a thing put on the list': (until) => addEquipment(db, 'test', lid(until), NOW),
  'a thing set otherwise': async (until) => {
    const { id, name, settings } = (await story()).equipment.find(
      (thing) => thing.settings[0].temporary === null,
    )!
    const setting = settings[0].is
    const said = { name, servesId: null, setting, since: BEGINS, temporary: forAWhile(until) }
    await sayEquipment(db, 'test', id, said, saying())
  },
  'the glass, drawn low': async (until) => sayVessel(db, 'test', await glass(until), saying()),
  'a planting': (until) => addPlanting(db, 'test', planting(until), [CATALOGUE.greenStem], NOW),
  'animals lodged': (until) =>
    addPopulation(
      db,
      'test',
      { ...FISH, id: randomUUID(), name: 'Guests', since: BEGINS, temporary: forAWhile(until) },
      4,
      NOW,
    ),
}

test.each(Object.keys(PLACES))(
  '%s: an end before the beginning is refused at its field',
  async (place) => {
    const before = await story()
    const refused = await PLACES[place](instantOf(DAY0 + 9)).catch((error: unknown) => error)
    expect(refused).toBeInstanceOf(EntryRefused)
    expect((refused as EntryRefused).problems).toEqual([
      { field: 'until', says: 'It would end before it begins.' },
    ])
    expect(await story()).toEqual(before)
  },
)

test.each(Object.keys(PLACES))('%s: is asked about on its day, and not before', async (place) => {
  const asked = async (day: number) => temporaryFindings(await story(), instantOf(day)).length
  const [early, late] = [await asked(DAY0 + 39), await asked(DAY0 + 40)]
  await PLACES[place]()
  expect([await asked(DAY0 + 39), await asked(DAY0 + 40)]).toEqual([early, late + 1])
})

test('animals said to have gone before they came to stay for a while are refused', async () => {
  const { id, name, kind, adultLengthCm, needs } = (await story()).populations.find(
    (one) => one.temporary !== null,
  )!
  const said = { name, kind, adultLengthCm, needs, since: BEGINS, until: null }
  await expect(
    sayPopulation(db, 'test', id, { ...said, temporary: forAWhile(instantOf(DAY0)) }, saying()),
  ).rejects.toThrow(EntryRefused)
})
