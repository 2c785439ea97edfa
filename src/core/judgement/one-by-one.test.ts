import {
  change,
  CARPET,
  DAY0,
  entry,
  height,
  nitrate,
  STEMS,
  tank,
  withCare,
  KEPT_UP,
} from '../testing/tank'
import { instantOf } from '../quantity/time'
import type { Entry } from '../journal/entry'
import { findings } from './findings'
import { UNMEASURED } from '../history/types'

const at = (day: number) => instantOf(DAY0 + day)
const weekly = {
  id: 'r',
  kind: 'water-change' as const,
  everyDays: 7,
  amount: 0.4,
  says: 'Water change, 40 %',
  since: at(0),
  ...KEPT_UP,
}
const find = (entries: Entry[], day: number, key: string, overrides = {}) =>
  findings(tank(entries, overrides), at(day)).find((finding) => finding.key === key)
const cover = (day: number, value: number) =>
  entry(day, 'measure', { plantingId: CARPET.id, measure: 'cover', value })

describe('nitrate', () => {
  const rising = Array.from({ length: 8 }, (_, k) => nitrate(k * 4 + 1, 8 + k * 1.9))
  test('over the ceiling it says how much to change, and no more than four fifths', () => {
    expect(find([nitrate(1, 60), nitrate(4, 64)], 5, 'nitrate')).toMatchObject({
      level: 'act',
      says: expect.stringMatching(/\d\d % of the water, today/),
      suggests: expect.stringMatching(/Change [78]\d % \(\d+ L\)/),
    })
  })
  test('half the water is called half', () =>
    expect(find([nitrate(1, 38), nitrate(3, 40), nitrate(5, 40)], 5.1, 'nitrate')!.says).toBe(
      'Half the water, today',
    ))
  test('rising towards the ceiling is watched, with the day it is passed', () => {
    expect(find(rising, 29.5, 'nitrate')).toMatchObject({
      level: 'watch',
      says: expect.stringMatching(/^Without a change nitrate passes 25 mg\/L in about \d+ days/),
    })
  })
  test('in hand it is good; all but gone it is watched, unless the school wants it so', () => {
    const calm = [nitrate(1, 10), nitrate(6, 10), nitrate(11, 10), nitrate(14, 10)]
    expect(find([...calm, change(14.5, 0.2)], 15, 'nitrate', { routines: [weekly] })).toMatchObject(
      { level: 'good' },
    )
    const gone = [1, 4, 7, 10, 12].map((day) => nitrate(day, 0))
    expect(find(gone, 12.1, 'nitrate')).toMatchObject({
      says: 'The water is all but out of nitrate',
    })
    const fed = { vessel: withCare(tank(), { school: 'nothing added' }).vessel }
    expect(find(gone, 12.1, 'nitrate', fed)!.level).toBe('good')
  })
  test('which way it goes is said only when that is known', () => {
    expect(find([nitrate(1, 12)], 2, 'nitrate')!.detail).toMatch(
      /^Nitrate stands near .*; which way it goes is not told yet \(-?[\d.]+ (to|–) [\d.]+ a day\)\.$/,
    )
    expect(find(rising, 29.5, 'nitrate')!.detail).toMatch(
      /and gains 0\.\d+ \(0\.\d+–0\.\d+\) a day\./,
    )
  })
  test('a source as rich as the target cannot help, and the finding still says what is', () => {
    const rich = { sources: [{ ...tank().sources[0], nitrateMgL: 40, ...UNMEASURED }] }
    expect(find([nitrate(1, 60), nitrate(4, 64)], 5, 'nitrate', rich)).toMatchObject({
      level: 'act',
    })
  })
})

describe('where the nitrate comes from', () => {
  /** Two months in which nitrate gains `gain` a day, `grams` of food are written down, and a third is changed each week. */
  const months = (gain: number, grams: number) => {
    const entries: Entry[] = []
    let c = 10
    for (let day = 1; day <= 70; day++) {
      c += gain
      if (grams > 0) entries.push(entry(day - 0.3, 'feed', { grams, food: 'flakes' }))
      if (day % 7 === 0) {
        entries.push(change(day, 0.33))
        c *= 0.67
      }
      if (day % 4 === 1) entries.push(nitrate(day + 0.1, c))
    }
    return entries
  }
  test('far more than the food in the book can bring: that is said, with every stream as evidence', () => {
    const finding = find(months(2.2, 0.2), 70.5, 'intake')!
    expect(finding).toMatchObject({
      level: 'watch',
      says: 'More nitrate comes in than is written down',
    })
    expect(finding.because.map((line) => line.says).join()).toMatch(
      /more than is written down.*mg\/L a week/,
    )
  })
  test('food that explains it, in water over its band: less food, the animals’ need first', () => {
    expect(find(months(4, 1.9), 70.5, 'intake')).toMatchObject({
      says: 'The food brings most of the nitrate',
      suggests: expect.stringContaining('their need comes before'),
    })
  })
  test('where neither is so, or one reading is all, nothing is said', () => {
    expect(find(months(0.6, 0.4), 70.5, 'intake')).toBeUndefined()
    expect(find([nitrate(1, 60)], 30, 'intake')).toBeUndefined()
  })
})

