import { ok, refuse } from '../../quantity/result'
import { volumeToLitres } from '../../quantity/units'
import type { Kind } from '../kind'
import { litres, maybeId, type DetailOf } from '../shape'
import { ofSource, sourceNamed, withinTank } from './water-change'

const shape = {
  litres: litres('The amount topped up'),
  sourceId: maybeId('The source water', 'source'),
}

/** Water put in for what evaporated. */
export const topOff: Kind<DetailOf<typeof shape>> = {
  name: 'top-up',
  shape,
  inMoment: 'done',
  inWater: true,
  tell: ({ litres: much, sourceId }, names) =>
    `Topped up ${names.measures.say(much, 'L')}${ofSource(names.source(sourceId))}`,
  check: (entry, ask) => withinTank(entry.litres, ask, 1, 'a top-up cannot be'),
  form: {
    says: 'a top-up',
    fields: [
      { name: 'litres', label: 'How much', after: 'L' },
      { name: 'sourceId', label: 'With' },
    ],
  },
  csv: {
    columns: { amount: '`L`, `gal`', subject: 'the source water’s name, or empty' },
    amount: 'over zero',
    write: ({ litres: much, sourceId }, { nameOf }) => ({
      amount: much,
      unit: 'L',
      subject: sourceId === null ? '' : (nameOf('source', sourceId) ?? ''),
    }),
    read({ amount, unit, subject }, ask) {
      const source = sourceNamed(subject, ask)
      if (!source.ok) return source
      if (unit === 'percent' || unit === '%') return refuse('a top-up is in L or gal')
      const much = volumeToLitres(amount, unit)
      return much.ok ? ok({ litres: much.value, sourceId: source.value }) : much
    },
  },
}
