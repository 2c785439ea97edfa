import type { TankHistory } from '../../history/types'
import { entriesOf } from '../../history/journal-index'
import { asRead } from '../../quantity/estimate'
import { unitOf } from '../../quantity/parameter-name'
import { dayOf, type Instant } from '../../quantity/time'
import { PARAMETER_UNITS, type Parameter } from '../../quantity/units'
import { testsWater, worthTesting } from '../../water/balance/worth-testing'
import { conditionsOf } from '../../water/estimate/conditions'
import { estimateParameter } from '../../water/estimate/estimate'
import { likelihoodOf } from '../../water/estimate/reading-uncertainty'
import { FACTS } from '../../water/facts/parameters'
import type { Asks, Question } from './question'

/** Days after which a test is worth making again. */
const RETEST_DAYS = 6

/** Nitrate, and the one test that would settle most. */
export const waterQuestions = (history: TankHistory, now: Instant): Question[] =>
  testsWater(history, now)
    ? [...nitrateQuestions(history, now), ...testQuestions(history, now)]
    : []

function nitrateQuestions(history: TankHistory, now: Instant): Question[] {
  const last = lastReading(history, 'nitrate', now)
  if (last && last.daysAgo < RETEST_DAYS) return []
  const estimate = estimateParameter(history, 'nitrate', now)
  return [
    {
      key: 'nitrate',
      asks: { kind: 'reading', parameter: 'nitrate', method: 'drops-chart', unit: 'mg/L' },
      last,
      expected: estimate.ok
        ? asRead(
            estimate.value.now,
            likelihoodOf('nitrate', estimate.value.now.value, 'drops-chart', 'measured').sd,
          )
        : null,
      unit: 'mg/L',
      min: 0,
      max: 500,
      step: 5,
    },
  ]
}

/** The last reading of a parameter, in its canonical unit. */
function lastReading(history: TankHistory, parameter: Parameter, now: Instant): Question['last'] {
  const last = entriesOf(history.entries, 'reading').findLast(
    (entry) => entry.parameter === parameter,
  )
  return last ? { value: last.value, daysAgo: dayOf(now) - dayOf(last.at), by: null } : null
}

/** Tests a round asks for beside nitrate, at most: it must stay under three minutes. */
const ROUND_TESTS = 1

/** The test that would settle most, if it was not made lately. What the round asks elsewhere, and what is no number on a card, is left out. */
function testQuestions(history: TankHistory, now: Instant): Question[] {
  const conditions = conditionsOf(history, now)
  return worthTesting(history, conditions, now)
    .filter(
      ({ parameter, lastAt }) =>
        lastAt !== null &&
        dayOf(now) - dayOf(lastAt) >= RETEST_DAYS &&
        !['nitrate', 'temperature', 'co2', 'tds'].includes(parameter),
    )
    .slice(0, ROUND_TESTS)
    .map(({ parameter, method }) => {
      const { canonical, plausible } = PARAMETER_UNITS[parameter]
      const expected = conditions.value(parameter)
      const step = 10 ** -FACTS[parameter].decimals
      return {
        key: `test:${parameter}`,
        asks: { kind: 'reading', parameter, method, unit: canonical } as Asks,
        last: lastReading(history, parameter, now),
        expected: expected
          ? asRead(
              expected,
              likelihoodOf(parameter, expected.value, method, 'measured').sd,
              plausible[0],
              plausible[1],
            )
          : null,
        unit: unitOf(parameter),
        min: plausible[0],
        max: plausible[1],
        step,
      }
    })
}
