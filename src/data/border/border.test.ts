import { kindOf } from '@/core/journal/entry'
import type { Shape } from '@/core/journal/shape'
import fc from 'fast-check'
import { array, mixed, object, string, ValidationError } from 'yup'
import { DETAIL_KINDS, sampleEntries } from '../testing/samples'
import { ENTRY_KINDS } from '@/core/journal/entry'
import { lodge } from '../demo/lodge'
import { parseEntry } from './entry-schema'
import {
  careSchema,
  equipmentSchema,
  layoutSchema,
  pieceSchema,
  planSchema,
  plantingSchema,
  productSchema,
  sourceSchema,
  vesselSchema,
} from './story-schema'

const [tarn] = lodge('2026-11-24T09:00:00.000Z')
const [glass] = tarn.vessel.glass
const [spot] = tarn.plantings[0].stands
const [ground] = tarn.layouts[0].ground
const [water] = tarn.sources[0].analyses
const lamp = tarn.equipment.find((thing) => thing.kind === 'lamp')!
const says = (parse: () => unknown): string => {
  try {
    parse()
  } catch (error) {
    if (error instanceof ValidationError) return error.errors.join(' ')
    throw error
  }
  return ''
}

describe('entries at the border', () => {
  test('there is a sample of every kind, and each passes unchanged', () => {
    expect([...DETAIL_KINDS].sort()).toEqual([...ENTRY_KINDS].sort())
    for (const sample of sampleEntries()) expect(parseEntry(sample)).toEqual(sample)
  })
  test('a field of the wrong kind never gets through, and never becomes another value (property)', () => {
    const rubbish = fc.oneof(
      fc.constant(null),
      fc.constant({}),
      fc.constant([1]),
      fc.constant('x\u0000y'.repeat(3)),
      fc.constant(Number.NaN),
      fc.constant(Number.POSITIVE_INFINITY),
      fc.constant(-1e12),
    )
    const places = sampleEntries().flatMap((sample) =>
      Object.entries(sample)
        .filter(([, value]) => typeof value === 'number')
        .map(([key]) => [sample, key] as const),
    )
    fc.assert(
      fc.property(fc.constantFrom(...places), rubbish, ([sample, key], value) => {
        // What may be left unsaid is null.
        const spec = (kindOf(sample.kind).shape as Shape)[key]
        const nullable = value === null && 'maybe' in spec && spec.maybe === true
        // The value of a reading is bounded by its parameter, in the story's own check.
        const unbounded = key === 'value' && sample.kind === 'reading' && value === -1e12
        if (nullable || unbounded) return
        expect(says(() => parseEntry({ ...sample, [key]: value }))).not.toBe('')
      }),
    )
  })
  test('fields that are not of the kind are dropped, not kept', () => {
    const [sample] = sampleEntries()
    expect(parseEntry({ ...sample, password: 'x', __proto__: { admin: true } })).toEqual(sample)
  })
  test.each([
    [
      'pH of a sample beyond the scale',
      { kind: 'degassed-sample', pHTank: 14, pHAtRest: 7 },
      /pH of the tank goes from 3 to 11/,
    ],
    [
      'gas of neither bubbles nor weight',
      { kind: 'gas-use', bubblesPerSecond: null, cylinderGrams: null },
      /Bubbles, the weight of the cylinder, or both/,
    ],
    [
      'a dose in drops',
      { kind: 'dose', product: 'x', productId: null, amount: 3, unit: 'drops' },
      /mL, g or tablets/,
    ],
    [
      'a dose of nothing',
      { kind: 'dose', product: 'x', productId: null, amount: 0, unit: 'mL' },
      /more than zero/,
    ],
    [
      'a method that is none',
      {
        kind: 'reading',
        parameter: 'kh',
        value: 3,
        method: 'guess',
        entered: { value: 3, unit: 'dKH' },
      },
      /not a test method/,
    ],
  ])('%s', (_name, detail, sentence) => {
    const head = {
      id: 'x',
      at: '2026-01-01T10:00:00.000Z',
      certainty: 'measured',
      by: 'keeper',
      note: null,
      expected: null,
    }
    expect(says(() => parseEntry({ ...head, ...detail }))).toMatch(sentence)
  })
})

