import { ok, refuse } from '../../quantity/result'
import type { Kind } from '../kind'
import { choice, id, type DetailOf } from '../shape'

const FLOWERING = ['budding', 'open', 'spent'] as const
type Flowering = (typeof FLOWERING)[number]

const shape = {
  plantingId: id('The planting', 'planting'),
  stage: choice('How far it is', FLOWERING, 'A flower is budding, open or spent.'),
}
const TOLD: Record<Flowering, string> = {
  budding: 'a flower is coming',
  open: 'in flower',
  spent: 'the flower is over',
}

/** A plant flowers: a good sign, and a spike costs leaves. */
export const flowering: Kind<DetailOf<typeof shape>> = {
  name: 'flowering',
  shape,
  inMoment: 'seen',
  tell: ({ plantingId, stage }, names) => `${names.planting(plantingId)}: ${TOLD[stage]}`,
  form: {
    says: 'a flower',
    fields: [
      { name: 'plantingId', label: 'Which' },
      { name: 'stage', label: 'How far' },
    ],
  },
  csv: {
    columns: {
      amount: `empty; the unit is how far it is: \`${FLOWERING.join('`, `')}\``,
      subject: 'the planting’s stake or name',
    },
    amount: 'none',
    write: ({ plantingId, stage }, { nameOf }) => ({
      amount: null,
      unit: stage,
      subject: nameOf('planting', plantingId) ?? '',
    }),
    read({ unit, subject }, ask) {
      const stage = FLOWERING.find((one) => one === unit)
      if (!stage) return refuse(`a flower is ${FLOWERING.join(', ')}; not “${unit}”`)
      const planting = ask.find('planting', subject)
      return planting
        ? ok({ plantingId: planting.id, stage })
        : refuse(
            `“${subject}” is not a planting of this tank; put it on the plan first, then read the file again`,
          )
    },
  },
}
