import { fieldOfCard, type Beyond } from '../../quantity/card'
import { numberOrText } from '../../quantity/read-number'
import { isMeasured, type Measures } from '../../quantity/measures'
import { nameOf, unitOf } from '../../quantity/parameter-name'
import { sayNumber } from '../../quantity/say'
import { INDICATOR_COLOURS } from '../../quantity/indicator-colours'
import {
  isParameter,
  PARAMETER_UNITS,
  PARAMETERS,
  toCanonical,
  type Parameter,
} from '../../quantity/units'
import { readWritten } from '../../quantity/written-value'
import { NO_PROBLEM, problem } from '../faults'
import type { Ask, Kind, Written } from '../kind'
import { absent, absentText, choice, emptyText, group, number, type DetailOf } from '../shape'

/** How a value was had; it decides how far it is trusted. */
export const METHODS = [
  'drops-chart',
  'titration',
  'strip',
  'photometer',
  'probe',
  'indicator',
  'eye',
] as const
export type Method = (typeof METHODS)[number]
const METHOD_LABELS = Object.fromEntries(
  METHODS.map((method) => [method, sayMethod(method)]),
) as Record<Method, string>

/** Wider than any parameter's own ends, which `rules` look at. */
const ANY = { least: -1e6, most: 1e6 }

const shape = {
  parameter: choice('The parameter', PARAMETERS, 'This is not a parameter Vivero knows.'),
  /** In the parameter's canonical unit. */
  value: number('The value', ANY),
  method: choice('The method', METHODS, 'This is not a test method Vivero knows.', METHOD_LABELS),
  /** As it was read, in the keeper's unit. */
  entered: group('The value', { value: number('The value', ANY), unit: emptyText('The unit', 20) }),
  /** It lies beyond the last field of its card, or below the first: `value` is that field. */
  beyond: absent(choice('The end of the card', ['below', 'over'], 'A card ends below or over.')),
  /** The values that its kit would have shown the same, canonical unit; by the method where the kit is not known. */
  between: absent(
    group('The field of the card', {
      low: number('The low end of the field', ANY),
      high: number('The high end of the field', ANY),
    }),
  ),
  /** The kit it was read with, as it was called then. */
  kit: absentText('The kit', 80),
  /** Whether it is reckoned with whatever the others say, or never; by the others where nothing is said. */
  use: absent(choice('Its use', ['always', 'never'], 'A reading is used always or never.')),
  useBecause: absentText('The reason', 500),
  /** Vivero asked whether this can be, in these words, and the keeper stood by it. */
  questioned: absentText('The question', 500),
}
type Reading = DetailOf<typeof shape>

/** As it was read; a temperature as the keeper who asks measures it. */
function sayRead(
  value: number,
  parameter: Parameter,
  entered: Reading['entered'],
  measures: Measures,
): string {
  const unit = unitOf(parameter)
  if (isMeasured(unit)) return measures.say(value, unit)
  return `${sayNumber(entered.value)}${entered.unit === 'pH' ? '' : ` ${entered.unit}`}`
}

const BEYOND = { below: 'under', over: 'over' } as const
const USE = { always: 'used all the same', never: 'never used' } as const

