import { LABEL_FORMS, NUTRIENTS } from '../../chemistry/nutrients'
import type { Product } from '../../history/types'
import type { Measures } from '../../quantity/measures'
import { nameWithin, unitOf } from '../../quantity/parameter-name'
import { sayNumber } from '../../quantity/say'
import { effectOf } from './dosing'
import { doseUnitOf } from './products'

/** A dose by which a label is said back: a spoon of a bottle, a gram, a tablet. */
const EXAMPLE: Record<Product['form'], number> = { liquid: 5, powder: 1, tablet: 1 }

/** What a label was understood to say, line by line, and what a dose of it would do in this tank: for the keeper to nod at before it is kept. */
export function sayLabel(product: Product, litres: number, measures: Measures): string[] {
  const unit = doseUnitOf(product)
  const example = EXAMPLE[product.form]
  const effects = effectOf(product, example, litres)
    .map(
      ({ parameter, by }) =>
        `${sayNumber(by, by / 20)} ${unitOf(parameter)} ${nameWithin(parameter)}`,
    )
    .join(', ')
  return [
    ...product.analysis.map((line) => `${sayLine(product, line)}.`),
    effects === ''
      ? ''
      : `${example} ${example === 1 ? unit.replace(/s$/, '') : unit} in ${measures.say(litres, 'L', 1)} adds ${effects}.`,
  ].filter(Boolean)
}

function sayLine(
  { form, tabletGrams }: Product,
  { as, amount }: Product['analysis'][number],
): string {
  const { nutrient, factor } = LABEL_FORMS[as]
  const counts = nutrient === as ? '' : `, counted as ${NUTRIENTS[nutrient].says}`
  const ion = (milligrams: number) =>
    `${sayNumber(milligrams * factor)} mg ${NUTRIENTS[nutrient].says}`
  switch (form) {
    case 'liquid':
      return `${as}: ${sayNumber(amount)} g in a litre${counts}; 1 mL holds ${ion(amount)}`
    case 'powder':
      return `${as}: ${sayNumber(amount)} % of the weight${counts}; 1 g holds ${ion(amount * 10)}`
    case 'tablet':
      return `${as}: ${sayNumber(amount)} % of the weight${counts}${tabletGrams ? `; a tablet holds ${ion(amount * 10 * tabletGrams)}` : ''}`
  }
}
