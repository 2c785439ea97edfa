import type { TankHistory } from '@/core/history/types'
import { lodge } from '@/data/demo/lodge'
import { now } from '@/data/clock'
import type { Database } from '@/data/db'
import { loadStory } from '@/data/story'
import { serveFromMemory } from '@/data/testing/served'
import {
  adoptRoutine,
  disagree,
  dropProduct,
  keepBands,
  keepHabits,
  keepProduct,
  keepSource,
  logColour,
  logDose,
  switchSchool,
} from './actions'
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
  ;({ db, close } = await serveFromMemory(...lodge(now()).slice(1, 2)))
})
afterAll(() => close())
const story = async () => (await loadStory(db, 'spring'))!
const problems = (answer: { ok: boolean; problems?: { field: string; says: string }[] }) =>
  answer.ok ? [] : (answer.problems ?? []).map((problem) => `${problem.field}: ${problem.says}`)

const label = (fields: Record<string, string>) => ({
  name: 'Bottle',
  form: 'liquid',
  lines: 'K 20',
  tabletGrams: '',
  ...fields,
})
const source = (fields: Record<string, string>) => ({
  name: 'Village tap',
  kind: 'tap',
  nitrateMgL: '4',
  khDegrees: '7',
  ghDegrees: '11,5',
  pH: '7.4',
  temperatureC: '12',
  phosphateMgL: '',
  potassiumMgL: '',
  calciumMgL: '',
  magnesiumMgL: '',
  conductivityUs: '420',
  ...fields,
})

describe('products as labels have them', () => {
  test('a label that says one thing in two units is kept and warned of', async () => {
    expect(
      await keepProduct(
        'spring',
        null,
        label({ name: 'Twice', form: 'powder', lines: 'N-NO3 10\nNO3 44.3' }),
        sent(),
      ),
    ).toEqual({
      ok: true,
      value:
        'Twice stands on the shelf. N 10 and NO3 44.3 are the same amount in two units; keep one of them, or it is counted twice.',
    })
  })
  test.each([
    ['one line', 'K 20', [{ as: 'K', amount: 20 }]],
    [
      'several, with units, colons and small letters',
      'k2o: 3.5 %\np2o5 1,2\nn-nh4: 0.4 g/L',
      [
        { as: 'K2O', amount: 35 },
        { as: 'P2O5', amount: 1.2 },
        { as: 'N-NH4', amount: 0.4 },
      ],
    ],
    [
      'on one line',
      'K 20, Fe 1.1; Mg 4',
      [
        { as: 'K', amount: 20 },
        { as: 'Fe', amount: 1.1 },
        { as: 'Mg', amount: 4 },
      ],
    ],
  ])('%s', async (_name, lines, analysis) => {
    const name = `Label ${lines.length} ${Math.random()}`
    expect(problems(await keepProduct('spring', null, label({ name, lines }), sent()))).toEqual([])
    expect((await story()).products.find((product) => product.name === name)).toMatchObject({
      form: 'liquid',
      analysis,
      recipe: null,
    })
  })
  test('a stock by formula or by name', async () => {
    expect(
      problems(
        await keepProduct(
          'spring',
          null,
          label({
            name: 'My stock',
            form: 'stock',
            lines: 'KNO3 60\nmagnesium sulphate (Epsom salt) 40\nMgSO4 5',
          }),
          sent(),
        ),
      ),
    ).toEqual([])
    expect((await story()).products.find((product) => product.name === 'My stock')!.recipe).toEqual(
      [
        { saltId: 'kno3', gramsPerLitre: 60 },
        { saltId: 'mgso4', gramsPerLitre: 40 },
        { saltId: 'mgso4', gramsPerLitre: 5 },
      ],
    )
  })
  test.each([
    ['nothing in it', { lines: '  ' }, /^lines: What does the label say/],
    [
      'a thousand that may be a decimal',
      { lines: 'K 1,500' },
      /^lines: K can be read two ways: write 1500 or 1.500/,
    ],
    [
      'a form that is none',
      { lines: 'Joy 3' },
      /^lines: “Joy” is not known here; known are N, N-NH4/,
    ],
    ['no number', { lines: 'K lots' }, /^lines: “K lots” cannot be read/],
    [
      'more than the whole',
      { form: 'powder', lines: 'K2O 70\nP2O5 50' },
      /^lines: The label adds up to 120 %/,
    ],
    ['no name', { name: '' }, /^name: .*missing/],
    ['a tablet of no weight', { form: 'tablet' }, /tabletGrams: What does one tablet weigh/],
    ['a form that does not exist', { form: 'gas' }, /^form: .*none Vivero knows/],
    ['a novel', { lines: 'x'.repeat(5000) }, /damaged, or a field is longer/],
  ])('%s is named at its field, and nothing is written', async (_name, fields, sentence) => {
    const before = (await story()).products.length
    expect(
      problems(
        await keepProduct(
          'spring',
          null,
          label({ name: 'Wrong', ...fields } as Record<string, string>),
          sent(),
        ),
      ).join(' | '),
    ).toMatch(sentence)
    expect((await story()).products.length).toBe(before)
  })
  test('it comes off the shelf while it was never dosed, and stays after', async () => {
    await keepProduct('spring', null, label({ name: 'Dosed once' }), sent())
    const { id } = (await story()).products.find((product) => product.name === 'Dosed once')!
    expect((await logDose('spring', id, 3, sent())).ok).toBe(true)
    expect(problems(await dropProduct('spring', id)).join()).toMatch(
      /1 dose of this is in the book/,
    )
    expect((await story()).entries.at(-1)).toMatchObject({
      kind: 'dose',
      product: 'Dosed once',
      productId: id,
      amount: 3,
      unit: 'mL',
    })
  })
})

