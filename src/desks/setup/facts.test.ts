import { dueTasks } from '@/core/routine/due'
import { describeEntry } from '@/core/history/describe'
import { tankAt, tankNow } from '@/core/history/tank-at'
import { dayOf, instantOf } from '@/core/quantity/time'
import { localMoment } from '@/core/quantity/zone'
import { actsOf } from '@/data/acts'
import { addEntries } from '@/data/entries'
import { entriesOf } from '@/core/history/journal-index'
import type { TankHistory } from '@/core/history/types'
import { readTankFile, writeTankFile } from '@/data/formats/tank-file'
import { loadStory } from '@/data/story'
import { serveFromMemory } from '@/data/testing/served'
import { CATALOGUE } from '@/core/plants/catalogue'
import { lodge } from '@/data/demo/lodge'
import { now } from '@/data/clock'
import type { Database } from '@/data/db'
import {
  addAnimals,
  addThing,
  place,
  putBack,
  sayAnimals,
  sayAPiece,
  sayARoutine,
  sayTank,
  sayThing,
  takeOut,
  takeThingAway,
  turn,
} from './facts-actions'
import { factsModel } from './facts-model'
import { sayTheGround } from './ground-actions'
import { plant, pull, sayAPlanting, standsAgain } from './planting-actions'
import { sent } from '@/data/testing/sent'

jest.mock('next/cache', () => ({ revalidatePath: () => {} }))
jest.mock('next/navigation', () => ({
  notFound: () => {
    throw new Error('no such tank')
  },
}))

const ROUTINE = { kind: 'water-change', everyDays: '2', amount: '50', equipmentId: '', ends: '' }
const NOW = now()
let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await serveFromMemory(...lodge(NOW)))
})
afterAll(() => close())
const story = async (slug = 'tarn'): Promise<TankHistory> => (await loadStory(db, slug))!
const model = async (slug = 'tarn') => {
  const one = await story(slug)
  return factsModel(one, now(), { acts: await actsOf(db, one.vessel.id, 50) })
}
const lastLine = async (slug = 'tarn') => {
  const one = await story(slug)
  const line = entriesOf(one.entries, 'changed').at(-1)
  return line ? describeEntry(line, one) : ''
}
const lines = async (slug = 'tarn') => {
  const one = await story(slug)
  return entriesOf(one.entries, 'changed').map((line) => describeEntry(line, one))
}
const ALL_ALONG = { holds: 'all-along' }
const from = (holdsFrom: string) => ({ holds: 'from', holdsFrom })
const planted = async (id: string, slug = 'tarn') =>
  (await story(slug)).plantings.find((planting) => planting.id === id)!
const problems = (answer: { ok: boolean; problems?: { field: string; says: string }[] }) =>
  answer.ok
    ? ''
    : (answer.problems ?? []).map((problem) => `${problem.field}: ${problem.says}`).join(' | ')

