import { ok, refuse } from '../../quantity/result'
import { lengthToCm } from '../../quantity/units'
import { NO_PROBLEM, problem } from '../faults'
import type { Kind } from '../kind'
import { centimetres, id, maybeCentimetres, type DetailOf } from '../shape'

const shape = {
  plantingId: id('The planting', 'planting'),
  fromCm: maybeCentimetres('The height before'),
  toCm: centimetres('The height left'),
}

/** A planting cut back to a height. */
export const trim: Kind<DetailOf<typeof shape>> = {
  name: 'trim',
  shape,
  judgedBy: true,
  tell: ({ plantingId, fromCm, toCm }, names) =>
    `Trimmed ${names.planting(plantingId)} ${fromCm === null ? '' : `from ${names.measures.figure(fromCm, 'cm')} `}to ${names.measures.say(toCm, 'cm')}`,
  rules: ({ fromCm, toCm }) =>
    fromCm === null || toCm <= fromCm
      ? NO_PROBLEM
      : problem('toCm', 'A trim cannot leave the plant taller than it was.'),
  check({ plantingId, fromCm, toCm }, ask) {
    const planting = ask.planting(plantingId)
    if (!planting || fromCm !== null) return NO_PROBLEM
    const before = ask.mostHeight(plantingId)
    return toCm <= before
      ? NO_PROBLEM
      : problem(
          'toCm',
          `${planting.stake} was about ${ask.measures.say(before, 'cm', 1)} tall; a trim cannot leave ${ask.measures.say(toCm, 'cm', 1)}.`,
        )
  },
  form: {
    says: 'a trim',
    fields: [
      { name: 'plantingId', label: 'Which' },
      { name: 'fromCm', label: 'Height before', after: 'cm' },
      { name: 'toCm', label: 'Height left', after: 'cm' },
    ],
  },
  csv: {
    columns: { amount: 'height left, `cm` or `in`', subject: 'the planting’s stake or name' },
    amount: 'zero or more',
    write: ({ toCm, plantingId }, { nameOf }) => ({
      amount: toCm,
      unit: 'cm',
      subject: nameOf('planting', plantingId) ?? '',
    }),
    read({ amount, unit, subject }, ask) {
      const planting = ask.find('planting', subject)
      if (!planting)
        return refuse(
          `“${subject}” is not a planting of this tank; put it on the plan first, then read the file again`,
        )
      const cm = lengthToCm(amount, unit)
      return cm.ok ? ok({ plantingId: planting.id, fromCm: null, toCm: cm.value }) : cm
    },
  },
}
