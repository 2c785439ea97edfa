import fc from 'fast-check'
import { asRead, chanceOutside, heldTrue, normalEstimate } from './estimate'
import { numberOrText, readNumber } from './read-number'
import { hoursOrDays, sayAgo, sayEstimate, sayHours, sayNumber, sayRange } from './say'
import { dayOf, instantOf } from './time'
import {
  CACO3_PER_DEGREE,
  fromCanonical,
  lengthToCm,
  NO3_PER_N,
  PARAMETER_UNITS,
  PARAMETERS,
  PO4_PER_P,
  toCanonical,
  volumeToLitres,
} from './units'

describe('what a keeper writes as a number', () => {
  test.each([
    ['5', 5],
    ['5.5', 5.5],
    ['5,5', 5.5],
    [' 0,125 ', 0.125],
    ['1400', 1400],
    ['-0,5', -0.5],
    ['−3', -3],
    [',5', 0.5],
    ['12.345', 12.345],
    ['1e3', 1000],
  ])('“%s” is %p', (text, value) => expect(readNumber(text)).toEqual({ ok: true, value }))
  test.each(['1,400', '12,345', '-1,400'])(
    '“%s” could be a thousand or a decimal: both readings are named',
    (text) =>
      expect(readNumber(text, 'The altitude')).toEqual({
        ok: false,
        problem: `The altitude can be read two ways: write ${text.replace(',', '')} or ${text.replace(',', '.')}.`,
      }),
  )
  test.each(['', 'much', '5 L', '1.400,5', '0x10', 'Infinity', '1e999', '--5', '5-6'])(
    '“%s” is none',
    (text) => {
      expect(readNumber(text, 'The dose')).toEqual({
        ok: false,
        problem: 'The dose must be a number.',
      })
      expect(numberOrText(text)).toBe(text)
    },
  )
  test('every number written out comes back, with point and with comma', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (value) => {
        const text = value.toFixed(2)
        expect([readNumber(text), readNumber(text.replace('.', ','))]).toEqual([
          { ok: true, value: Number(text) },
          { ok: true, value: Number(text) },
        ])
      }),
    )
  })
})

describe('units', () => {
  test('ion factors from IUPAC masses: NO3 = 4.4268 N, PO4 = 3.0662 P', () => {
    expect(NO3_PER_N).toBeCloseTo(4.4268, 3)
    expect(PO4_PER_P).toBeCloseTo(3.0662, 3)
  })
  test('one degree of hardness is 17.848 mg/L CaCO3 (Standard Methods 2340)', () =>
    expect(CACO3_PER_DEGREE).toBeCloseTo(17.848, 2))
  test('inch and US gallon are exact (NIST Handbook 44, appendix C)', () => {
    expect(lengthToCm(1, 'in')).toEqual({ ok: true, value: 2.54 })
    expect(volumeToLitres(1, 'gal')).toEqual({ ok: true, value: 3.785411784 })
  })
  test('77 °F is 25 °C', () =>
    expect(toCanonical('temperature', 77, '°F')).toEqual({ ok: true, value: 25 }))
  test('every unit of every parameter makes the round trip', () => {
    const pairs = PARAMETERS.flatMap((parameter) =>
      Object.keys(PARAMETER_UNITS[parameter].units).map((unit) => [parameter, unit] as const),
    )
    fc.assert(
      fc.property(
        fc.constantFrom(...pairs),
        fc.double({ min: 0, max: 1, noNaN: true }),
        ([parameter, unit], share) => {
          const [low, high] = PARAMETER_UNITS[parameter].plausible
          const canonical = low + share * (high - low)
          const back = toCanonical(parameter, fromCanonical(parameter, canonical, unit), unit)
          // The ends may fall out by rounding; inside, nothing may be lost.
          if (share > 0.001 && share < 0.999)
            expect(back.ok && Math.abs(back.value - canonical)).toBeLessThan(
              1e-9 * Math.max(1, Math.abs(canonical)),
            )
        },
      ),
    )
  })
  test('what no water can hold, and what is no unit, is refused in a sentence', () => {
    expect(toCanonical('pH', 14, 'pH')).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/outside what water can hold \(3 to 11/),
    })
    expect(toCanonical('nitrate', 5, 'stones')).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/“stones” is not a unit of nitrate.*mg\/L N/),
    })
    expect(toCanonical('nitrate', Number.NaN, 'mg/L').ok).toBe(false)
    expect(volumeToLitres(-3, 'L').ok).toBe(false)
    expect(() => fromCanonical('pH', 7, 'mg/L')).toThrow(RangeError)
  })
})

