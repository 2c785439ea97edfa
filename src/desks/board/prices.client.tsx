'use client'

import { Box } from '@chakra-ui/react'
import { PORTION_ITEMS, type PriceItem } from '@/core/history/types'
import { sayAll, sayEstimate } from '@/core/quantity/say'
import type { PlainField } from '@/ui/plain-form.client'
import { PlainForm } from '@/ui/plain-form.client'
import { sayPrices } from './actions'
import type { Weighed } from './weighed'

/** What one pays for: plants by the portion, stones and wood by the kilogram, ground by the litre. */
const EACH: Partial<Record<PriceItem, string>> = {
  pot: 'a pot',
  bunch: 'a bunch of stems',
  'single plant': 'a single plant',
  stone: 'stone, a kilogram',
  wood: 'wood, a kilogram',
}
const sayEach = (item: PriceItem): string => EACH[item] ?? `${item}, a litre`
const isPortion = (item: PriceItem) => (PORTION_ITEMS as readonly string[]).includes(item)
const sayItem = (item: PriceItem): string =>
  isPortion(item) && item !== 'stone' && item !== 'wood' ? `${item}s` : item

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
  const fields = toBuy.map(({ item }): PlainField => ({
    name: item,
    label: sayEach(item),
    type: 'number',
  }))
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
        <PlainForm
          key={fields.map(({ name }) => name).join()}
          submit="Keep the prices"
          initial={{
            currency: prices.currency,
            ...Object.fromEntries(
              toBuy.map(({ item }) => [item, prices.each[item]?.toString() ?? '']),
            ),
          }}
          groups={[
            {
              title: 'Prices',
              fields: [{ name: 'currency', label: 'In', type: 'text' }, ...fields],
              hint: 'What you leave empty is not reckoned.',
            },
          ]}
          onSend={(said, sending) => sayPrices(slug, said, sending)}
          onDone={() => {
            onPriced()
            return 'The prices are kept.'
          }}
        />
      </details>
    </Box>
  )
}
