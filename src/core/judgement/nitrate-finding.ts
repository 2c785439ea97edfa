import type { TankHistory } from '../history/types'
import { usualSource } from '../history/lookup'
import { sayEstimate, sayNumber } from '../quantity/say'
import type { Instant } from '../quantity/time'
import { changeForTarget, crossing, estimateNitrate, forecastNitrate, routineChanges } from '../water/nitrate'
import { steadyBeforeChange } from '../water/dilution'
import { nextChange } from '../water/regime'
import { evidenceFor, reckoned } from './evidence'
import type { Finding } from './finding'

/** Above this a planted display is usually brought down, mg/L NO3; below the lower one it is usually fed. Common practice. */
export const NITRATE_CEILING = 25
export const NITRATE_FLOOR = 3
/** Days of outlook within which a crossing is worth a note. */
const OUTLOOK_DAYS = 28

/** What nitrate is doing, or null when there is nothing to reckon from. */
export function nitrateFinding(history: TankHistory, now: Instant): Finding | null {
  const result = estimateNitrate(history, now)
  if (!result.ok) return null
  const estimate = result.value
  const source = usualSource(history)
  const untouched = crossing(forecastNitrate(estimate, OUTLOOK_DAYS, []), NITRATE_CEILING)
  const kept = crossing(forecastNitrate(estimate, OUTLOOK_DAYS, routineChanges(history, now, OUTLOOK_DAYS)), NITRATE_CEILING)
  const last = estimate.readings.filter((reading) => reading.setAside === null).slice(-3)
  const because = [
    ...evidenceFor(last.map((reading) => reading.entryId), history),
    reckoned(`Net gain ${sayEstimate(estimate.gainPerDay)} mg/L a day, ${estimate.gainPerDay.because}`),
  ]
  const base = {
    key: 'nitrate', subject: { of: 'water' } as const, because, disputed: null,
    wouldChangeMyMind: `One drop test today. Below ${sayNumber(Math.max(0, estimate.now.low))} or above ${sayNumber(estimate.now.high)} mg/L and this is wrong.`,
  }
  const standing = `Nitrate stands near ${sayEstimate(estimate.now)} mg/L and gains ${sayNumber(estimate.gainPerDay.value, 0.15)} a day.`
  if (estimate.now.value > NITRATE_CEILING) {
    const change = source ? changeForTarget(estimate, NITRATE_CEILING * 0.6, source.nitrateMgL) : null
    const share = change?.ok ? Math.min(0.8, Math.ceil(change.value.fraction.value * 20) / 20) : 0.5
    return {
      ...base, level: 'act', weight: 60 + estimate.now.value - NITRATE_CEILING,
      says: `${share >= 0.45 && share <= 0.55 ? 'Half' : `${Math.round(share * 100)} % of`} the water, today`,
      detail: standing,
      clause: `is heavy with nitrate, near ${sayNumber(estimate.now.value, 5)} mg/L`,
      suggests: `Change ${Math.round(share * 100)} % (${Math.round(share * estimate.litres)} L) to stand near ${sayNumber(NITRATE_CEILING * 0.6, 2)} mg/L.`,
      leadsTo: 'log-change',
    }
  }
  const next = nextChange(history, now)
  const settles = next && estimate.gainPerDay.value > 0 ? steadyBeforeChange(estimate.gainPerDay.value, next.everyDays, next.fraction, next.sourceNitrate) : null
  if (kept.likely !== null || (untouched.likely !== null && untouched.likely < 10)) {
    const when = untouched.likely ?? 0
    return {
      ...base, level: 'watch', weight: 40,
      says: `Nitrate passes ${NITRATE_CEILING} mg/L in about ${Math.round(when)} days`,
      detail: `${standing} ${settles ? `The present changes settle it at ${sayNumber(settles, 3)} before each change.` : ''}`.trim(),
      clause: 'gains nitrate faster than its changes take away',
      suggests: 'See what a larger or an earlier change would do.', leadsTo: 'water',
    }
  }
  if (estimate.now.high < NITRATE_FLOOR) {
    return {
      ...base, level: 'watch', weight: 30, says: 'The water is all but out of nitrate', detail: standing,
      clause: 'has almost no nitrate left', suggests: 'Feed the water or the soil, unless lean water is what you want.', leadsTo: 'water',
    }
  }
  return {
    ...base, level: 'good', weight: 10, says: 'Nitrate is in hand', detail: standing,
    clause: 'keeps its nitrate in hand', suggests: 'Go on as you do.', leadsTo: 'water',
  }
}
