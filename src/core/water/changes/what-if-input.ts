import { entriesOf } from '../../history/journal-index'
import type { TankHistory } from '../../history/types'
import { Z80 } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import type { Parameter } from '../../quantity/units'
import { uptakePerDay, type Balance } from '../balance/balance'
import type { WaterEstimate } from '../estimate/estimate'
import { bandNow } from '../facts/parameters'
import { evaporation, levelOfSource } from '../facts/sources'
import { changeRegime, nextChange } from './regime'
import type { Regime, WhatIfInput } from './what-if'

/** How far ahead the runs are lived, days. */
const WHAT_IF_DAYS = 84
/** Days between changes where nothing tells them. Common practice. */
const USUAL_EVERY_DAYS = 7
/** Where no band has an upper end, what is watched for is a level this far over what is likely now. */
const OVER_THE_RANGE = 1.5

/**
 * All that the what-if of a parameter sets out from: its state, the way the water is kept, and what of the gain is known to come from food
 * and to go into plants. The trial is the present until the keeper moves something.
 */
export function whatIfInput(
  story: TankHistory,
  parameter: Parameter,
  now: Instant,
  estimate: WaterEstimate,
  balance: Balance | null,
): WhatIfInput {
  const today = dayOf(now)
  const next = nextChange(story, now)
  const present = presentRegime(story, parameter, now, estimate.dosePerDay)
  return {
    state: estimate.state,
    gainDrift: estimate.settings.gainDrift,
    unrest: estimate.settings.unrest,
    days: WHAT_IF_DAYS,
    firstChangeIn: Math.max(1, Math.round(next ? next.day - today : USUAL_EVERY_DAYS)),
    feedPerDay: feedPerDay(balance),
    uptakePerDay: balance ? uptakePerDay(balance) : NOTHING,
    evaporationShare: evaporation(story, today, estimate.litres).value / estimate.litres,
    present,
    trial: present,
    limit: bandNow(story, parameter, now).high ?? estimate.now.high * OVER_THE_RANGE,
  }
}

/** The way the water is kept, as the changes come, or as the routine says where there are none. */
function presentRegime(
  story: TankHistory,
  parameter: Parameter,
  now: Instant,
  dosePerDay: number,
): Regime {
  const today = dayOf(now)
  const next = nextChange(story, now)
  const { everyDays, fraction } = changeRegime(story, now)
  const topUp = entriesOf(story.entries, 'top-off').at(-1)
  return {
    changeFraction: fraction ?? next?.fraction ?? 0,
    changeEveryDays: Math.max(
      1,
      Math.round(everyDays?.median ?? next?.everyDays ?? USUAL_EVERY_DAYS),
    ),
    source: levelOfSource(story, next?.sourceId ?? null, parameter, today),
    topUpSource: topUp ? levelOfSource(story, topUp.sourceId, parameter, today) : 0,
    dosePerDay,
    feed: 1,
    plants: 1,
    light: 1,
    evaporation: 1,
  }
}

const NOTHING = { value: 0, sd: 0 }
/** What comes in with the food, canonical unit a day. */
function feedPerDay(balance: Balance | null): { value: number; sd: number } {
  const feed = balance?.flows.find((flow) => flow.kind === 'feed')
  if (!feed) return NOTHING
  const { value, low, high } = feed.perWeek
  return { value: value / 7, sd: (high - low) / 2 / 7 / Z80 }
}
