import { tankNow } from '@/core/history/tank-at'
import { findings } from '@/core/judgement/findings'
import { now } from '@/data/clock'
import type { Database } from '@/data/db'
import { listVessels, loadStory } from '@/data/story'
import { serveFromMemory } from '@/data/testing/served'
import { setUpTank } from './actions'
import { plant } from './planting-actions'
import { sent } from '@/data/testing/sent'

jest.mock('next/cache', () => ({ revalidatePath: () => {} }))
jest.mock('next/navigation', () => ({
  notFound: () => {
    throw new Error('no such tank')
  },
}))

let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await serveFromMemory())
})
afterAll(() => close())
const TODAY = now().slice(0, 10)
const form = (over: Record<string, string> = {}) => ({
  name: 'Brook',
  kind: 'display',
  lengthCm: '60',
  depthCm: '30',
  heightCm: '36',
  waterlineCm: '33',
  groundFront: '4',
  groundBack: '7',
  ground: 'active soil',
  altitudeM: '420',
  startedOn: '2026-01-05',
  changeEvery: '7',
  changePercent: '40',
  sourceName: 'Tap',
  sourceNitrate: '5',
  timeZone: 'Europe/Vienna',
  lampOn: '09:30',
  lampHours: '7',
  parAtSurface: '120',
  gasOn: '08:00',
  gasOff: '15:30',
  ...over,
})
const planting = (over: Record<string, string> = {}) => ({
  species: 'rotala-green',
  name: 'Green stems, left',
  zone: 'background',
  left: '4',
  right: '20',
  front: '18',
  back: '28',
  stems: '12',
  plantedOn: '2026-01-06',
  ...over,
})
const problems = (answer: { ok: boolean; problems?: { field: string; says: string }[] }) =>
  answer.ok
    ? ''
    : (answer.problems ?? []).map((problem) => `${problem.field}: ${problem.says}`).join(' | ')

