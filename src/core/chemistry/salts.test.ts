import fc from 'fast-check'
import {
  carbonDioxideAtRest,
  degassedCarbonDioxide,
  freeCarbonDioxide,
  pHFromCarbonDioxide,
} from './carbon-dioxide'
import { molarMass } from '../quantity/masses'
import { LABEL_FORM_NAMES, LABEL_FORMS, NUTRIENTS } from './nutrients'
import {
  degreesFrom,
  GH_PER_CALCIUM,
  GH_PER_MAGNESIUM,
  gramsForHardness,
  nutrientShare,
  SALTS,
  saltById,
} from './salts'

describe('molar masses (IUPAC 2021 abridged atomic masses; sums from the CRC Handbook, 97th ed., section 4)', () => {
  test.each([
    ['KNO3', 101.103],
    ['KH2PO4', 136.084],
    ['K2SO4', 174.252],
    ['MgSO4·7H2O', 246.466],
    ['CaSO4·2H2O', 172.164],
    ['CaCl2·2H2O', 147.008],
    ['Ca(NO3)2·4H2O', 236.146],
    ['NaHCO3', 84.006],
    ['KHCO3', 100.114],
    ['H2O', 18.015],
  ])('%s weighs %f g/mol', (formula, mass) =>
    expect(Math.abs(molarMass(formula) - mass)).toBeLessThan(0.012),
  )
  test.each(['Xx2', 'Ca(NO3', 'CaNO3)2', 'k2o'])('%s is refused', (formula) =>
    expect(() => molarMass(formula)).toThrow(RangeError),
  )
})

describe('salts (stoichiometry with IUPAC masses)', () => {
  test.each([
    ['kno3', 'NO3', 0.6133],
    ['kno3', 'K', 0.3867],
    ['kh2po4', 'PO4', 0.6979],
    ['kh2po4', 'K', 0.2873],
    ['k2so4', 'K', 0.4487],
  ] as const)('%s holds %s as %f of its mass', (id, nutrient, share) =>
    expect(Math.abs(nutrientShare(saltById(id), nutrient) - share)).toBeLessThan(1e-4),
  )
  // One degree in 100 L: Standard Methods 2340 and the definition of the German degree (10 mg/L CaO).
  test.each([
    ['nahco3', 'kh', 3.0],
    ['khco3', 'kh', 3.57],
    ['caso4', 'gh', 3.07],
    ['cacl2', 'gh', 2.62],
    ['mgso4', 'gh', 4.4],
  ] as const)('%s: one degree %s in 100 L takes %f g', (id, hardness, grams) =>
    expect(gramsForHardness(saltById(id), hardness, 1, 100)).toBeCloseTo(grams, 2),
  )
  test('Standard Methods 2340 B: hardness as CaCO3 = 2.497 Ca + 4.118 Mg, and a degree is 17.848 mg/L of it', () => {
    expect(GH_PER_CALCIUM * 17.848).toBeCloseTo(2.497, 3)
    expect(GH_PER_MAGNESIUM * 17.848).toBeCloseTo(4.118, 3)
    expect(1 / GH_PER_CALCIUM).toBeCloseTo(7.147, 3)
  })
  test('grams and degrees are inverse for every salt that gives a hardness', () => {
    const giving = SALTS.flatMap((salt) => [
      ...(salt.ghEq > 0 ? [[salt, 'gh'] as const] : []),
      ...(salt.khEq > 0 ? [[salt, 'kh'] as const] : []),
    ])
    fc.assert(
      fc.property(
        fc.constantFrom(...giving),
        fc.double({ min: 0.01, max: 30, noNaN: true }),
        fc.double({ min: 1, max: 2000, noNaN: true }),
        ([salt, hardness], degrees, litres) => {
          const grams = gramsForHardness(salt, hardness, degrees, litres)
          expect(degreesFrom(salt, hardness, (grams * 1000) / litres)).toBeCloseTo(degrees, 8)
        },
      ),
    )
    expect(() => gramsForHardness(saltById('kno3'), 'gh', 1, 100)).toThrow(/gives no GH/)
    expect(() => saltById('sugar')).toThrow(RangeError)
  })
  test('no salt gives more of its nutrients than its own mass', () => {
    for (const salt of SALTS)
      expect(
        Object.keys(salt.gives).reduce(
          (sum, nutrient) => sum + nutrientShare(salt, nutrient as keyof typeof NUTRIENTS),
          0,
        ),
      ).toBeLessThan(1 + 1e-9)
  })
})

describe('labels', () => {
  // Oxide factors as fertiliser law prints them (EU Regulation 2019/1009, annex III): P = 0.436 P2O5, K = 0.830 K2O, Ca = 0.715 CaO, Mg = 0.603 MgO.
  test.each([
    ['P2O5', 0.436],
    ['K2O', 0.83],
    ['CaO', 0.715],
    ['MgO', 0.603],
  ] as const)('%s to its element by %f', (form, factor) => {
    const element =
      form === 'P2O5' ? LABEL_FORMS.P2O5.factor / LABEL_FORMS.P.factor : LABEL_FORMS[form].factor
    expect(element).toBeCloseTo(factor, 3)
  })
  test('NO3 = 4.4268 N, PO4 = 3.0662 P', () => {
    expect(LABEL_FORMS.N.factor).toBeCloseTo(4.4268, 3)
    expect(LABEL_FORMS.P.factor).toBeCloseTo(3.0662, 3)
    expect(LABEL_FORM_NAMES.every((name) => LABEL_FORMS[name].nutrient in NUTRIENTS)).toBe(true)
  })
})

describe('carbon dioxide, onwards', () => {
  test('pH from KH and CO2 is the inverse of CO2 from KH and pH', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 20, noNaN: true }),
        fc.double({ min: 5.5, max: 8.5, noNaN: true }),
        fc.double({ min: 10, max: 32, noNaN: true }),
        (kh, pH, t) =>
          expect(pHFromCarbonDioxide(kh, freeCarbonDioxide(kh, pH, t), t)).toBeCloseTo(pH, 9),
      ),
    )
    expect(() => pHFromCarbonDioxide(0, 10, 25)).toThrow(RangeError)
  })
  test('water at rest under outdoor air: Henry’s law with the constants of Sander 2015 gives about 0.6 mg/L at 25 °C and more in the cold', () => {
    // By hand: 0.034 mol/L/atm × 425e-6 atm × 44.009 g/mol = 0.636 mg/L.
    expect(carbonDioxideAtRest(25)).toBeCloseTo(0.636, 3)
    expect(carbonDioxideAtRest(15)).toBeGreaterThan(carbonDioxideAtRest(25))
    expect(carbonDioxideAtRest(25, 0.845)).toBeCloseTo(0.636 * 0.845, 3)
  })
  test('a pH that falls by one unit under gas means ten times the CO2 at rest', () =>
    expect(degassedCarbonDioxide(6.6, 7.6, 0.7)).toBeCloseTo(7, 9))
})
