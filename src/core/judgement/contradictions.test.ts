import { hedgesOf } from '../gardening/trim/in-shape'
import { rhythmsOf } from '../gardening/trim/rhythm'
import { sayRhythm } from '../gardening/trim/trim.words'
import { growthCourses } from '../gardening/growth/growth-course'
import { sayPace, sayRate, saySurface } from '../gardening/growth/growth-course.words'
import { storyUntil } from '../history/lookup'
import type { TankHistory } from '../history/types'
import { METRIC } from '../quantity/measures'
import { instantOf, type Instant } from '../quantity/time'
import { roundOf } from '../routine/round/stations'
import { sayStations } from '../routine/round/question.words'
import { seenOverAYear } from '../testing/speech'
import { keep } from '../testing/worlds/water-keeper'
import { liveWater, WORLD_KINDS } from '../testing/worlds/water-world'
import { lodge } from '@/data/demo/lodge'
import { diagnoses } from '../gardening/leaves/diagnosis'
import { reviewDecline } from '../rescape/decline'
import { weighOptions } from '../rescape/options'
import { contradictionsIn } from './contradictions'
import { NOT_BESIDE } from './one-voice'
import { findings, headline } from './findings'

test.each([
  ['It stands near 5.8 and gains −0.9 a week.', 1],
  ['It stands near 5.8 and gains 0.9 a week.', 0],
  ['an evening takes 108 % of the plants at once', 1],
  ['an evening takes 30 % of the plants at once', 0],
  ['It gets 120 % of the usual dose.', 0],
  ['about 12 (15–18) mg/L', 1],
  ['about 16 (15–18) mg/L', 0],
  ['−2 (−3–−1) a day', 0],
  ['In shape for 5 days, from 8 to 14 December.', 1],
  ['In shape for 7 days, from 8 to 14 December.', 0],
  ['In shape for 6 days, from 29 December to 3 January.', 0],
  ['In shape for 12 days, from 29 December to 3 January.', 1],
])('“%s”: %d', (text, count) => {
  expect(contradictionsIn(text)).toHaveLength(count)
})

/** All that is said of a tank at a moment by its rules, its growth, its rhythms and its round. */
function saidOf(story: TankHistory, now: Instant): string[] {
  const found = findings(story, now)
  return [
    headline(found, story.entries),
    ...found.flatMap(({ says, detail, clause, suggests, wouldChangeMyMind, because }) => [
      ...[says, detail, clause, suggests, wouldChangeMyMind],
      ...because.map((one) => one.says),
    ]),
    ...growthCourses(story, now).flatMap((course) => [
      ...[sayRate(course, METRIC), saySurface(course), sayPace(course, METRIC)].filter(
        (one) => one !== null,
      ),
    ]),
    ...rhythmsOf(hedgesOf(story, now)).flatMap(sayRhythm),
    ...sayStations(roundOf(story, now), story).flatMap(({ questions }) =>
      questions.flatMap(({ says, before }) => [says, before]),
    ),
  ]
}

test('nothing that is said of the lodge over a year contradicts its own figures', () => {
  const seen = seenOverAYear(lodge)
  const said = seen.flatMap(({ story, now }) => saidOf(story, now))
  for (const { story, now } of seen) expectOneVoice(story, now)
  expect(said.length).toBeGreaterThan(1000)
  expect(said.flatMap(contradictionsIn)).toEqual([])
})

/** One zone is a part of a partial, new soil under the same layout a part of a full reset: a part takes no longer than the whole. */
function expectNoPartDearer(story: TankHistory, now: Instant) {
  const options = weighOptions(story, reviewDecline(story, now), now)
  const hours = (key: string) => options.find((one) => one.key === key)?.hands.value
  for (const [part, whole] of [
    ['zone', 'partial'],
    ['soil', 'full'],
  ]) {
    const [own, all] = [hours(part), hours(whole)]
    if (own !== undefined && all !== undefined)
      expect(all - own).toBeGreaterThanOrEqual(part === 'soil' ? 0.5 : 0)
  }
}

/** Forty tanks that live by other laws, with keepers who forget: each at two moments. */
const MADE = WORLD_KINDS.flatMap((kind, k) =>
  Array.from({ length: Math.ceil(40 / WORLD_KINDS.length) }, (_, i) => {
    const seed = 100 * k + i
    return keep(liveWater(kind, seed), seed).story
  }),
)
test('nor what is said of forty made tanks, nor one sentence of them another', () => {
  expect(MADE.length).toBeGreaterThanOrEqual(40)
  for (const whole of MADE) {
    const last = whole.entries.at(-1)!.at
    for (const ago of [0, 60]) {
      const now = instantOf(Date.parse(last) / 86_400_000 - ago)
      const story = storyUntil(whole, now)
      const faults = saidOf(story, now).flatMap(contradictionsIn)
      expect(faults).toEqual([])
      expectOneVoice(story, now)
    }
  }
})

/** Findings of one tank that cannot both be so, and options of which one is a part of the other. */
function expectOneVoice(story: TankHistory, now: Instant) {
  const found = findings(story, now)
  expect(new Set(found.map(({ key }) => key)).size).toBe(found.length)
  const rules = found.map(({ rule, key }) => ({ rule, key }))
  const ofOne = (of: { subject: unknown }) => JSON.stringify(of.subject)
  for (const [well, ill] of NOT_BESIDE)
    for (const one of found.filter(({ rule }) => rule === well))
      expect(
        found.filter(
          (other) => (ill as readonly string[]).includes(other.rule) && ofOne(other) === ofOne(one),
        ),
      ).toEqual([])
  const hungry = diagnoses(story, now).some(
    ({ explanations: [top] }) => top?.cause === 'nitrogen' && top.odds >= 0.5,
  )
  expect(hungry && rules.some(({ rule }) => rule === 'nitrate-in-hand')).toBe(false)
  expectNoPartDearer(story, now)
  const has = (rule: string, key?: string) =>
    rules.some((one) => one.rule === rule && (key === undefined || one.key === key))
  for (const { key } of rules.filter(({ rule }) => rule === 'over-band'))
    expect([has('under-band', key), has('band-passed-soon', key)]).toEqual([false, false])
  const nitrate = ['nitrate-over', 'nitrate-passes', 'nitrate-all-but-gone', 'nitrate-in-hand']
  expect(nitrate.filter((rule) => has(rule)).length).toBeLessThanOrEqual(1)
}