describe('waters', () => {
  test('decimal commas are read, empty figures stay unknown, a change keeps the id', async () => {
    expect(problems(await keepSource('spring', null, source({}), sent()))).toEqual([])
    const tap = (await story()).sources.find((one) => one.name === 'Village tap')!
    expect(tap.analyses[0].is).toMatchObject({
      ghDegrees: 11.5,
      phosphateMgL: null,
      conductivityUs: 420,
    })
    expect(
      problems(await keepSource('spring', tap.id, source({ calciumMgL: '70' }), sent())),
    ).toEqual([])
    const [changed, ...others] = (await story()).sources.filter((one) => one.name === 'Village tap')
    expect(others).toEqual([])
    expect(changed.analyses.at(-1)!.is.calciumMgL).toBe(70)
  })
  test('calcium that makes more hardness than there is said to be is asked about', async () => {
    // 40 mg/L Ca is 5.6 °dH (1 °dH = 7.147 mg/L Ca; DIN 38409-6).
    expect(
      problems(
        await keepSource(
          'spring',
          null,
          source({ name: 'Odd', ghDegrees: '0', calciumMgL: '40' }),
          sent(),
        ),
      ),
    ).toEqual([
      'ghDegrees: Its calcium and magnesium alone make GH 5.6; 0 cannot be. Which of them is wrong?',
    ])
    expect(
      problems(
        await keepSource(
          'spring',
          null,
          source({ name: 'Even', ghDegrees: '5', calciumMgL: '40' }),
          sent(),
        ),
      ),
    ).toEqual([])
  })
  test('every wrong field is named at once', async () => {
    const said = problems(
      await keepSource(
        'spring',
        null,
        source({ name: '', ghDegrees: 'hard', pH: '14', conductivityUs: '-3' }),
        sent(),
      ),
    ).join(' | ')
    expect(said).toMatch(/name: .*missing/)
    expect(said).toMatch(/ghDegrees: GH must be a number/)
    expect(said).toMatch(/pH: pH goes from 3 to 11/)
    expect(said).toMatch(/conductivityUs: Conductivity cannot be below zero/)
  })
})

const standingCare = ({ vessel }: Pick<TankHistory, 'vessel'>) => vessel.care.at(-1)!.is

