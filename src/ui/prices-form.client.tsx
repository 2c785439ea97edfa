'use client'

import type { Sending } from '@/core/history/sending'
import type { PriceItem, Prices } from '@/core/history/types'
import type { Measures } from '@/core/quantity/measures'
import { readNumber } from '@/core/quantity/read-number'
import type { Answer } from '@/ui/ask.client'
import { useMeasures } from '@/ui/measures.client'
import { PlainForm, type PlainField } from '@/ui/plain-form.client'

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

/** What things cost where the keeper buys them, in the measures the keeper uses. */
export function PricesForm({
  items,
  prices,
  onSend,
  onKept,
}: {
  items: readonly PriceItem[]
  prices: Prices
  onSend: (said: Fields, sending: Sending) => Promise<Answer<string>>
  onKept?: () => void
}) {
  const measures = useMeasures()
  const fields = items.map((item): PlainField => ({
    name: item,
    label: asked(item, measures).label,
    type: 'number',
  }))
  return (
    <PlainForm
      key={items.join()}
      submit="Keep the prices"
      initial={{
        currency: prices.currency,
        ...Object.fromEntries(
          items.map((item) => [item, shown(prices.each[item], asked(item, measures).units)]),
        ),
      }}
      groups={[
        {
          title: 'Prices',
          fields: [{ name: 'currency', label: 'In', type: 'text' }, ...fields],
          hint: 'What you leave empty is not reckoned.',
        },
      ]}
      onSend={(said, sending) => onSend(canonical(said, measures), sending)}
      onDone={() => {
        onKept?.()
        return 'The prices are kept.'
      }}
    />
  )
}
