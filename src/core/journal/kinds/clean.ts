import { ok, refuse } from '../../quantity/result'
import type { Kind } from '../kind'
import { maybeId, text, TEXT_LIMITS, type DetailOf } from '../shape'
import { THING_FIELDS, thingNamed, thingOf } from './equipment'

const shape = {
  item: text('What was cleaned', TEXT_LIMITS.item),
  equipmentId: maybeId('The thing', 'equipment'),
}

/** A thing cleaned. */
export const clean: Kind<DetailOf<typeof shape>> = {
  name: 'cleaning',
  shape,
  inMoment: 'done',
  tell: ({ item }) => `Cleaned ${item}`,
  form: {
    says: 'cleaning',
    fields: THING_FIELDS,
    read: thingOf,
    write: ({ item, equipmentId }) => ({ item, equipmentId: equipmentId ?? '' }),
  },
  csv: {
    columns: { amount: '–', subject: 'what was cleaned' },
    amount: 'none',
    write: ({ item }) => ({ amount: null, unit: '', subject: item }),
    read: ({ subject }, ask) =>
      subject ? ok(thingNamed(subject, ask)) : refuse('clean needs a subject: what was cleaned'),
  },
}
