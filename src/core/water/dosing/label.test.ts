import fc from 'fast-check'
import { molarMass } from '../../quantity/masses'
import { readLabel, readRecipe } from './label'
import { raises } from './products'

const liquid = (text: string, density?: number) => readLabel('liquid', text, density)
const said = (read: ReturnType<typeof readLabel>) => (read.ok ? read.value : read.problem)

describe('a liquid', () => {
  test('by weight: two per cent of a litre that weighs a kilogram is twenty grams', () => {
    expect(said(liquid('NO3 2 %'))).toEqual([{ as: 'NO3', amount: 20 }])
    expect(said(liquid('NO3 2%', 1.2))).toEqual([{ as: 'NO3', amount: 24 }])
    expect(said(liquid('K2O 30 g/kg', 1.1))).toEqual([{ as: 'K2O', amount: 33 }])
  })
  test('in grams to a litre, milligrams to a millilitre or a litre, or bare', () => {
    for (const text of ['K 20', 'K: 20 g/L', 'K = 20 mg/mL', 'k 20000 mg/l'])
      expect(said(liquid(text))).toEqual([{ as: 'K', amount: 20 }])
  })
  test('by what a dose does, which is the same the other way round', () => {
    expect(said(liquid('5 mL in 100 L adds 4 mg/L NO3'))).toEqual([{ as: 'NO3', amount: 80 }])
    expect(said(liquid('5ml to 100l: 4 mg/L of NO3; 10 mL per 200 L gives 0,5 mg/L Fe'))).toEqual([
      { as: 'NO3', amount: 80 },
      { as: 'Fe', amount: 10 },
    ])
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 50 }),
        fc.integer({ min: 10, max: 500 }),
        fc.integer({ min: 1, max: 30 }),
        (dose, volume, by) => {
          // A bottle holds no more than some 700 g in a litre.
          fc.pre((volume * by) / dose < 700)
          const read = liquid(`${dose} mL in ${volume} L adds ${by} mg/L K`)
          if (!read.ok) throw new Error(read.problem)
          const product = {
            id: 'b',
            name: 'b',
            form: 'liquid' as const,
            analysis: read.value,
            tabletGrams: null,
            recipe: null,
          }
          expect((raises(product, 'potassium') * dose) / volume).toBeCloseTo(by, 3)
        },
      ),
      { seed: 12 },
    )
  })
  test('a nitrogen told by weight holds as much nitrate as its masses say (IUPAC 2021)', () => {
    const read = liquid('N 1.5 %')
    if (!read.ok) throw new Error(read.problem)
    const analysis = read.value
    expect(
      raises(
        { id: 'b', name: 'b', form: 'liquid', analysis, tabletGrams: null, recipe: null },
        'nitrate',
      ),
    ).toBeCloseTo((15 * molarMass('NO3')) / molarMass('N'), 6)
  })
})

test('a powder is told by its share, in % or g/kg', () => {
  expect(said(readLabel('powder', 'K2O 12,5 %, Fe 0.1'))).toEqual([
    { as: 'K2O', amount: 12.5 },
    { as: 'Fe', amount: 0.1 },
  ])
  expect(said(readLabel('tablet', 'N 35 g/kg'))).toEqual([{ as: 'N', amount: 3.5 }])
  expect(said(readLabel('powder', 'K 20 g/L'))).toMatch(/share by weight is wanted/)
})

test('a stock is told in grams of salt', () => {
  expect(readRecipe('KNO3 60 g/L\nMgSO4 5')).toMatchObject({
    value: [
      { saltId: 'kno3', gramsPerLitre: 60 },
      { saltId: 'mgso4', gramsPerLitre: 5 },
    ],
  })
  expect(readRecipe('KNO3 6 %')).toMatchObject({ ok: false })
  expect(readRecipe('')).toMatchObject({ problem: expect.stringMatching(/^Which salts/) })
})

test.each([
  ['', /^What does the label say/],
  ['Joy 3', /^“Joy” is not known here/],
  ['K lots', /^“K lots” cannot be read/],
  ['K 1,500', /two ways/],
  ['0 mL in 100 L adds 4 mg/L NO3', /A dose of nothing/],
  ['5 mL in 100 L adds 4 mg/L joy', /^“joy” is not known/],
  ['K 3 oz', /cannot be read/],
])('“%s” is refused with its reason', (text, sentence) => {
  expect(said(liquid(text))).toMatch(sentence)
})

test('what adds nothing, and what weighs more than the bottle, is refused in its own words', () => {
  expect(said(liquid('5 mL in 0 L adds 4 mg/L NO3'))).toMatch(/adds nothing: put in how much/)
  expect(said(liquid('K 0'))).toMatch(/“K 0” adds nothing/)
  expect(said(liquid('NO3 200 %'))).toBe(
    'The label adds up to 2000 g in a litre; no bottle holds more than about 700.',
  )
  expect(said(readLabel('powder', 'NO3 200 %'))).toBe(
    'The label adds up to 200 %, more than the whole.',
  )
})