describe('saying numbers', () => {
  test('no more digits than the range supports', () => {
    expect(sayEstimate({ value: 31.4159, low: 26.2, high: 37.1, because: '' })).toBe('31 (26–37)')
    expect(sayNumber(2.4567, 0.3)).toBe('2.5')
    expect(sayNumber(0.01234, 0.004)).toBe('0.012')
    expect(sayRange({ low: -2.2, high: 3.1 })).toBe('-2 to 3')
    expect(sayNumber(-0.2, 3)).toBe('0')
    expect(sayNumber(Number.NaN)).toBe('–')
  })
  test('days in words', () => {
    expect([0, 1, 8, -1, -3].map(sayAgo)).toEqual([
      'today',
      'a day ago',
      '8 days ago',
      'tomorrow',
      'in 3 days',
    ])
  })
})

describe('estimates', () => {
  test('80 % of a normal lies within 1.2816 standard deviations (Abramowitz & Stegun, table 26.5)', () => {
    const estimate = normalEstimate(0, 1, '')
    expect(estimate.high).toBeCloseTo(1.2816, 4)
    expect(heldTrue(estimate, 1.28) && !heldTrue(estimate, -1.29)).toBe(true)
  })
  test('a range for a reading adds the reading’s own error and keeps to its bounds', () => {
    const read = asRead({ value: 2, low: 2 - 3, high: 2 + 3, because: '' }, 4 / 1.2815515655)
    expect(read.high).toBeCloseTo(7, 6)
    expect(read.low).toBe(0)
  })
  test('days and instants are one another’s inverse to the millisecond', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4e12 }), (ms) =>
        expect(dayOf(instantOf(ms / 86_400_000)) * 86_400_000).toBeCloseTo(ms, 0),
      ),
    )
    expect(() => dayOf('yesterday')).toThrow(/Not an instant/)
  })
})

describe('the chance of standing outside a band', () => {
  // Standard normal table: Φ(1) = 0.8413, Φ(1.2816) = 0.9 (Abramowitz & Stegun, table 26.1).
  const ten = normalEstimate(10, 1, 'made up')
  test.each([
    [{ low: null, high: 11 }, 0.1587],
    [{ low: 9, high: null }, 0.1587],
    [{ low: 9, high: 11 }, 0.3173],
    [{ low: null, high: null }, 0],
    [{ low: null, high: 9 }, 0.8413],
  ])('%p', (band, chance) => expect(chanceOutside(ten, band)).toBeCloseTo(chance, 4))
  test('a long end upwards leaves the near end as sure as it is', () => {
    const steep = { value: 4, low: 0.7, high: 24, because: 'made up' }
    expect(chanceOutside(steep, { low: null, high: 0.7 })).toBeCloseTo(0.9, 6)
    expect(chanceOutside(steep, { low: null, high: 24 })).toBeCloseTo(0.1, 6)
  })
  test('what is known exactly is inside or outside', () => {
    const exact = { value: 5, low: 5, high: 5, because: 'made up' }
    expect(chanceOutside(exact, { low: 4, high: 6 })).toBeCloseTo(0, 9)
    expect(chanceOutside(exact, { low: 6, high: null })).toBeCloseTo(1, 9)
  })
})

describe('a range with a long end upwards', () => {
  test('keeps the digits of its near end, and no more at the far one', () => {
    const steep = { value: 4.1, low: 0.68, high: 23.9, because: 'made up' }
    expect(sayEstimate(steep)).toBe('4.1 (0.7–24)')
    expect(sayEstimate({ ...steep, value: 12 })).toBe('12 (1–24)')
  })
})

describe('hours', () => {
  test('up to three days in hours, beyond them in days', () => {
    expect(sayHours(36)).toBe('36\u202fh')
    expect(sayHours(504)).toBe('21 days')
    const three = { value: 516, low: 396, high: 636, because: 'made up' }
    expect(sayEstimate(hoursOrDays(three).estimate, hoursOrDays(three).unit)).toBe(
      '22 (17–27)\u202fdays',
    )
    expect(hoursOrDays({ ...three, value: 30 }).unit).toBe('h')
  })
})
