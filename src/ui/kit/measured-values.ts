import { isMeasured, type Measures } from '@/core/quantity/measures'
import { readNumber } from '@/core/quantity/read-number'
import { signsOf } from '@/core/quantity/written-value'

type Values = Readonly<Record<string, string>>
/** The canonical unit of a field, as long as others hold these values; '' for what has none. */
export type UnitOf = (name: string, values: Values) => string

/** Digits of a value that is shown to be changed. */
const DIGITS = 4
/** Digits of a value that goes back: more than any rule or scale shows. */
const BACK_DIGITS = 7

const each = (values: Values, unitOf: UnitOf, change: (value: number, unit: string) => number) =>
  Object.fromEntries(
    Object.entries(values).map(([name, text]) => {
      const unit = unitOf(name, values)
      if (!isMeasured(unit) || text.trim() === '') return [name, text]
      // “<5” and “~20” keep their sign.
      const { figure } = signsOf(text)
      const read = readNumber(figure)
      const sign = text.trim().slice(0, text.trim().length - figure.length)
      return [name, read.ok ? `${sign}${change(read.value, unit)}` : text]
    }),
  )

/** The values of a form as its keeper measures. */
export const shownValues = (values: Values, unitOf: UnitOf, measures: Measures) =>
  measures.system === 'metric'
    ? { ...values }
    : each(values, unitOf, (value, unit) => Number(measures.of(value, unit).toPrecision(DIGITS)))

/**
 * What stands in a form in canonical units. A field that stands as it was shown goes back as it was, so that nothing is changed by being
 * looked at; what is no number goes on as it is, for the border to say so.
 */
export function canonicalValues(
  values: Values,
  initial: Values,
  unitOf: UnitOf,
  measures: Measures,
): Record<string, string> {
  if (measures.system === 'metric') return { ...values }
  const untouched = shownValues(initial, unitOf, measures)
  const back = each(values, unitOf, (value, unit) =>
    Number(measures.back(value, unit).toPrecision(BACK_DIGITS)),
  )
  return Object.fromEntries(
    Object.entries(back).map(([name, text]) => [
      name,
      values[name] === untouched[name] ? (initial[name] ?? text) : text,
    ]),
  )
}
