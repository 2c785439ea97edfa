'use client'

import { useDeferredValue, useMemo, useState } from 'react'
import { PARAMETER_UNITS } from '@/core/quantity/units'
import {
  changeForTarget,
  forecastParameter,
  type ComingChange,
} from '@/core/water/estimate/estimate'
import type { DriftModel } from './drift-model'

export const OUTLOOK_DAYS = 84
/** Where a change aims by itself: this part of the upper end of the band. */
const TARGET_SHARE = 0.6

/** What the keeper asks of the parameter in the sentences, and what follows from it. */
export type Reckoning = ReturnType<typeof useReckoning>

export function useReckoning(model: DriftModel, estimate: NonNullable<DriftModel['estimate']>) {
  const source = model.sourceLevel
  const high = model.band.high ?? Math.max(estimate.now.high * 1.5, 1)
  const [target, setTarget] = useState(rounded(high * TARGET_SHARE))
  const [limit, setLimit] = useState(
    estimate.now.value > high ? roundAbove(estimate.now.high) : rounded(high),
  )
  const [percent, setPercent] = useState(0)
  const trial = useDeferredValue(percent)
  const today = useMemo(
    () => (trial > 0 ? [{ day: model.today, fraction: trial / 100, source }] : []),
    [trial, model.today, source],
  )
  const untouched = useMemo(
    () => forecastParameter(estimate, OUTLOOK_DAYS, today),
    [estimate, today],
  )
  const kept = useMemo(
    () => forecastParameter(estimate, OUTLOOK_DAYS, [...today, ...ahead(model, trial > 0)]),
    [estimate, today, model, trial],
  )
  return {
    target,
    setTarget,
    limit,
    setLimit,
    percent,
    setPercent,
    /** The course without any change but today's, and with the routine kept. */
    untouched,
    kept,
    change: changeForTarget(estimate, target, source),
    most: PARAMETER_UNITS[model.parameter].plausible[1],
    grain: high * 0.05,
  }
}

/** The changes of the routine. One made today moves it on: the next falls a full interval later. */
function ahead(model: DriftModel, changedToday: boolean): readonly ComingChange[] {
  const { routineDays } = model.regime
  if (!changedToday || routineDays === null) return model.changesAhead
  return model.changesAhead.map((change, i) => ({
    ...change,
    day: model.today + (i + 1) * routineDays,
  }))
}

const rounded = (value: number) => Number(value.toPrecision(2))

/** The next of 1, 2, 4, 6, 8 times a power of ten above a value: a line to ask about when the band is passed already. */
function roundAbove(value: number): number {
  const power = 10 ** Math.floor(Math.log10(Math.max(value, 1e-6)))
  return (
    Number(([1, 2, 4, 6, 8, 10].find((factor) => factor * power > value) ?? 10).toPrecision(2)) *
    power
  )
}
