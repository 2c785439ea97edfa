'use client'

import { useMeasures } from '../measures.client'
import type { Estimate } from '@/core/quantity/estimate'
import { sayNumber, sayRange } from '@/core/quantity/say'
import css from './marks.module.css'

/** A pencilled value in a sentence: dashed underline, its range beside it, its reason on hover and for screen readers. `unit`: canonical. */
export function Pencil({ estimate: canonical, unit = '' }: { estimate: Estimate; unit?: string }) {
  const measures = useMeasures()
  const estimate = measures.estimate(canonical, unit)
  const half = (estimate.high - estimate.low) / 2
  return (
    <span className={css.pencil} title={`Pencilled: ${estimate.because}`}>
      {sayNumber(estimate.value, half)}{' '}
      {half > 0 ? <span className={css.range}>({sayRange(estimate)})</span> : null}
      {unit ? ` ${measures.unit(unit)}` : ''}
    </span>
  )
}
