import type { Entry } from '../../journal/entry'
import type { TankHistory } from '../../history/types'
import { since } from '../../history/dated'
import { lampRecord } from '../../history/records'
import { normalStream } from '../../quantity/normal'
import { seededRandom } from '../../quantity/random'
import { instantOf } from '../../quantity/time'
import { change, DAY0, entry, nitrate, tank } from '../../testing/tank'
import { estimateParameter } from './estimate'
import { scoreSteps, scoreTrack } from './gain-filter'
import { sayTurn } from './gain-steps.words'
import { knownTurns } from './known-turns'
import { makeTrack } from './track'

const at = (day: number) => instantOf(DAY0 + day)
const STEP = 60

/** A tank that gains 0.5 mg/L a day and from day 60 on `after`, tested and changed every week; `fed`: grams a day before and after. */
function stepped(seed: number, after: number, fed: readonly [number, number] | null): Entry[] {
  const gauss = normalStream(seededRandom(seed))
  const entries: Entry[] = []
  let c = 10
  for (let day = 0; day <= 110; day++) {
    c += day > STEP ? after : 0.5
    if (fed) entries.push(entry(day, 'feed', { food: 'flakes', grams: fed[day > STEP ? 1 : 0] }))
    if (day % 7 > 0) continue
    entries.push(nitrate(day + 0.1, Math.max(0, c + gauss() * (0.7 + 0.05 * c))))
    entries.push(change(day + 0.2, 0.35))
    c *= 0.65
  }
  return entries
}
const of = (entries: Entry[], day: number, overrides: Partial<TankHistory> = {}) => {
  const sofar = entries.filter((one) => one.at <= at(day))
  const result = estimateParameter(tank(sofar, overrides), 'nitrate', at(day))
  if (!result.ok) throw new Error(result.problem)
  return result.value
}
const SEEDS = Array.from({ length: 12 }, (_, i) => i + 1)

test('a step from 0.5 to 1.6 a day is half believed within a fortnight, two tests after it (seeds 1–12)', () => {
  const lags = SEEDS.map((seed) => {
    const entries = stepped(seed, 1.6, null)
    for (let day = STEP + 1; day < 110; day++)
      if (of(entries, day + 0.5).gainPerDay.value > 1.05) return day - STEP
    return 99
  })
  expect(Math.max(...lags)).toBeLessThanOrEqual(14)
})
test('where the record shows more food from that day, it is told, with its cause (10 of 12 and more)', () => {
  const told = SEEDS.map((seed) => of(stepped(seed, 1.8, [0.2, 0.6]), 100.5).turn)
  expect(told.filter((turn) => turn?.what === 'feeding').length).toBeGreaterThanOrEqual(10)
  for (const turn of told) if (turn) expect(Math.abs(turn.day - DAY0 - STEP)).toBeLessThan(10)
})
test('what merely happened near it is not blamed: a lamp set otherwise three weeks later (11 of 12 and more)', () => {
  const lamp = lampRecord('lamp', { parAtSurface: 100 }, at(0))
  const dimmed = {
    ...lamp,
    settings: [
      ...lamp.settings,
      since(at(STEP + 21), { ...lamp.settings[0].is, levelPercent: 60 }),
    ],
  } as typeof lamp
  const told = SEEDS.map(
    (seed) => of(stepped(seed, 1.8, null), 105.5, { equipment: [dimmed] }).turn,
  )
  expect(told.filter((turn) => turn?.what === 'lamp').length).toBeLessThanOrEqual(1)
})
test('a steady tank has no turn to tell of (11 of 12 and more), however the record changes', () => {
  const told = SEEDS.map((seed) => of(stepped(seed, 0.5, [0.2, 0.6]), 105.5).turn)
  expect(told.filter((turn) => turn !== null).length).toBeLessThanOrEqual(1)
})
test('feeding that rose and animals that came are known turns; even feeding is none', () => {
  const story = (fed: readonly [number, number]) => tank(stepped(1, 0.5, fed))
  const feeding = knownTurns(story([0.2, 0.6]), DAY0, DAY0 + 110).filter(
    ({ what }) => what === 'feeding',
  )
  expect(feeding).toEqual([{ day: expect.closeTo(DAY0 + STEP, -1), what: 'feeding', way: 1 }])
  expect(
    knownTurns(story([0.3, 0.3]), DAY0, DAY0 + 110).filter(({ what }) => what === 'feeding'),
  ).toEqual([])
})
test('in words', () => {
  const turn = { day: 0, before: 0.5, after: 0.8, what: 'feeding' } as const
  expect(sayTurn(turn, 20)).toMatch(/^about half as much again since about .*, when feeding rose$/)
  expect(sayTurn({ ...turn, after: 0.25, what: null }, 20)).toMatch(
    /^about half as much since about [^,]*$/,
  )
  expect(sayTurn({ ...turn, after: -0.2, what: null }, 20)).toMatch(/^less than before/)
})

test('steps tried from a shared beginning score as if each had walked the whole way (seed 5)', () => {
  const random = seededRandom(5)
  const readings = Array.from({ length: 40 }, (_, k) => ({
    day: 3 * k,
    value: k === 25 ? 60 : 10 + 10 * random(),
    sd: 1,
    h: 1,
  }))
  const events = Array.from({ length: 17 }, (_, k) => ({
    day: 7 * k + 2,
    a: 0.7,
    b: 1,
    sd: 0,
    share: 0.1,
  }))
  const track = makeTrack(readings, events, [])
  const settings = {
    gainDrift: 0.01,
    unrest: 0.05,
    prior: { c: 12, cSd: 3, g: 0.5, gSd: 0.8 },
  }
  const doubt = { gate: 3, windowDays: 21 }
  const steps = [90, 48, 61.5, 75].map((day) => ({ day, variance: 2 }))
  const shared = scoreSteps(0, track, settings, doubt, steps)
  steps.forEach((step, i) => {
    const whole = scoreTrack(0, track, { ...settings, steps: [step] }, doubt)
    expect(shared[i].unused).toBe(whole.unused)
    expect(shared[i].logLikelihood).toBeCloseTo(whole.logLikelihood, 9)
  })
  expect(new Set(shared.map(({ logLikelihood }) => logLikelihood)).size).toBe(steps.length)
})
