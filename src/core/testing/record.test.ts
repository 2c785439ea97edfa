/**
 * A record of what the core makes of ten stories: every judgement, estimate, plan and question, to six digits. It proves nothing right; the
 * tests beside each room do that. It shows what a changed rule or constant changes, so that none changes unseen. After a change that is
 * meant, `npm run record` writes it anew, and the difference is read before it is committed.
 */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { lodge } from '@/data/demo/lodge'
import { algaeCourses } from '../algae/course'
import { OPTION_KEYS } from '../history/plan-codes'
import { SCHOOLS, type TankHistory } from '../history/types'
import { storyUntil } from '../history/lookup'
import { tankNow } from '../history/tank-at'
import { METHODS, type Entry } from '../journal/entry'
import { findings, headline } from '../judgement/findings'
import { forecastScore } from '../judgement/score'
import { stageOf } from '../layout/scene'
import { dayOf, instantOf, type Instant } from '../quantity/time'
import { PARAMETERS } from '../quantity/units'
import { reviewDecline } from '../rescape/decline'
import { massShares } from '../rescape/mass'
import { weighOptions } from '../rescape/options'
import { draftPlan } from '../rescape/plan'
import { dueTasks } from '../routine/due'
import { roundOf } from '../routine/round/stations'
import { BALANCED, balanceOf } from '../water/balance/balance'
import { worthTesting } from '../water/balance/worth-testing'
import { changeRegime } from '../water/changes/regime'
import { rootTabs } from '../water/dosing/dosing'
import { schoolFacts } from '../water/dosing/schools'
import { conditionsOf } from '../water/estimate/conditions'
import {
  courseOf,
  forecastParameter,
  routineChanges,
  type WaterEstimate,
} from '../water/estimate/estimate'
import { likelihoodOf } from '../water/estimate/reading-uncertainty'
import { bandFor, FACTS, schoolBand } from '../water/facts/parameters'
import { evaporation } from '../water/facts/sources'
import { ammoniaDanger } from '../water/gas/ammonia'
import { carbonDioxideByMethod } from '../water/gas/carbon-dioxide-methods'
import { gasUse } from '../water/gas/gas-use'
import { oxygenOf } from '../water/gas/oxygen'
import { netLitres } from '../vessel/volume'
import { condense } from './condense'

const NOW = '2026-11-24T09:00:00.000Z'
const DIRECTORY = 'src/core/testing/record'
const [tarn, spring, gully] = lodge(NOW)

const ago = (days: number): Instant => instantOf(dayOf(NOW) - days)
const until = (days: number) => ({ story: storyUntil(tarn, ago(days)), now: ago(days) })
/** Tarn with its last weeks otherwise than they were. */
const altered = (days: number, change: (entry: Entry) => Entry | null) => ({
  story: {
    ...tarn,
    entries: tarn.entries.flatMap((entry) =>
      entry.at < ago(days) ? [entry] : (change(entry) ?? []),
    ),
  },
  now: NOW,
})
const STORIES: Record<string, { story: TankHistory; now: Instant }> = {
  tarn: { story: tarn, now: NOW },
  spring: { story: spring, now: NOW },
  gully: { story: gully, now: NOW },
  'tarn a month ago': until(31),
  'tarn in summer': until(120),
  'tarn in spring': until(215),
  'tarn in its first weeks': until(318),
  'never changed since': altered(75, (entry) => (entry.kind === 'water-change' ? null : entry)),
  'joyless, with nitrate high': altered(60, (entry) => {
    if (entry.kind === 'feeling') return { ...entry, enjoyment: 2, workMinutes: 240 }
    if (entry.kind === 'reading' && entry.parameter === 'nitrate')
      return { ...entry, value: entry.value * 2.5 }
    return entry
  }),
  'hardly kept': altered(90, (entry) => (entry.kind === 'note' ? entry : null)),
}

/** An estimate with its course, in place of the fit that both were read off. */
function withCourse(estimate: WaterEstimate | null) {
  if (!estimate) return null
  const { fitted: _fitted, ...told } = estimate
  return { ...told, past: courseOf(estimate) }
}

/** What the water rooms make of a story. */
function waterOf(story: TankHistory, now: Instant) {
  const conditions = conditionsOf(story, now)
  const { vessel, layout } = tankNow(story, now)
  const nitrate = conditions.of('nitrate')
  return {
    conditions: PARAMETERS.map((parameter) => [
      parameter,
      withCourse(conditions.of(parameter)),
      bandFor(vessel, parameter),
    ]),
    balances: BALANCED.map((parameter) => balanceOf(story, parameter, now)),
    worthTesting: worthTesting(story, conditions, now),
    regime: changeRegime(story, now),
    evaporation: evaporation(story, dayOf(now), netLitres(vessel, layout)),
    gas: [
      carbonDioxideByMethod(story, conditions, now),
      gasUse(story, now),
      oxygenOf(story.vessel, conditions),
      ammoniaDanger(conditions),
    ],
    tabs: rootTabs(story, now),
    forecast: nitrate && forecastParameter(nitrate, 42, routineChanges(story, 'nitrate', now, 42)),
  }
}

/** What stands of a tank that is no water: growth, judgement, round, rescape. */
function judgementOf(story: TankHistory, now: Instant) {
  const all = findings(story, now)
  const review = reviewDecline(story, now)
  return {
    headline: headline(all, story.entries),
    findings: all,
    score: forecastScore(story.entries),
    due: dueTasks(story, now),
    round: roundOf(story, now),
    algae: algaeCourses(story, now),
    stage: stageOf(story, now),
    mass: massShares(story, now),
    review,
    options: weighOptions(story, review, now),
  }
}

const plansOf = (story: TankHistory, now: Instant) =>
  OPTION_KEYS.map((key) => draftPlan(story, reviewDecline(story, now), key, ago(-1), now, 'p'))

const tables = () => ({
  likelihoods: PARAMETERS.map((parameter) =>
    METHODS.map((method) =>
      [0.1, 1, 7, 24, 60].map((value) => [
        likelihoodOf(parameter, value, method, 'measured'),
        likelihoodOf(parameter, value, method, 'glance').sd,
      ]),
    ),
  ).flat(2),
  facts: Object.entries(FACTS),
  bands: (['display', 'nursery', 'paludarium'] as const).map((kind) =>
    SCHOOLS.map((school) => [
      schoolFacts(school),
      PARAMETERS.map((parameter) => schoolBand(kind, school, parameter)),
    ]),
  ),
})

const whole = (value: unknown) => JSON.parse(JSON.stringify(value)) as unknown
const subjects: [string, () => unknown][] = [
  ['tables', () => whole(tables())],
  ...Object.entries(STORIES).flatMap(([name, { story, now }]): [string, () => unknown][] => [
    [`${name}, water`, () => condense(waterOf(story, now))],
    [`${name}, judgement`, () => condense(judgementOf(story, now))],
  ]),
  ['tarn, plans', () => condense(plansOf(tarn, NOW))],
]

test.each(subjects)('%s', (name, work) => {
  const file = `${DIRECTORY}/${name.replace(/\W+/g, '-')}.json`
  const made = `${JSON.stringify(work(), null, 1)}\n`
  if (process.env.VIVERO_WRITE_RECORD) {
    mkdirSync(DIRECTORY, { recursive: true })
    writeFileSync(file, made)
  }
  expect(existsSync(file)).toBe(true)
  expect(JSON.parse(made)).toEqual(JSON.parse(readFileSync(file, 'utf8')))
})
