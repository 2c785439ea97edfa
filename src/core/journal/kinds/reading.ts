import { numberOrText } from '../../quantity/read-number'
import { isMeasured, type Measures } from '../../quantity/measures'
import { nameOf, unitOf } from '../../quantity/parameter-name'
import { sayNumber } from '../../quantity/say'
import {
  INDICATOR_COLOURS,
  isParameter,
  PARAMETER_UNITS,
  PARAMETERS,
  toCanonical,
  type Parameter,
} from '../../quantity/units'
import { NO_PROBLEM, problem } from '../faults'
import type { Kind, Written } from '../kind'
import { absentText, choice, emptyText, group, number, type DetailOf } from '../shape'

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

/** A value of the water, however it was had. */
export const reading: Kind<Reading> = {
  name: 'water test',
  shape,
  tell({ parameter, value, entered, method, questioned }, { measures }) {
    if (entered.unit === 'colour')
      return `CO2 indicator ${INDICATOR_COLOURS[entered.value - 1]?.name ?? 'of no known colour'}`
    const label = nameOf(parameter)
    return `${label} ${sayRead(value, parameter, entered, measures)}, by ${sayMethod(method)}${questioned ? ', questioned and stood by' : ''}`
  },
  rules({ parameter, value }) {
    const { label, plausible, canonical } = PARAMETER_UNITS[parameter]
    const [least, most] = plausible
    return value >= least && value <= most
      ? NO_PROBLEM
      : problem(
          'value',
          `${label} is outside what water can hold (${least} to ${most} ${canonical}).`,
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
    ],
    read: fromForm,
    write: ({ parameter, entered, method }) => ({
      parameter,
      value: String(entered.value),
      unit: entered.unit,
      method,
    }),
    shownAt: { 'entered.unit': 'unit', entered: 'value' },
  },
}

function fromForm({ parameter = '', value: written = '', unit = '', method }: Written): object {
  const value = numberOrText(written)
  const canonical =
    isParameter(parameter) && typeof value === 'number' ? toCanonical(parameter, value, unit) : null
  return {
    parameter,
    value: canonical?.ok ? canonical.value : value,
    method,
    entered: { value, unit },
  }
}

export function sayMethod(method: string): string {
  return method === 'drops-chart' ? 'drops and chart' : method
}

/** Units a reading may be written in, the canonical one first. */
export function unitsOf(parameter: string): string[] {
  const spec = PARAMETER_UNITS[parameter as Parameter]
  return spec ? Object.keys(spec.units).filter(Boolean) : []
}
