import { entriesOf } from '@/core/history/entries'
import { usualSource } from '@/core/history/lookup'
import type { SourceWater, TankHistory } from '@/core/history/types'
import type { Finding } from '@/core/judgement/finding'
import { findings } from '@/core/judgement/findings'
import { NITRATE_CEILING } from '@/core/judgement/nitrate-finding'
import { dayOf, type Instant } from '@/core/quantity/time'
import { steadyBeforeChange } from '@/core/water/dilution'
import { estimateNitrate, routineChanges, type NitrateEstimate } from '@/core/water/nitrate'
import { changeRegime, type ChangeRegime } from '@/core/water/regime'

export const OUTLOOK_DAYS = 84
const SHOWN_PAST_DAYS = 150

export interface WaterModel {
  slug: string
  name: string
  zone: string
  /** Null with the reason when there is nothing to reckon from. */
  estimate: Omit<NitrateEstimate, 'past'> | null
  refusal: string | null
  past: NitrateEstimate['past']
  changesPast: number[]
  changesAhead: { day: number; fraction: number; sourceNitrate: number }[]
  regime: ChangeRegime
  /** Where nitrate settles before each change: as the changes come, and as the routine says. */
  settles: { asKept: number | null; asSet: number | null }
  source: SourceWater | null
  ceiling: number
  today: number
  notes: Finding[]
  moreReadings: number
}

/** All that the Water desk shows, worked out from the story. */
export function waterModel(story: TankHistory, now: Instant): WaterModel {
  const result = estimateNitrate(story, now)
  const today = dayOf(now)
  const since = today - SHOWN_PAST_DAYS
  const regime = changeRegime(story, now)
  const source = usualSource(story)
  const routine = story.routines.find((candidate) => candidate.kind === 'water-change')
  const gain = result.ok ? Math.max(0, result.value.gainPerDay.value) : null
  const settle = (everyDays: number | undefined, fraction: number | null | undefined) =>
    gain !== null && everyDays && fraction ? steadyBeforeChange(gain, everyDays, Math.min(1, fraction), source?.nitrateMgL ?? 0) : null
  const withoutPast = result.ok ? { ...result.value, past: undefined } : null
  return {
    slug: story.vessel.slug, name: story.vessel.name, zone: story.vessel.timeZone, today, ceiling: NITRATE_CEILING,
    estimate: withoutPast, refusal: result.ok ? null : result.problem,
    past: result.ok ? result.value.past.filter((point) => point.day >= since) : [],
    changesPast: entriesOf(story.entries, 'water-change').map((entry) => dayOf(entry.at)).filter((day) => day >= since && day <= today),
    changesAhead: routineChanges(story, now, OUTLOOK_DAYS), regime, source,
    settles: { asKept: settle(regime.everyDays?.median, regime.fraction), asSet: settle(routine?.everyDays, routine?.amount) },
    notes: findings(story, now).filter((finding) => finding.subject.of === 'water'),
    moreReadings: result.ok ? result.value.readings.filter((reading) => reading.day < since).length : 0,
  }
}
