import { entriesOf } from '../../../history/journal-index'
import { gasOf, tankNow } from '../../../history/tank-at'
import type { TankHistory } from '../../../history/types'
import { METHODS } from '../../../journal/entry'
import { fieldOfCard } from '../../../quantity/card'
import { sayMethod } from '../../../journal/kinds/reading'
import { choice, emptyText, type DetailOf } from '../../../journal/shape'
import { asRead, normalEstimate } from '../../../quantity/estimate'
import { INDICATOR_COLOURS } from '../../../quantity/indicator-colours'
import { nameOf, unitOf } from '../../../quantity/parameter-name'
import { dayOf, type Instant } from '../../../quantity/time'
import { PARAMETERS, PARAMETER_UNITS, type Parameter } from '../../../quantity/units'
import { testsWater, worthTesting } from '../../../water/balance/worth-testing'
import { conditionsOf } from '../../../water/estimate/conditions'
import { estimateParameter } from '../../../water/estimate/estimate'
import { likelihoodOf } from '../../../water/estimate/reading-uncertainty'
import { FACTS } from '../../../water/facts/parameters'
import type { Last, QuestionKind, QuestionOf, StationName } from '../question-kind'

const shape = {
  parameter: choice('The parameter', PARAMETERS, 'This is not a parameter Vivero knows.'),
  method: choice('The method', METHODS, 'This is not a test method Vivero knows.'),
  unit: emptyText('The unit', 20),
}
type Asked = QuestionOf<DetailOf<typeof shape>>

/** What is read at a station, where there is water. */
const READ_AT: Partial<Record<StationName, (history: TankHistory, now: Instant) => Asked[]>> = {
  equipment: (history, now) => [
    temperatureQuestion(history, now),
    ...(gasOf(tankNow(history, now)) ? colourQuestion(history, now) : []),
  ],
  water: (history, now) =>
    testsWater(history, now)
      ? [...nitrateQuestions(history, now), ...testQuestions(history, now)]
      : [],
}
/** These the round asks for by itself; any other test because it would settle something. */
const ALWAYS: readonly Parameter[] = ['nitrate', 'temperature']

/** What the thermometer, the indicator and the tests say: nitrate, and the one test that would settle most. */
export const reading: QuestionKind<DetailOf<typeof shape>> = {
  shape,
  ask: ({ history, now, dry }, at) => (dry ? [] : (READ_AT[at]?.(history, now) ?? [])),
  says({ parameter, method }) {
    if (method === 'indicator') return 'The colour of the indicator'
    return parameter === 'temperature'
      ? 'Temperature'
      : `${nameOf(parameter)}, by ${sayMethod(method)}`
  },
  last({ asks: { parameter, method }, last, figure, ago }) {
    if (method === 'indicator') return `${colourOf(last.value)} ${ago}`
    return ALWAYS.includes(parameter)
      ? `${figure} ${ago}`
      : `${figure} ${ago}; a test would settle something`
  },
  never: () => 'never tested',
  becomes: ({ parameter, method, unit }, { value, beyond, between }) => ({
    ...{ kind: 'reading', parameter, value, method, entered: { value, unit } },
    ...(beyond ? { beyond, between: fieldOfCard([], value, beyond) } : {}),
    ...(between ? { between } : {}),
  }),
}

const colourOf = (value: number) =>
  INDICATOR_COLOURS.reduce((a, b) => (Math.abs(b.mid - value) < Math.abs(a.mid - value) ? b : a))
    .name

/** A colour of yesterday is still known. Days. */
const COLOUR_DAYS = 2

function colourQuestion(history: TankHistory, now: Instant): Asked[] {
  const last = entriesOf(history.entries, 'reading').findLast(
    ({ parameter, method }) => parameter === 'co2' && method === 'indicator',
  )
  const daysAgo = last ? dayOf(now) - dayOf(last.at) : null
  if (daysAgo !== null && daysAgo < COLOUR_DAYS) return []
  return [
    {
      key: 'indicator',
      asks: { parameter: 'co2', method: 'indicator', unit: 'mg/L' },
      last: last && daysAgo !== null ? { value: last.value, daysAgo, by: null } : null,
      // The colour is tapped: nothing is pencilled into it.
      expected: null,
      unit: 'mg/L',
      min: 0,
      max: 150,
      step: 1,
    },
  ]
}

/** What the thermometer says, against the last few times. */
function temperatureQuestion(history: TankHistory, now: Instant): Asked {
  const recent = entriesOf(history.entries, 'reading')
    .filter((entry) => entry.parameter === 'temperature')
    .slice(-6)
  const mean = recent.reduce((sum, entry) => sum + entry.value, 0) / Math.max(1, recent.length)
  const spread = Math.sqrt(
    recent.reduce((sum, entry) => sum + (entry.value - mean) ** 2, 0) /
      Math.max(1, recent.length - 1),
  )
  const last = recent.at(-1)
  return {
    key: 'temperature',
    asks: { parameter: 'temperature', method: 'probe', unit: '°C' },
    last: last ? { value: last.value, daysAgo: dayOf(now) - dayOf(last.at), by: null } : null,
    expected:
      recent.length >= 2
        ? normalEstimate(mean, Math.max(0.4, spread), `the last ${recent.length} readings`)
        : null,
    unit: '°C',
    min: 0,
    max: 45,
    step: 0.5,
  }
}

/** Days after which a test is worth making again. */
const RETEST_DAYS = 6

function nitrateQuestions(history: TankHistory, now: Instant): Asked[] {
  const last = lastReading(history, 'nitrate', now)
  if (last && last.daysAgo < RETEST_DAYS) return []
  const estimate = estimateParameter(history, 'nitrate', now)
  return [
    {
      key: 'nitrate',
      asks: { parameter: 'nitrate', method: 'drops-chart', unit: 'mg/L' },
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
function lastReading(history: TankHistory, parameter: Parameter, now: Instant): Last | null {
  const last = entriesOf(history.entries, 'reading').findLast(
    (entry) => entry.parameter === parameter,
  )
  return last ? { value: last.value, daysAgo: dayOf(now) - dayOf(last.at), by: null } : null
}

/** Tests a round asks for beside nitrate, at most: it must stay under three minutes. */
const ROUND_TESTS = 1

/** The test that would settle most, if it was not made lately. What the round asks elsewhere, and what is no number on a card, is left out. */
function testQuestions(history: TankHistory, now: Instant): Asked[] {
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
        asks: { parameter, method, unit: canonical },
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
