import type { TankHistory } from '../history/types'
import { usualSource } from '../history/lookup'
import type { Estimate } from '../quantity/estimate'
import { sayEstimate, sayNumber, sayRange } from '../quantity/say'
import { dayOf, type Instant } from '../quantity/time'
import type { Conditions } from '../water/estimate/conditions'
import {
  changeForTarget,
  crossing,
  forecastParameter,
  routineChanges,
} from '../water/estimate/estimate'
import { bandNow } from '../water/facts/parameters'
import { steadyBeforeChange } from '../water/changes/dilution'
import { nextChange } from '../water/changes/regime'
import { levelOfSource } from '../water/facts/sources'
import { evidenceFor, reckoned } from './evidence'
import type { Finding } from './finding'

/** A change brings nitrate down to this part of the ceiling, so that it does not stand over it again tomorrow. */
const TARGET_SHARE = 0.6
/** Days of outlook within which a crossing is worth a note. */
const OUTLOOK_DAYS = 28

/** What nitrate is doing, or null when there is nothing to reckon from. */
export function nitrateFinding(
  history: TankHistory,
  conditions: Conditions,
  now: Instant,
): Finding | null {
  const estimate = conditions.of('nitrate')
  if (!estimate) return null
  const band = bandNow(history, 'nitrate', now)
  const ceiling = band.high ?? Infinity
  const source = usualSource(history, now)
  const untouched = crossing(forecastParameter(estimate, OUTLOOK_DAYS, []), ceiling)
  const kept = crossing(
    forecastParameter(
      estimate,
      OUTLOOK_DAYS,
      routineChanges(history, 'nitrate', now, OUTLOOK_DAYS),
    ),
    ceiling,
  )
  const last = estimate.readings.filter((reading) => reading.setAside === null).slice(-3)
  const because = [
    ...evidenceFor(
      last.map((reading) => reading.entryId),
      history,
    ),
    reckoned(
      `Net gain ${sayEstimate(estimate.gainPerDay)} mg/L a day, ${estimate.gainPerDay.because}`,
    ),
  ]
  const base = {
    key: 'nitrate',
    subject: { of: 'water' } as const,
    because,
    disputed: null,
    wouldChangeMyMind: `One drop test today. Below ${sayNumber(Math.max(0, estimate.now.low))} or above ${sayNumber(estimate.now.high)} mg/L and this is wrong.`,
  }
  const standing = `Nitrate stands near ${sayEstimate(estimate.now)} mg/L${movement(estimate.gainPerDay)}.`
  if (estimate.now.value > ceiling) {
    const change = source
      ? changeForTarget(estimate, ceiling * TARGET_SHARE, source.nitrateMgL)
      : null
    const share = change?.ok
      ? Math.min(0.8, Math.round(change.value.fraction.value * 20) / 20)
      : 0.5
    return {
      ...base,
      level: 'act',
      weight: 60 + estimate.now.value - ceiling,
      says: `${share >= 0.45 && share <= 0.55 ? 'Half' : `${Math.round(share * 100)} % of`} the water, today`,
      detail: standing,
      clause: `is heavy with nitrate, near ${sayNumber(estimate.now.value, 5)} mg/L`,
      suggests: `Change ${Math.round(share * 100)} % (${Math.round(share * estimate.litres)} L) to stand near ${sayNumber(ceiling * TARGET_SHARE, 2)} mg/L.`,
      leadsTo: 'log-change',
    }
  }
  const next = nextChange(history, now)
  const settles =
    next && estimate.gainPerDay.value > 0
      ? steadyBeforeChange(
          estimate.gainPerDay.value,
          next.everyDays,
          next.fraction,
          levelOfSource(history, next.sourceId, 'nitrate', dayOf(now)),
        )
      : null
  if (kept.likely !== null || (untouched.likely !== null && untouched.likely < 10)) {
    const when = untouched.likely ?? 0
    return {
      ...base,
      level: 'watch',
      weight: 40,
      says: `Nitrate passes ${ceiling} mg/L in about ${Math.round(when)} days`,
      detail:
        `${standing} ${settles ? `The present changes settle it at ${sayNumber(settles, 3)} before each change.` : ''}`.trim(),
      clause: 'gains nitrate faster than its changes take away',
      suggests: 'See what a larger or an earlier change would do.',
      leadsTo: 'water',
    }
  }
  if (band.low !== null && estimate.now.high < band.low) {
    return {
      ...base,
      level: 'watch',
      weight: 30,
      says: 'The water is all but out of nitrate',
      detail: standing,
      clause: 'has almost no nitrate left',
      suggests: 'Feed the water or the soil, unless lean water is what you want.',
      leadsTo: 'water',
    }
  }
  return {
    ...base,
    level: 'good',
    weight: 10,
    says: 'Nitrate is in hand',
    detail: standing,
    clause: 'keeps its nitrate in hand',
    suggests: 'Go on as you do.',
    leadsTo: 'water',
  }
}

/** Which way a level goes, as far as that is known: a gain whose range has both signs is neither a gain nor a loss. */
function movement(gain: Estimate): string {
  if (gain.low > 0) return ` and gains ${sayEstimate(gain)} a day`
  if (gain.high < 0)
    return ` and loses ${sayEstimate({ ...gain, value: -gain.value, low: -gain.high, high: -gain.low })} a day`
  return `; which way it goes is not told yet (${sayRange(gain)} a day)`
}
