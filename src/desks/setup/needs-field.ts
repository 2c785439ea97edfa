import { TO_PLANTS, type Band, type Population } from '@/core/history/types'
import { SAY, type EntryProblem } from '@/core/journal/faults'
import { ANIMAL_GROUPS } from '@/core/livestock/usual-needs'
import { numberOrText } from '@/core/quantity/read-number'
import { PARAMETER_UNITS, type Parameter } from '@/core/quantity/units'
import { EntryRefused } from '@/data/refused'

type Fields = Readonly<Record<string, string>>

const NEEDS_OF = [
  'temperature',
  'pH',
  'gh',
  'kh',
  'nitrate',
] as const satisfies readonly Parameter[]

/** The ranges of water a form says animals are kept in; an end left empty is open, and a parameter left empty is that of the group they are kept as. Throws EntryRefused at the fields. */
export function needsOf(fields: Fields): Population['needs'] {
  const group = ANIMAL_GROUPS.find(({ name }) => name === fields.keptAs)
  return { ...group?.needs, ...ownNeeds(fields) }
}

/** What a form says they do to plants; not said, what the group they are kept as usually does. */
export const toPlantsOf = (fields: Fields): Population['toPlants'] =>
  TO_PLANTS.find((one) => one === fields.toPlants) ??
  ANIMAL_GROUPS.find(({ name }) => name === fields.keptAs)?.toPlants

/** A form without what it says of needs. */
export const withoutNeeds = (fields: Fields): Record<string, string> =>
  Object.fromEntries(
    Object.entries(fields).filter(
      ([name]) => name !== 'keptAs' && name !== 'toPlants' && !/-(low|high)$/.test(name),
    ),
  )

function ownNeeds(fields: Fields): Population['needs'] {
  const said = NEEDS_OF.map((parameter) => ({
    parameter,
    low: endOf(fields, parameter, 'low'),
    high: endOf(fields, parameter, 'high'),
  })).filter(({ low, high }) => low !== null || high !== null)
  const problems = said.flatMap(({ parameter, low, high }) => bandProblems(parameter, low, high))
  if (problems.length > 0) throw new EntryRefused(problems)
  return Object.fromEntries(
    said.map(({ parameter, low, high }): [Parameter, Band] => [
      parameter,
      { low: low as number | null, high: high as number | null },
    ]),
  )
}

function endOf(fields: Fields, parameter: Parameter, end: 'low' | 'high'): unknown {
  const text = (fields[`${parameter}-${end}`] ?? '').trim()
  return text === '' ? null : numberOrText(text)
}

/** What of a range cannot be, at the field of the end that is wrong. */
function bandProblems(parameter: Parameter, low: unknown, high: unknown): EntryProblem[] {
  const { label, plausible } = PARAMETER_UNITS[parameter]
  const [least, most] = plausible
  const named = label.charAt(0).toUpperCase() + label.slice(1)
  const ends = { low, high }
  const problems = (['low', 'high'] as const).flatMap((end): EntryProblem[] => {
    const value = ends[end]
    if (value === null) return []
    const field = `${parameter}-${end}`
    if (typeof value !== 'number') return [{ field, says: SAY.number(named) }]
    return value < least || value > most
      ? [{ field, says: `${named} lies between ${least} and ${most}.` }]
      : []
  })
  if (problems.length > 0 || low === null || high === null) return problems
  return (low as number) < (high as number)
    ? []
    : [{ field: `${parameter}-high`, says: 'This end must be the higher one.' }]
}