describe('glass', () => {
  test('sent back as shown, nothing changes and nothing is written', async () => {
    const before = await story()
    expect(await sayTank('tarn', { ...(await model()).glass, ...ALL_ALONG }, sent())).toEqual({
      ok: true,
      value: 'Tarn',
    })
    expect(await story()).toEqual(before)
    expect((await model()).acts).toEqual([])
  })
  test('so all along: the past is put right with it, no line is written, and it can be taken back and done again', async () => {
    const before = await story()
    const fields = { ...(await model()).glass, ...ALL_ALONG, waterlineCm: '41' }
    expect((await sayTank('tarn', fields, sent())).ok).toBe(true)
    const after = await story()
    expect(after.entries).toEqual(before.entries)
    expect(tankAt(after, dayOf(NOW) - 300).vessel.waterlineCm).toBe(41)
    const [act] = (await model()).acts
    expect(act.says).toMatch(/put right: Tarn: water line 42 cm → 41 cm$/)
    expect((await turn('tarn', act.id, true)).ok).toBe(true)
    expect(await story()).toEqual(before)
    expect((await turn('tarn', act.id, false)).ok).toBe(true)
    expect(await story()).toEqual(after)
    expect((await turn('tarn', act.id, true)).ok).toBe(true)
  })
  test('changed on a day: the days before stay as they were, and a line of the book tells it', async () => {
    const day = now().slice(0, 10)
    const fields = { ...(await model()).glass, ...from(day), waterlineCm: '40' }
    expect((await sayTank('tarn', fields, sent())).ok).toBe(true)
    const after = await story()
    expect(tankAt(after, dayOf(NOW) - 2).vessel.waterlineCm).toBe(42)
    expect(tankNow(after, now()).vessel.waterlineCm).toBe(40)
    expect(await lastLine()).toBe('Tarn: water line 42 cm → 40 cm')
    const [act] = (await model()).acts
    expect((await turn('tarn', act.id, true)).ok).toBe(true)
    expect(tankNow(await story(), now()).vessel.waterlineCm).toBe(42)
    expect(await lastLine()).not.toContain('water line')
  })
  test.each([
    [
      'a glass too short for its plants',
      { lengthCm: '80' },
      /lengthCm: S3 stands as far right as \d+ cm/,
    ],
    [
      'a rim below a stone',
      { heightCm: '20', waterlineCm: '19' },
      /heightCm: .* reaches up to \d+ cm/,
    ],
    ['water above the rim', { waterlineCm: '46' }, /waterlineCm: .*above the rim/],
    ['no name', { name: ' ' }, /name: .*missing/],
    ['letters for glass', { glassMm: 'thick' }, /glassMm: .*must be a number/],
    ['neither act', { holds: 'maybe' }, /holds: Was it so all along/],
    ['a day to come', { holds: 'from', holdsFrom: '2099-01-01' }, /holdsFrom: .*not happened/],
    ['a day that is none', { holds: 'from', holdsFrom: '2026-02-30' }, /holdsFrom: .*not exist/],
    ['no day', { holds: 'from', holdsFrom: '' }, /holdsFrom: On which day/],
  ])('%s is refused at its field, and nothing is written', async (_name, over, sentence) => {
    const before = await story()
    const fields = { ...(await model()).glass, ...ALL_ALONG, ...over }
    expect(problems(await sayTank('tarn', fields, sent()))).toMatch(sentence)
    expect(await story()).toEqual(before)
  })
})

describe('the first day', () => {
  test('put right, it takes the layout and the ground of that day along; not past what was planted', async () => {
    const fields = { ...(await model('spring')).glass, ...ALL_ALONG }
    const before = await story('spring')
    expect((await sayTank('spring', fields, sent())).ok).toBe(true)
    expect((await story('spring')).vessel.startedAt).toBe(before.vessel.startedAt)
    expect(
      problems(await sayTank('spring', { ...fields, startedOn: '2099-01-01' }, sent())),
    ).toMatch(/startedOn: .*in the future/)
    expect(
      problems(await sayTank('spring', { ...fields, startedOn: '2026-02-30' }, sent())),
    ).toMatch(/startedOn: .*does not exist/)
    expect(
      problems(await sayTank('spring', { ...fields, startedOn: now().slice(0, 10) }, sent())),
    ).toMatch(/startedOn: .* was planted before that/)
    expect((await sayTank('spring', { ...fields, startedOn: '2019-05-04' }, sent())).ok).toBe(true)
    const after = await story('spring')
    expect(after.vessel.startedAt.slice(0, 10)).toBe('2019-05-04')
    for (const [i, layout] of before.layouts.entries())
      if (layout.from === before.vessel.startedAt)
        expect(after.layouts[i]).toMatchObject({ from: after.vessel.startedAt })
    expect(after.equipment[0].settings[0].from).toBe(after.vessel.startedAt)
    const [act] = (await model('spring')).acts
    expect((await turn('spring', act.id, true)).ok).toBe(true)
    expect(await story('spring')).toEqual(before)
  })
})

