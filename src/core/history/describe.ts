import { METRIC, type Measures } from '../quantity/measures'
import { kindOf, type Entry } from '../journal/entry'
import type { Names } from '../journal/kind'
import type { Place } from '../journal/shape'
import { factName } from './fact-names'
import { sayFieldChanges } from './field-changes.words'
import { sayStep } from './plan.words'
import type { TankHistory } from './types'

/** What an entry says, in one short sentence for the journal, evidence lists and the care sheet. */
export function describeEntry(
  entry: Entry,
  history: TankHistory,
  measures: Measures = METRIC,
): string {
  return kindOf(entry.kind).tell(entry, namesIn(history, measures))
}

/** How the things of a tank are called; what is no more by what it was. */
export const namesIn = (history: TankHistory, measures: Measures = METRIC): Names => ({
  measures,
  planting: (id) => plantingName(id, history),
  stake: (id) => history.plantings.find((one) => one.id === id)?.stake ?? 'a planting',
  bare: (id) => history.plantings.find((one) => one.id === id)?.name ?? 'a planting',
  place: (place) => placeName(place, history),
  population: (id) => history.populations.find((one) => one.id === id)?.name ?? 'animals',
  source: (id) => history.sources.find((one) => one.id === id)?.name ?? null,
  step: (planId, stepId) => {
    const plan = history.plans.find(({ id }) => id === planId)
    const step = plan?.steps.find(({ id }) => id === stepId)
    return step ? sayStep(step, history, measures) : 'a step of a plan'
  },
  fact: (subject) => factName(subject, history),
  changes: (fields) => sayFieldChanges(fields, measures),
})

/** “S1 Green stems, back left”. */
export function plantingName(plantingId: string, history: TankHistory): string {
  const planting = history.plantings.find((candidate) => candidate.id === plantingId)
  return planting ? `${planting.stake} ${planting.name}` : 'a planting'
}

export function placeName(place: Place, history: TankHistory): string {
  switch (place.of) {
    case 'planting':
      return plantingName(place.id, history)
    case 'hardscape':
      return history.pieces.find((piece) => piece.id === place.id)?.label ?? 'a stone'
    case 'tank':
      return 'the tank'
    default:
      return `the ${place.of}`
  }
}
