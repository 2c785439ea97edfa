/** NIST Handbook 44, appendix C (general tables of units): exact factors; °F by definition. */
import fc from 'fast-check'
import { MEASURED_UNITS, measuresOf, METRIC } from './measures'

const US = measuresOf('US')

test.each([
  [2.54, 'cm', 1, 'in'],
  [30.48, 'cm', 12, 'in'],
  [0.3048, 'm', 1, 'ft'],
  [3.785411784, 'L', 1, 'gal'],
  [0.45359237, 'kg', 1, 'lb'],
  [6.4516, 'cm²', 1, 'in²'],
  [0, '°C', 32, '°F'],
  [100, '°C', 212, '°F'],
  [25, '°C', 77, '°F'],
])('%d %s is %d %s', (canonical, unit, shown, name) => {
  expect(US.of(canonical, unit)).toBeCloseTo(shown, 9)
  expect(US.back(shown, unit)).toBeCloseTo(canonical, 9)
  expect(US.unit(unit)).toBe(name)
})
test('there and back is the same, in both systems', () =>
  fc.assert(
    fc.property(
      fc.constantFrom(...MEASURED_UNITS),
      fc.double({ min: -1e5, max: 1e5, noNaN: true }),
      (unit, value) => {
        for (const measures of [METRIC, US])
          expect(measures.back(measures.of(value, unit), unit)).toBeCloseTo(value, 6)
      },
    ),
  ))
test('what is no measured unit stays as it is, whatever it is called', () => {
  for (const unit of ['mg/L', '°dH', '%', '', 'constructor', 'g']) {
    expect(US.of(7, unit)).toBe(7)
    expect(US.unit(unit)).toBe(unit)
  }
})
test('a difference of temperatures has no zero', () => {
  expect(US.width(2, '°C')).toBeCloseTo(3.6, 9)
  expect(US.of(2, '°C')).toBeCloseTo(35.6, 9)
})
test('no more digits than are known', () => {
  expect(METRIC.say(31, 'cm')).toBe('31 cm')
  expect(US.say(31, 'cm')).toBe('12.2 in')
  expect(US.say(31, 'cm', 4)).toBe('12 in')
  expect(US.say(226.4, 'L')).toBe('59.8 gal')
  expect(US.say(24.6, '°C', 0.3)).toBe('76.3 °F')
  expect(US.say(5, '%')).toBe('5 %')
  expect(US.sayEstimate({ value: 25.4, low: 20.32, high: 30.48, because: '' }, 'cm')).toBe(
    '10 (8–12)\u202fin',
  )
})
test('in a field nothing is rounded that is kept as it is shown', () => {
  expect(METRIC.typed(251.53, 'µS/cm')).toBe(251.53)
  expect(METRIC.typed(31.27, 'cm')).toBe(31.27)
  expect(US.typed(251.53, 'µS/cm')).toBe(251.53)
  expect(US.typed(31.27, 'cm')).toBe(12.3)
})
test('of a system that is none, metric', () => {
  expect(measuresOf(undefined)).toBe(METRIC)
  expect(measuresOf('furlongs')).toBe(METRIC)
})
