import { INDICATOR_COLOURS } from './indicator-colours'
import { molarMass } from './masses'
import { type Result, ok, refuse } from './result'

/**
 * Units as keepers write them, and the one canonical unit of each parameter.
 * Plain mg/L means as the ion (NO3, NO2, NH4, PO4); `mg/L N` and `mg/L P` as the element.
 * Factors: ions from IUPAC 2021 abridged atomic masses; hardness from Standard Methods 2340 (1 °dH = 10 mg/L CaO).
 */
export const NO3_PER_N = molarMass('NO3') / molarMass('N')
export const NO2_PER_N = molarMass('NO2') / molarMass('N')
export const NH4_PER_N = molarMass('NH4') / molarMass('N')
export const PO4_PER_P = molarMass('PO4') / molarMass('P')
/** mg/L CaCO3 in one degree of German hardness: 10 mg/L CaO × M(CaCO3) / M(CaO). */
export const CACO3_PER_DEGREE = (10 * molarMass('CaCO3')) / molarMass('CaO')

export const PARAMETERS = [
  'nitrate',
  'nitrite',
  'ammonia',
  'phosphate',
  'potassium',
  'iron',
  'calcium',
  'magnesium',
  'pH',
  'kh',
  'gh',
  'temperature',
  'conductivity',
  'tds',
  'co2',
  'oxygen',
  'clarity',
  'tint',
] as const
export type Parameter = (typeof PARAMETERS)[number]

interface Scale {
  toCanonical: (x: number) => number
  fromCanonical: (x: number) => number
}
const times = (factor: number): Scale => ({
  toCanonical: (x) => x * factor,
  fromCanonical: (x) => x / factor,
})
const SAME = times(1)
const CELSIUS_FROM_FAHRENHEIT: Scale = {
  toCanonical: (x) => ((x - 32) * 5) / 9,
  fromCanonical: (x) => (x * 9) / 5 + 32,
}

interface ParameterUnits {
  canonical: string
  /** What a real tank can show, canonical unit; anything outside is a slip of the pen. */
  plausible: [number, number]
  units: Record<string, Scale>
  label: string
}

const ion = (
  label: string,
  plausible: [number, number],
  element?: { unit: string; factor: number },
): ParameterUnits => ({
  label,
  canonical: 'mg/L',
  plausible,
  units: { 'mg/L': SAME, ppm: SAME, ...(element ? { [element.unit]: times(element.factor) } : {}) },
})
const hardness = (label: string, unit: string): ParameterUnits => ({
  label,
  canonical: '°dH',
  plausible: [0, 60],
  units: {
    '°dH': SAME,
    [unit]: SAME,
    'ppm CaCO3': times(1 / CACO3_PER_DEGREE),
    'mg/L CaCO3': times(1 / CACO3_PER_DEGREE),
  },
})

const INDICATOR_SCALE: Scale = {
  toCanonical: (x) => (Number.isInteger(x) ? (INDICATOR_COLOURS[x - 1]?.mid ?? NaN) : NaN),
  fromCanonical: (x) =>
    1 +
    INDICATOR_COLOURS.reduce(
      (best, colour, i) =>
        Math.abs(colour.mid - x) < Math.abs(INDICATOR_COLOURS[best].mid - x) ? i : best,
      0,
    ),
}

