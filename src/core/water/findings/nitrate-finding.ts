import type { TankHistory } from '../../history/types'
import { usualSource } from '../../history/lookup'
import type { Estimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import type { WaterConditions } from '../estimate/conditions'
import {
  changeForTarget,
  crossing,
  forecastParameter,
  routineChanges,
  type WaterEstimate,
} from '../estimate/estimate'
import { bearableShare, carriedAway, warmTo, type Hardness } from '../changes/bearable'
import { bandNow } from '../facts/parameters'
import { steadyBeforeChange } from '../changes/dilution'
import { nextChange } from '../changes/regime'
import { levelOfSource, sourceLevel } from '../facts/sources'
import type { Judged } from '../../history/finding'

/** A change brings nitrate so far below the ceiling that it does not reach it again before the next one: to this part of it at most, and at least. */
const MOST_OF_CEILING = 0.8
const LEAST_OF_CEILING = 0.4
/** Days of outlook within which a crossing is worth a note. */
const OUTLOOK_DAYS = 28

/** No change is suggested beyond this share of the water. */
const MOST_SHARE = 0.8
/** Without a source to reckon with. */
const HALF = 0.5
/** Shares are said in steps of a twentieth. */
const STEPS = 20
/** An untouched rise this near is worth a note even where the routine would hold it, days. */
const NEAR_DAYS = 10
const READINGS = 3

/** mg/L; `gain`: a day. */
interface Standing {
  now: Estimate
  gain: Estimate
}
export interface NitrateFacts {
  /** `share`: of the water, to be changed; `target`: what that comes to. */
  'nitrate-over': Standing & {
    share: number
    litres: number
    target: number
    /** So much of it at once, where the animals bear no more; and what the new water is warmed to, °C. */
    atOnce: number | null
    warmTo: number | null
    /** Hardness that the new water would carry away from what lives there. */
    makeUp: readonly Hardness[]
  }
  /** `settles`: before each change, as they are made now. */
  'nitrate-passes': Standing & { ceiling: number; inDays: number; settles: number | null }
  'nitrate-all-but-gone': Standing
  'nitrate-in-hand': Standing
}

/** What nitrate is doing, or null when there is nothing to reckon from. */
export function nitrateFinding(
  history: TankHistory,
  conditions: WaterConditions,
  now: Instant,
): Judged<NitrateFacts> | null {
  const estimate = conditions.of('nitrate')
  if (!estimate) return null
  const band = bandNow(history, 'nitrate', now)
  const ceiling = band.high ?? Infinity
  const base = {
    topic: 'nitrate' as const,
    key: 'nitrate',
    subject: { of: 'water' } as const,
    entryIds: estimate.readings
      .filter((reading) => reading.setAside === null)
      .slice(-READINGS)
      .map((reading) => reading.entryId),
    leadsTo: { page: 'water' } as const,
  }
  const standing = { now: estimate.now, gain: estimate.gainPerDay }
  if (estimate.now.value > ceiling) {
    const target = targetBelow(ceiling, history, estimate, now)
    const share = asTheRoutineHasIt(history, shareFor(history, estimate, target, now), now)
    return {
      ...base,
      rule: 'nitrate-over',
      facts: {
        ...standing,
        ...care(history, conditions, share, now),
        share,
        litres: share * estimate.litres,
        target: comesTo(history, estimate, share, now),
      },
      level: farOver(history, estimate, ceiling, now) ? 'act' : 'watch',
      // Whatever it stands at, leaks, gasping, ammonia, heat and gas come before it.
      weight: Math.min(MOST_WEIGHT, 42 + (10 * (estimate.now.value - ceiling)) / ceiling),
      leadsTo: { form: 'water-change' },
    } satisfies Judged<NitrateFacts, 'nitrate-over'>
  }
  const inDays = passesIn(history, estimate, ceiling, now)
  if (inDays !== null)
    return {
      ...base,
      rule: 'nitrate-passes',
      facts: { ...standing, ceiling, inDays, settles: settlesAt(history, estimate, now) },
      level: 'watch',
      weight: 40,
    } satisfies Judged<NitrateFacts, 'nitrate-passes'>
  return band.low !== null && estimate.now.high < band.low
    ? { ...base, rule: 'nitrate-all-but-gone', facts: standing, level: 'watch', weight: 30 }
    : { ...base, rule: 'nitrate-in-hand', facts: standing, level: 'good', weight: 10 }
}

/** Far over is half as much again; rising fast is as much as would make it that within a fortnight. Common practice: nitrate harms slowly. */
const FAR_OVER = 1.5
const FAST_DAYS = 14
const MOST_WEIGHT = 51
function farOver(
  history: TankHistory,
  estimate: WaterEstimate,
  ceiling: number,
  now: Instant,
): boolean {
  const far = FAR_OVER * ceiling
  if (estimate.now.value >= far) return true
  // What the usual changes take away again does not rise.
  const kept = routineChanges(history, 'nitrate', now, FAST_DAYS)
  return (
    estimate.gainPerDay.low > 0 &&
    crossing(forecastParameter(estimate, FAST_DAYS, kept), far).likely !== null
  )
}

/** Where a change should bring it, mg/L. */
function targetBelow(
  ceiling: number,
  history: TankHistory,
  { gainPerDay }: WaterEstimate,
  now: Instant,
): number {
  const days = nextChange(history, now)?.everyDays ?? USUAL_INTERVAL
  const target = ceiling - Math.max(0, gainPerDay.value) * days
  return Math.min(MOST_OF_CEILING * ceiling, Math.max(LEAST_OF_CEILING * ceiling, target))
}
/** Where no rhythm is known, days. */
const USUAL_INTERVAL = 7

/** How a change is made so that what lives there bears it. */
function care(
  history: TankHistory,
  conditions: WaterConditions,
  share: number,
  now: Instant,
): Pick<NitrateFacts['nitrate-over'], 'atOnce' | 'warmTo' | 'makeUp'> {
  const source = usualSource(history, now)
  if (!source) return { atOnce: null, warmTo: null, makeUp: [] }
  const most = bearableShare(history, conditions, source, share, now)
  const atOnce =
    most < share - LEAST_STEP ? Math.max(LEAST_STEP, Math.floor(most * STEPS) / STEPS) : null
  return {
    atOnce,
    warmTo: warmTo(conditions, source, atOnce ?? share),
    makeUp: carriedAway(history, conditions, source, share, now),
  }
}
const LEAST_STEP = 0.05

/** The share of the water whose change brings nitrate to a level, in steps a keeper can measure. */
function shareFor(
  history: TankHistory,
  estimate: WaterEstimate,
  target: number,
  now: Instant,
): number {
  const source = usualSource(history, now)
  const change = source
    ? changeForTarget(estimate, target, sourceLevel(source, 'nitrate')!.value)
    : null
  return change?.ok
    ? Math.min(MOST_SHARE, Math.round(change.value.fraction.value * STEPS) / STEPS)
    : HALF
}

/** The level a change of a share of the water leaves, mg/L. */
function comesTo(
  history: TankHistory,
  { now: { value } }: WaterEstimate,
  share: number,
  now: Instant,
): number {
  const source = usualSource(history, now)
  return value * (1 - share) + (source ? sourceLevel(source, 'nitrate')!.value * share : 0)
}

/** A change that differs from the routine's by less than this is the routine's: one asks for one change, not for two of the same water. */
const AS_GOOD_AS = 0.1
function asTheRoutineHasIt(history: TankHistory, share: number, now: Instant): number {
  const usual = nextChange(history, now)?.fraction
  return usual !== undefined && Math.abs(usual - share) < AS_GOOD_AS ? usual : share
}

/** Days until it passes the ceiling: soon untouched, or in spite of the routine. Null: neither. */
function passesIn(
  history: TankHistory,
  estimate: WaterEstimate,
  ceiling: number,
  now: Instant,
): number | null {
  const passing = (changes: ReturnType<typeof routineChanges>) =>
    crossing(forecastParameter(estimate, OUTLOOK_DAYS, changes), ceiling).likely
  const untouched = passing([])
  const kept = passing(routineChanges(history, 'nitrate', now, OUTLOOK_DAYS))
  return kept !== null || (untouched !== null && untouched < NEAR_DAYS) ? (untouched ?? 0) : null
}

/** Where the changes settle it, as they are made now; null without changes or without a gain. */
function settlesAt(history: TankHistory, estimate: WaterEstimate, now: Instant): number | null {
  const next = nextChange(history, now)
  const gain = estimate.gainPerDay.value
  if (!next || gain <= 0) return null
  const source = levelOfSource(history, next.sourceId, 'nitrate', dayOf(now))
  return steadyBeforeChange(gain, next.everyDays, next.fraction, source) || null
}
