'use client'

import { Box } from '@chakra-ui/react'
import type { PriceItem } from '@/core/history/types'
import { sayAll, sayEstimate } from '@/core/quantity/say'
import { PricesForm } from '@/ui/prices-form.client'
import { sayThePrices } from './actions'
import type { Weighed } from './weighed'

const MANY: Partial<Record<PriceItem, string>> = {
  pot: 'pots',
  bunch: 'bunches',
  'single plant': 'single plants',
}
const sayItem = (item: PriceItem): string => MANY[item] ?? item

/** What the drawing costs, as far as prices are known, and the form that says them. */
export function Costs({
  slug,
  weighed: { toBuy, cost, prices },
  onPriced,
}: {
  slug: string
  weighed: Weighed
  onPriced: () => void
}) {
  if (toBuy.length === 0) return null
  return (
    <Box as="section" aria-label="What it costs" fontSize="sm" mt={2}>
      {cost ? (
        <Box>
          To buy for about{' '}
          <b>
            {sayEstimate(cost.total)} {prices.currency}
          </b>
          , {cost.total.because}.{' '}
          {cost.unpriced.length > 0 ? `Not reckoned: ${sayAll(cost.unpriced.map(sayItem))}.` : ''}
        </Box>
      ) : (
        <Box color="pencil">No prices are known yet of what this takes.</Box>
      )}
      <details>
        <Box as="summary" cursor="pointer" minH="32px" color="water">
          Say what things cost
        </Box>
        <PricesForm
          items={toBuy.map(({ item }) => item)}
          prices={prices}
          onSend={(said, sending) => sayThePrices(slug, said, sending)}
          onKept={onPriced}
        />
      </details>
    </Box>
  )
}