describe('parts of a story at the border', () => {
  const strict = (
    schema: { validateSync: (value: unknown, options: object) => unknown },
    value: unknown,
  ) => says(() => schema.validateSync(value, { abortEarly: false, strict: true }))
  test('the demo’s own parts pass strictly', () => {
    expect(
      [
        strict(vesselSchema, tarn.vessel),
        ...tarn.layouts.map((one) => strict(layoutSchema, one)),
        ...tarn.pieces.map((one) => strict(pieceSchema, one)),
        ...tarn.equipment.map((one) => strict(equipmentSchema(one), one)),
        ...tarn.plantings.map((one) => strict(plantingSchema, one)),
        ...tarn.sources.map((one) => strict(sourceSchema, one)),
        ...tarn.products.map((one) => strict(productSchema, one)),
      ].join(''),
    ).toBe('')
  })
  test.each([
    [
      'a vessel of no length',
      vesselSchema,
      { ...tarn.vessel, glass: [{ ...glass, is: { ...glass.is, lengthCm: 0 } }] },
      /length must be more than zero/,
    ],
    [
      'water above the rim',
      vesselSchema,
      { ...tarn.vessel, glass: [{ ...glass, is: { ...glass.is, waterlineCm: 90 } }] },
      /cannot stand above the rim/,
    ],
    [
      'a zone that is none',
      vesselSchema,
      { ...tarn.vessel, timeZone: 'Atlantis/Deep' },
      /time zone is unknown/,
    ],
    [
      'a clock that is none',
      equipmentSchema(lamp),
      {
        ...lamp,
        settings: [{ ...lamp.settings[0], is: { ...lamp.settings[0].is, onAt: '29:70' } }],
      },
      /time of day/,
    ],
    ['care that is missing', vesselSchema, { ...tarn.vessel, care: undefined }, /care/],
    [
      'a school that is none',
      careSchema,
      { ...tarn.vessel.care[0].is, school: 'alchemy' },
      /none Vivero knows/,
    ],
    [
      'a stake of words',
      plantingSchema,
      { ...tarn.plantings[0], stake: 'stems' },
      /letter and a number/,
    ],
    [
      'an outline of two corners',
      plantingSchema,
      {
        ...tarn.plantings[0],
        stands: [
          {
            ...spot,
            is: {
              ...spot.is,
              patch: [
                [0, 0],
                [1, 1],
              ],
            },
          },
        ],
      },
      /three corners/,
    ],
    [
      'ground at one place',
      layoutSchema,
      {
        ...tarn.layouts[0],
        ground: [{ ...ground, is: { ...ground.is, profile: [{ x: 0, frontCm: 3, backCm: 4 }] } }],
      },
      /two places/,
    ],
    [
      'a source below zero',
      sourceSchema,
      { ...tarn.sources[0], analyses: [{ ...water, is: { ...water.is, phosphateMgL: -1 } }] },
      /Phosphate cannot be below zero/,
    ],
    [
      'a salt that is none',
      productSchema,
      { ...tarn.products[0], recipe: [{ saltId: 'sugar', gramsPerLitre: 5 }] },
      /none Vivero knows/,
    ],
    [
      'a plan for what is no option',
      planSchema,
      {
        id: 'p',
        option: 'demolition',
        madeAt: tarn.vessel.startedAt,
        state: 'pencil',
        stages: [],
        steps: [],
        materials: [],
      },
      /option is none Vivero knows/,
    ],
  ])('%s', (_name, schema, value, sentence) => expect(strict(schema, value)).toMatch(sentence))
})

test('what the library says by itself is said in a keeper’s words', async () => {
  const shape = object({
    a: object({ b: string() }).nullable(),
    c: string().defined(),
    d: mixed().required(),
    e: array(string()),
  })
  const said = await shape
    .validate({ a: 14, c: undefined, e: 'x' }, { abortEarly: false, strict: true })
    .then(
      () => [],
      ({ errors }: ValidationError) => errors,
    )
  expect(said.toSorted()).toEqual([
    'a group of named values is wanted here.',
    'a list is wanted here.',
    'it is missing.',
    'it is missing.',
  ])
})