describe('bands, habits, school and rhythm', () => {
  const usual: Record<string, string> = {}
  test('only what differs from the school is kept, so that the rest goes on following it', async () => {
    const { PARAMETERS } =
      jest.requireActual<typeof import('@/core/quantity/units')>('@/core/quantity/units')
    const { schoolBand } = jest.requireActual<typeof import('@/core/water/facts/parameters')>(
      '@/core/water/facts/parameters',
    )
    const { vessel } = await story()
    for (const parameter of PARAMETERS) {
      const band = schoolBand(vessel.kind, standingCare({ vessel }).school, parameter)
      usual[`${parameter}-low`] = band.low === null ? '' : String(band.low)
      usual[`${parameter}-high`] = band.high === null ? '' : String(band.high)
    }
    expect(problems(await keepBands('spring', { ...usual, 'nitrate-high': '12' }, sent()))).toEqual(
      [],
    )
    expect(standingCare(await story()).bands).toEqual({
      nitrate: { low: Number(usual['nitrate-low']), high: 12 },
    })
    expect(problems(await keepBands('spring', usual, sent()))).toEqual([])
    expect(standingCare(await story()).bands).toEqual({})
  })
  test('a band upside down, or of letters, stands at its field', async () => {
    expect(
      problems(
        await keepBands(
          'spring',
          { ...usual, 'kh-low': '9', 'kh-high': '4', 'gh-low': 'soft' },
          sent(),
        ),
      ),
    ).toEqual(
      expect.arrayContaining([
        'kh-high: The high end must lie above the low one.',
        'gh-low: This must be a number.',
      ]),
    )
  })
  test('bucket and food; an empty loss means “reckon it”', async () => {
    expect(
      problems(
        await keepHabits(
          'spring',
          { bucketLitres: '8', foodProteinPercent: '45', evaporation: '' },
          sent(),
        ),
      ),
    ).toEqual([])
    expect(standingCare(await story())).toMatchObject({
      evaporationLitresPerDay: null,
      bucketLitres: 8,
      foodProteinPercent: 45,
    })
    expect(
      problems(
        await keepHabits(
          'spring',
          { bucketLitres: '0', foodProteinPercent: '45', evaporation: '' },
          sent(),
        ),
      ).join(),
    ).toMatch(/bucketLitres/)
    expect(
      problems(
        await keepHabits(
          'spring',
          { bucketLitres: '8', foodProteinPercent: '45', evaporation: '-1' },
          sent(),
        ),
      ).join(),
    ).toMatch(/below zero/)
  })
  test('a school is switched, one that is none is refused', async () => {
    expect((await switchSchool('spring', 'lean column', sent())).ok).toBe(true)
    expect(standingCare(await story()).school).toBe('lean column')
    expect(problems(await switchSchool('spring', 'alchemy', sent())).join()).toContain(
      'not a school',
    )
  })
  test('a rhythm beyond reason is refused', async () => {
    expect((await adoptRoutine('spring', 10, 0.35, sent())).ok).toBe(true)
    expect(
      (await story()).routines.find((routine) => routine.kind === 'water-change'),
    ).toMatchObject({ everyDays: 10, amount: 0.35, says: null })
    for (const [days, fraction] of [
      [0, 0.4],
      [7, 1.4],
      [7, 0],
      [1000, 0.4],
      [Number.NaN, 0.4],
    ])
      expect((await adoptRoutine('spring', days, fraction, sent())).ok).toBe(false)
  })
})

describe('what is logged from the desk', () => {
  test('a colour is a reading by indicator; a sixth colour is none', async () => {
    expect((await logColour('spring', 4, sent())).ok).toBe(true)
    expect((await story()).entries.at(-1)).toMatchObject({
      kind: 'reading',
      parameter: 'co2',
      method: 'indicator',
      entered: { value: 4, unit: 'colour' },
    })
    for (const none of [0, 6, 2.5, 'x' as never])
      expect((await logColour('spring', none, sent())).ok).toBe(false)
  })
  test('a plain salt can be dosed; an unknown product, letters and too much cannot', async () => {
    expect((await logDose('spring', 'salt-kno3', 1.5, sent())).ok).toBe(true)
    expect((await story()).entries.at(-1)).toMatchObject({
      product: 'potassium nitrate',
      unit: 'g',
      amount: 1.5,
    })
    for (const [id, amount] of [
      ['ghost', 1],
      ['salt-kno3', 'two'],
      ['salt-kno3', 1e9],
      ['salt-kno3', -1],
      [{}, 1],
    ] as const)
      expect((await logDose('spring', id as never, amount as never, sent())).ok).toBe(false)
  })
  test('a disagreement needs its reason', async () => {
    expect((await disagree('spring', 'nitrate', 'The card was wet.', sent())).ok).toBe(true)
    expect((await disagree('spring', 'nitrate', '  ', sent())).ok).toBe(false)
  })
  test('damaged forms are refused in a sentence, not with a crash', async () => {
    for (const raw of [null, 'x', [], { name: 5 }, { name: 'x'.repeat(5000) }]) {
      expect(problems(await keepSource('spring', null, raw as never, sent())).join()).toContain(
        'damaged, or a field is longer',
      )
      expect((await keepHabits('spring', raw as never, sent())).ok).toBe(false)
    }
  })
})

const NO_NAMES: readonly unknown[] = [
  '\u0000',
  '',
  'TARN',
  '../tarn',
  'x'.repeat(500),
  5,
  null,
  undefined,
  {},
  { toString: 0 },
  ['tarn'],
]

test('what is no name of a tank finds none, and is no fault of ours', async () => {
  for (const slug of NO_NAMES) {
    expect(await logColour(slug as never, 3, sent())).toMatchObject({ ok: false })
    expect(await logDose(slug as never, 'salt-kno3', 1, sent())).toMatchObject({ ok: false })
  }
  expect(await logColour('spring', { toString: 0 } as never, sent())).toMatchObject({ ok: false })
})
