import { ok, refuse } from '../../quantity/result'
import { NO_PROBLEM, problem } from '../faults'
import type { Kind } from '../kind'
import { choice, id, number, type DetailOf } from '../shape'

/** What a planting is multiplied by. */
export const CUTTING_PARTS = [
  'tops',
  'bottoms',
  'stems laid flat',
  'runners',
  'divisions',
  'pieces of rhizome',
  'pinches of moss',
  'leaves to strike',
] as const
type CuttingPart = (typeof CUTTING_PARTS)[number]
const ONE: Readonly<Record<CuttingPart, string>> = {
  tops: 'top',
  bottoms: 'bottom',
  'stems laid flat': 'stem laid flat',
  runners: 'runner',
  divisions: 'division',
  'pieces of rhizome': 'piece of rhizome',
  'pinches of moss': 'pinch of moss',
  'leaves to strike': 'leaf to strike',
}
/** “one” of them is said as one. */
export const sayPart = (part: CuttingPart, count: number): string =>
  `${count} ${count === 1 ? ONE[part] : part}`

/** Where it went. */
const CUTTINGS_WENT = [
  'replanted here',
  'jar',
  'nursery row',
  'emersed holding',
  'another tank',
  'given away',
  'swapped',
  'composted',
  'quarantined',
  'thrown out, infested',
] as const
export type CuttingsWent = (typeof CUTTINGS_WENT)[number]

const shape = {
  plantingId: id('The planting', 'planting'),
  part: choice('What was taken', CUTTING_PARTS, 'This is no part that plants are multiplied by.'),
  count: number('The number', {
    whole: 'Cuttings come in whole numbers.',
    least: [1, 'If none were taken, there is nothing to write.'],
    most: [5_000, 'Nobody takes that many.'],
  }),
  went: choice('Where they went', CUTTINGS_WENT, 'This is no place cuttings go to.'),
}

/** What was taken of a planting to grow on, or to go, and where it went. */
export const cuttings: Kind<DetailOf<typeof shape>> = {
  name: 'cuttings',
  shape,
  inMoment: 'done',
  tell: ({ plantingId, part, count, went }, names) =>
    `${sayPart(part, count)} of ${names.planting(plantingId)}: ${went}`,
  check({ plantingId, went, at }, ask) {
    const planting = ask.planting(plantingId)
    if (!planting) return NO_PROBLEM
    if (planting.until !== null && planting.until < at)
      return problem(
        'plantingId',
        `${planting.stake} was gone by then: nothing could be taken of it.`,
      )
    return went === 'emersed holding' && planting.group === 'crypt'
      ? problem(
          'went',
          `${planting.stake} is a crypt: held out of water it melts. Hold it under water on good ground.`,
        )
      : NO_PROBLEM
  },
  form: {
    says: 'cuttings',
    fields: [
      { name: 'plantingId', label: 'Of' },
      { name: 'part', label: 'What' },
      { name: 'count', label: 'How many' },
      { name: 'went', label: 'Went to' },
    ],
    hint: 'Never into the wild: neither plants nor the water they stood in.',
  },
  csv: {
    columns: {
      amount: `how many; the unit is what was taken: \`${CUTTING_PARTS.join('`, `')}\``,
      subject: 'the planting’s stake or name, a colon, and where it went, like `S1: jar`',
    },
    amount: 'zero or more',
    write: ({ plantingId, part, count, went }, { nameOf }) => ({
      amount: count,
      unit: part,
      subject: `${nameOf('planting', plantingId) ?? ''}: ${went}`,
    }),
    read({ amount, unit, subject }, ask) {
      const part = CUTTING_PARTS.find((one) => one === unit)
      if (!part)
        return refuse(
          `the unit of cuttings says what was taken: ${CUTTING_PARTS.join(', ')}; not “${unit}”`,
        )
      const [name, ...rest] = subject.split(':')
      const went = CUTTINGS_WENT.find((one) => one === rest.join(':').trim().toLowerCase())
      if (!went) return refuse(`where cuttings went is one of ${CUTTINGS_WENT.join(', ')}`)
      const planting = ask.find('planting', name)
      return planting
        ? ok({ plantingId: planting.id, part, count: amount, went })
        : refuse(
            `“${name}” is not a planting of this tank; put it on the plan first, then read the file again`,
          )
    },
  },
}
