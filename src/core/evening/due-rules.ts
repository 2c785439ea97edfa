import { waitingDueRules } from '../gardening/cuttings/waiting-due.words'
import { groomDueRules } from '../gardening/grooming/groom-due.words'
import { mowDueRules } from '../gardening/lawns/mow-due.words'
import { thinDueRules } from '../gardening/light/thin-due.words'
import { minutesACut } from '../gardening/trim/minutes'
import { trimDueRules } from '../gardening/trim/trim-due.words'
import { namesIn } from '../history/describe'
import type { DueOf, DueRules, DueWords } from '../history/due'
import { storyUntil } from '../history/lookup'
import type { TankHistory } from '../history/types'
import type { Names } from '../journal/kind'
import { scaled, type Estimate } from '../quantity/estimate'
import { METRIC, type Measures } from '../quantity/measures'
import type { Instant } from '../quantity/time'
import { routineDueRules } from '../routine/routine-due.words'
import { testDueRules } from '../water/balance/test-due.words'

/** All that can be due, by the science that asks for it. Of two that ask for one act the sooner is heard; of two alike the one that stands first. */
const RULES = {
  routine: routineDueRules,
  trim: trimDueRules,
  mow: mowDueRules,
  thin: thinDueRules,
  groom: groomDueRules,
  test: testDueRules,
  waiting: waitingDueRules,
}
type Matters = typeof RULES
export type Matter = keyof Matters
/** An act of some matters that is due, with its facts and its words, and what it takes this keeper. */
export type Due<M extends Matter = Matter> = {
  [K in M]: (Matters[K] extends DueRules<infer F> ? DueOf<F> : never) &
    DueWords & { minutes: Estimate }
}[M]

type Say = (facts: object, names: Names) => DueWords
/** Every matter. */
export const MATTERS = Object.keys(RULES) as Matter[]

/** What is due in a tank, now and in the weeks to come, soonest first: of the matters asked for, or of all. */
export function duesOf<M extends Matter = Matter>(
  history: TankHistory,
  now: Instant,
  measures: Measures = METRIC,
  matters: readonly M[] = MATTERS as M[],
): Due<M>[] {
  const story = storyUntil(history, now)
  const names = namesIn(story, measures)
  const pace = minutesACut(story)
  const said = matters.flatMap((matter) => {
    const rules: {
      find(story: TankHistory, now: Instant): readonly object[]
      words: object
      inWater?: true
    } = RULES[matter]
    if (rules.inWater && story.vessel.kind === 'terrarium') return []
    return (rules.find(story, now) as readonly DueOf<Record<string, object>>[]).map((due) => ({
      ...due,
      ...(rules.words as Record<string, Say>)[due.rule](due.facts, names),
      minutes: scaled(pace, due.work),
    }))
  })
  const heard = new Set<string>()
  return said
    .sort((a, b) => a.days.value - b.days.value)
    .filter(({ key }) => !heard.has(key) && heard.add(key)) as unknown as Due<M>[]
}
