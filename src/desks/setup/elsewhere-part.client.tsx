'use client'

import { Box } from '@chakra-ui/react'
import { PRICE_ITEMS } from '@/core/history/types'
import { OpenItem } from '@/ui/open-item.client'
import NextLink from '@/ui/page-link'
import { PricesForm } from '@/ui/prices-form.client'
import { keepPrices } from './facts-actions'
import type { FactsModel } from './facts-model'
import { Part, type Items } from './part.client'

/** What waits for its day: the list itself, its ends and another line are with the cuttings. */
export function WaitingPart({ model: { slug, waiting } }: { model: FactsModel }) {
  return (
    <Part title="Waiting list">
      {waiting.map((says) => (
        <Box key={says} py={1}>
          {says}.
        </Box>
      ))}
      <Box py={1} color={waiting.length === 0 ? 'pencil' : undefined}>
        {waiting.length === 0 ? 'Nothing waits. ' : ''}
        <NextLink href={`/tanks/${slug}/plants/cuttings#waiting-list`}>
          {waiting.length === 0
            ? 'Put something on the list'
            : 'Say what became of it, or add to it'}
        </NextLink>
      </Box>
    </Part>
  )
}

/** What plants, stones and ground cost where the keeper buys them. */
export function PricesPart({ model, item }: { model: FactsModel; item: Items }) {
  const known = Object.keys(model.prices.each).length
  return (
    <Part title="Prices">
      <OpenItem
        title="What things cost"
        says={
          known === 0
            ? 'none is known yet; the board reckons with them'
            : `${known} known; the board reckons with them`
        }
        {...item('prices')}
      >
        <PricesForm
          items={PRICE_ITEMS}
          prices={model.prices}
          onSend={(said, sending) => keepPrices(model.slug, said, sending)}
        />
      </OpenItem>
    </Part>
  )
}
