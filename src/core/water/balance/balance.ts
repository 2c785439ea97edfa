import { entryDay } from '../../history/journal-index'
import { CACO3_PER_DEGREE, NO3_PER_N, PO4_PER_P, type Parameter } from '../../quantity/units'
import { entriesOf } from '../../history/journal-index'
import { sourceOn } from '../../history/tank-at'
import type { TankHistory } from '../../history/types'
import { Z80, type Estimate } from '../../quantity/estimate'
import { type Result, ok, refuse } from '../../quantity/result'
import { dayOf, type Instant } from '../../quantity/time'
import { litresOn } from '../../vessel/litres-over'
import {
  courseOf,
  estimateParameter,
  type BandPoint,
  type WaterEstimate,
} from '../estimate/estimate'
import { habitualFeeding } from './habit'
import { addedByDose } from '../dosing/products'
import { releasedBetween } from '../dosing/release'
import { inflateUncertainty } from '../estimate/inflate-uncertainty'
import { reconcile } from './reconcile'
import { levelOfSource, sourceLevel } from '../facts/sources'
import { unmeasuredParts, type UnmeasuredPart } from '../facts/unmeasured'

/** Where a parameter comes from and goes to: what entries tell of, and what nobody measures. */
type FlowKind =
  'feed' | 'dose' | 'source' | 'top-up' | 'changes' | 'nitrification' | UnmeasuredPart['kind']
export interface Flow {
  kind: FlowKind
  /** Canonical unit a week at full volume; above zero it adds, below it takes away. */
  perWeek: Estimate
  /** Entries it was counted from; none for what is inferred. */
  entries: number
  /** Found by following the level, not by counting entries. */
  inferred: boolean
}
export interface Balance {
  parameter: Parameter
  days: number
  litres: number
  flows: Flow[]
  /** What the level did in that time, a week. */
  levelPerWeek: Estimate
}

/** Parameters of which a balance says something. */
export const BALANCED = [
  'nitrate',
  'phosphate',
  'potassium',
  'gh',
  'kh',
  'conductivity',
] as const satisfies readonly Parameter[]
const BALANCE_DAYS = 56

/** Total ammonia nitrogen in a gram of protein fed, g (Timmons & Ebeling, Recirculating Aquaculture: P_TAN = F · PC · 0.092). */
export const TAN_PER_PROTEIN = 0.092
/** Phosphorus and potassium in dry fish food, share of its mass, and the share of the phosphorus that comes free. Common practice. */
const FEED_PHOSPHORUS = 0.011
const FEED_PHOSPHORUS_FREE = 0.6
const FEED_POTASSIUM = 0.006
/** Half-widths (80 %) of what feed, doses, changes and source figures can be trusted to, shares. Common practice. */
const DOUBT = {
  /** What is meant to be fed and what is fed differ. Common practice: people overstate how regular they are. */
  meantFeed: 0.6,
  feed: 0.35,
  nitrification: 0.6,
  dose: 0.12,
  changes: 0.06,
  sourceMeasured: 0.1,
  sourceReckoned: 0.4,
} as const

/** Nitrate, mg/L as NO3, from `grams` of food of `proteinPercent` in `litres`, once the filter has turned all its ammonia. Check: 1 g of 40 % in 100 L → 1.63. */
export function nitrateFromFeed(grams: number, proteinPercent: number, litres: number): number {
  return (grams * 1000 * (proteinPercent / 100) * TAN_PER_PROTEIN * NO3_PER_N) / litres
}

/** Oxygen, g, and alkalinity, g as CaCO3, that turning a gram of ammonia nitrogen into nitrate takes (stoichiometry: 2 O2 and 2 HCO3⁻ a N). Check: 4.57 and 7.14. */
export const NITRIFICATION = {
  oxygenPerN: (2 * 2 * 15.999) / 14.007,
  alkalinityPerN: (40.078 + 12.011 + 3 * 15.999) / 14.007,
} as const

/** What turning `nitrateMgL` a week of food's nitrogen into nitrate takes of `litres` of water: oxygen in g, and carbonate hardness in °dH. */
export function nitrificationCost(
  nitrateMgL: number,
  litres: number,
): { oxygenGrams: number; khDegrees: number } {
  const nitrogenGrams = (nitrateMgL * litres) / 1000 / NO3_PER_N
  return {
    oxygenGrams: nitrogenGrams * NITRIFICATION.oxygenPerN,
    khDegrees: (nitrogenGrams * NITRIFICATION.alkalinityPerN * 1000) / litres / CACO3_PER_DEGREE,
  }
}

