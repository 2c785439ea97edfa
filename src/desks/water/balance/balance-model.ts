import { entriesOf } from '@/core/history/journal-index'
import { usualSource } from '@/core/history/lookup'
import { tankNow } from '@/core/history/tank-at'
import { lightOf } from '@/core/vessel/light'
import type { Band, TankHistory } from '@/core/history/types'
import { Z80, type Estimate } from '@/core/quantity/estimate'
import { dayOf, type Instant } from '@/core/quantity/time'
import type { Parameter } from '@/core/quantity/units'
import { balanceOf, uptakePerDay, type Balance } from '@/core/water/balance/balance'
import { estimateParameter } from '@/core/water/estimate/estimate'
import { bandNow } from '@/core/water/facts/parameters'
import { changeRegime, nextChange } from '@/core/water/changes/regime'
import { evaporation, levelOfSource } from '@/core/water/facts/sources'
import type { Regime, WhatIfInput } from '@/core/water/changes/what-if'

const WHAT_IF_DAYS = 84

export interface BalanceModel {
  slug: string
  name: string
  parameter: Parameter
  now: Estimate | null
  today: number
  balance: Balance | null
  refusal: string | null
  band: Band
  /** Null without an estimate. The trial is the present until the keeper moves something. */
  whatIf: WhatIfInput | null
  lampHours: number
  sources: { id: string; name: string; level: number }[]
  usualSourceId: string | null
}

/** The balance of a parameter, and all that the what-if needs to set out from. */
export function balanceModel(story: TankHistory, parameter: Parameter, now: Instant): BalanceModel {
  const today = dayOf(now)
  const tank = tankNow(story, now)
  const estimate = estimateParameter(story, parameter, now)
  const balance = balanceOf(story, parameter, now, estimate.ok ? { known: estimate.value } : {})
  const band = bandNow(story, parameter, now)
  const sources = story.sources.map(({ id, name }) => ({
    id,
    name,
    level: levelOfSource(story, id, parameter, today),
  }))
  return {
    slug: story.vessel.slug,
    name: story.vessel.name,
    parameter,
    today,
    band,
    sources,
    lampHours: lightOf(tank.equipment, tank.vessel).hours,
    usualSourceId: usualSource(story, now)?.id ?? null,
    now: estimate.ok ? estimate.value.now : null,
    balance: balance.ok ? balance.value : null,
    refusal: balance.ok ? null : balance.problem,
    whatIf: estimate.ok
      ? whatIfOf(story, parameter, now, today, estimate.value, balance.ok ? balance.value : null)
      : null,
  }
}

function whatIfOf(
  story: TankHistory,
  parameter: Parameter,
  now: Instant,
  today: number,
  estimate: Extract<ReturnType<typeof estimateParameter>, { ok: true }>['value'],
  balance: Balance | null,
): WhatIfInput {
  const next = nextChange(story, now)
  const regime = changeRegime(story, now)
  const topUp = entriesOf(story.entries, 'top-off').at(-1)
  const feed = balance?.flows.find((flow) => flow.kind === 'feed')
  const present: Regime = {
    changeFraction: regime.fraction ?? next?.fraction ?? 0,
    changeEveryDays: Math.max(1, Math.round(regime.everyDays?.median ?? next?.everyDays ?? 7)),
    source: levelOfSource(story, next?.sourceId ?? null, parameter, today),
    topUpSource: topUp ? levelOfSource(story, topUp.sourceId, parameter, today) : 0,
    dosePerDay: estimate.dosePerDay,
    feed: 1,
    plants: 1,
    light: 1,
    evaporation: 1,
  }
  return {
    state: estimate.state,
    gainDrift: estimate.settings.gainDrift,
    unrest: estimate.settings.unrest,
    days: WHAT_IF_DAYS,
    firstChangeIn: Math.max(1, Math.round((next?.day ?? today + 7) - today)),
    feedPerDay: feed
      ? { value: feed.perWeek.value / 7, sd: (feed.perWeek.high - feed.perWeek.low) / 2 / 7 / Z80 }
      : { value: 0, sd: 0 },
    uptakePerDay: balance ? uptakePerDay(balance) : { value: 0, sd: 0 },
    evaporationShare: evaporation(story, today, estimate.litres).value / estimate.litres,
    present,
    trial: present,
    limit: bandNow(story, parameter, now).high ?? estimate.now.high * 1.5,
  }
}