test('a tank is set up with its ground, its water, two routines and the usual care; a second of its name is asked about and gets a number', async () => {
  const first = await setUpTank(form(), sent())
  expect(first).toEqual({ ok: true, value: 'brook' })
  const story = (await loadStory(db, 'brook'))!
  const tank = tankNow(story, now())
  expect(tank.vessel).toMatchObject({ lengthCm: 60, care: { school: 'all-in-one' }, order: 1 })
  expect(tank.equipment.map(({ kind, setting }) => [kind, setting])).toEqual([
    ['gas', expect.objectContaining({ onAt: '08:00', offAt: '15:30' })],
    ['lamp', expect.objectContaining({ onAt: '09:30', hours: 7, parAtSurface: 120 })],
  ])
  expect(tank.sources).toEqual([
    expect.objectContaining({ name: 'Tap', nitrateMgL: 5, conductivityUs: null }),
  ])
  expect(story.routines.map((routine) => routine.kind).sort()).toEqual(['round', 'water-change'])
  expect(await setUpTank(form(), sent())).toMatchObject({
    problems: [{ field: 'question', says: expect.stringMatching(/stands on the bench already/) }],
  })
  expect(await setUpTank(form(), sent(), true)).toEqual({ ok: true, value: 'brook-2' })
  expect((await setUpTank(form({ name: '水草', startedOn: TODAY }), sent())).ok).toBe(true)
  expect(await setUpTank(form({ name: 'Küche, groß', gasOn: '', gasOff: '' }), sent())).toEqual({
    ok: true,
    value: 'kuche-gross',
  })
  expect((await listVessels(db)).map((vessel) => vessel.slug)).toEqual([
    'brook',
    'brook-2',
    'tank',
    'kuche-gross',
  ])
})
test('land is set up without water, changes of it and gas, whatever stood in the fields of water', async () => {
  const odd = { waterlineCm: '99', sourceNitrate: 'much', changeEvery: '', gasOff: '' }
  expect(await setUpTank(form({ name: 'Dry side', kind: 'terrarium', ...odd }), sent())).toEqual({
    ok: true,
    value: 'dry-side',
  })
  const story = (await loadStory(db, 'dry-side'))!
  expect(tankNow(story, now()).vessel.waterlineCm).toBe(0)
  expect(story.sources).toEqual([])
  expect(story.routines.map(({ kind }) => kind)).toEqual(['round'])
  expect(story.equipment.map(({ kind }) => kind)).toEqual(['lamp'])
  expect(findings(story, now()).map(({ rule }) => rule)).toEqual([])
  expect(problems(await setUpTank(form({ name: 'Wet', ...odd }), sent()))).toMatch(/sourceNitrate/)
})
test.each([
  ['no name', { name: ' ' }, /name: .*missing/],
  ['letters in a length', { lengthCm: 'long' }, /lengthCm: .*must be a number/],
  ['a negative depth', { depthCm: '-30' }, /depthCm: .*more than zero/],
  ['water above the rim', { waterlineCm: '40' }, /waterlineCm: .*above the rim/],
  ['ground to the rim', { groundBack: '36' }, /groundBack: .*reach the rim/],
  ['a day that is none', { startedOn: '2026-02-30' }, /startedOn: .*does not exist/],
  ['a start to come', { startedOn: '2099-01-01' }, /startedOn: .*in the future/],
  ['a change over the whole', { changePercent: '120' }, /changePercent: .*100 %/],
  ['a zone that is none', { timeZone: 'Moon/Base' }, /timeZone: .*unknown/],
  ['gas that never ends', { gasOff: '' }, /gasOff: When does the gas go off/],
  ['gas that never begins', { gasOn: ' ' }, /gasOn: When does the gas come on/],
  ['an hour that is none', { gasOn: '25:00' }, /gasOn: .*like 09:30/],
  ['a lamp of 30 hours', { lampHours: '30' }, /lampHours: .*24 hours/],
  ['a lamp at noon', { lampOn: 'noon' }, /lampOn: .*like 09:30/],
])('%s: the sentence stands at its field, nothing is set up', async (_name, over, sentence) => {
  const before = (await listVessels(db)).length
  expect(problems(await setUpTank(form(over), sent()))).toMatch(sentence)
  expect((await listVessels(db)).length).toBe(before)
})
test('plantings get the next free stake of their group; each lies within the glass', async () => {
  expect(await plant('brook', planting(), sent())).toEqual({ ok: true, value: 'S1' })
  expect(
    await plant('brook', planting({ name: 'Red stems', left: '30', right: '44' }), sent()),
  ).toEqual({ ok: true, value: 'S2' })
  expect(
    await plant(
      'brook',
      planting({
        species: 'eleocharis',
        name: 'Carpet',
        zone: 'foreground',
        front: '1',
        back: '12',
        left: '2',
        right: '58',
      }),
      sent(),
    ),
  ).toEqual({ ok: true, value: 'L1' })
  expect((await loadStory(db, 'brook'))!.plantings.map((one) => one.stake)).toEqual([
    'L1',
    'S1',
    'S2',
  ])
})
test('a plant that is in no list is planted by its kind, and is one species in every tank', async () => {
  const ours = (over: Record<string, string> = {}) =>
    planting({
      species: 'another:rosette',
      newName: 'Big crypt-like thing',
      newHeight: '42,5',
      newTint: 'olive',
      name: 'Right, alone',
      left: '45',
      right: '58',
      ...over,
    })
  // It outgrows the water, which is asked about once.
  expect(problems(await plant('brook', ours(), sent()))).toMatch(/question: It grows to 43 cm/)
  expect(await plant('brook', ours(), { ...sent(), stands: true })).toEqual({
    ok: true,
    value: 'R1',
  })
  const story = (await loadStory(db, 'brook'))!
  expect(
    story.species.find(
      (one) => one.id === story.plantings.find((other) => other.stake === 'R1')!.kinds[0].speciesId,
    ),
  ).toMatchObject({
    name: 'Big crypt-like thing',
    group: 'rosette',
    matureHeightCm: 42.5,
    leaf: { tint: 'olive' },
  })
  expect(await plant('brook', ours({ newHeight: '' }), { ...sent(), stands: true })).toEqual({
    ok: true,
    value: 'R2',
  })
  expect(
    (await loadStory(db, 'brook'))!.species.filter((one) => one.group === 'rosette'),
  ).toHaveLength(1)
  for (const [over, sentence] of [
    [{ newName: ' ' }, /newName: What is it called/],
    [{ newHeight: 'tall' }, /newHeight: .*must be a number/],
    [{ newHeight: '900' }, /newHeight: No water plant/],
    [{ species: 'another:tree' }, /species: .*kind of plant/],
    [{ newTint: 'pink' }, /newTint: .*colour/],
  ] as const)
    expect(problems(await plant('brook', ours(over), sent()))).toMatch(sentence)
})
test.each([
  ['right of the glass', { right: '70' }, /right: The tank is 60 cm long/],
  ['behind the glass', { back: '40' }, /back: The tank is 30 cm deep/],
  ['inside out', { left: '30', right: '10' }, /right: .*right of the left/],
  ['no such species', { species: 'kelp' }, /species: .*not in the catalogue/],
  ['half a stem', { stems: '1.5' }, /stems: .*whole numbers/],
  ['not planted yet', { plantedOn: '2099-01-01' }, /plantedOn: .*not been planted/],
])('a planting %s is refused', async (_name, over, sentence) =>
  expect(problems(await plant('brook', planting(over), sent()))).toMatch(sentence),
)
