import type { AnyJudged } from './rules'

type Rule = AnyJudged['rule']
/**
 * What is held back by which other judgement of the same planting or the same part of the tank: first what says that all is well. Algae are not
 * among them: tufts may go while dots come, in one tank and on one plant, and each kind at a place is judged once.
 */
export const NOT_BESIDE: readonly (readonly [held: Rule, by: readonly Rule[]])[] = [
  ['nitrate-in-hand', ['nitrate-over', 'nitrate-passes', 'nitrate-all-but-gone']],
  ['carpet-holds', ['carpet-loses', 'carpet-bald-or-lifting']],
  ['carpet-spreads', ['carpet-loses', 'carpet-bald-or-lifting']],
  ['gas-steady', ['gas-unsteady', 'gas-leaks', 'gas-not-arriving']],
  ['changes-regular', ['change-late', 'changes-uneven', 'changes-apart']],
  ['harvest', ['at-surface', 'surface-unseen']],
  // What roots hunger for shows in the leaves as well: it is said once.
  ['leaves-ail', ['roots-hungry']],
]

/** Whether both speak of the same planting, the same piece, or the same part of the tank. */
const ofOneThing = (a: AnyJudged, b: AnyJudged): boolean =>
  a.subject.of === b.subject.of &&
  ('id' in a.subject ? a.subject.id : null) === ('id' in b.subject ? b.subject.id : null)

/** Leaves that most likely lack nitrogen. */
const lacksNitrogen = (judged: AnyJudged): boolean =>
  judged.rule === 'leaves-ail' && judged.facts.diagnosis.explanations[0]?.cause === 'nitrogen'

/**
 * The judgements of one tank without those that say all is well beside another that says it is not: two rules look at different entries, and a
 * keeper who is told both believes neither. What ails is kept, as it costs more to miss. Nitrate is not in hand where leaves lack nitrogen,
 * though water and leaves are two subjects.
 */
export function inOneVoice<J extends AnyJudged>(all: readonly J[]): J[] {
  const starved = all.some(lacksNitrogen)
  return all.filter((judged) => {
    if (starved && judged.rule === 'nitrate-in-hand') return false
    const by = NOT_BESIDE.find(([held]) => held === judged.rule)?.[1] ?? []
    return !all.some((other) => by.includes(other.rule) && ofOneThing(judged, other))
  })
}