/** A value of the water, however it was had. */
export const reading: Kind<Reading> = {
  name: 'water test',
  shape,
  inMoment: 'seen',
  inked: ({ value }) => value,
  tell({ parameter, value, entered, method, questioned, beyond, kit, use }, { measures }) {
    if (entered.unit === 'colour')
      return `CO2 indicator ${INDICATOR_COLOURS[entered.value - 1]?.name ?? 'of no known colour'}`
    const label = nameOf(parameter)
    return [
      `${label} ${beyond ? `${BEYOND[beyond]} ` : ''}${sayRead(value, parameter, entered, measures)}`,
      `by ${sayMethod(method)}${kit ? ` (${kit})` : ''}`,
      questioned ? 'questioned and stood by' : '',
      use ? USE[use] : '',
    ]
      .filter(Boolean)
      .join(', ')
  },
  rules({ parameter, value }) {
    const { label, plausible, canonical } = PARAMETER_UNITS[parameter]
    const [least, most] = plausible
    // pH is its own unit.
    const bound = canonical === label ? `${most}` : `${most} ${canonical}`
    return value >= least && value <= most
      ? NO_PROBLEM
      : problem(
          'value',
          `That is outside what water can hold (${label} from ${least} to ${bound}).`,
        )
  },
  check({ parameter, entered }) {
    const canonical = toCanonical(parameter, entered.value, entered.unit)
    return canonical.ok ? NO_PROBLEM : problem('value', canonical.problem)
  },
  form: {
    says: 'a water test',
    fields: [
      { name: 'parameter', label: 'What' },
      { name: 'value', label: 'Value' },
      { name: 'unit', label: 'Unit', input: 'unit' },
      { name: 'method', label: 'How' },
      { name: 'kit', label: 'With the kit', input: 'kit', optional: true },
    ],
    hint: 'Under the first field of a card, write <5; over the last, >80; about, ~20; between two, 10–20.',
    read: fromForm,
    write: ({ parameter, entered, method, beyond, kit }) => ({
      parameter,
      value: `${beyond ? SIGN[beyond] : ''}${entered.value}`,
      unit: entered.unit,
      method,
      kit: kit ?? '',
    }),
    shownAt: { 'entered.unit': 'unit', entered: 'value', between: 'value', beyond: 'value' },
  },
}

const SIGN = { below: '<', over: '>' } as const

function fromForm(
  { parameter = '', value: written = '', unit = '', method, kit: called = '' }: Written,
  ask: Ask,
): object {
  const said = readWritten(written, 'The value')
  // What is no number goes on as it is, for the border to say so.
  const { value, beyond, about, between } = said.ok
    ? said.value
    : { value: numberOrText(written), beyond: null, about: false, between: null }
  const canonical = (figure: number, of: string) => {
    const read = isParameter(parameter) ? toCanonical(parameter, figure, of) : null
    return read?.ok ? read.value : null
  }
  const read = typeof value === 'number' ? canonical(value, unit) : null
  const kit = ask.kits().find((one) => one.name === called && one.parameter === parameter)
  const steps = (kit?.steps ?? []).flatMap((step) => canonical(step, kit?.unit ?? '') ?? [])
  const field = between
    ? { low: canonical(between.low, unit), high: canonical(between.high, unit) }
    : fieldRead(steps, read, beyond)
  return {
    parameter,
    value: read ?? value,
    method,
    entered: { value, unit },
    ...(about ? { certainty: 'glance' } : {}),
    ...(beyond ? { beyond } : {}),
    ...(field ? { between: field } : {}),
    ...(kit ? { kit: kit.name } : {}),
  }
}

/** The values a card would have shown the same; null where neither a card nor its end says so. */
const fieldRead = (steps: readonly number[], read: number | null, beyond: Beyond | null) =>
  read !== null && (beyond || steps.length > 0) ? fieldOfCard(steps, read, beyond) : null

export function sayMethod(method: string): string {
  return method === 'drops-chart' ? 'drops and chart' : method
}

/** Other spellings of a unit that stands in the list already: read wherever they are written, and offered nowhere. */
const TWINS: ReadonlySet<string> = new Set(['ppm', 'C', 'F', 'uS/cm', 'dKH', 'dGH', 'mg/L CaCO3'])

/** A unit as a list of choices has it: with the other name it goes by. */
export const sayUnit = (unit: string): string => (unit === 'mg/L' ? 'mg/L (ppm)' : unit)

/** Units a reading is written in, the canonical one first, each in one spelling. `also`: one that is offered all the same, since it was written. */
export function unitsOf(parameter: string, also = ''): string[] {
  const spec = PARAMETER_UNITS[parameter as Parameter]
  return spec
    ? Object.keys(spec.units).filter((unit) => unit && (!TWINS.has(unit) || unit === also))
    : []
}