describe('plantings', () => {
  test('sent back as shown, a patch drawn finer than a box is left as it was', async () => {
    const before = await story()
    for (const { id, fields } of (await model()).plantings)
      expect(problems(await sayAPlanting('tarn', id, { ...fields, ...ALL_ALONG }, sent()))).toBe('')
    expect(await story()).toEqual(before)
  })
  test('put right to a kind that no tank of the house has grown yet, alone or in a mixture, it is drawn like any other', async () => {
    const { id, fields } = (await model('spring')).plantings[0]
    const grown = new Set(lodge(NOW).flatMap(({ species }) => species.map((one) => one.id)))
    const unknown = Object.values(CATALOGUE).filter((one) => !grown.has(one.id))
    const other = [...unknown, CATALOGUE.sword, CATALOGUE.bushStem]
    for (const { id: speciesId } of other.slice(0, 2)) {
      const right = { ...fields, species: speciesId, ...ALL_ALONG }
      expect(problems(await sayAPlanting('spring', id, right, sent()))).toBe('')
      const after = await story('spring')
      const named = after.plantings.flatMap(({ kinds }) => kinds.map((kind) => kind.speciesId))
      expect(after.species.map((one) => one.id)).toEqual(expect.arrayContaining(named))
      expect((await model('spring')).plantings[0].fields.species).toBe(speciesId)
    }
    expect(problems(await sayAPlanting('spring', id, { ...fields, ...ALL_ALONG }, sent()))).toBe('')
  })
  test('moved on a day: it stood where it stood before, and the line says from where to where', async () => {
    const { id, fields } = (await model()).plantings.find((planting) => planting.stake === 'S1')!
    const before = await story()
    const day = localMoment(instantOf(dayOf(NOW) - 3), 'Europe/Vienna').slice(0, 10)
    const moved = { ...fields, right: '19', stems: '14', ...from(day) }
    expect(problems(await sayAPlanting('tarn', id, moved, sent()))).toBe('')
    const there = (day: number) =>
      tankAt(before, day).plantings.find((planting) => planting.id === id)!
    const after = await story()
    const stands = (ago: number) =>
      tankAt(after, dayOf(NOW) - ago).plantings.find((planting) => planting.id === id)!
    expect(stands(5)).toEqual(there(dayOf(NOW) - 5))
    expect(stands(0)).toMatchObject({ stems: 14 })
    expect(Math.max(...stands(0).patch.map(([x]) => x))).toBe(19)
    expect(await lastLine()).toMatch(
      /^S1 Green stems, back left: place 4–17 cm from the left, .* → 4–19 cm .*; stems or crowns 22 → 14$/,
    )
    expect(problems(await sayAPlanting('tarn', id, { ...fields, right: '400' }, sent()))).toMatch(
      /right: The tank is 100 cm long/,
    )
    expect(problems(await sayAPlanting('tarn', 'nobody', fields, sent()))).toMatch(
      /not in this tank/,
    )
    const early = { ...fields, ...from('2001-01-01'), stems: '3' }
    expect(problems(await sayAPlanting('tarn', id, early, sent()))).toMatch(/not planted yet/)
    const [act] = (await model()).acts
    expect((await turn('tarn', act.id, true)).ok).toBe(true)
    expect(await story()).toEqual(before)
  })
  test('a kind found out later, how sure it is, and a lawn of three: the record stays', async () => {
    const { id, fields } = (await model()).plantings.find((planting) => planting.stake === 'L1')!
    const said = { ...fields, sure: 'thought to be', also: 'Kelp 3 %', ...ALL_ALONG }
    expect(problems(await sayAPlanting('tarn', id, said, sent()))).toMatch(
      /also: “Kelp” is not in the catalogue/,
    )
    const species = (await story()).species.find((one) => one.group === 'moss')!
    const mixed = { ...said, also: `${species.name} 20 %` }
    expect(problems(await sayAPlanting('tarn', id, mixed, sent()))).toBe('')
    expect((await planted(id)).kinds).toEqual([
      { speciesId: fields.species, share: 0.8, sure: 'thought to be' },
      { speciesId: species.id, share: 0.2, sure: 'thought to be' },
    ])
    const shown = (await model()).plantings.find((planting) => planting.id === id)!
    expect(shown.says).toMatch(/^thought to be .* and 1 more/)
    expect(shown.fields.also).toBe(`${species.name} 20 %`)
    const surely = { ...mixed, also: `${species.name} 20 %, sure` }
    expect(problems(await sayAPlanting('tarn', id, surely, sent()))).toBe('')
    expect((await planted(id)).kinds[1].sure).toBe('sure')
    for (const also of [
      'Moss',
      `${species.name} 20 %, surely`,
      `${species.name} 100 %`,
      `${species.name} 60 %\n${species.name} 5`,
    ])
      expect(problems(await sayAPlanting('tarn', id, { ...mixed, also }, sent()))).toMatch(/^also:/)
    expect(problems(await sayAPlanting('tarn', id, { ...fields, ...ALL_ALONG }, sent()))).toBe('')
  })
  test('onto a piece and off it again; a height is asked for; a piece that is grown on stays', async () => {
    const { plantings, pieces, today } = await model()
    const { id, fields } = plantings.find((planting) => planting.stake === 'S2')!
    const on = { ...fields, grownOn: pieces[0].id, grownAtCm: '14', ...ALL_ALONG }
    expect(problems(await sayAPlanting('tarn', id, { ...on, grownAtCm: '' }, sent()))).toMatch(
      /grownAtCm: How high above the bottom/,
    )
    expect((await sayAPlanting('tarn', id, on, sent())).ok).toBe(true)
    expect((await planted(id)).stands[0].is!.perch).toEqual({
      hardscapeId: pieces[0].id,
      heightCm: 14,
    })
    expect(problems(await takeOut('tarn', pieces[0].id, { takenOn: today }, sent()))).toMatch(
      /S2.* grows? on it|grow on it/,
    )
    expect((await sayAPlanting('tarn', id, { ...fields, ...ALL_ALONG }, sent())).ok).toBe(true)
    expect((await planted(id)).stands[0].is!.perch).toBeNull()
  })
  test('pulled out with what became of it, and put back: its record stays', async () => {
    const { plantings, today } = await model()
    const { id, stake } = plantings[0]
    const out = (removedOn: string, became = 'given away') =>
      pull('tarn', id, { removedOn, became }, sent())
    expect(problems(await out('2099-01-01'))).toMatch(/has not happened yet/)
    expect(problems(await out('2001-01-01'))).toMatch(/was not planted yet/)
    expect(problems(await out(today, 'eaten by wolves'))).toMatch(/became: What became of it/)
    expect((await out(today)).ok).toBe(true)
    expect((await model()).pulled).toMatchObject([
      { id, says: expect.stringContaining('given away') },
    ])
    expect((await model()).plantings.some((planting) => planting.id === id)).toBe(false)
    expect(await lastLine()).toMatch(new RegExp(`^${stake} .*: gone$`))
    expect((await standsAgain('tarn', id, sent())).ok).toBe(true)
    expect((await model()).pulled).toEqual([])
  })
  test('a cutting knows its parent; what is taken back leaves no trace, unless something speaks of it', async () => {
    const { plantings, today } = await model()
    const parent = plantings.find((planting) => planting.stake === 'S1')!
    const fields = {
      ...parent.fields,
      name: 'Cuttings',
      plantedOn: today,
      origin: 'cutting',
      parent: parent.id,
    }
    const before = await story()
    expect(problems(await plant('tarn', fields, sent()))).toMatch(/question: S1 .* stands there/)
    const id = { ...sent(), stands: true }
    const answer = await plant('tarn', fields, id)
    expect(answer).toMatchObject({ ok: true })
    expect((await planted(id.id)).parentIds).toEqual([parent.id])
    const [act] = (await model()).acts
    expect((await turn('tarn', act.id, true)).ok).toBe(true)
    expect(await story()).toEqual(before)
    expect((await turn('tarn', act.id, false)).ok).toBe(true)
    const height = { plantingId: id.id, measure: 'height', value: 9 } as const
    const at = now()
    await addEntries(db, 'tarn', [{ ...bare('spoken-of', at), kind: 'measure', ...height }], at)
    expect(problems(await turn('tarn', act.id, true))).toMatch(/A line of the book speaks of/)
  })
})