describe('changes', () => {
  test('late by a day is watched, by three acted on; on time and even is good', () => {
    const entries = [0, 7, 14, 21].map((day) => change(day, 0.4))
    expect(find(entries, 22, 'change-due', { routines: [weekly] })).toMatchObject({ level: 'good' })
    expect(find(entries, 29.5, 'change-due', { routines: [weekly] })).toMatchObject({
      level: 'watch',
      says: 'The water change is one day late',
    })
    expect(find(entries, 32, 'change-due', { routines: [weekly] })).toMatchObject({ level: 'act' })
    expect(find(entries, 32, 'change-due')).toBeUndefined()
  })
  test('uneven ones are said to be uneven even when the last came in time', () => {
    expect(
      find(
        [0, 16, 19, 40, 44, 66].map((day) => change(day, 0.4)),
        67,
        'change-due',
        { routines: [weekly] },
      ),
    ).toMatchObject({ says: 'The changes come unevenly' })
  })
  test('ones that come evenly, only further apart than was set, are not called uneven', () => {
    expect(
      find(
        [0, 14, 28, 42, 56, 70].map((day) => change(day, 0.4)),
        72,
        'change-due',
        { routines: [weekly] },
      ),
    ).toMatchObject({ says: 'The changes come every 14 days, not every 7 days', level: 'watch' })
  })
})

describe('stems, carpet, mood', () => {
  test('a stem near the surface: next week it is watched, this week acted on, far away it is silent', () => {
    const grown = (cm: number) => [height(1, STEMS.id, cm - 9), height(11, STEMS.id, cm)]
    expect(find(grown(30), 11.1, `surface:${STEMS.id}`)).toMatchObject({ level: 'act' })
    expect(find(grown(23), 11.1, `surface:${STEMS.id}`)).toMatchObject({
      level: 'watch',
      says: 'Trim S1 next week',
    })
    expect(find(grown(12), 11.1, `surface:${STEMS.id}`)).toBeUndefined()
  })
  test('a stem nobody ever measured is asked after, in pencil: it is not said to be at the surface', () => {
    expect(find([], 90, `surface:${STEMS.id}`)).toMatchObject({
      level: 'watch',
      says: 'Look whether S1 is at the surface',
      leadsTo: { page: 'round' },
      clause: expect.stringMatching(/^should be/),
    })
    expect(find([height(89, STEMS.id, 31)], 90, `surface:${STEMS.id}`)).toMatchObject({
      level: 'act',
      says: 'Trim S1: it lies on the surface',
    })
  })
  test('a carpet that loses is named with its pace; one that holds is not alarmed about', () => {
    const losing = [cover(1, 85), cover(20, 72), cover(40, 58), cover(60, 42)]
    expect(find(losing, 61, `carpet:${CARPET.id}`)).toMatchObject({
      says: expect.stringMatching(/The carpet loses [\d.]+ % a week/),
    })
    expect(
      find([cover(1, 85), cover(30, 86), cover(60, 85)], 61, `carpet:${CARPET.id}`)?.level ??
        'good',
    ).toBe('good')
  })
  test('joy that falls while work climbs is said; two marks are not enough', () => {
    const mark = (day: number, enjoyment: number, workMinutes: number) =>
      entry(day, 'feeling', { enjoyment, workMinutes })
    const falling = [
      mark(1, 9, 40),
      mark(30, 8, 50),
      mark(60, 7, 60),
      mark(90, 5, 80),
      mark(120, 4, 100),
      mark(140, 4, 110),
    ]
    expect(find(falling, 141, 'mood')).toMatchObject({ level: 'watch' })
    expect(find([mark(1, 9, 40), mark(5, 4, 90)], 6, 'mood')).toBeUndefined()
  })
  test('algae that spread are to be watched, algae that recede are good news', () => {
    const tuft = (day: number, percent: number) =>
      entry(day, 'algae', { algae: 'black tufts', place: { of: 'glass' }, coverPercent: percent })
    const of = (list: [number, number][]) =>
      findings(tank(list.map(([day, percent]) => tuft(day, percent))), at(43)).find((finding) =>
        finding.key.startsWith('algae:'),
      )
    expect(
      of([
        [1, 4],
        [20, 10],
        [42, 18],
      ])!.level,
    ).not.toBe('good')
    expect(
      of([
        [1, 20],
        [20, 14],
        [42, 8],
      ])!.level,
    ).toBe('good')
  })
})

test('a finding never speaks of what came after the day it is asked for', () => {
  const story = tank([nitrate(1, 8), nitrate(5, 9), nitrate(40, 90)])
  expect(
    findings(story, at(6))
      .map((finding) => finding.detail)
      .join(),
  ).not.toMatch(/90/)
})
