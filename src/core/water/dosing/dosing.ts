import { entryDay } from '../../history/journal-index'
import { LABEL_FORMS } from '../../chemistry/nutrients'
import type { EntryOf } from '../../journal/entry'
import type { Band, Planting, Product, School, TankHistory } from '../../history/types'
import { entriesOf } from '../../history/journal-index'
import { plantingsAt, speciesOf } from '../../history/lookup'
import { type Result, ok, refuse } from '../../quantity/result'
import { sayNumber } from '../../quantity/say'
import { dayOf, instantOf, type Instant } from '../../quantity/time'
import { NO3_PER_N, PARAMETER_UNITS, PO4_PER_P, type Parameter } from '../../quantity/units'
import { polygonArea } from '../../vessel/volume'
import { productOf, raises } from './products'
import { releaseDays } from './release'
import { schoolFacts } from './schools'

/** A regular change: fraction of the water, every so many days, with water that holds `source` of the parameter. */
export interface Rhythm {
  fraction: number
  everyDays: number
  source: number
}

/**
 * Amount a day (canonical unit a day) that holds the mean of a parameter at `target` when the tank uses up `uptake` a day (below
 * zero where food brings more than plants take) and changes take their share. Over one rhythm of n days with a net gain g the water runs from C(1−f)+fS up to C with C = S + g·n/f, so its mean is
 * S + g·n(1/f − 1/2), and the dose is g + uptake (mass balance). Zero when the water stays above the target without any dose.
 * Throws for f outside (0, 1].
 */
export function dailyDoseFor(target: number, rhythm: Rhythm, uptake: number): number {
  const { fraction: f, everyDays: n, source } = rhythm
  if (!(f > 0 && f <= 1))
    throw new RangeError(`A change must take a fraction above 0 and up to 1, not ${f}`)
  return Math.max(0, (target - source) / (n * (1 / f - 0.5)) + uptake)
}

/** Where the mean of a parameter stands under the changes alone, canonical unit, never below zero: the same balance with no dose; see {@link dailyDoseFor}. */
export function meanWithoutDose(rhythm: Rhythm, uptake: number): number {
  const { fraction: f, everyDays: n, source } = rhythm
  if (!(f > 0 && f <= 1))
    throw new RangeError(`A change must take a fraction above 0 and up to 1, not ${f}`)
  return Math.max(0, source - uptake * n * (1 / f - 0.5))
}

/** One dose right after each change that brings the water back to `target` at its mean; see {@link dailyDoseFor}. Canonical unit a dose. */
export function doseAfterChange(target: number, rhythm: Rhythm, uptake: number): number {
  const { fraction: f, everyDays: n, source } = rhythm
  if (!(f > 0 && f <= 1))
    throw new RangeError(`A change must take a fraction above 0 and up to 1, not ${f}`)
  // Falls by u·n between doses; after the dose it stands at C, before the change at C − u·n, and its mean is C − u·n/2.
  const after = target + (uptake * n) / 2
  const before = after - uptake * n
  return Math.max(0, after - (before * (1 - f) + source * f))
}

/** Where a dose per rhythm ends if nothing takes it up: C_max = dose / f above the source (geometric series). */
export function accumulationBound(dosePerRhythm: number, fraction: number, source = 0): number {
  if (!(fraction > 0 && fraction <= 1))
    throw new RangeError(`A change must take a fraction above 0 and up to 1, not ${fraction}`)
  return source + dosePerRhythm / fraction
}

/** Amount of a product (its own unit) that raises `litres` by `by` of a parameter. Refuses a product that does not hold it. */
export function amountFor(
  product: Product,
  parameter: Parameter,
  by: number,
  litres: number,
): Result<number> {
  const each = raises(product, parameter)
  return each > 0
    ? ok((by * litres) / each)
    : refuse(`${product.name} holds no ${PARAMETER_UNITS[parameter].label}.`)
}

/** What a dose does to every parameter it touches, canonical units. */
export function effectOf(
  product: Product,
  amount: number,
  litres: number,
): { parameter: Parameter; by: number }[] {
  return DOSED.map((parameter) => ({
    parameter,
    by: (raises(product, parameter) * amount) / litres,
  })).filter(({ by }) => by > 0)
}
export const DOSED = [
  'nitrate',
  'phosphate',
  'potassium',
  'iron',
  'calcium',
  'magnesium',
  'gh',
  'kh',
] as const satisfies readonly Parameter[]