/**
 * Where a parameter came from and went to over the last `days`, per week, 80 % ranges. Changes take away what stood in the water
 * (from the smoothed estimate) and bring what the source holds. What nobody measures (plants, soil, stones, the unwritten) is found
 * by fitting all parts, each within its doubt, to what the level did (`reconcile`), so that the streams add up to it exactly.
 * Refuses without two readings in or before that time, since a level cannot be followed on one. `known`: the estimate, if it was made already.
 */
export function balanceOf(
  history: TankHistory,
  parameter: Parameter,
  now: Instant,
  { days = BALANCE_DAYS, known }: { days?: number; known?: WaterEstimate } = {},
): Result<Balance> {
  const estimate = known ? ok(known) : estimateParameter(history, parameter, now)
  if (!estimate.ok) return estimate
  const { readingsUsed } = estimate.value
  if (readingsUsed < 2)
    return refuse(
      'One reading says where it stands, not where it goes; a second one some days on will.',
    )
  const past = courseOf(estimate.value)
  const today = dayOf(now)
  const span = Math.min(days, today - Math.max(dayOf(history.vessel.startedAt), past[0].day))
  if (span < 7) return refuse('A week must pass before a balance can be drawn.')
  const start = today - span
  const litres = litresOn(history, today)
  const weekly = 7 / span
  const counted = [
    feedFlow(history, parameter, today, span, litres),
    nitrificationFlow(history, parameter, today, span, litres),
    doseFlow(history, parameter, start, today, weekly, litres),
    ...changeFlows(history, parameter, past, start, today, weekly),
    topUpFlow(history, parameter, start, today, weekly, litres),
  ].filter((flow): flow is Flow => flow !== null && Math.abs(flow.perWeek.value) > 1e-9)
  const fed = counted.find((flow) => flow.kind === 'feed')?.perWeek.value ?? 0
  const vague = unmeasuredParts(history, parameter, now, litres, fed)
  const [first, last] = [pointAt(past, start), pointAt(past, today)]
  const level = {
    value: (last.value - first.value) * weekly,
    sd: (Math.hypot(half(first), half(last)) * weekly) / Z80,
  }
  const sure = counted.map(partOf)
  const unmeasured = inflateUncertainty(sure, vague, level)
  const fit = reconcile([...sure, ...unmeasured], level)
  const flows = [
    ...counted.map((flow, i) => ({
      ...flow,
      perWeek: fitted(fit.parts[i], Math.sign(flow.perWeek.value), flow.perWeek.because),
    })),
    ...unmeasured.map(({ kind, sign, because }, i) => ({
      kind,
      entries: 0,
      inferred: true,
      perWeek: fitted(fit.parts[counted.length + i], sign, because),
    })),
  ].filter((flow) => flow.perWeek.value !== 0)
  return ok({
    parameter,
    days: span,
    litres,
    flows,
    levelPerWeek: fitted(fit.total, 0, 'the estimate at both ends'),
  })
}

const partOf = ({ perWeek }: Flow) => ({
  value: perWeek.value,
  sd: half(perWeek) / Z80,
  sign: Math.sign(perWeek.value) as -1 | 0 | 1,
})

/** A fitted part with its 80 % range, which cannot cross zero where the part cannot. */
function fitted(
  { value, sd }: { value: number; sd: number },
  sign: number,
  because: string,
): Estimate {
  const estimate = around(value, Z80 * sd, because)
  return {
    ...estimate,
    low: sign > 0 ? Math.max(0, estimate.low) : estimate.low,
    high: sign < 0 ? Math.min(0, estimate.high) : estimate.high,
  }
}

const half = ({ low, high }: { low: number; high: number }) => (high - low) / 2
const around = (value: number, halfWidth: number, because: string): Estimate => ({
  value,
  low: value - halfWidth,
  high: value + halfWidth,
  because,
})
const within = (at: Instant, start: number, today: number) =>
  dayOf(at) > start && dayOf(at) <= today

function feedFlow(
  history: TankHistory,
  parameter: Parameter,
  today: number,
  days: number,
  litres: number,
): Flow | null {
  const feeding = habitualFeeding(history, today, days)
  if (!feeding) return null
  const grams = feeding.gramsPerDay * 7
  const protein = feeding.proteinPercent
  const amount = {
    nitrate: nitrateFromFeed(grams, protein, litres),
    phosphate: (grams * 1000 * FEED_PHOSPHORUS * FEED_PHOSPHORUS_FREE * PO4_PER_P) / litres,
    potassium: (grams * 1000 * FEED_POTASSIUM) / litres,
  }[parameter as 'nitrate' | 'phosphate' | 'potassium']
  if (amount === undefined) return null
  return {
    kind: 'feed',
    entries: feeding.meals,
    inferred: false,
    perWeek: around(
      amount,
      amount * (feeding.meals > 0 ? DOUBT.feed : DOUBT.meantFeed),
      `${grams.toFixed(1)} g a week at ${Math.round(protein)} % protein${feeding.meals > 0 ? '' : ', as it is meant to be fed; no meal was written down'}`,
    ),
  }
}

