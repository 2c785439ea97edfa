'use client'

import { Box } from '@chakra-ui/react'
import type { PriceItem } from '@/core/history/types'
import { sayAll, sayEstimate } from '@/core/quantity/say'
import type { Measures } from '@/core/quantity/measures'
import { readNumber } from '@/core/quantity/read-number'
import { useMeasures } from '@/ui/measures.client'
import type { PlainField } from '@/ui/plain-form.client'
import { PlainForm } from '@/ui/plain-form.client'
import { sayPrices } from './actions'
import type { Weighed } from './weighed'

/** What one pays for: plants by the portion, stones and wood by weight, ground by volume. Null: by the piece. */
const SOLD_BY: Partial<Record<PriceItem, 'kg' | null>> = {
  pot: null,
  bunch: null,
  'single plant': null,
  stone: 'kg',
  wood: 'kg',
}
const soldBy = (item: PriceItem) => (SOLD_BY[item] === undefined ? 'L' : SOLD_BY[item])
const PIECES: Partial<Record<PriceItem, string>> = {
  pot: 'a pot',
  bunch: 'a bunch of stems',
  'single plant': 'a single plant',
}

/** How a price is asked for as the keeper measures, and how many of his units a litre or a kilogram is. */
function asked(item: PriceItem, measures: Measures): { label: string; units: number } {
  const by = soldBy(item)
  return by === null
    ? { label: PIECES[item] ?? item, units: 1 }
    : { label: `${item}, for 1 ${measures.unit(by)}`, units: measures.width(1, by) }
}

/** Prices are said to the penny; of a gallon as exactly as it was said of one. */
const DIGITS = 6
const shown = (price: number | undefined, units: number): string =>
  price === undefined ? '' : String(Number((price / units).toPrecision(DIGITS)))

/** What a form says of prices, for a litre and a kilogram; what is no number goes on as it is. */
function canonical(said: Fields, measures: Measures): Fields {
  return Object.fromEntries(
    Object.entries(said).map(([item, text]) => {
      const price = readNumber(text)
      if (item === 'currency' || text.trim() === '' || !price.ok) return [item, text]
      return [item, String(price.value * asked(item as PriceItem, measures).units)]
    }),
  )
}
type Fields = Record<string, string>
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
  const measures = useMeasures()
  if (toBuy.length === 0) return null
  const fields = toBuy.map(({ item }): PlainField => ({
    name: item,
    label: asked(item, measures).label,
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
              toBuy.map(({ item }) => [
                item,
                shown(prices.each[item], asked(item, measures).units),
              ]),
            ),
          }}
          groups={[
            {
              title: 'Prices',
              fields: [{ name: 'currency', label: 'In', type: 'text' }, ...fields],
              hint: 'What you leave empty is not reckoned.',
            },
          ]}
          onSend={(said, sending) => sayPrices(slug, canonical(said, measures), sending)}
          onDone={() => {
            onPriced()
            return 'The prices are kept.'
          }}
        />
      </details>
    </Box>
  )
}
