'use client'

import { useMeasures } from '../measures.client'
import { Box } from '@chakra-ui/react'
import type { Estimate } from '@/core/quantity/estimate'
import { sayNumber, sayRange } from '@/core/quantity/say'

/** A pencilled value in a sentence: dashed underline, its range beside it, its reason on hover and for screen readers. `unit`: canonical. */
export function Pencil({ estimate: canonical, unit = '' }: { estimate: Estimate; unit?: string }) {
  const measures = useMeasures()
  const estimate = measures.estimate(canonical, unit)
  const half = (estimate.high - estimate.low) / 2
  return (
    <Box
      as="span"
      color="pencil"
      borderBottom="1px dashed"
      borderColor="graphite"
      title={`Pencilled: ${estimate.because}`}
      whiteSpace="nowrap"
    >
      {sayNumber(estimate.value, half)}{' '}
      {half > 0 ? (
        <Box as="span" fontSize="0.86em">
          ({sayRange(estimate)})
        </Box>
      ) : null}
      {unit ? ` ${measures.unit(unit)}` : ''}
    </Box>
  )
}
