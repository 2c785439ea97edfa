import { ok, refuse } from '../../quantity/result'
import { NO_PROBLEM, problem } from '../faults'
import type { InMoment, Kind } from '../kind'
import { choice, id, maybeId, number, type DetailOf } from '../shape'

export const STOCK_EVENTS = [
  'counted',
  'added',
  'born',
  'died',
  'moved in',
  'moved out',
  'missing',
] as const

const shape = {
  populationId: id('Which animals', 'population'),
  event: choice('What happened', STOCK_EVENTS, 'This is not an event Vivero knows.'),
  count: number('The count', {
    whole: 'Animals come in whole numbers.',
    least: 0,
    most: [100_000, 'That is more animals than fit.'],
  }),
  plusMinus: number('The doubt', {
    least: 0,
    most: [100_000, 'That is more doubt than animals fit.'],
    otherwise: 0,
  }),
  /** The vessel they came from or went to, where it is one of these. */
  otherVesselId: maybeId('The other tank'),
}
/** Who died or went missing was not there to be counted; who came or was given away was, or was not yet. */
const IN_MOMENT: Readonly<Partial<Record<string, InMoment>>> = {
  born: 'befell',
  died: 'befell',
  missing: 'befell',
  counted: 'seen',
}
const LOSSES: ReadonlySet<string> = new Set(['died', 'moved out', 'missing'])

/** Animals counted, come or gone. */
export const stock: Kind<DetailOf<typeof shape>> = {
  name: 'animals',
  shape,
  inMoment: ({ event }) => IN_MOMENT[event] ?? 'done',
  judgedBy: true,
  inked: ({ count }) => count,
  tell: ({ populationId, event, count, plusMinus }, names) =>
    `${names.population(populationId)}: ${event} ${count}${plusMinus > 0 ? ` ± ${plusMinus}` : ''}`,
  check(entry, ask) {
    if (!LOSSES.has(entry.event)) return NO_PROBLEM
    const { count, plusMinus } = ask.headCount(entry.populationId, entry.id)
    if (entry.count <= count + 2 * plusMinus) return NO_PROBLEM
    const left = count === 0 ? 'None were' : `About ${count} were`
    const gone = entry.event === 'missing' ? 'gone missing' : entry.event
    return problem(
      'count',
      `${left} left then; ${entry.count} cannot have ${gone}. If there were more, write down the count first.`,
    )
  },
  form: {
    says: 'animals',
    fields: [
      { name: 'populationId', label: 'Which' },
      { name: 'event', label: 'What' },
      { name: 'count', label: 'How many' },
      { name: 'plusMinus', label: 'Give or take' },
    ],
    write: ({ populationId, event, count, plusMinus, otherVesselId }) =>
      // One half of a move between two tanks is not changed alone.
      otherVesselId === null
        ? { populationId, event, count: String(count), plusMinus: String(plusMinus) }
        : null,
  },
  csv: {
    columns: {
      amount: `a whole number; the unit is what happened: \`${STOCK_EVENTS.join('`, `')}\``,
      subject: 'the animals’ name',
    },
    amount: 'zero or more',
    write: ({ count, event, populationId }, { nameOf }) => ({
      amount: count,
      unit: event,
      subject: nameOf('population', populationId) ?? '',
    }),
    read({ amount, unit, subject }, ask) {
      const animals = ask.find('population', subject)
      if (!animals) return refuse(`“${subject}” are not animals of this tank`)
      const event = STOCK_EVENTS.find((one) => one === (FORMER_EVENTS.get(unit) ?? unit))
      if (!event)
        return refuse(
          `the unit of a stock line says what happened: ${STOCK_EVENTS.join(', ')}; not “${unit}”`,
        )
      return ok({
        populationId: animals.id,
        event,
        count: amount,
        plusMinus: 0,
        otherVesselId: null,
      })
    },
  },
}
/** How files written earlier call an event. */
const FORMER_EVENTS: ReadonlyMap<string, string> = new Map([['moved', 'moved out']])