/** A first dose to try, in the product's own unit, one digit: it raises what the product holds most of by about 2 mg/L, or hardness alone by half a degree. One tablet; one unit of what raises nothing. */
export function modestDose(product: Product, litres: number): number {
  if (product.form === 'tablet') return 1
  const effects = effectOf(product, 1, litres)
  const salts = effects
    .filter(({ parameter }) => parameter !== 'gh' && parameter !== 'kh')
    .map(({ by }) => 2 / by)
  const degrees = effects
    .filter(({ parameter }) => parameter === 'kh' || parameter === 'gh')
    .map(({ by }) => 0.5 / by)
  const amount = Math.min(...(salts.length > 0 ? salts : degrees))
  return Number.isFinite(amount) ? Number(amount.toPrecision(1)) : 1
}

/** A remark on a dose or a label, never a refusal: the keeper may always overrule it. `dosing.words.ts` says it. */
export type DoseWarning =
  | { kind: 'band'; parameter: Parameter; from: number; to: number; high: number }
  | { kind: 'accumulation'; parameter: Parameter; to: number }
  | { kind: 'unit'; lines: Product['analysis'] }

/**
 * Whether a dose would lift a parameter out of its band now, or where it would end if it were given with every change and nothing
 * took it up. `standing` is the level now, null when unknown: then only the accumulation is judged.
 */
export function warnOfDose(
  parameter: Parameter,
  by: number,
  standing: number | null,
  band: Band,
  fraction: number | null,
  source: number,
): DoseWarning[] {
  if (band.high === null || by <= 0) return []
  const { high } = band
  const warnings: DoseWarning[] = []
  if (standing !== null && standing + by > high)
    warnings.push({ kind: 'band', parameter, from: standing, to: standing + by, high })
  const bound = fraction === null ? null : accumulationBound(by, fraction, source)
  if (bound !== null && bound > high) warnings.push({ kind: 'accumulation', parameter, to: bound })
  return warnings
}

/** How near a factor of element to ion two numbers must lie to be taken for the same amount in two units. */
const TWIN_SHARE = 0.06

/**
 * Figures of a label that look like one nutrient written twice, or in the other unit: 4.43 times as much NO3 beside N, 3.07 times
 * as much PO4 beside P. Two forms of one nutrient on one label are added up, so a label copied with both counts double.
 */
export function doubleUnits(analysis: Product['analysis']): DoseWarning[] {
  const warnings: DoseWarning[] = []
  analysis.forEach((line, i) => {
    for (const other of analysis.slice(i + 1)) {
      const [a, b] = [LABEL_FORMS[line.as], LABEL_FORMS[other.as]]
      if (a.nutrient !== b.nutrient || line.as === other.as) continue
      const ratio = (line.amount * a.factor) / (other.amount * b.factor)
      if (Math.abs(Math.log(ratio)) < TWIN_SHARE)
        warnings.push({ kind: 'unit', lines: [line, other] })
    }
  })
  return warnings
}

/** What a reading in the element is to be multiplied by to be one of the ion. */
const ION_PER_ELEMENT: ReadonlyMap<Parameter, number> = new Map([
  ['nitrate', NO3_PER_N],
  ['phosphate', PO4_PER_P],
])

/** A target or reading that is likely meant as the element: within the element's usual range when divided by its factor. Only nitrate and phosphate are written both ways. */
export function likelyElement(parameter: Parameter, value: number, band: Band): string | null {
  const factor = ION_PER_ELEMENT.get(parameter) ?? null
  if (factor === null || band.low === null || band.low <= 0 || value <= 0) return null
  const asIon = value * factor
  if (value < band.low / 1.5 && asIon >= band.low && (band.high === null || asIon <= band.high)) {
    const [ion, element] = parameter === 'nitrate' ? ['NO3', 'N'] : ['PO4', 'P']
    return `${sayNumber(value)} mg/L as ${ion} is little; did the test say ${element}? As ${element} it would be ${sayNumber(asIon)} mg/L ${ion}.`
  }
  return null
}

/** Ground one root tablet feeds, cm². Common practice: a hand's breadth apart. */
export const CM2_PER_TABLET = 150
/** How long it lasts, days. Common practice: two to four months; a third each way where the keeper knows its weeks. */
const TABLET_DAYS = { value: 90, low: 60, high: 120 } as const
const LASTS = { low: 2 / 3, high: 4 / 3 } as const

