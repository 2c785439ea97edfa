import { entriesOf } from '@/core/history/journal-index'
import type { TankHistory } from '@/core/history/types'
import { readTankFile, writeTankFile } from '@/data/formats/tank-file'
import { loadStory } from '@/data/story'
import { serveFromMemory } from '@/data/testing/served'
import { lodge } from '@/data/demo/lodge'
import { now } from '@/data/clock'
import type { Database } from '@/data/db'
import {
  addAnimals,
  place,
  pull,
  putBack,
  putRight,
  putTankRight,
  takeOut,
} from './corrections-actions'
import { correctionsModel } from './corrections-model'
import { sent } from '@/data/testing/sent'

jest.mock('next/cache', () => ({ revalidatePath: () => {} }))
jest.mock('next/navigation', () => ({
  notFound: () => {
    throw new Error('no such tank')
  },
}))

const NOW = now()
let db: Database
let close: () => Promise<void>
beforeAll(async () => {
  ;({ db, close } = await serveFromMemory(...lodge(NOW)))
})
afterAll(() => close())
const story = async (slug = 'tarn'): Promise<TankHistory> => (await loadStory(db, slug))!
const model = async (slug = 'tarn') => correctionsModel(await story(slug), now())
const lastNote = async (slug = 'tarn') =>
  entriesOf((await story(slug)).entries, 'note').at(-1)?.text ?? ''
const problems = (answer: { ok: boolean; problems?: { field: string; says: string }[] }) =>
  answer.ok
    ? ''
    : (answer.problems ?? []).map((problem) => `${problem.field}: ${problem.says}`).join(' | ')

describe('glass, lamp and gas', () => {
  test('sent back as shown, nothing changes and nothing is written', async () => {
    const before = await story()
    expect(await putTankRight('tarn', (await model()).glass, sent())).toEqual({
      ok: true,
      value: 'Tarn',
    })
    expect(await story()).toEqual(before)
  })
  test('what changes is kept, and the journal says what it was', async () => {
    expect(
      (
        await putTankRight(
          'tarn',
          { ...(await model()).glass, gasOn: '07:00', lampHours: '7', name: 'Tarn' },
          sent(),
        )
      ).ok,
    ).toBe(true)
    expect((await story()).vessel).toMatchObject({
      gas: { onAt: '07:00' },
      lamp: { hours: 7 },
      slug: 'tarn',
      care: (await story()).vessel.care,
    })
    expect(await lastNote()).toMatch(
      /^Put right: lamp 09:00 for 7\.5 h → 09:00 for 7 h; gas 07:30–\d\d:\d\d → 07:00–/,
    )
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
    ['letters for light', { parAtSurface: 'bright' }, /parAtSurface: .*must be a number/],
  ])('%s is refused at its field, and nothing is written', async (_name, over, sentence) => {
    const before = await story()
    expect(
      problems(await putTankRight('tarn', { ...(await model()).glass, ...over }, sent())),
    ).toMatch(sentence)
    expect(await story()).toEqual(before)
  })
})

describe('the first day', () => {
  test('put right, it takes the layout and the ground of that day along; not past what was planted', async () => {
    const fields = (await model('spring')).glass
    const before = await story('spring')
    expect((await putTankRight('spring', fields, sent())).ok).toBe(true)
    expect((await story('spring')).vessel.startedAt).toBe(before.vessel.startedAt)
    expect(
      problems(await putTankRight('spring', { ...fields, startedOn: '2099-01-01' }, sent())),
    ).toMatch(/startedOn: .*in the future/)
    expect(
      problems(await putTankRight('spring', { ...fields, startedOn: '2026-02-30' }, sent())),
    ).toMatch(/startedOn: .*does not exist/)
    expect(
      problems(await putTankRight('spring', { ...fields, startedOn: now().slice(0, 10) }, sent())),
    ).toMatch(/startedOn: .* was planted before that/)
    expect((await putTankRight('spring', { ...fields, startedOn: '2019-05-04' }, sent())).ok).toBe(
      true,
    )
    const after = await story('spring')
    expect(after.vessel.startedAt.slice(0, 10)).toBe('2019-05-04')
    for (const [i, layout] of before.layouts.entries())
      if (layout.from === before.vessel.startedAt)
        expect(after.layouts[i]).toMatchObject({ from: after.vessel.startedAt })
    expect(after.entries.at(-1)).toMatchObject({
      text: `Put right: set up on ${before.vessel.startedAt.slice(0, 10)} → 2019-05-04.`,
    })
    expect((await putTankRight('spring', fields, sent())).ok).toBe(true)
  })
})

