import { numberOrText } from '../../quantity/read-number'
import { ok, refuse } from '../../quantity/result'
import { sayNumber } from '../../quantity/say'
import { NO_PROBLEM, problem } from '../faults'
import type { Ask, Kind } from '../kind'
import { choice, maybeId, number, text, TEXT_LIMITS, type DetailOf } from '../shape'

const DOSE_UNITS = ['mL', 'g', 'tablets'] as const
export type DoseUnit = (typeof DOSE_UNITS)[number]

const shape = {
  product: text('The product', TEXT_LIMITS.item),
  /** Of the shelf or a plain salt; null: something else, by its name alone. */
  productId: maybeId('The product'),
  amount: number('The dose', { over: 0, most: [5000, 'That is more than a dose.'] }),
  unit: choice('The unit', DOSE_UNITS, 'A dose is in mL, g or tablets.'),
}
type Dose = DetailOf<typeof shape>

const SAID_UNITS: Record<DoseUnit, string> = { mL: 'millilitres', g: 'grams', tablets: 'tablets' }

/** Something measured into the water or the ground. */
export const dose: Kind<Dose> = {
  name: 'dose',
  shape,
  inMoment: 'done',
  inWater: true,
  tell: ({ amount, unit, product }) => `Dosed ${sayNumber(amount)} ${unit} of ${product}`,
  check(entry, ask) {
    const product = ask.product(entry)
    return product === null || product.unit === entry.unit
      ? NO_PROBLEM
      : problem(
          'unit',
          `${product.name} is measured in ${SAID_UNITS[product.unit]}, not in ${SAID_UNITS[entry.unit]}.`,
        )
  },
  form: {
    says: 'a dose',
    fields: [
      { name: 'productId', label: 'Of what', input: 'product' },
      { name: 'product', label: 'or something else', optional: true },
      { name: 'amount', label: 'How much' },
      { name: 'unit', label: 'in' },
    ],
    read: ({ productId, product, amount = '', unit }, ask) => ({
      ...dosed(productId || null, product ?? '', ask),
      amount: numberOrText(amount),
      unit,
    }),
    write: ({ productId, product, amount, unit }) => ({
      productId: productId ?? '',
      product: productId === null ? product : '',
      amount: String(amount),
      unit,
    }),
  },
  csv: {
    columns: {
      amount: '`mL`, `g`, `tablets`',
      subject: 'the product; one on the shelf of that name is taken',
    },
    amount: 'over zero',
    write: ({ amount, unit, product }) => ({ amount, unit, subject: product }),
    read({ amount, unit: written, subject }, ask) {
      const unit = DOSE_UNITS.find((one) => one.toLowerCase() === written.toLowerCase())
      if (!unit) return refuse(`a dose is in ${DOSE_UNITS.join(', ')}, not “${written}”`)
      if (!subject) return refuse('a dose needs a subject: what was dosed')
      const product = ask.product({ productId: null, product: subject })
      return ok({
        product: product?.name ?? subject,
        productId: product?.id ?? null,
        amount,
        unit,
      })
    },
  },
}

/** What was dosed: a product of the shelf or a plain salt by its id, else the words written. */
function dosed(productId: string | null, written: string, ask: Ask) {
  const product = written.trim()
  const known = ask.product({ productId, product })
  return product === '' && known
    ? { product: known.name, productId: known.id }
    : { product, productId: null }
}
