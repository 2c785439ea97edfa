import { packPast } from './pack-past'
import { METRIC, type Measures } from '@/core/quantity/measures'
import { entriesOf } from '@/core/history/journal-index'
import { routinesAt, usualSource } from '@/core/history/lookup'
import { tankNow } from '@/core/history/tank-at'
import type { Band, SourceWater, TankHistory } from '@/core/history/types'
import type { Finding } from '@/core/history/finding'
import { dayOf, type Instant } from '@/core/quantity/time'
import type { Parameter } from '@/core/quantity/units'
import { conditionsOf } from '@/core/water/estimate/conditions'
import { steadyBeforeChange } from '@/core/water/changes/dilution'
import {
  courseOf,
  estimateParameter,
  incomePerDay,
  routineChanges,
  type ComingChange,
  type WaterEstimate,
} from '@/core/water/estimate/estimate'
import { bandNow, FACTS, type Behaviour } from '@/core/water/facts/parameters'
import { changeRegime, type ChangeRegime } from '@/core/water/changes/regime'
import { levelOfSource } from '@/core/water/facts/sources'
import { worthTesting, type WorthTesting } from '@/core/water/balance/worth-testing'
import { findingsOf } from '@/data/analysis-cache'
import { lanesOf, monthsOf, STRIP, sparklinesOf, type Lane, type Sparkline } from './sparklines'

const OUTLOOK_DAYS = 84

export interface DriftModel {
  slug: string
  name: string
  zone: string
  parameter: Parameter
  behaviour: Behaviour
  /** Null with the reason when there is nothing to reckon from. */
  estimate: Omit<WaterEstimate, 'fitted'> | null
  refusal: string | null
  /** Day (from today), value, low and high of each day in turn: a third as long to send as named. */
  past: number[]
  changesPast: number[]
  changesAhead: ComingChange[]
  regime: ChangeRegime
  /** Where it settles before each change: as the changes come, and as the routine says. */
  settles: { asKept: number | null; asSet: number | null }
  source: SourceWater | null
  sourceLevel: number
  band: Band
  today: number
  notes: Finding[]
  strips: Sparkline[]
  lanes: Lane[]
  months: { x: number; name: string }[]
  tests: WorthTesting[]
  /** What a test costs with the keeper’s own kit, where that is known. */
  prices: Partial<Record<Parameter, number>>
}

/** All that the first page of the Water desk shows, worked out from the story. */
export function driftModel(
  story: TankHistory,
  parameter: Parameter,
  now: Instant,
  measures: Measures = METRIC,
): DriftModel {
  const conditions = conditionsOf(story, now)
  const result = estimateParameter(story, parameter, now)
  const today = dayOf(now)
  const since = today - STRIP.past
  const regime = changeRegime(story, now)
  const source = usualSource(story, now)
  const level = levelOfSource(story, source?.id ?? null, parameter, today)
  const routine = routinesAt(story, now).find((candidate) => candidate.kind === 'water-change')
  const behaviour = FACTS[parameter].behaviour
  const gain = result.ok && behaviour === 'dissolved' ? incomePerDay(result.value) : null
  const settle = (everyDays: number | undefined, fraction: number | null | undefined) =>
    gain !== null && everyDays && fraction
      ? Math.max(0, steadyBeforeChange(gain, everyDays, Math.min(1, fraction), level))
      : null
  return {
    slug: story.vessel.slug,
    name: story.vessel.name,
    zone: story.vessel.timeZone,
    today,
    parameter,
    behaviour,
    band: bandNow(story, parameter, now),
    estimate: result.ok ? withoutFit(result.value, since) : null,
    refusal: result.ok ? null : result.problem,
    past: result.ok ? packPast(courseOf(result.value), since, today) : [],
    changesPast: entriesOf(story.entries, 'water-change')
      .map((entry) => dayOf(entry.at))
      .filter((day) => day >= since && day <= today),
    changesAhead: routineChanges(story, parameter, now, OUTLOOK_DAYS),
    regime,
    source,
    sourceLevel: level,
    settles: {
      asKept: settle(regime.everyDays?.median, regime.fraction),
      asSet: settle(routine?.everyDays, routine?.amount),
    },
    notes: findingsOf(story, now, measures).filter(
      (finding) => finding.subject.of === 'water' && finding.disputed === null,
    ),
    strips: sparklinesOf(story, conditions, now),
    lanes: lanesOf(story, now),
    months: monthsOf(now),
    tests: worthTesting(story, conditions, now).slice(0, 4),
    prices: pricesOf(story, now),
  }
}

/** The estimate as the page needs it: its readings of the days shown, without the fit behind it. */
function withoutFit(
  { fitted: _fitted, readings, ...rest }: WaterEstimate,
  since: number,
): Omit<WaterEstimate, 'fitted'> {
  return { ...rest, readings: readings.filter((reading) => reading.day >= since) }
}

function pricesOf(story: TankHistory, now: Instant): DriftModel['prices'] {
  const kits = tankNow(story, now).vessel.care.kits ?? []
  return Object.fromEntries(
    kits.flatMap(({ parameter, price }) => (price === null ? [] : [[parameter, price]])),
  )
}
