import { usualSource } from '@/core/history/lookup'
import { tankNow } from '@/core/history/tank-at'
import { lightOf } from '@/core/vessel/light'
import type { Band, TankHistory } from '@/core/history/types'
import type { Estimate } from '@/core/quantity/estimate'
import { dayOf, type Instant } from '@/core/quantity/time'
import type { Parameter } from '@/core/quantity/units'
import { balanceOf, type Balance } from '@/core/water/balance/balance'
import { estimateParameter } from '@/core/water/estimate/estimate'
import { bandNow } from '@/core/water/facts/parameters'
import { levelOfSource } from '@/core/water/facts/sources'
import type { WhatIfInput } from '@/core/water/changes/what-if'
import { whatIfInput } from '@/core/water/changes/what-if-input'

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
      ? whatIfInput(story, parameter, now, estimate.value, balance.ok ? balance.value : null)
      : null,
  }
}