/** How long a tablet, a clay ball or the like feeds roots, days: as its keeper says, else as is usual. */
export function tabletLife(
  history: TankHistory,
  dose: Pick<EntryOf<'dose'>, 'productId' | 'product'>,
): { value: number; low: number; high: number } {
  const product = productOf(history, dose)
  const days = product ? releaseDays(product) : 0
  return days === 0 ? TABLET_DAYS : { value: days, low: LASTS.low * days, high: LASTS.high * days }
}

/** A dose that lies in the ground for roots. */
export const isTablet = (history: TankHistory, dose: EntryOf<'dose'>): boolean =>
  dose.unit === 'tablets' || productOf(history, dose)?.form === 'tablet'

export interface RootTabs {
  tablets: number
  areaCm2: number
  plantings: readonly Planting[]
  lastAt: Instant | null
  /** When the next are due, with the range of their life; null when none was ever given. */
  nextAt: { value: Instant; low: Instant; high: Instant } | null
}

/** Root tablets for what feeds by the roots, and when the next are due by the last that were written down. */
export function rootTabs(history: TankHistory, now: Instant): RootTabs {
  const plantings = plantingsAt(history, now).filter(
    (planting) => planting.perch === null && speciesOf(history, planting).feedsBy === 'root',
  )
  const areaCm2 = plantings.reduce((sum, planting) => sum + polygonArea(planting.patch), 0)
  const last = entriesOf(history.entries, 'dose').findLast(
    (dose) => entryDay(dose) <= dayOf(now) && isTablet(history, dose),
  )
  const life = last && tabletLife(history, last)
  const after = (days: number) => instantOf(dayOf(last?.at ?? now) + days)
  return {
    plantings,
    areaCm2,
    tablets: plantings.reduce((sum, planting) => sum + tabletsFor(history, planting), 0),
    lastAt: last?.at ?? null,
    nextAt: life
      ? { value: after(life.value), low: after(life.low), high: after(life.high) }
      : null,
  }
}

/** Under a crown as wide as this several tablets go, one a hand’s breadth of its roots; small ones share. Common practice. */
const BIG_CROWN_CM = 20
const ROOTS_PER_TABLET_CM = 12

/** Tablets for a planting: by the size of its crowns where they are big, else by the ground it takes. */
function tabletsFor(history: TankHistory, planting: Planting): number {
  const { matureWidthCm } = speciesOf(history, planting)
  const byArea = Math.max(1, Math.round(polygonArea(planting.patch) / CM2_PER_TABLET))
  return matureWidthCm < BIG_CROWN_CM
    ? byArea
    : planting.stems * Math.round(matureWidthCm / ROOTS_PER_TABLET_CM)
}

/** What a school would have the keeper change and dose in this tank: one line of the comparison. */
export interface SchoolPlan {
  school: School
  litresPerWeek: number
  /** Canonical unit a week of each nutrient that would have to be added to hold the middle of the school's band; null: none is added. */
  perWeek: Partial<Record<Parameter, number>>
}

/** The work and the nutrients of a school under its own rhythm of changes, or the present one. `uptake` a day; `source` levels; `bandOf` the school's bands. */
export function planOfSchool(
  school: School,
  present: Omit<Rhythm, 'source'>,
  litres: number,
  uptake: Partial<Record<Parameter, number>>,
  sourceOf: (parameter: Parameter) => number,
  bandOf: (parameter: Parameter) => Band,
): SchoolPlan {
  const facts = schoolFacts(school)
  const rhythm = facts.change ?? present
  const adds = school !== 'root only' && school !== 'nothing added'
  const perWeek: SchoolPlan['perWeek'] = {}
  for (const parameter of ['nitrate', 'phosphate', 'potassium', 'iron'] as const) {
    const { low, high } = bandOf(parameter)
    if (!adds || low === null || high === null) continue
    // Geometric middle: bands run over ratios.
    const target = Math.sqrt(low * high)
    perWeek[parameter] =
      dailyDoseFor(target, { ...rhythm, source: sourceOf(parameter) }, uptake[parameter] ?? 0) * 7
  }
  return { school, litresPerWeek: (rhythm.fraction * litres * 7) / rhythm.everyDays, perWeek }
}