const bare = (id: string, at: string) => ({
  id,
  at,
  certainty: 'measured',
  by: 'keeper',
  note: null,
  expected: null,
})

describe('stones and wood', () => {
  const stone = {
    label: 'the flat stone',
    material: 'stone',
    focal: 'false',
    left: '4',
    right: '16',
    front: '4',
    back: '12',
    topCm: '12',
  }
  test('put in, moved, taken out, put back: on each past day it lies where it lay', async () => {
    const today = (await model('spring')).today
    const laid = localMoment(instantOf(dayOf(NOW) - 20), 'Europe/Vienna').slice(0, 10)
    expect(await place('spring', { ...stone, laidOn: laid }, sent())).toEqual({
      ok: true,
      value: 'the flat stone',
    })
    expect(problems(await place('spring', stone, sent()))).toMatch(/label: .*stands there already/)
    const [piece] = (await model('spring')).pieces.filter((one) => one.label === 'the flat stone')
    expect(piece.says).toMatch(/stone, 4–16 cm from the left, up to 12 cm/)
    const moved = localMoment(instantOf(dayOf(NOW) - 8), 'Europe/Vienna').slice(0, 10)
    const further = { ...piece.fields, left: '10', right: '22' }
    expect(
      problems(await sayAPiece('spring', piece.id, { ...further, ...from(moved) }, sent())),
    ).toBe('')
    const left = async (ago: number) => {
      const lay = tankAt(await story('spring'), dayOf(now()) - ago).layout!.hardscape.find(
        ({ id }) => id === piece.id,
      )
      return lay ? Math.min(...lay.footprint.map(([x]) => x)) : null
    }
    expect([await left(30), await left(15), await left(1)]).toEqual([null, 4, 10])
    expect((await takeOut('spring', piece.id, { takenOn: today }, sent())).ok).toBe(true)
    expect(problems(await takeOut('spring', piece.id, { takenOn: today }, sent()))).toMatch(
      /not in the layout any more/,
    )
    expect((await model('spring')).takenOut).toEqual([{ id: piece.id, label: 'the flat stone' }])
    expect([await left(15), await left(1), await left(0)]).toEqual([4, 10, null])
    expect(
      await readTankFile(new TextEncoder().encode(writeTankFile(await story('spring'))), now()),
    ).toMatchObject({ ok: true, value: await story('spring') })
    expect((await putBack('spring', piece.id, sent())).ok).toBe(true)
    expect((await model('spring')).takenOut).toEqual([])
    expect((await story('spring')).layouts).toHaveLength(1)
    expect(problems(await putBack('spring', 'nothing', sent()))).toMatch(/not known any more/)
  })
  test.each([
    ['outside the glass', { right: '90' }, /right: The tank is 60 cm long/],
    ['above the rim', { topCm: '50' }, /topCm: The tank is 36 cm high/],
    ['below the ground', { topCm: '2' }, /topCm: The ground is \d+ cm deep there/],
    ['of glass', { material: 'glass' }, /material: It is of stone or of wood/],
  ])('a piece %s is refused', async (_name, over, sentence) =>
    expect(
      problems(await place('spring', { ...stone, label: 'another', ...over }, sent())),
    ).toMatch(sentence),
  )
})

