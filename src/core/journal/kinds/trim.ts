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
  inMoment: 'done',
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
    const { most, measured } = ask.mostHeight(plantingId)
    if (toCm <= most) return NO_PROBLEM
    const say = (cm: number) => ask.measures.say(cm, 'cm', 1)
    const stood =
      measured === null ? `was about ${say(most)} tall` : `was measured at ${say(measured)}`
    return problem('toCm', `${planting.stake} ${stood}; a trim cannot leave ${say(toCm)}.`)
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
