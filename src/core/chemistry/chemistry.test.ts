import { unionisedAmmoniaFraction } from './ammonia'
import {
  carbonicAcidPK1,
  chartCarbonDioxide,
  freeCarbonDioxide,
  MEQ_PER_DEGREE,
} from './carbon-dioxide'
import { dailyLightIntegral, transmission } from './light'
import { oxygenSaturation, pressureRatio } from './oxygen'

describe('un-ionised ammonia', () => {
  // Emerson, Russo, Lund & Thurston 1975, J. Fish. Res. Board Can. 32:2379, table 2 (percent NH3 in aqueous ammonia).
  test.each([
    [25, 8.0, 5.37],
    [20, 7.0, 0.394],
    [28, 8.5, 18.1],
    [25, 7.0, 0.566],
    [15, 8.0, 2.65],
    [5, 7.0, 0.125],
  ])('%d °C, pH %d: %d %%', (temperature, pH, percent) => {
    expect(100 * unionisedAmmoniaFraction(temperature, pH)).toBeCloseTo(
      percent,
      percent > 1 ? 1 : 2,
    )
  })
  test('refuses what the formula was not made for', () => {
    expect(() => unionisedAmmoniaFraction(60, 7)).toThrow(/0–40/)
    expect(() => unionisedAmmoniaFraction(25, 15)).toThrow(/pH/)
    expect(() => unionisedAmmoniaFraction(Number.NaN, 7)).toThrow(RangeError)
  })
})

describe('free carbon dioxide', () => {
  test('pK1 at 25 °C is 6.352, at 0 °C 6.58 (Plummer & Busenberg 1982, table 1; Harned & Davis 1943)', () => {
    expect(carbonicAcidPK1(25)).toBeCloseTo(6.352, 3)
    expect(carbonicAcidPK1(0)).toBeCloseTo(6.579, 2)
  })
  test('one degree KH is 0.3566 meq/L (10 mg/L CaO, Standard Methods 2340)', () =>
    expect(MEQ_PER_DEGREE).toBeCloseTo(0.3566, 3))
  test('KH 4, pH 6.6, 25 °C: 35.5 mg/L by the constant, 30.1 by the trade’s chart (common practice)', () => {
    expect(freeCarbonDioxide(4, 6.6, 25)).toBeCloseTo(35.5, 0)
    expect(chartCarbonDioxide(4, 6.6)).toBeCloseTo(30.14, 1)
  })
  test('a unit of pH is a factor of ten', () =>
    expect(freeCarbonDioxide(4, 6, 25) / freeCarbonDioxide(4, 7, 25)).toBeCloseTo(10, 8))
  test('refuses a negative hardness', () =>
    expect(() => freeCarbonDioxide(-1, 7, 25)).toThrow(/KH/))
})

describe('oxygen saturation', () => {
  // Standard Methods 4500-O, table 4500-O:I (Benson & Krause 1984), zero chlorinity, 101.325 kPa.
  test.each([
    [0, 14.621],
    [5, 12.77],
    [10, 11.288],
    [15, 10.084],
    [20, 9.092],
    [25, 8.263],
    [30, 7.558],
    [35, 6.949],
  ])('%d °C: %d mg/L', (temperature, saturation) => {
    expect(oxygenSaturation(temperature)).toBeCloseTo(saturation, 2)
  })
  test('pressure at 1 400 m is 0.845 of sea level (ISO 2533:1975), and oxygen falls a little more than in proportion', () => {
    expect(pressureRatio(1400)).toBeCloseTo(0.845, 3)
    const ratio = oxygenSaturation(25, 1400) / oxygenSaturation(25)
    expect(ratio).toBeLessThan(0.845)
    expect(ratio).toBeGreaterThan(0.83)
  })
  test('refuses boiling', () => expect(() => oxygenSaturation(100)).toThrow(/0–40/))
})

describe('light', () => {
  test('100 µmol for ten hours is 3.6 mol a day (definition)', () =>
    expect(dailyLightIntegral(100, 10)).toBeCloseTo(3.6, 10))
  test('half the light is gone after ln 2 of optical depth (Beer–Lambert)', () => {
    expect(transmission(0.01, Math.LN2 / 0.01)).toBeCloseTo(0.5, 10)
    expect(transmission(0.01, -5)).toBe(1)
  })
})
