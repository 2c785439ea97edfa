import { CM_PER_INCH, type Measures } from '@/core/quantity/measures'
import { sayEstimate, sayNumber } from '@/core/quantity/say'
import { sayWeight } from '@/ui/say-glass'
import type { Weighed } from './weighed'

/** What a drawing comes to, line by line, as the keeper measures. */
export function sumsOf({ sums }: Weighed, measures: Measures): [string, string][] {
  const litres = (value: number) => measures.say(value, 'L', Math.max(0.5, value * 0.03))
  // A filled tank is known to tens of kilograms, a small one a little better.
  const kilograms = (value: number) =>
    value >= 100 ? sayWeight(value, measures) : measures.say(value, 'kg', 1)
  return [
    ['water', litres(sums.waterLitres)],
    ...(sums.chamberLitres > 0
      ? [['of it in the chamber', litres(sums.chamberLitres)] as [string, string]]
      : []),
    measures.system === 'US'
      ? ['one inch of its height', measures.say(sums.litresPerCm * CM_PER_INCH, 'L', 0.1)]
      : ['one centimetre of its height', measures.say(sums.litresPerCm, 'L', 0.1)],
    ['the glass to its rim', litres(sums.grossLitres)],
    ['ground', litres(sums.groundLitres)],
    ...(sums.ground.length > 1
      ? sums.ground.map(({ of, litres: much, kilograms: heavy }): [string, string] => [
          of,
          `${litres(much)}, ${kilograms(heavy)}`,
        ])
      : []),
    ...sums.groundToBuy.map(({ of, litres: much }): [string, string] => [
      `${of} to buy, an eighth spare`,
      litres(much),
    ]),
    ...(sums.stoneKg >= LEAST_KG
      ? [['stones', measures.say(sums.stoneKg, 'kg', 1)] as [string, string]]
      : []),
    ...(sums.woodKg >= LEAST_KG
      ? [['wood', measures.say(sums.woodKg, 'kg', 1)] as [string, string]]
      : []),
    ...sums.portions.map(({ stake, needs }): [string, string] => [stake, sayPortions(needs)]),
    ['filled', `${kilograms(sums.filledKg)}; two people and a sound floor`],
    ['drained', kilograms(sums.drainedKg)],
  ]
}

/** What a drawing costs beside what stands, in one line; nothing where no price is known. */
export const costLine = ({ cost, prices }: Weighed): [string, string][] =>
  cost ? [['to buy for about', `${sayEstimate(cost.total)} ${prices.currency}`.trim()]] : []

/** The least and the most light at the feet of what is drawn, in one line; nothing where it was not reckoned. */
export function lightLine({ lit }: Weighed): [string, string][] {
  const light = Object.values(lit).map(({ now }) => now)
  return light.length === 0
    ? []
    : [
        [
          'light at the feet, now',
          `${sayNumber(Math.min(...light), 3)}–${sayNumber(Math.max(...light), 3)} µmol`,
        ],
      ]
}

/** Less is not worth a line. */
const LEAST_KG = 0.5

function sayPortions(needs: Weighed['sums']['portions'][number]['needs']): string {
  switch (needs.of) {
    case 'pots':
      return `${needs.count} ${needs.count === 1 ? 'pot' : 'pots'}, or ${needs.cups} ${needs.cups === 1 ? 'cup' : 'cups'}, or about ${needs.plugs} plugs of your own`
    case 'stems':
      return `${needs.count} stems: ${needs.bunches} ${needs.bunches === 1 ? 'bunch' : 'bunches'}, or your own tops`
    case 'crowns':
      return `${needs.count} ${needs.count === 1 ? 'plant' : 'plants'}, bought or divided`
  }
}