/** What turning food into nitrate takes of the carbonate hardness. Plants that take the nitrate up give some of it back: hence the wide doubt. */
function nitrificationFlow(
  history: TankHistory,
  parameter: Parameter,
  today: number,
  days: number,
  litres: number,
): Flow | null {
  const fed = parameter === 'kh' ? feedFlow(history, 'nitrate', today, days, litres) : null
  if (!fed) return null
  const { khDegrees } = nitrificationCost(fed.perWeek.value, litres)
  return {
    kind: 'nitrification',
    entries: fed.entries,
    inferred: false,
    perWeek: around(-khDegrees, khDegrees * DOUBT.nitrification, fed.perWeek.because),
  }
}

function doseFlow(
  history: TankHistory,
  parameter: Parameter,
  start: number,
  today: number,
  weekly: number,
  litres: number,
): Flow | null {
  const added = addedByDose(history, parameter)
  const amounts = entriesOf(history.entries, 'dose')
    .map((dose) => {
      const day = entryDay(dose)
      return releasedBetween(added(dose), start - day, today - day) / litres
    })
    .filter((amount) => amount > 0)
  const entries = amounts.length
  const total = amounts.reduce((sum, amount) => sum + amount, 0)
  return entries === 0
    ? null
    : {
        kind: 'dose',
        entries,
        inferred: false,
        perWeek: around(total * weekly, total * weekly * DOUBT.dose, `${entries} doses`),
      }
}

function changeFlows(
  history: TankHistory,
  parameter: Parameter,
  past: readonly BandPoint[],
  start: number,
  today: number,
  weekly: number,
): Flow[] {
  const changes = entriesOf(history.entries, 'water-change').filter((change) =>
    within(change.at, start, today),
  )
  if (changes.length === 0) return []
  let [away, awayDoubt, brought] = [0, 0, 0]
  for (const change of changes) {
    const before = pointAt(past, entryDay(change) - 1e-6)
    away += change.fraction * before.value
    awayDoubt += change.fraction * half(before)
    brought +=
      change.fraction * levelOfSource(history, change.sourceId, parameter, entryDay(change))
  }
  const used = new Set(changes.map((change) => change.sourceId))
  const measured = history.sources
    .filter((source) => used.has(source.id))
    .every((source) => sourceLevel(sourceOn(source, today), parameter)?.measured !== false)
  const source = brought * weekly
  return [
    {
      kind: 'changes',
      entries: changes.length,
      inferred: false,
      perWeek: around(
        -away * weekly,
        Math.hypot(awayDoubt, DOUBT.changes * away) * weekly,
        `${changes.length} changes`,
      ),
    },
    {
      kind: 'source',
      entries: changes.length,
      inferred: false,
      perWeek: around(
        source,
        source * (measured ? DOUBT.sourceMeasured : DOUBT.sourceReckoned),
        measured ? 'what the source holds' : 'the source as reckoned from its hardness',
      ),
    },
  ]
}

function topUpFlow(
  history: TankHistory,
  parameter: Parameter,
  start: number,
  today: number,
  weekly: number,
  litres: number,
): Flow | null {
  const topUps = entriesOf(history.entries, 'top-off').filter((entry) =>
    within(entry.at, start, today),
  )
  const total = topUps.reduce(
    (sum, entry) =>
      sum +
      (levelOfSource(history, entry.sourceId, parameter, entryDay(entry)) * entry.litres) / litres,
    0,
  )
  return total <= 0
    ? null
    : {
        kind: 'top-up',
        entries: topUps.length,
        inferred: false,
        perWeek: around(
          total * weekly,
          total * weekly * 0.2,
          `${topUps.length} top-ups; what evaporates is water alone`,
        ),
      }
}

/** The smoothed estimate at a day: the last point at or before it, or the first. */
function pointAt(past: readonly BandPoint[], day: number): BandPoint {
  let [low, high] = [0, past.length - 1]
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (past[middle].day <= day) low = middle
    else high = middle - 1
  }
  return past[low]
}

/** Plant uptake a day with its standard deviation, canonical unit; zero where the balance knows of none. */
export function uptakePerDay(balance: Balance): { value: number; sd: number } {
  const plants = balance.flows.find((flow) => flow.kind === 'plants')
  return plants
    ? { value: -plants.perWeek.value / 7, sd: half(plants.perWeek) / 7 / Z80 }
    : { value: 0, sd: 0 }
}
