import { UNMEASURED } from '@/core/history/types'

type Raw = Record<string, unknown>
const isObject = (value: unknown): value is Raw =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const each = (list: unknown, change: (item: Raw) => Raw): unknown =>
  Array.isArray(list) ? list.map((item) => (isObject(item) ? change(item) : item)) : list

const FIRST_CARE = { school: 'all-in-one', bands: {}, bucketLitres: 10, foodProteinPercent: 40 }

/**
 * A tank file of version 1 as one of version 2: the care of the water at its usual values, sources of which less was known, no
 * products, doses in millilitres. What is damaged is passed on as it is, for the schema to name.
 */
export function upgradeFromVersion1(raw: Raw): Raw {
  return {
    ...raw,
    vessel: isObject(raw.vessel) ? { care: FIRST_CARE, ...raw.vessel } : raw.vessel,
    sources: each(raw.sources, (source) => ({ ...UNMEASURED, ...source })),
    products: raw.products ?? [],
    entries: each(raw.entries, (entry) => {
      if (entry.kind !== 'dose' || 'amount' in entry) return entry
      const { millilitres, ...rest } = entry
      return { ...rest, amount: millilitres, unit: 'mL', productId: null }
    }),
  }
}
