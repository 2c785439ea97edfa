import { NO_PROBLEM, problem } from '../faults'
import { ok, refuse } from '../../quantity/result'
import type { Kind } from '../kind'
import { id, maybePlace, number, type DetailOf } from '../shape'

const shape = {
  populationId: id('Which animals', 'population'),
  count: number('The count', {
    whole: 'Animals come in whole numbers.',
    least: [1, 'At least one was seen, or there is nothing to write.'],
    most: [100_000, 'That is more animals than fit.'],
  }),
  /** Where they turned up, if it is worth knowing. */
  place: maybePlace(),
}

/** Animals that had gone missing turned up: the unseen are often well. */
export const seenAgain: Kind<DetailOf<typeof shape>> = {
  name: 'seen again',
  shape,
  inMoment: 'seen',
  judgedBy: true,
  tell: ({ populationId, count, place }, names) =>
    `${names.population(populationId)}: ${count} seen again${place === null ? '' : `, ${names.place(place)}`}`,
  check({ populationId, count, id: own }, ask) {
    const { missing } = ask.headCount(populationId, own)
    if (count <= missing) return NO_PROBLEM
    const were = missing === 0 ? 'None were' : `Only ${missing} ${missing === 1 ? 'was' : 'were'}`
    return problem(
      'count',
      `${were} missing since the last count; ${count} cannot be seen again. If there are more than were known, write down a count.`,
    )
  },
  form: {
    says: 'missing ones seen again',
    fields: [
      { name: 'populationId', label: 'Which' },
      { name: 'count', label: 'How many' },
      { name: 'place', label: 'Where' },
    ],
  },
  csv: {
    columns: { amount: 'a whole number', subject: 'the animals’ name' },
    amount: 'over zero',
    write: ({ count, populationId }, { nameOf }) => ({
      amount: count,
      unit: '',
      subject: nameOf('population', populationId) ?? '',
    }),
    read({ amount, subject }, ask) {
      const animals = ask.find('population', subject)
      return animals
        ? ok({ populationId: animals.id, count: amount, place: null })
        : refuse(`“${subject}” are not animals of this tank`)
    },
  },
}
