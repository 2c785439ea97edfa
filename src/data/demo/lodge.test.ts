import { problemsOf } from '@/core/admission/admit'
import { entriesOf } from '@/core/history/journal-index'
import type { Entry } from '@/core/journal/entry'
import { tankNow } from '@/core/history/tank-at'
import { dayOf } from '@/core/quantity/time'
import { PARAMETERS, toCanonical } from '@/core/quantity/units'
import { conditionsOf } from '@/core/water/estimate/conditions'
import { courseOf } from '@/core/water/estimate/estimate'
import { productOf } from '@/core/water/dosing/products'
import { changeRegime } from '@/core/water/changes/regime'
import { parseEntry } from '../border/entry-schema'
import { lodge } from './lodge'

const NOW = '2026-11-24T09:00:00.000Z'
const stories = lodge(NOW)
const [tarn] = stories

describe('the lodge', () => {
  test('the same day gives the same stories; another day gives the same story, moved', () => {
    expect(lodge(NOW)).toEqual(stories)
    const later = lodge('2026-12-01T09:00:00.000Z')[0]
    expect(later.entries.length).toBe(tarn.entries.length)
    later.entries.forEach((entry, i) =>
      expect(dayOf(entry.at) - dayOf(tarn.entries[i].at)).toBeCloseTo(7, 0),
    )
  })
  test('every entry passes its schema and the checks a keeper’s own entry must pass', () => {
    for (const story of stories) {
      for (const entry of story.entries) {
        expect(parseEntry(entry)).toEqual(entry)
        const before = { ...story, entries: story.entries.filter((other) => other.at < entry.at) }
        expect(problemsOf([entry], entry.kind === 'trim' ? before : story, NOW)).toEqual([])
      }
    }
  })
  test('ids are unique across the lodge, times are in order, nothing lies in the future', () => {
    const ids = stories.flatMap((story) => story.entries.map((entry) => entry.id))
    expect(new Set(ids).size).toBe(ids.length)
    for (const story of stories) {
      const days = story.entries.map((entry) => dayOf(entry.at))
      expect(days).toEqual([...days].sort((a, b) => a - b))
      expect(days.every((day) => day <= dayOf(NOW))).toBe(true)
    }
  })
  test('what was entered and what was kept agree; every dose with a product finds it', () => {
    for (const reading of entriesOf(tarn.entries, 'reading')) {
      const canonical = toCanonical(reading.parameter, reading.entered.value, reading.entered.unit)
      expect(canonical.ok && canonical.value).toBeCloseTo(reading.value, 6)
    }
    for (const dose of entriesOf(tarn.entries, 'dose'))
      expect(productOf(tarn, dose)?.id).toBe(dose.productId)
  })
})

describe('the story it tells', () => {
  const between = <K extends Entry['kind']>(kind: K, from: number, to: number) =>
    entriesOf(tarn.entries, kind).filter((entry) => {
      const day = dayOf(entry.at) - dayOf(tarn.vessel.startedAt)
      return day >= from && day < to
    })
  test('about nine hundred lines over eleven months, of every desk something', () => {
    expect(tarn.entries.length).toBeGreaterThan(800)
    expect(new Set(tarn.entries.map((entry) => entry.kind)).size).toBeGreaterThanOrEqual(17)
  })
  test('in early summer the gas swings through every colour; before and after it hardly does', () => {
    const colours = (from: number, to: number) =>
      between('reading', from, to)
        .filter((entry) => entry.parameter === 'co2')
        .map((entry) => entry.entered.value)
    const spread = (list: number[]) => Math.max(...list) - Math.min(...list)
    expect(spread(colours(165, 194))).toBeGreaterThanOrEqual(3)
    expect(spread(colours(60, 150))).toBeLessThanOrEqual(1)
    expect(spread(colours(230, 330))).toBeLessThanOrEqual(1)
  })
  test('guests overfeed in high summer', () => {
    const grams = (from: number, to: number) =>
      between('feed', from, to).reduce((sum, entry) => sum + entry.grams, 0) / ((to - from) / 7)
    expect(grams(195, 265)).toBeGreaterThan(1.4 * grams(100, 180))
  })
  test('the changes lose their rhythm, and the water of the spring stays soft', () => {
    expect(changeRegime(tarn, NOW).adherence!).toBeLessThan(0.4)
    expect(tankNow(tarn, NOW).sources.every((source) => source.ghDegrees! < 3)).toBe(true)
    expect(conditionsOf(tarn, NOW).value('gh')!.value).toBeLessThan(5)
  })
  test('every estimate of every parameter lies inside its own range, day after day', () => {
    const conditions = conditionsOf(tarn, NOW)
    let checked = 0
    for (const parameter of PARAMETERS) {
      const estimate = conditions.of(parameter)
      if (!estimate) continue
      checked++
      const past = courseOf(estimate)
      expect(
        past.every(
          (point) => point.low <= point.value && point.value <= point.high && point.low >= 0,
        ),
      ).toBe(true)
      expect(past.every((point, i) => i === 0 || point.day >= past[i - 1].day)).toBe(true)
      expect(estimate.readings.every((reading) => reading.low <= reading.high)).toBe(true)
    }
    expect(checked).toBeGreaterThanOrEqual(15)
  })
})
