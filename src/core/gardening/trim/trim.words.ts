import type { Measures } from '../../quantity/measures'
import { sayAll, sayDays, sayNumber } from '../../quantity/say'
import { factsOf } from '../../plants/kinds'
import type { Rhythm } from './rhythm'
import type { Kept } from '../../history/types'
import type { TrimDue } from './work-list'

/** “in 4 days (2–7)”, “now”. */
export function sayWhen({ value, low, high }: TrimDue['days']): string {
  if (value < 0.5) return 'now'
  const range =
    high === null ? `${Math.round(low)} or more` : `${Math.round(low)}–${Math.round(high)}`
  return `in ${sayDays(Math.max(1, Math.round(value)))} (${range})`
}

/** Why it is cut. */
export function sayTrimReason({ why, days }: TrimDue): string {
  switch (why.of) {
    case 'surface':
      return days.value < 0.5 ? 'it lies on the surface' : 'its tops reach the surface then'
    case 'shade':
      return `it takes the light that ${sayAll([...why.over])} cannot do without`
    case 'shape':
      return days.value < 0.5
        ? `it has outgrown its ${FORM[why.form]}`
        : `it outgrows its ${FORM[why.form]} then`
    case 'colour':
      return `it takes the light that the tips of ${sayAll([...why.over])} are coloured by`
    case 'with the others':
      return 'it is due soon after and stands beside one that is cut'
  }
}

const FORM: Readonly<Record<Kept['as'], string>> = {
  hedge: 'hedge',
  terrace: 'step of the terrace',
  'stream of red': 'stream',
}

/** To what it is cut, and how its kind takes it. */
export function sayCut({ hedge, cutTo }: TrimDue, measures: Measures): string {
  return `to ${measures.say(cutTo, 'cm', 2)}, ${HOW[factsOf(hedge.species).cut]}`
}
/** What becomes of the tops, said once for all that are cut hard; null where none is. */
export const sayTops = (due: readonly TrimDue[]): string | null =>
  due.some(({ hedge }) => factsOf(hedge.species).cut === 'hard, tops replanted')
    ? 'What is cut hard bears it; its tops may be replanted.'
    : null
const HOW: Readonly<Record<ReturnType<typeof factsOf>['cut'], string>> = {
  'hard, tops replanted': 'hard',
  gently: 'gently, not all stems at once',
  'leaves off at the base': 'whole leaves off at the base',
  mown: 'mown',
  sheared: 'sheared',
  'rhizome cut': 'the rhizome cut',
  'scooped off': 'scooped off',
}

/** “every week”, “every 3 weeks”. */
export const sayRhythmEvery = ({ everyDays }: Rhythm): string =>
  everyDays === 7 ? 'every week' : `every ${everyDays / 7} weeks`

/** What a rhythm comes to, column by column: cuts an evening, what lies on the surface, days in shape, what goes at once. */
export function sayRhythm({ cutsEach, overgrown, inShape, tooMuch, mostMass }: Rhythm): string[] {
  return [
    `${sayNumber(cutsEach, 0.5)}`,
    overgrown.length === 0
      ? 'nothing'
      : sayAll(
          overgrown.map(
            ({ stake, days }) => `${stake} for ${sayDays(Math.max(1, Math.round(days)))}`,
          ),
        ),
    `${sayNumber(100 * inShape, 5)} %`,
    `${sayNumber(100 * mostMass, 5)} %${tooMuch ? ', much' : ''}`,
  ]
}
export const RHYTHM_COLUMNS = [
  'cuts an evening',
  'on the surface each time',
  'days in shape',
  'of the plants at once',
] as const
