import { FACT_PARTS, type FieldValue } from '../fact-change'
import { capital } from '../../quantity/say'
import type { Kind } from '../kind'
import { choice, group, id, listOf, text, type DetailOf, type FactValueField } from '../shape'

const value = (what: string): FactValueField<FieldValue> => ({ is: 'fact value', what })

const shape = {
  subject: group('What changed', {
    part: choice('The part', FACT_PARTS, 'This is no part of a tank.'),
    id: id('Which one'),
  }),
  fields: listOf(
    'The fields',
    group('The field', {
      field: text('The field', 80),
      before: value('The former value'),
      after: value('The new value'),
    }),
    [1, 60],
  ),
}

/** A fact of the tank became another on that day: which, and what of it. */
export const changed: Kind<DetailOf<typeof shape>> = {
  name: 'change of the tank',
  shape,
  inMoment: 'done',
  tell: ({ subject, fields }, names) => `${capital(names.fact(subject))}: ${names.changes(fields)}`,
}
