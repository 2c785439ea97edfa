import { CM_PER_INCH } from '../../quantity/measures'
import { numberOrText } from '../../quantity/read-number'
import { ok, refuse } from '../../quantity/result'
import { sayNumber } from '../../quantity/say'
import { volumeToLitres } from '../../quantity/units'
import { problem, NO_PROBLEM, type EntryProblem } from '../faults'
import type { Ask, Kind, Written } from '../kind'
import { litres, maybeId, number, type DetailOf } from '../shape'

const shape = {
  fraction: number('The change', {
    over: [0, 'A change must take some water.'],
    most: [1, 'A change cannot take more than 100 % of the water.'],
  }),
  litres: litres('The amount changed'),
  sourceId: maybeId('The source water', 'source'),
}
type WaterChange = DetailOf<typeof shape>

const CHANGE_BY = [
  'percent of the water',
  'litres',
  'centimetres of height',
  'inches of height',
  'buckets',
  'US gallons',
] as const
/** A change is measured by buckets and marks on the glass; so far over the whole it is a slip of neither. */
const CHANGE_SLACK = 1.05

/** Water taken out and fresh water put in. */
export const waterChange: Kind<WaterChange> = {
  name: 'water change',
  shape,
  inMoment: 'done',
  inWater: true,
  tell({ fraction, litres: much, sourceId }, names) {
    return `Changed ${sayNumber(fraction * 100)} % of the water (${names.measures.say(much, 'L')}${ofSource(names.source(sourceId))})`
  },
  check: (entry, ask) => withinTank(entry.litres, ask, CHANGE_SLACK, 'a change cannot take'),
  form: {
    says: 'a water change',
    fields: [
      { name: 'amount', label: 'How much', input: 'number' },
      { name: 'by', label: 'in', input: 'choice', choices: CHANGE_BY },
      { name: 'sourceId', label: 'With' },
    ],
    read: (written, ask) => ({ ...amountOf(written, ask), sourceId: written.sourceId || null }),
    write: ({ fraction, sourceId }) => ({
      amount: String(Number((fraction * 100).toPrecision(6))),
      by: CHANGE_BY[0],
      sourceId: sourceId ?? '',
    }),
    shownAt: { fraction: 'amount', litres: 'amount' },
  },
  csv: {
    columns: { amount: '`percent`, or `L`, `gal`', subject: 'the source water’s name, or empty' },
    amount: 'over zero',
    write: ({ fraction, sourceId }, { nameOf }) => ({
      amount: fraction * 100,
      unit: 'percent',
      subject: sourceId === null ? '' : (nameOf('source', sourceId) ?? ''),
    }),
    read({ amount, unit, subject }, ask) {
      const source = sourceNamed(subject, ask)
      if (!source.ok) return source
      const tank = ask.litres()
      if (unit === 'percent' || unit === '%')
        return ok({ fraction: amount / 100, litres: (amount / 100) * tank, sourceId: source.value })
      const much = volumeToLitres(amount, unit)
      if (!much.ok) return much
      // More than the tank holds is for the check to name, in litres.
      const fraction = Math.min(1, much.value / tank)
      return ok({ fraction, litres: much.value, sourceId: source.value })
    },
  },
}

/** The source of a name, null for none; refuses one this tank does not have, which is never guessed. */
export function sourceNamed(subject: string, ask: Ask) {
  if (subject === '') return ok<string | null>(null)
  const source = ask.find('source', subject)
  return source
    ? ok<string | null>(source.id)
    : refuse<string | null>(
        `“${subject}” is not a source water of this tank; describe it under “Waters and bottles” first`,
      )
}

export const ofSource = (name: string | null) => (name === null ? '' : ` of ${name.toLowerCase()}`)

/** More than the tank holds cannot have gone out of it or into it. */
export function withinTank(
  much: number,
  { litres: holds, measures }: Pick<Ask, 'litres' | 'measures'>,
  slack: number,
  cannot: string,
): EntryProblem[] {
  const whole = (value: number) => measures.say(value, 'L', 1)
  return much <= holds() * slack
    ? NO_PROBLEM
    : problem('litres', `The tank holds ${whole(holds())}; ${cannot} ${whole(much)}.`)
}

/** A change as fraction and litres, whichever way it was measured. */
function amountOf({ amount = '', by = CHANGE_BY[0] }: Written, ask: Ask): object {
  const value = numberOrText(amount)
  if (typeof value === 'string') return { fraction: value, litres: value }
  const tank = ask.litres()
  const much = litresBy(by, value, ask)
  return { fraction: Number((much / tank).toPrecision(12)), litres: Number(much.toFixed(3)) }
}

function litresBy(by: string, value: number, ask: Ask): number {
  switch (by) {
    case 'litres':
      return value
    case 'centimetres of height':
      return value * ask.litresPerCentimetre()
    case 'inches of height':
      return value * CM_PER_INCH * ask.litresPerCentimetre()
    case 'buckets':
      return value * ask.bucketLitres()
    case 'US gallons': {
      const gallons = volumeToLitres(Math.abs(value), 'gal')
      return gallons.ok ? Math.sign(value) * gallons.value : Number.NaN
    }
    default:
      return (value / 100) * ask.litres()
  }
}
