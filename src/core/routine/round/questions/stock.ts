import { entriesOf } from '../../../history/journal-index'
import { headCount } from '../../../history/lookup'
import { tankNow } from '../../../history/tank-at'
import { normalEstimate, type Estimate } from '../../../quantity/estimate'
import { dayOf } from '../../../quantity/time'
import { id, type DetailOf } from '../../../journal/shape'
import type { QuestionKind, QuestionOf, Walk } from '../question-kind'

const shape = { populationId: id('The animals', 'population') }

/** Days after which animals are worth counting again. */
const RECOUNT_DAYS = 20

/** How many there are of those that were not counted lately. */
export const stock: QuestionKind<DetailOf<typeof shape>> = {
  shape,
  ask: (walk, at) => (at === 'animals' ? askOf(walk) : []),
  says: ({ populationId }, names) => names.population(populationId),
  last: ({ last, figure, ago }) => `${figure} ${last.by ?? 'counted'} ${ago}`,
  never: () => 'never counted',
  becomes: ({ populationId }, { value }) => ({
    kind: 'stock',
    populationId,
    event: 'counted',
    count: Math.round(value),
    plusMinus: 0,
    otherVesselId: null,
  }),
}

function askOf({ history, now }: Walk): QuestionOf<DetailOf<typeof shape>>[] {
  const today = dayOf(now)
  return tankNow(history, now).populations.flatMap((population) => {
    const last = entriesOf(history.entries, 'stock').findLast(
      (entry) => entry.populationId === population.id,
    )
    if (last && today - dayOf(last.at) < RECOUNT_DAYS) return []
    const { count, plusMinus } = headCount(history, population)
    return [
      {
        key: `count:${population.id}`,
        asks: { populationId: population.id },
        last: last ? { value: last.count, daysAgo: today - dayOf(last.at), by: last.event } : null,
        expected: last
          ? inWholeHeads(
              normalEstimate(
                count,
                Math.max(0.5, plusMinus / 2, count * 0.06),
                'the last count and what came and went',
                0,
              ),
            )
          : null,
        ...(last ? { paper: { count, plusMinus } } : {}),
        unit: '',
        min: 0,
        max: 5000,
        step: 1,
      },
    ]
  })
}

/** No part of an animal is ever expected: the range ends at whole heads. */
const inWholeHeads = ({ value, low, high, because }: Estimate): Estimate => ({
  value: Math.round(value),
  low: Math.floor(low),
  high: Math.ceil(high),
  because,
})
