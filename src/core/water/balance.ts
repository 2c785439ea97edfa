import { CACO3_PER_DEGREE, NO3_PER_N, PO4_PER_P, type Parameter } from '../quantity/units'
import { entriesOf } from '../history/entries'
import { currentLayout } from '../history/lookup'
import type { TankHistory } from '../history/types'
import { Z80, type Estimate } from '../quantity/estimate'
import { type Result, ok, refuse } from '../quantity/result'
import { dayOf, type Instant } from '../quantity/time'
import { netLitres } from '../vessel/volume'
import { estimateParameter, type BandPoint } from './estimate'
import { habitualFeeding } from './habit'
import { feedsWater, productOf, raises } from './products'
import { levelOfSource, sourceLevel } from './sources'

/** Where a parameter comes from and goes to. `rest` is what the others leave over: plants when it is taken away, soil, stones, wood or mulm when it is added. */
export type FlowKind = 'feed' | 'dose' | 'source' | 'top-up' | 'changes' | 'rest'
export interface Flow {
  kind: FlowKind
  says: string
  /** Canonical unit a week at full volume; above zero it adds, below it takes away. */
  perWeek: Estimate
  /** Entries it was counted from. */
  entries: number
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
export const BALANCED = ['nitrate', 'phosphate', 'potassium', 'gh', 'kh', 'conductivity'] as const satisfies readonly Parameter[]
export const BALANCE_DAYS = 56

/** Total ammonia nitrogen in a gram of protein fed, g (Timmons & Ebeling, Recirculating Aquaculture: P_TAN = F · PC · 0.092). */
export const TAN_PER_PROTEIN = 0.092
/** Phosphorus and potassium in dry fish food, share of its mass, and the share of the phosphorus that comes free. Common practice. */
const FEED_PHOSPHORUS = 0.011
const FEED_PHOSPHORUS_FREE = 0.6
const FEED_POTASSIUM = 0.006
/** Half-widths (80 %) of what feed, doses, changes and source figures can be trusted to, shares. Common practice. */
const DOUBT = { feed: 0.35, dose: 0.12, changes: 0.06, sourceMeasured: 0.1, sourceReckoned: 0.4 } as const

/** Nitrate, mg/L as NO3, from `grams` of food of `proteinPercent` in `litres`, once the filter has turned all its ammonia. Check: 1 g of 40 % in 100 L → 1.63. */
export function nitrateFromFeed(grams: number, proteinPercent: number, litres: number): number {
  return (grams * 1000 * (proteinPercent / 100) * TAN_PER_PROTEIN * NO3_PER_N) / litres
}

/** Oxygen, g, and alkalinity, g as CaCO3, that turning a gram of ammonia nitrogen into nitrate takes (stoichiometry: 2 O2 and 2 HCO3⁻ a N). Check: 4.57 and 7.14. */
export const NITRIFICATION = { oxygenPerN: (2 * 2 * 15.999) / 14.007, alkalinityPerN: (40.078 + 12.011 + 3 * 15.999) / 14.007 } as const

/** What turning a week's food into nitrate takes of the water: oxygen in g, and carbonate hardness in °dH. Null for a balance without food. */
export function nitrificationCost(balance: Pick<Balance, 'parameter' | 'flows' | 'litres'>): { oxygenGrams: number; khDegrees: number } | null {
  const feed = balance.parameter === 'nitrate' ? balance.flows.find((flow) => flow.kind === 'feed') : undefined
  if (!feed) return null
  const nitrogenGrams = (feed.perWeek.value * balance.litres) / 1000 / NO3_PER_N
  return { oxygenGrams: nitrogenGrams * NITRIFICATION.oxygenPerN, khDegrees: (nitrogenGrams * NITRIFICATION.alkalinityPerN * 1000) / balance.litres / CACO3_PER_DEGREE }
}

/**
 * Where a parameter came from and went to over the last `days`, per week. Changes take away what stood in the water (from the
 * smoothed estimate) and bring what the source holds; the rest is the difference to what the level did. 80 % ranges.
 * Refuses without two readings in or before that time, since a level cannot be followed on one.
 */
export function balanceOf(history: TankHistory, parameter: Parameter, now: Instant, days = BALANCE_DAYS): Result<Balance> {
  const estimate = estimateParameter(history, parameter, now)
  if (!estimate.ok) return estimate
  const { past, readingsUsed } = estimate.value
  if (readingsUsed < 2) return refuse('One reading says where it stands, not where it goes; a second one some days on will.')
  const today = dayOf(now)
  const span = Math.min(days, today - Math.max(dayOf(history.vessel.startedAt), past[0].day))
  if (span < 7) return refuse('A week must pass before a balance can be drawn.')
  const start = today - span
  const litres = netLitres(history.vessel, currentLayout(history))
  const weekly = 7 / span
  const flows = [
    feedFlow(history, parameter, today, span, litres),
    doseFlow(history, parameter, start, today, weekly, litres),
    ...changeFlows(history, parameter, past, start, today, weekly),
    topUpFlow(history, parameter, start, today, weekly, litres),
  ].filter((flow): flow is Flow => flow !== null && Math.abs(flow.perWeek.value) > 1e-9)
  const [first, last] = [pointAt(past, start), pointAt(past, today)]
  const levelHalf = Math.hypot(half(first), half(last)) * weekly
  const level = (last.value - first.value) * weekly
  const known = flows.reduce((sum, flow) => sum + flow.perWeek.value, 0)
  const doubt = Math.hypot(levelHalf, ...flows.map((flow) => half(flow.perWeek)))
  const because = `what the level did (${span.toFixed(0)} days), less all that is known`
  return ok({
    parameter, days: span, litres, levelPerWeek: around(level, levelHalf, 'the estimate at both ends'),
    flows: [...flows, { kind: 'rest', says: sayRest(history, parameter, level - known), perWeek: around(level - known, doubt, because), entries: 0 }],
  })
}

const half = ({ low, high }: { low: number; high: number }) => (high - low) / 2
const around = (value: number, halfWidth: number, because: string): Estimate => ({ value, low: value - halfWidth, high: value + halfWidth, because })
const within = (at: Instant, start: number, today: number) => dayOf(at) > start && dayOf(at) <= today

function feedFlow(history: TankHistory, parameter: Parameter, today: number, days: number, litres: number): Flow | null {
  const feeding = habitualFeeding(history, today, days)
  if (!feeding) return null
  const grams = feeding.gramsPerDay * 7
  const protein = history.vessel.care.foodProteinPercent
  const amount = {
    nitrate: nitrateFromFeed(grams, protein, litres), phosphate: (grams * 1000 * FEED_PHOSPHORUS * FEED_PHOSPHORUS_FREE * PO4_PER_P) / litres, potassium: (grams * 1000 * FEED_POTASSIUM) / litres,
  }[parameter as 'nitrate' | 'phosphate' | 'potassium']
  if (amount === undefined) return null
  return { kind: 'feed', says: 'food', entries: feeding.meals, perWeek: around(amount, amount * DOUBT.feed, `${grams.toFixed(1)} g a week at ${protein} % protein`) }
}

function doseFlow(history: TankHistory, parameter: Parameter, start: number, today: number, weekly: number, litres: number): Flow | null {
  const doses = entriesOf(history.entries, 'dose').filter((dose) => within(dose.at, start, today))
  let entries = 0
  const total = doses.reduce((sum, dose) => {
    const product = productOf(history, dose)
    const amount = product && feedsWater(product) ? (raises(product, parameter) * dose.amount) / litres : 0
    if (amount > 0) entries++
    return sum + amount
  }, 0)
  return entries === 0 ? null : { kind: 'dose', says: 'bottles and salts', entries, perWeek: around(total * weekly, total * weekly * DOUBT.dose, `${entries} doses`) }
}

function changeFlows(history: TankHistory, parameter: Parameter, past: readonly BandPoint[], start: number, today: number, weekly: number): Flow[] {
  const changes = entriesOf(history.entries, 'water-change').filter((change) => within(change.at, start, today))
  if (changes.length === 0) return []
  let [away, awayDoubt, brought] = [0, 0, 0]
  for (const change of changes) {
    const before = pointAt(past, dayOf(change.at) - 1e-6)
    away += change.fraction * before.value
    awayDoubt += change.fraction * half(before)
    brought += change.fraction * levelOfSource(history, change.sourceId, parameter)
  }
  const used = new Set(changes.map((change) => change.sourceId))
  const measured = history.sources.filter((source) => used.has(source.id)).every((source) => sourceLevel(source, parameter)?.measured !== false)
  const source = brought * weekly
  return [
    { kind: 'changes', says: 'taken out by changes', entries: changes.length, perWeek: around(-away * weekly, Math.hypot(awayDoubt, DOUBT.changes * away) * weekly, `${changes.length} changes`) },
    { kind: 'source', says: 'in the new water', entries: changes.length, perWeek: around(source, source * (measured ? DOUBT.sourceMeasured : DOUBT.sourceReckoned), measured ? 'what the source holds' : 'the source as reckoned from its hardness') },
  ]
}

function topUpFlow(history: TankHistory, parameter: Parameter, start: number, today: number, weekly: number, litres: number): Flow | null {
  const topUps = entriesOf(history.entries, 'top-off').filter((entry) => within(entry.at, start, today))
  const total = topUps.reduce((sum, entry) => sum + (levelOfSource(history, entry.sourceId, parameter) * entry.litres) / litres, 0)
  return total <= 0 ? null : { kind: 'top-up', says: 'left behind by top-ups', entries: topUps.length, perWeek: around(total * weekly, total * weekly * 0.2, `${topUps.length} top-ups; what evaporates is water alone`) }
}

function sayRest(history: TankHistory, parameter: Parameter, rest: number): string {
  const hardness = parameter === 'gh' || parameter === 'kh' || parameter === 'conductivity'
  const soil = currentLayout(history)?.ground.material.includes('soil') ?? false
  if (rest < 0) return hardness ? (soil && parameter !== 'conductivity' ? 'held by the soil, used by plants' : 'used by plants') : 'taken up by plants'
  return hardness ? 'given off by stones and ground' : 'more than is written down: mulm, soil, unlogged food'
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

/** Plant uptake a day with its standard deviation, canonical unit, from the rest of a balance: zero where the rest adds. */
export function uptakePerDay(balance: Balance): { value: number; sd: number } {
  const rest = balance.flows.find((flow) => flow.kind === 'rest')
  if (!rest) return { value: 0, sd: 0 }
  return { value: Math.max(0, -rest.perWeek.value / 7), sd: half(rest.perWeek) / 7 / Z80 }
}