describe('animals', () => {
  const shrimp = {
    name: 'Glass shrimp',
    kind: 'shrimp',
    adultLengthCm: '4',
    count: '12',
    since: '2026-03-01',
  }
  test('they live there with their first count, once', async () => {
    expect(await addAnimals('spring', shrimp, sent())).toEqual({ ok: true, value: 'Glass shrimp' })
    expect(
      (await model('spring')).animals.find((one) => one.name === 'Glass shrimp')!.says,
    ).toMatch(/^12, shrimp, 4 cm grown/)
    expect(
      problems(await addAnimals('spring', { ...shrimp, name: 'glass SHRIMP' }, sent())),
    ).toMatch(/live there already/)
  })
  test('a day before the tank is asked about once, for animals, plants, stones and things alike', async () => {
    const { plantings } = await model('spring')
    const early = '2001-05-01'
    const acts = [
      (sending: ReturnType<typeof sent>) =>
        addAnimals('spring', { ...shrimp, name: 'Early shrimp', since: early }, sending),
      (sending: ReturnType<typeof sent>) =>
        plant('spring', { ...plantings[0].fields, name: 'Early', plantedOn: early }, sending),
      (sending: ReturnType<typeof sent>) =>
        addThing('spring', { kind: 'lid', name: 'Early lid', came: early, cover: 'mesh' }, sending),
    ]
    for (const act of acts) {
      const sending = sent()
      expect(problems(await act(sending))).toMatch(
        /^question: That is 1 May 2001, and Spring was set up on .* Is it so\?$/,
      )
      expect(problems(await act({ ...sending, stands: true }))).toBe('')
    }
  })
  test.each([
    ['half a fish', { count: '2.5' }, /count: .*whole numbers/],
    ['a day to come', { since: '2099-01-01' }, /since: They have not come yet/],
    ['a day that is none', { since: '2026-02-30' }, /since: .*does not exist/],
    ['a size of none', { adultLengthCm: '0' }, /adultLengthCm: .*more than zero/],
  ])('%s is refused', async (_name, over, sentence) =>
    expect(
      problems(await addAnimals('spring', { ...shrimp, name: 'Others', ...over }, sent())),
    ).toMatch(sentence),
  )
})

