import type { Prices } from '@/core/history/types'
import type { Instant } from '@/core/quantity/time'
import { numberOrText } from '@/core/quantity/read-number'
import { pricesSchema } from '../border/story-schema'
import type { Database } from '../db'
import { changeCare } from '../water-care'

/**
 * Writes what things cost where the keeper buys them. `said`: the currency, and each price as it was typed; a field left empty is not known,
 * prices it does not speak of stay. Throws ValidationError at the field of what is no price.
 */
export async function sayPrices(
  db: Database,
  slug: string,
  said: Readonly<Record<string, string>>,
  { id, now }: { id: string; now: Instant },
): Promise<void> {
  const { currency = '', ...each } = said
  const filled = Object.entries(each).filter(([, text]) => text.trim() !== '')
  const prices = pricesSchema.validateSync(
    {
      currency: currency.trim(),
      each: Object.fromEntries(filled.map(([item, text]) => [item, numberOrText(text)])),
    },
    { abortEarly: false },
  ) as Prices
  await changeCare(db, slug, 'prices', { id, seen: null, since: null, now }, (care) => {
    const kept = Object.entries(care.prices?.each ?? {}).filter(([item]) => !(item in each))
    return { ...care, prices: { ...prices, each: { ...Object.fromEntries(kept), ...prices.each } } }
  })
}
