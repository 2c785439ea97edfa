import { lodge } from '@/data/demo/lodge'
import { problemsOf } from '../admission/admit'
import { describeEntry } from '../history/describe'
import { entriesOf } from '../history/journal-index'
import type { Entry } from '../journal/entry'
import { headCount, inTimeOrder, storyUntil } from '../history/lookup'
import { instantOf } from '../quantity/time'
import { dueTasks, onlyDue } from '../routine/due'
import { isSurprising, pencilledAnswer } from '../routine/round/pencil'
import { roundOf } from '../routine/round/stations'
import {
  change,
  DAY0,
  entry,
  height,
  nitrate,
  STEMS,
  tank,
  KEPT_UP,
  STAYS,
  withGround,
} from '../testing/tank'
import { algaeOn, algaeTrend, algaeCourses } from '../algae/course'
import { findings, headline } from './findings'
import { forecastScore } from './score'
import { soilState } from '../water/findings/soil-finding'

const NOW = '2026-11-24T09:00:00.000Z'
const [tarn, spring, gully] = lodge(NOW)
const at = (day: number) => instantOf(DAY0 + day)

describe('findings', () => {
  const all = findings(tarn, NOW)
  test('the demo’s troubles are found, weightiest first, each with evidence and what would settle it', () => {
    const keys = all.map((finding) => finding.key)
    expect(keys).toEqual(
      expect.arrayContaining([
        'nitrate',
        'soil',
        'carpet:tarn-l1',
        'surface:tarn-s1',
        'bare:tarn-s1',
        'mood',
        'algae:black tufts:tarn-stone',
      ]),
    )
    const ranks = all.map((finding) => ['act', 'watch', 'good'].indexOf(finding.level))
    expect(ranks).toEqual([...ranks].sort())
    for (const finding of all) {
      expect(finding.because.length).toBeGreaterThan(0)
      expect(finding.wouldChangeMyMind.length).toBeGreaterThan(10)
      expect(`${finding.says}${finding.detail}${finding.clause}`).not.toMatch(/NaN|undefined|null/)
    }
  })
  test('evidence leads back to entries of the journal', () => {
    const ids = new Set(tarn.entries.map((one) => one.id))
    for (const evidence of all.flatMap((finding) => finding.because))
      if (evidence.entryId) expect(ids.has(evidence.entryId)).toBe(true)
  })
  test('a disagreement moves the finding to the end and keeps the reason; a month later it may speak again', () => {
    const first = all[0]
    const dispute = {
      id: 'd1',
      kind: 'disagreement',
      at: NOW,
      certainty: 'measured',
      by: 'keeper',
      note: null,
      expected: null,
      finding: first.key,
      why: 'The card was wet.',
    } as Entry
    const disputed = findings({ ...tarn, entries: [...tarn.entries, dispute] }, NOW)
    expect(disputed.at(-1)).toMatchObject({
      key: first.key,
      disputed: { why: 'The card was wet.' },
    })
    expect(headline(disputed, tarn.entries)).not.toContain(first.clause)
    const later = instantOf(Date.parse(NOW) / 86_400_000 + 31)
    expect(
      findings({ ...tarn, entries: [...tarn.entries, dispute] }, later).find(
        (finding) => finding.key === first.key,
      )?.disputed ?? null,
    ).toBeNull()
  })
  test('the headline is a sentence that goes on from the name', () => {
    for (const story of [tarn, spring, gully])
      expect(headline(findings(story, NOW), story.entries)).toMatch(/^[a-z].*\.$/)
    expect(headline([], [])).toContain('no entry yet')
    expect(
      headline(
        [],
        tarn.entries.filter((one) => one.kind === 'note'),
      ),
    ).toContain('no entry yet')
  })
  test('an empty tank gives no finding and no error', () =>
    expect(findings(tank(), at(1))).toEqual([]))
  test('half the water when it is needed: the suggested change brings it near the target', () => {
    const heavy = tank([nitrate(1, 40), nitrate(8, 42), nitrate(12, 44)])
    expect(findings(heavy, at(13)).find((finding) => finding.key === 'nitrate')).toMatchObject({
      level: 'act',
      leadsTo: { form: 'water-change' },
    })
  })
})

