import { unpackPast } from './drift/pack-past'
import { lodge } from '@/data/demo/lodge'
import { DAY0, tank } from '@/core/testing/tank'
import { instantOf } from '@/core/quantity/time'
import { BALANCED } from '@/core/water/balance/balance'
import { balanceModel } from './balance/balance-model'
import { CHANGED, changesModel } from './changes/changes-model'
import { dosingModel } from './dosing/dosing-model'
import { driftModel } from './drift/drift-model'
import { gasModel } from './gas/gas-model'
import { nameOf, unitOf } from '@/core/quantity/parameter-name'
import { chosen } from './chosen-parameter'
import { lanesOf, monthsOf, STRIP } from './drift/sparklines'

const NOW = '2026-11-24T09:00:00.000Z'
const [tarn, spring, gully] = lodge(NOW)
const bare = tank()

/** The corners a strip's path goes through: a place, then steps. */
function cornersOf(path: string): [number, number][] {
  const numbers = (path.match(/-?\d+(\.\d+)?/g) ?? []).map(Number)
  const corners: [number, number][] = []
  for (let i = 0; i + 1 < numbers.length; i += 2) {
    const [x, y] = corners.at(-1) ?? [0, 0]
    corners.push([x + numbers[i], y + numbers[i + 1]])
  }
  return corners
}

describe('what the pages of the water desk are given', () => {
  test('drift: a strip for every parameter read, inside its frame, with its readings; lanes of what was done', () => {
    const model = driftModel(tarn, 'nitrate', NOW)
    expect(model.strips.map((strip) => strip.parameter)).toEqual(
      expect.arrayContaining([
        'nitrate',
        'kh',
        'gh',
        'pH',
        'temperature',
        'conductivity',
        'co2',
        'phosphate',
        'oxygen',
      ]),
    )
    for (const strip of model.strips) {
      const corners = [strip.range, strip.line, strip.rangeAhead, strip.lineAhead].flatMap(
        cornersOf,
      )
      expect(corners.length).toBeGreaterThan(10)
      for (const [x, y] of corners) {
        expect(x).toBeGreaterThanOrEqual(-0.1)
        expect(x).toBeLessThanOrEqual(STRIP.width + 0.1)
        expect(y).toBeGreaterThanOrEqual(-0.1)
        expect(y).toBeLessThanOrEqual(STRIP.height + 0.1)
      }
      expect(
        strip.marks.every(
          (mark) =>
            mark.top <= mark.y + 0.2 &&
            mark.y <= mark.foot + 0.2 &&
            mark.y >= 0 &&
            mark.y <= STRIP.height,
        ),
      ).toBe(true)
    }
    expect(model.lanes.map((lane) => lane.says)).toEqual([
      'changes',
      'top-ups',
      'doses',
      'food',
      'trims',
      'equipment',
    ])
    expect(model.settles.asKept!).toBeGreaterThan(model.settles.asSet!)
    const past = unpackPast(model.past, model.today)
    expect(past.length).toBeGreaterThan(100)
    expect(past.every((point) => point.day >= model.today - STRIP.past)).toBe(true)
    expect(past.every(({ low, value, high }) => low <= value && value <= high)).toBe(true)
    expect(JSON.stringify(model).length).toBeLessThan(160_000)
  })
  test('a tank without a reading says so on each page, and none falls over', () => {
    const now = instantOf(DAY0 + 20)
    expect(driftModel(bare, 'nitrate', now)).toMatchObject({
      estimate: null,
      refusal: expect.stringContaining('No nitrate reading'),
      strips: [],
    })
    expect(balanceModel(bare, 'gh', now)).toMatchObject({ balance: null, whatIf: null })
    expect(changesModel(bare, 'nitrate', now)).toMatchObject({
      now: null,
      choices: [],
      settles: null,
      creep: null,
    })
    expect(
      dosingModel(bare, now).parameters.every((one) => one.now === null && one.uptake === null),
    ).toBe(true)
    expect(gasModel(bare, now)).toMatchObject({ day: null, use: null, ammonia: null, colours: [] })
    expect([lanesOf(bare, now), monthsOf(now).length > 4]).toEqual([[], true])
  })
  test('every parameter of every page, for every vessel with water: numbers are numbers', () => {
    for (const story of [tarn, spring, gully]) {
      for (const parameter of BALANCED)
        expect(JSON.stringify(balanceModel(story, parameter, NOW))).not.toMatch(/NaN|Infinity/)
      for (const parameter of CHANGED) {
        const model = changesModel(story, parameter, NOW)
        expect(
          model.choices.every(
            (choice) => choice.fraction === null || (choice.fraction > 0 && choice.fraction <= 0.8),
          ),
        ).toBe(true)
        expect(model.filledKg).toBeGreaterThan(model.litres)
      }
    }
  })
  test('dosing: bottles of the shelf before plain salts, tablets apart, the last one given chosen', () => {
    const model = dosingModel(tarn, NOW)
    expect(model.products[0].id).toMatch(/^tarn-/)
    expect(model.products.some((product) => product.form === 'tablet')).toBe(false)
    expect(model.lastDosed).toBe('tarn-weekly')
    expect(model.tabs.nextAt!.low < model.tabs.nextAt!.value).toBe(true)
    const rich = model.plans.find((plan) => plan.school === 'rich column')!
    const own = model.plans.find((plan) => plan.school === 'nothing added')!
    expect(rich.litresPerWeek).toBeGreaterThan(own.litresPerWeek)
    expect(own.perWeek).toEqual({})
  })
  test('dosing reckons with the rhythm that is meant where no change was ever written', () => {
    const routine = {
      id: 'changes',
      kind: 'water-change' as const,
      everyDays: 10,
      amount: 0.3,
      says: null,
      since: bare.vessel.startedAt,
      until: null,
      equipmentId: null,
    }
    expect(dosingModel({ ...bare, routines: [routine] }, instantOf(DAY0 + 3)).rhythm).toEqual({
      fraction: 0.3,
      everyDays: 10,
    })
  })
  test('gas: the summer’s trouble is in the looks, the present is steady, no leak is seen', () => {
    const model = gasModel(tarn, NOW)
    expect(new Set(model.colours.map((look) => look.colour)).size).toBeGreaterThan(1)
    expect(model.use).toMatchObject({ measure: expect.any(String), leakSuspected: false })
    expect(Math.max(...model.day!.points.map((point) => point.value))).toBeLessThan(45)
    expect(model.pressure).toBeCloseTo(0.845, 2)
    expect(gasModel(spring, NOW).day).toBeNull()
  })
  test('a parameter named in the address counts only when the page offers it', () => {
    expect([
      chosen('kh', BALANCED, 'nitrate'),
      chosen('co2', BALANCED, 'nitrate'),
      chosen(['gh', 'kh'], BALANCED, 'nitrate'),
      chosen(undefined, BALANCED, 'nitrate'),
      chosen('constructor', BALANCED, 'nitrate'),
    ]).toEqual(['kh', 'nitrate', 'gh', 'nitrate', 'nitrate'])
    expect([nameOf('pH'), nameOf('nitrate'), unitOf('pH'), unitOf('kh')]).toEqual([
      'pH',
      'Nitrate',
      '',
      '°dH',
    ])
  })
})