describe('who lives here', () => {
  test('ranges and an end; a name that is taken by another kind is refused', async () => {
    const { animals } = await model()
    const [first, second] = animals
    const empty = Object.fromEntries(
      Object.entries(first.fields).map(([name, value]) => [
        name,
        /-(low|high)$/.test(name) ? '' : value,
      ]),
    )
    const said = { ...empty, 'pH-low': '6', 'pH-high': '7.5' }
    expect(problems(await sayAnimals('tarn', first.id, said, sent()))).toBe('')
    const needs = async () => (await story()).populations.find(({ id }) => id === first.id)!.needs
    expect(await needs()).toEqual({ pH: { low: 6, high: 7.5 } })
    // What is left empty is filled in from the group they are kept as; what the keeper says goes before it.
    const asGroup = { ...said, keptAs: 'goldfish' }
    expect(problems(await sayAnimals('tarn', first.id, asGroup, sent()))).toBe('')
    expect(await needs()).toMatchObject({
      pH: { low: 6, high: 7.5 },
      temperature: { low: 12, high: 24 },
    })
    const wrong = { ...said, 'pH-low': '9' }
    expect(problems(await sayAnimals('tarn', first.id, wrong, sent()))).toMatch(
      /^pH-high: This end must be the higher one/,
    )
    const odd = { ...said, 'temperature-low': 'warm', 'gh-high': '900' }
    expect(problems(await sayAnimals('tarn', first.id, odd, sent()))).toMatch(
      /temperature-low: Temperature must be a number.*gh-high: GH lies between/,
    )
    const namesake = { ...said, name: second.name }
    expect(problems(await sayAnimals('tarn', first.id, namesake, sent()))).toMatch(
      /live there already/,
    )
    const early = { ...said, endedOn: '2001-01-01' }
    expect(problems(await sayAnimals('tarn', first.id, early, sent()))).toMatch(
      /^endedOn: They had not come yet/,
    )
    const for_a_while = { ...said, until: '2027-01-01', because: '' }
    expect(problems(await sayAnimals('tarn', first.id, for_a_while, sent()))).toMatch(
      /because: Why/,
    )
  })
})