export const PARAMETER_UNITS: Record<Parameter, ParameterUnits> = {
  nitrate: ion('nitrate', [0, 500], { unit: 'mg/L N', factor: NO3_PER_N }),
  nitrite: ion('nitrite', [0, 50], { unit: 'mg/L N', factor: NO2_PER_N }),
  ammonia: ion('ammonia', [0, 50], { unit: 'mg/L N', factor: NH4_PER_N }),
  phosphate: ion('phosphate', [0, 50], { unit: 'mg/L P', factor: PO4_PER_P }),
  potassium: ion('potassium', [0, 500]),
  iron: ion('iron', [0, 20]),
  calcium: ion('calcium', [0, 1000]),
  magnesium: ion('magnesium', [0, 1000]),
  pH: { label: 'pH', canonical: 'pH', plausible: [3, 11], units: { pH: SAME, '': SAME } },
  kh: hardness('KH', 'dKH'),
  gh: hardness('GH', 'dGH'),
  temperature: {
    label: 'temperature',
    canonical: '°C',
    plausible: [0, 45],
    units: { '°C': SAME, C: SAME, '°F': CELSIUS_FROM_FAHRENHEIT, F: CELSIUS_FROM_FAHRENHEIT },
  },
  conductivity: {
    label: 'conductivity',
    canonical: 'µS/cm',
    plausible: [0, 20000],
    units: { 'µS/cm': SAME, 'uS/cm': SAME, 'mS/cm': times(1000) },
  },
  tds: ion('TDS', [0, 20000]),
  co2: {
    label: 'CO2',
    canonical: 'mg/L',
    plausible: [0, 200],
    units: { 'mg/L': SAME, ppm: SAME, colour: INDICATOR_SCALE },
  },
  oxygen: ion('oxygen', [0, 30]),
  clarity: { label: 'clarity', canonical: 'of 10', plausible: [0, 10], units: { 'of 10': SAME } },
  tint: { label: 'tint', canonical: 'of 10', plausible: [0, 10], units: { 'of 10': SAME } },
}

export function isParameter(text: string): text is Parameter {
  return (PARAMETERS as readonly string[]).includes(text)
}

/** What a table holds under a name: a name that every object has (`constructor`) is none. */
const own = <T>(table: Record<string, T>, name: string): T | undefined =>
  Object.hasOwn(table, name) ? table[name] : undefined

/**
 * A reading in its parameter's canonical unit.
 * Refuses, with the sentence to show, an unknown unit and a value no tank can have. Range: PARAMETER_UNITS[p].plausible.
 */
export function toCanonical(parameter: Parameter, value: number, unit: string): Result<number> {
  const spec = PARAMETER_UNITS[parameter]
  const scale = own(spec.units, unit)
  if (!scale) {
    const known = Object.keys(spec.units).filter(Boolean).join(', ')
    return refuse(`“${unit}” is not a unit of ${spec.label} that Vivero knows; it reads ${known}.`)
  }
  const canonical = scale.toCanonical(value)
  const [low, high] = spec.plausible
  if (!Number.isFinite(canonical) || canonical < low || canonical > high) {
    const end = (x: number) => Number(scale.fromCanonical(x).toPrecision(4))
    // pH is its own unit.
    const shown = unit === spec.label ? '' : ` ${unit}`
    return refuse(
      `${spec.label} of ${value}${shown} is outside what water can hold (${end(low)} to ${end(high)}${shown}).`,
    )
  }
  return ok(canonical)
}

/** The inverse of {@link toCanonical}; throws for a unit the parameter does not have. */
export function fromCanonical(parameter: Parameter, value: number, unit: string): number {
  const scale = own(PARAMETER_UNITS[parameter].units, unit)
  if (!scale) throw new RangeError(`${parameter} has no unit ${unit}`)
  return scale.fromCanonical(value)
}

/** International inch and US liquid gallon: exact by definition (NIST Handbook 44, appendix C). */
const LENGTH: Record<string, Scale> = { cm: SAME, mm: times(0.1), m: times(100), in: times(2.54) }
const VOLUME: Record<string, Scale> = { L: SAME, mL: times(0.001), gal: times(3.785411784) }

export const lengthToCm = (value: number, unit: string): Result<number> =>
  convert(LENGTH, 'length', value, unit)
export const volumeToLitres = (value: number, unit: string): Result<number> =>
  convert(VOLUME, 'volume', value, unit)

function convert(
  scales: Record<string, Scale>,
  what: string,
  value: number,
  unit: string,
): Result<number> {
  const scale = own(scales, unit)
  if (!scale)
    return refuse(
      `“${unit}” is not a unit of ${what} that Vivero knows; it reads ${Object.keys(scales).join(', ')}.`,
    )
  if (!Number.isFinite(value) || value < 0) return refuse(`A ${what} cannot be ${value} ${unit}.`)
  return ok(scale.toCanonical(value))
}