describe('soil', () => {
  const active = withGround(tank(), { material: 'active soil' }).layouts
  test('the jar test decides before age does', () => {
    const jar = (khAfter: number) =>
      tank([entry(5, 'soil-test', { khBefore: 4, khAfter, hours: 36 })], { layouts: active })
    expect(soilState(jar(3.9), at(6))?.state).toBe('spent')
    expect(soilState(jar(1), at(6))?.state).toBe('working')
    expect(soilState(tank([], { layouts: active }), at(400))?.state).toBe('tired')
    expect(soilState(tank(), at(400))?.state).toBe('not-active')
  })
})

describe('algae', () => {
  const tuft = (day: number, coverPercent: number) =>
    entry(day, 'algae', { algae: 'black tufts', place: { of: 'glass' }, coverPercent })
  test('straight between looks, held for a while, then unknown; the trend is per week', () => {
    const [course] = algaeCourses(tank([tuft(0, 10), tuft(14, 4)]), at(20))
    expect(algaeOn(course, DAY0 + 7)).toBeCloseTo(7, 9)
    expect(algaeOn(course, DAY0 + 30)).toBe(4)
    expect(algaeOn(course, DAY0 + 70)).toBe(0)
    expect(algaeTrend(course, at(20))?.perWeek).toBeCloseTo(-3, 9)
    expect(algaeTrend(course, at(100))).toBeNull()
  })
})

describe('due and round', () => {
  test('a routine is due from its last doing, or from the day it was set', () => {
    const routine = {
      id: 'r',
      kind: 'water-change' as const,
      everyDays: 7,
      amount: 0.4,
      says: 'Water change',
      since: at(0),
      ...KEPT_UP,
    }
    expect(onlyDue(dueTasks(tank([change(5, 0.4)], { routines: [routine] }), at(11)))).toHaveLength(
      0,
    )
    expect(dueTasks(tank([change(5, 0.4)], { routines: [routine] }), at(14))[0].daysLate).toBe(2)
    expect(onlyDue(dueTasks(tank([], { routines: [routine] }), at(8)))[0].lastAt).toBeNull()
  })
  test('the round goes in the order of the eyes and expects what can be expected', () => {
    const stations = roundOf(tarn, NOW)
    expect(stations.map((station) => station.name)).toEqual([
      'surface',
      'glass',
      'background',
      'midground',
      'carpet',
      'stone and wood',
      'ground',
      'equipment',
      'animals',
      'water',
      'you',
    ])
    const s1 = stations
      .flatMap((station) => station.questions)
      .find(({ key }) => key === 'height:tarn-s1')!
    expect(s1.expected!.low).toBeLessThan(s1.expected!.high)
    expect(pencilledAnswer(s1)).toBe(Math.round(s1.expected!.value))
  })
  test('what was measured yesterday is not asked again: slow plantings and recent tests rest', () => {
    const keys = (story: typeof tarn, now: string) =>
      roundOf(story, now)
        .flatMap((station) => station.questions)
        .map((question) => question.key)
    const rested = tank([nitrate(9, 10)])
    expect(keys(rested, at(10))).not.toContain('nitrate')
    expect(keys(rested, at(20))).toContain('nitrate')
  })
  test('a value far outside the range surprises, one just outside does not', () => {
    const expected = { value: 30, low: 27, high: 33, because: '' }
    expect(isSurprising({ expected: expected, last: { value: 1, daysAgo: 7, by: null } }, 34)).toBe(
      false,
    )
    expect(isSurprising({ expected: expected, last: { value: 1, daysAgo: 7, by: null } }, 60)).toBe(
      true,
    )
    expect(isSurprising({ expected: null, last: { value: 1, daysAgo: 7, by: null } }, 60)).toBe(
      false,
    )
  })
  test('a round of Tarn asks few enough things for three minutes: under thirty', () => {
    expect(roundOf(tarn, NOW).flatMap((station) => station.questions).length).toBeLessThan(30)
  })
})