describe('the ground', () => {
  const said = async (fields: Record<string, string> = {}) => ({
    ...(await model()).ground!.fields,
    holds: 'all-along',
    holdsFrom: '',
    until: '',
    because: '',
    ...fields,
  })
  test('put right it was so all along, in its litres and on every day; taken back it is as before', async () => {
    const before = await story()
    const shown = (await model()).ground!.says
    expect(problems(await sayTheGround('tarn', await said({ middleBack: '14' }), sent()))).toBe('')
    const layout = (of: TankHistory) => tankNow(of, NOW).layout!
    expect(layout(await story()).ground.profile[1].backCm).toBe(14)
    expect((await model()).ground!.says).not.toBe(shown)
    const [act] = (await model()).acts
    expect(problems(await turn('tarn', act.id, true))).toBe('')
    expect(layout(await story()).ground).toEqual(layout(before).ground)
  })
  test('of another material since a day it is new ground, laid then, with a line in the book', async () => {
    const day = localMoment(instantOf(dayOf(NOW) - 3), 'Europe/Vienna').slice(0, 10)
    const since = await said({ material: 'sand', holds: 'from', holdsFrom: day })
    expect(problems(await sayTheGround('tarn', since, sent()))).toBe('')
    const ground = (at: number) => tankAt(storyNow, at).layout!.ground
    const storyNow = await story()
    expect(ground(dayOf(NOW) - 5).material).not.toBe('sand')
    expect(ground(dayOf(NOW)).material).toBe('sand')
    expect(localMoment(ground(dayOf(NOW)).laidAt, 'Europe/Vienna').slice(0, 10)).toBe(day)
    expect((await lines()).some((line) => /sand/.test(line))).toBe(true)
    const [act] = (await model()).acts
    await turn('tarn', act.id, true)
  })
  test.each([
    ['to the rim', { leftFront: '45' }, /leftFront: The ground cannot reach the rim/],
    ['of nothing known', { material: 'marbles' }, /material: .*none Vivero knows/],
    ['no depth', { rightBack: '' }, /rightBack: .*missing/],
    ['below the bottom', { rightBack: '-2' }, /rightBack: .*below the bottom/],
    ['before the layout', { holds: 'from', holdsFrom: '2001-01-01' }, /holdsFrom: /],
  ])('%s is refused at its field', async (_name, fields, sentence) => {
    expect(
      problems(await sayTheGround('tarn', await said(fields as Record<string, string>), sent())),
    ).toMatch(sentence)
  })
})