describe('plantings', () => {
  test('sent back as shown, a patch drawn finer than a box is left as it was', async () => {
    const before = await story()
    for (const { id, fields } of (await model()).plantings)
      expect((await putRight('tarn', id, fields, sent())).ok).toBe(true)
    expect(await story()).toEqual(before)
  })
  test('moved and renamed: the journal keeps what it was', async () => {
    const { id, fields } = (await model()).plantings.find((planting) => planting.stake === 'S1')!
    expect(
      (
        await putRight(
          'tarn',
          id,
          { ...fields, name: 'Green stems, far left', right: '19', stems: '14' },
          sent(),
        )
      ).ok,
    ).toBe(true)
    expect((await story()).plantings.find((planting) => planting.id === id)).toMatchObject({
      name: 'Green stems, far left',
      stems: 14,
    })
    expect(await lastNote()).toMatch(
      /^S1 Green stems, far left put right: it was called Green stems, back left; it had \d+; it stood at /,
    )
    expect(problems(await putRight('tarn', id, { ...fields, right: '400' }, sent()))).toMatch(
      /right: The tank is 100 cm long/,
    )
    expect(problems(await putRight('tarn', 'nobody', fields, sent()))).toMatch(/not in this tank/)
  })
  test('onto a piece and off it again; a height is asked for', async () => {
    const { plantings, pieces } = await model()
    const { id, fields } = plantings.find((planting) => planting.stake === 'S2')!
    expect(
      problems(
        await putRight('tarn', id, { ...fields, grownOn: pieces[0].id, grownAtCm: '' }, sent()),
      ),
    ).toMatch(/grownAtCm: How high above the bottom/)
    expect(
      (await putRight('tarn', id, { ...fields, grownOn: pieces[0].id, grownAtCm: '14' }, sent()))
        .ok,
    ).toBe(true)
    expect((await story()).plantings.find((planting) => planting.id === id)!.perch).toEqual({
      hardscapeId: pieces[0].id,
      heightCm: 14,
    })
    expect(problems(await takeOut('tarn', pieces[0].id))).toMatch(/S2.* grows? on it|grow on it/)
    expect((await putRight('tarn', id, fields, sent())).ok).toBe(true)
    expect((await story()).plantings.find((planting) => planting.id === id)!.perch).toBeNull()
  })
  test('pulled out and put back: its record stays, both are in the journal', async () => {
    const { plantings, today } = await model()
    const { id, stake } = plantings[0]
    expect(problems(await pull('tarn', id, { removedOn: '2099-01-01' }))).toMatch(
      /has not happened yet/,
    )
    expect(problems(await pull('tarn', id, { removedOn: '2001-01-01' }))).toMatch(
      /was not planted yet/,
    )
    expect((await pull('tarn', id, { removedOn: today })).ok).toBe(true)
    expect((await model()).pulled.map((planting) => planting.id)).toEqual([id])
    expect((await model()).plantings.some((planting) => planting.id === id)).toBe(false)
    expect(await lastNote()).toMatch(new RegExp(`^Pulled out ${stake}`))
    expect((await pull('tarn', id, null)).ok).toBe(true)
    expect((await model()).pulled).toEqual([])
    expect(await lastNote()).toContain('stands again')
  })
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
  test('put in, taken out with its lines still legible, put back; each twice changes nothing more', async () => {
    expect(await place('spring', stone, sent())).toEqual({ ok: true, value: 'the flat stone' })
    expect(problems(await place('spring', stone, sent()))).toMatch(/label: .*stands there already/)
    const [piece] = (await model('spring')).pieces.filter((one) => one.label === 'the flat stone')
    expect(piece.says).toMatch(/stone, 4–16 cm from the left, up to 12 cm/)
    expect((await takeOut('spring', piece.id)).ok).toBe(true)
    expect(problems(await takeOut('spring', piece.id))).toMatch(/not in the layout any more/)
    expect((await model('spring')).takenOut).toEqual([{ id: piece.id, label: 'the flat stone' }])
    expect(
      await readTankFile(new TextEncoder().encode(writeTankFile(await story('spring'))), now()),
    ).toMatchObject({ ok: true })
    expect(await putBack('spring', piece.id)).toEqual({ ok: true, value: 'the flat stone' })
    expect((await model('spring')).takenOut).toEqual([])
    expect((await story('spring')).layouts.filter((layout) => layout.state === 'past')).toEqual([])
    expect(problems(await putBack('spring', 'nothing'))).toMatch(/not known any more/)
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
    since: '2026-02-01',
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