describe('score', () => {
  test('measured values against their pencil; glances do not count', () => {
    const expected = { value: 10, low: 8, high: 12 }
    const story = [
      { ...height(1, STEMS.id, 9), expected },
      { ...height(2, STEMS.id, 14), expected },
      { ...height(3, STEMS.id, 10), expected, certainty: 'glance' as const },
      height(4, STEMS.id, 10),
    ] as Entry[]
    expect(forecastScore(story)).toEqual({ met: 2, held: 1 })
  })
  test('over the demo year the 80 % ranges held between 70 and 95 % of the time: its keeper reads better than most', () => {
    const { met, held } = forecastScore(tarn.entries)
    expect(met).toBeGreaterThan(150)
    expect(held / met).toBeGreaterThan(0.7)
    expect(held / met).toBeLessThan(0.95)
  })
})

describe('entries in the light of the story', () => {
  const story = tank([height(1, STEMS.id, 20)])
  const fields = (one: Entry) => problemsOf([one], story, at(10)).map((problem) => problem.field)
  test('a trim taller than the plant, a change larger than the tank, the future, a stranger: each at its field', () => {
    expect(fields(entry(5, 'trim', { plantingId: STEMS.id, fromCm: null, toCm: 60 }))).toEqual([
      'toCm',
    ])
    expect(fields(entry(5, 'trim', { plantingId: STEMS.id, fromCm: 20, toCm: 8 }))).toEqual([])
    expect(
      fields(entry(5, 'water-change', { fraction: 0.5, litres: 500, sourceId: 'src' })),
    ).toEqual(['litres'])
    expect(fields(entry(11, 'note', { text: 'x' }))).toEqual(['at'])
    expect(fields(height(5, 'nobody', 3))).toEqual(['plantingId'])
    expect(fields(height(-3, STEMS.id, 3))).toEqual(['at'])
    expect(
      fields(
        entry(5, 'stock', {
          populationId: 'ghosts',
          event: 'counted',
          count: 3,
          plusMinus: 0,
          otherVesselId: null,
        }),
      ),
    ).toEqual(['populationId'])
    expect(
      fields(
        entry(5, 'algae', {
          algae: 'hair',
          place: { of: 'hardscape', id: 'none' },
          coverPercent: 3,
        }),
      ),
    ).toEqual(['place'])
  })
  test('every kind of entry in the demo can be said in words', () => {
    for (const one of [...tarn.entries, ...spring.entries, ...gully.entries])
      expect(describeEntry(one, tarn)).toMatch(/^.{3,}/)
    expect(
      describeEntry(entry(1, 'disagreement', { finding: 'x', why: 'because' }), tarn),
    ).toContain('because')
  })
  test('head counts follow what came and went since the last count', () => {
    const shrimp = {
      id: 'sh',
      name: 'Shrimp',
      kind: 'shrimp' as const,
      adultLengthCm: 2,
      since: at(0),
      ...STAYS,
    }
    const stock = (
      day: number,
      event: 'counted' | 'added' | 'died',
      count: number,
      plusMinus = 0,
    ) => entry(day, 'stock', { populationId: 'sh', event, count, plusMinus, otherVesselId: null })
    const counted = tank(
      [
        stock(1, 'added', 10),
        stock(5, 'counted', 30, 4),
        stock(6, 'died', 3),
        stock(7, 'added', 5, 3),
      ],
      { populations: [shrimp] },
    )
    expect(headCount(counted, shrimp)).toEqual({ count: 32, plusMinus: 5 })
  })
  test('time order is stable and a story cut at a day forgets what came after', () => {
    const list = [height(3, STEMS.id, 1), height(1, STEMS.id, 1), height(3, STEMS.id, 2)]
    expect(inTimeOrder([...list].reverse())).toEqual(inTimeOrder(list))
    expect(entriesOf(storyUntil(tank(list), at(2)).entries, 'measure')).toHaveLength(1)
  })
})
