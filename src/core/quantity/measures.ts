import type { Estimate } from './estimate'
import { sayEstimate, sayNumber } from './say'

/** How a keeper measures: kept is always the canonical unit. */
export type UnitSystem = 'metric' | 'US'

/** Canonical units that are shown otherwise where a keeper measures otherwise. */
export const MEASURED_UNITS = ['cm', 'm', 'cm²', 'L', 'L/h', '°C', 'kg'] as const
export type MeasuredUnit = (typeof MEASURED_UNITS)[number]
export const isMeasured = (unit: string): unit is MeasuredUnit =>
  (MEASURED_UNITS as readonly string[]).includes(unit)

/** Shown = canonical × `per` + `zero`. */
interface Shown {
  unit: string
  per: number
  zero: number
}
/** International inch and pound, US liquid gallon: exact by definition (NIST Handbook 44, appendix C). */
export const CM_PER_INCH = 2.54
const CM_PER_METRE = 100
const INCHES_PER_FOOT = 12
const LITRES_PER_GALLON = 3.785411784
const KG_PER_POUND = 0.45359237
const US: Record<MeasuredUnit, Shown> = {
  cm: { unit: 'in', per: 1 / CM_PER_INCH, zero: 0 },
  m: { unit: 'ft', per: CM_PER_METRE / (INCHES_PER_FOOT * CM_PER_INCH), zero: 0 },
  'cm²': { unit: 'in²', per: 1 / CM_PER_INCH ** 2, zero: 0 },
  L: { unit: 'gal', per: 1 / LITRES_PER_GALLON, zero: 0 },
  'L/h': { unit: 'gal/h', per: 1 / LITRES_PER_GALLON, zero: 0 },
  '°C': { unit: '°F', per: 1.8, zero: 32 },
  kg: { unit: 'lb', per: 1 / KG_PER_POUND, zero: 0 },
}

/** Canonical figures in the units of a keeper and back; units that are no measured ones stay as they are. */
export interface Measures {
  system: UnitSystem
  unit: (canonical: string) => string
  /** A canonical value as it is shown. */
  of: (value: number, canonical: string) => number
  /** A value as it was entered, in the canonical unit. */
  back: (shown: number, canonical: string) => number
  /** The width of a canonical range as it is shown: a difference has no zero. */
  width: (width: number, canonical: string) => number
  estimate: (estimate: Estimate, canonical: string) => Estimate
  /** “31 cm”, “12.2 in”, with no more digits than its half-width supports. */
  say: (value: number, canonical: string, halfWidth?: number) => string
  /** As it stands in a field to be changed: what is shown as it is kept is not rounded, what is turned over has three digits. */
  typed: (value: number, canonical: string) => number
  /** The figure alone. */
  figure: (value: number, canonical: string, halfWidth?: number) => string
  /** “31 (26–37) cm”. */
  sayEstimate: (estimate: Estimate, canonical: string) => string
}

/** Digits of a figure of which nobody said how well it is known. */
const USUAL_DIGITS = 3

function measures(system: UnitSystem, table: Partial<Record<string, Shown>>): Measures {
  const shown = (canonical: string): Shown =>
    (Object.hasOwn(table, canonical) ? table[canonical] : undefined) ?? {
      unit: canonical,
      per: 1,
      zero: 0,
    }
  const of = (value: number, canonical: string) => {
    const { per, zero } = shown(canonical)
    return value * per + zero
  }
  const unit = (canonical: string) => shown(canonical).unit
  const width = (span: number, canonical: string) => span * shown(canonical).per
  const figure = (value: number, canonical: string, halfWidth = 0) => {
    const own = of(value, canonical)
    if (halfWidth > 0 || !Object.hasOwn(table, canonical))
      return sayNumber(own, width(halfWidth, canonical))
    return sayNumber(Number(own.toPrecision(USUAL_DIGITS)))
  }
  const estimate = (one: Estimate, canonical: string): Estimate => ({
    ...one,
    value: of(one.value, canonical),
    low: of(one.low, canonical),
    high: of(one.high, canonical),
  })
  return {
    system,
    unit,
    of,
    typed: (value, canonical) =>
      Object.hasOwn(table, canonical)
        ? Number(of(value, canonical).toPrecision(USUAL_DIGITS))
        : value,
    width,
    figure,
    estimate,
    back: (value, canonical) => {
      const { per, zero } = shown(canonical)
      return (value - zero) / per
    },
    say: (value, canonical, halfWidth = 0) =>
      `${figure(value, canonical, halfWidth)}${canonical === '' ? '' : ` ${unit(canonical)}`}`,
    sayEstimate: (one, canonical) => sayEstimate(estimate(one, canonical), unit(canonical)),
  }
}

export const METRIC: Measures = measures('metric', {})
const IN_US: Measures = measures('US', US)

/** The measures of a system; of a name that is none, metric. */
export const measuresOf = (system: string | undefined): Measures =>
  system === 'US' ? IN_US : METRIC