describe('equipment', () => {
  test('put on the list, set otherwise for a while, switched off, taken away; each day as it was', async () => {
    const { today, newThings } = await model()
    const id = sent()
    const filter = {
      ...newThings.filter,
      kind: 'filter',
      name: 'Night pump',
      servesId: '',
      came: localMoment(instantOf(dayOf(NOW) - 30), 'Europe/Vienna').slice(0, 10),
      litresPerHour: '200',
    }
    expect(problems(await addThing('tarn', filter, id))).toBe('')
    expect(problems(await addThing('tarn', filter, sent()))).toMatch(/name: Another thing here/)
    expect(problems(await addThing('tarn', { ...filter, kind: 'rocket' }, sent()))).toMatch(
      /kind: This is no kind/,
    )
    expect(
      problems(await addThing('tarn', { ...filter, name: 'X', litresPerHour: 'much' }, sent())),
    ).toMatch(/litresPerHour: .*must be a number/)
    const fields = (await model()).equipment.find((thing) => thing.id === id.id)!.fields
    const slow = {
      ...fields,
      litresPerHour: '90',
      ...from(localMoment(instantOf(dayOf(NOW) - 5), 'Europe/Vienna').slice(0, 10)),
      until: '2027-01-01',
      because: 'fry in the tank',
    }
    expect(problems(await sayThing('tarn', id.id, { ...slow, because: ' ' }, sent()))).toMatch(
      /because: Why/,
    )
    expect(problems(await sayThing('tarn', id.id, slow, sent()))).toBe('')
    const shown = (await model()).equipment.find((thing) => thing.id === id.id)!
    expect(shown.says).toMatch(/^90 L\/h, until 1 January 2027: fry in the tank$/)
    expect(shown.before).toEqual([expect.stringMatching(/^from .*: 200 L\/h$/)])
    const flow = async (ago: number) => {
      const thing = tankAt(await story(), dayOf(now()) - ago).equipment.find(
        (one) => one.id === id.id,
      )
      return thing && (thing.setting as { litresPerHour: number } | null)?.litresPerHour
    }
    expect([await flow(40), await flow(10), await flow(1)]).toEqual([undefined, 200, 90])
    const off = { ...shown.fields, running: 'off', ...from(today) }
    expect(problems(await sayThing('tarn', id.id, off, sent()))).toBe('')
    expect(await lines()).toContain('Night pump: switched off')
    expect([await flow(1), await flow(0)]).toEqual([90, undefined])
    expect((await takeThingAway('tarn', id.id, { endedOn: today }, sent())).ok).toBe(true)
    expect((await model()).equipment.some((thing) => thing.id === id.id)).toBe(false)
    expect(problems(await takeThingAway('tarn', 'ghost', { endedOn: today }, sent()))).toMatch(
      /not among the equipment/,
    )
  })
  test('a routine has an object, is changed and ended; what is taken back of two acts is the later one first', async () => {
    const { equipment } = await model()
    const filter = equipment.find((thing) => thing.kind === 'filter')!
    const id = sent()
    const fields = {
      says: 'Sponge of the canister',
      kind: 'clean',
      everyDays: '42',
      amount: '',
      equipmentId: filter.id,
      ends: '',
    }
    expect(problems(await sayARoutine('tarn', null, fields, id))).toBe('')
    expect(
      problems(await sayARoutine('tarn', null, { ...fields, everyDays: '0' }, sent())),
    ).toMatch(/everyDays/)
    expect(
      problems(await sayARoutine('tarn', null, { ...fields, equipmentId: 'ghost' }, sent())),
    ).toMatch(/equipmentId/)
    const rarer = { ...fields, everyDays: '60' }
    expect(problems(await sayARoutine('tarn', id.id, rarer, sent()))).toBe('')
    const [last, first] = (await model()).acts
    expect(problems(await turn('tarn', first.id, true))).toMatch(/was changed again since/)
    expect((await turn('tarn', last.id, true)).ok).toBe(true)
    expect((await model()).routines.find((one) => one.id === id.id)!.says).toBe('every 42 days')
    expect(problems(await sayARoutine('tarn', id.id, { ...fields, ends: 'now' }, sent()))).toBe('')
    expect((await model()).routines.some((one) => one.id === id.id)).toBe(false)
    expect(problems(await turn('tarn', 'no-such-act', true))).toMatch(/no such change/)
  })
  test('a routine for a while says until when, and ends by itself; an end that has come, and one that is no day, are refused', async () => {
    const id = sent()
    const fields = { ...ROUTINE, says: 'Big changes at first', until: '2026-12-20' }
    for (const [until, why] of [
      ['2026-11-01', /until: It would end before it begins/],
      ['2026-11-24', /until: It would end before it begins/],
      ['soon', /until: There is no such day|until: .*day/],
      ['2027-02-31', /until: .*day/],
    ] as const)
      expect(problems(await sayARoutine('tarn', null, { ...fields, until }, sent()))).toMatch(why)
    expect(problems(await sayARoutine('tarn', null, fields, id))).toBe('')
    const line = (await model()).routines.find((one) => one.id === id.id)!
    expect(line.says).toMatch(/^every 2 days, until 20 December/)
    expect(line.fields.until).toBe('2026-12-20')
    const asked = (day: string) =>
      story().then((tank) =>
        dueTasks(tank, `${day}T12:00:00.000Z`).some(({ routineId }) => routineId === id.id),
      )
    expect([await asked('2026-12-18'), await asked('2026-12-22')]).toEqual([true, false])
    // Sent back without a day it goes on.
    expect(problems(await sayARoutine('tarn', id.id, { ...fields, until: '' }, sent()))).toBe('')
    expect(await asked('2026-12-22')).toBe(true)
    const over = { ...fields, until: '', ends: 'now' }
    expect(problems(await sayARoutine('tarn', id.id, over, sent()))).toBe('')
  })
})
