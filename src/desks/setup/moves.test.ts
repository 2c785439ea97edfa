import { describeEntry } from '@/core/history/describe'
import { headCount } from '@/core/history/lookup'
import { tankNow } from '@/core/history/tank-at'
import type { TankHistory } from '@/core/history/types'
import { actsOf, undoAct } from '@/data/acts'
import { now } from '@/data/clock'
import type { Database } from '@/data/db'
import { lodge } from '@/data/demo/lodge'
import { loadStory } from '@/data/story'
import { sent } from '@/data/testing/sent'
import { serveFromMemory } from '@/data/testing/served'
import { turn } from './facts-actions'
import { moveTo } from './move-actions'

jest.mock('next/cache', () => ({ revalidatePath: () => {} }))
jest.mock('next/navigation', () => ({
  notFound: () => {
    throw new Error('no such tank')
  },
}))

let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await serveFromMemory(...lodge(now())))
})
afterAll(() => close())
const story = async (slug: string): Promise<TankHistory> => (await loadStory(db, slug))!
const today = () => now().slice(0, 10)
const problems = (answer: { ok: boolean; problems?: { field: string; says: string }[] }) =>
  answer.ok
    ? ''
    : (answer.problems ?? []).map((problem) => `${problem.field}: ${problem.says}`).join(' | ')
const move = (fields: Record<string, string>) =>
  moveTo('tarn', { toTank: 'spring', movedOn: today(), ...fields }, sent())
const lastLine = async (slug: string) => {
  const one = await story(slug)
  return describeEntry(one.entries.at(-1)!, one)
}
const heads = async (slug: string, name: string) => {
  const one = await story(slug)
  const population = one.populations.find((candidate) => candidate.name === name)
  return population ? headCount(one, population).count : null
}

/** Moves something, looks at both tanks, takes it back from the other side, and finds both as they were. */
async function thereAndBack(fields: Record<string, string>, look: () => Promise<void>) {
  const before = [await story('tarn'), await story('spring')]
  expect(problems(await move(fields))).toBe('')
  await look()
  const [act] = await actsOf(db, before[1].vessel.id, 1)
  expect(problems(await turn('spring', act.id, true))).toBe('')
  expect([await story('tarn'), await story('spring')]).toEqual(before)
  expect(problems(await turn('tarn', act.id, false))).toBe('')
  await look()
  await undoAct(db, 'tarn', act.id, now())
  expect([await story('tarn'), await story('spring')]).toEqual(before)
}

test('animals leave one book and come into the other, as a kind of their own where none of that name live', async () => {
  const shrimp = (await story('tarn')).populations.find(({ kind }) => kind === 'shrimp')!
  const there = (await heads('tarn', shrimp.name))!
  await thereAndBack({ what: 'animals', populationId: shrimp.id, count: '5' }, async () => {
    expect(await heads('tarn', shrimp.name)).toBe(there - 5)
    expect(await heads('spring', shrimp.name)).toBe(5)
    expect(await lastLine('spring')).toBe('Dwarf shrimp: moved in 5')
  })
  expect(problems(await move({ what: 'animals', populationId: shrimp.id, count: '5000' }))).toMatch(
    /cannot have moved out/,
  )
})
test('cuttings know the planting they were cut from in the other tank; all of it leaves nothing behind', async () => {
  const [stems] = (await story('tarn')).plantings.filter(({ stake }) => stake === 'S1')
  const spot = { zone: 'background', left: '30', right: '40', front: '8', back: '14' }
  const fields = { what: 'plants', plantingId: stems.id, as: 'cutting', stems: '6', ...spot }
  await thereAndBack(fields, async () => {
    const planted = (await story('spring')).plantings.findLast(({ parentIds }) =>
      parentIds.includes(stems.id),
    )!
    expect(planted).toMatchObject({ stake: 'S3', origin: 'cutting', kinds: stems.kinds })
    expect(await lastLine('tarn')).toBe('Moved 6 stems of S1 Green stems, back left to Spring')
    expect(await lastLine('spring')).toBe(
      'Moved 6 stems of S3 Green stems, back left here from Tarn',
    )
  })
  await thereAndBack({ ...fields, as: 'division', stems: '10' }, async () => {
    const left = tankNow(await story('tarn'), now()).plantings.find(({ id }) => id === stems.id)
    expect(left!.stems).toBe(stems.stands[0].is!.stems - 10)
  })
  await thereAndBack({ ...fields, as: 'all of it' }, async () => {
    expect((await story('tarn')).plantings.find(({ id }) => id === stems.id)!.ended).toMatchObject({
      became: 'moved',
    })
  })
  expect(problems(await move({ ...fields, right: '400' }))).toMatch(/right: The tank is 60 cm long/)
  expect(problems(await move({ ...fields, plantingId: 'ghost' }))).toMatch(/not in this tank/)
})
test('a filter goes with its setting; media, soil and water by their amounts', async () => {
  await thereAndBack({ what: 'equipment', equipmentId: 'tarn-filter' }, async () => {
    expect(tankNow(await story('tarn'), now()).equipment.map(({ id }) => id)).not.toContain(
      'tarn-filter',
    )
    const [filter] = tankNow(await story('spring'), now()).equipment.filter(
      ({ kind }) => kind === 'filter',
    )
    expect(filter).toMatchObject({ name: 'Canister filter', setting: { litresPerHour: 700 } })
  })
  for (const [what, amount, says] of [
    ['filter media', '50', 'Moved 50 % of the filter media to Spring'],
    ['soil', '3.5', 'Moved 3.5 L of soil to Spring'],
    ['water', '20', 'Moved 20 L of water to Spring'],
  ] as const)
    await thereAndBack({ what, [`${what}Amount`]: amount }, async () =>
      expect(await lastLine('tarn')).toBe(says),
    )
})
test.each([
  ['nothing', { what: 'a dream' }, /what: What is to be moved/],
  ['no amount', { what: 'soil', soilAmount: '' }, /soilAmount: How much is missing/],
  ['letters', { what: 'water', waterAmount: 'lots' }, /waterAmount: How much must be a number/],
  ['to itself', { what: 'water', waterAmount: '5', toTank: 'tarn' }, /toTank: That is the tank/],
  ['to nowhere', { what: 'water', waterAmount: '5', toTank: 'atlantis' }, /no tank of that name/],
  ['a day to come', { what: 'water', waterAmount: '5', movedOn: '2099-01-01' }, /not happened yet/],
])('%s is refused, and nothing is written in either', async (_name, fields, sentence) => {
  const before = [await story('tarn'), await story('spring')]
  expect(problems(await move(fields))).toMatch(sentence)
  expect([await story('tarn'), await story('spring')]).toEqual(before)
})

test('an epiphyte comes onto a stone or the root there, not into the ground; stems come into the ground', async () => {
  const from = await story('tarn')
  const groupOf = (speciesId: string) => from.species.find(({ id }) => id === speciesId)!.group
  const of = (group: string) =>
    tankNow(from, now()).plantings.find(({ speciesId }) => groupOf(speciesId) === group)!
  const spot = { zone: 'midground', left: '2', right: '8', front: '2', back: '8' }
  const arrive = async (plantingId: string) => {
    const known = new Set((await story('gully')).plantings.map(({ id }) => id))
    const fields = { what: 'plants', plantingId, as: 'division', stems: '1', ...spot }
    expect(problems(await move({ ...fields, toTank: 'gully' }))).toBe('')
    const tank = tankNow(await story('gully'), now())
    return tank.plantings.find(({ id }) => !known.has(id))!
  }
  const moss = await arrive(of('moss').id)
  expect(moss.perch).not.toBeNull()
  expect(moss.zone).toBe('hardscape')
  expect((await arrive(of('epiphyte').id)).perch).not.toBeNull()
  expect((await arrive(of('stem-fast').id)).perch).toBeNull()
})
