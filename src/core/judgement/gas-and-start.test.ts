import type { Entry } from '../journal/entry'
import { gasRecord } from '../history/records'
import { DAY0, entry, FISH, tank } from '../testing/tank'
import { instantOf } from '../quantity/time'
import type { Parameter } from '../quantity/units'
import { findings } from './findings'
import { gasOf, tankNow } from '../history/tank-at'
import { conditionsOf } from '../water/estimate/conditions'
import { gasDay } from '../water/gas/carbon-dioxide-day'
import { looksAtHeight } from '../water/gas/gas-looks'
import { gasUse } from '../water/gas/gas-use'

// What a keeper of long standing would say of these cases: common practice.
const at = (day: number) => instantOf(DAY0 + day)
const [MORNING, NOON] = [8.5 / 24, 12.5 / 24]
const COLOUR = { blue: 9, green: 30, lime: 44, yellow: 65 } as const
const look = (day: number, colour: keyof typeof COLOUR): Entry =>
  entry(day, 'reading', {
    parameter: 'co2',
    value: COLOUR[colour],
    method: 'indicator',
    entered: { value: COLOUR[colour], unit: 'mg/L' },
  })
const read = (day: number, parameter: Parameter, value: number): Entry =>
  entry(day, 'reading', {
    parameter,
    value,
    method: 'photometer',
    entered: { value, unit: parameter === 'pH' ? 'pH' : 'mg/L' },
  })
const gassed = {
  equipment: [...tank().equipment, gasRecord('gas', { onAt: '08:00', offAt: '16:00' }, at(0))],
}
const find = (entries: Entry[], day: number, key: string, overrides = {}) =>
  findings(tank(entries, { ...gassed, ...overrides }), at(day)).find((one) => one.key === key)
const week = [0, 2, 4, 6, 8, 10, 12]

describe('the height of the gas day', () => {
  const looks = week.flatMap((day) => [look(day + MORNING, 'blue'), look(day + NOON, 'green')])
  test('is drawn to what was seen late in it, not to the mean of all hours', () => {
    const story = tank(looks, gassed)
    const seen = looksAtHeight(story, at(13), 21).map(({ value }) => value)
    const gas = gasOf(tankNow(story, at(13)))!
    const day = gasDay(gas, conditionsOf(story, at(13)), 0, seen)
    expect(day.plateau).toBe(COLOUR.green)
    expect(day.seen).toBe(true)
  })
  test('colours of the morning are not set against those of noon where a leak is asked about', () => {
    const uses = [2, 5, 40, 45].map((day) =>
      entry(day, 'gas-use', { bubblesPerSecond: day < 20 ? 2 : 4, cylinderGrams: null }),
    )
    const noons = [1, 4, 38, 44].map((day) => look(day + NOON, day < 20 ? 'green' : 'yellow'))
    // Without the hour, mornings of the last weeks would drag the mean below that of the noons before.
    const mornings = [36, 37, 39, 40, 41, 42, 43].map((day) => look(day + MORNING, 'blue'))
    const use = gasUse(tank([...uses, ...noons, ...mornings], gassed), at(46))!
    expect(use).toMatchObject({ colourBefore: 30, colourNow: 65, leakSuspected: false })
  })
})

describe('gas', () => {
  test('blue for weeks while the gas runs is a fault, and the look begins at a leak', () => {
    const found = find(
      week.map((day) => look(day + NOON, 'blue')),
      13,
      'gas-steady',
    )!
    expect(found).toMatchObject({ level: 'act', rule: 'gas-not-arriving' })
    expect(found.suggests).toMatch(/leak.*empty cylinder.*clogged.*fluid/)
    expect(found.because.filter(({ entryId }) => entryId)).toHaveLength(3)
  })
  test('blue twice and then green is not', () => {
    const looks = week.map((day) => look(day + NOON, day < 9 ? 'blue' : 'green'))
    expect(find(looks, 13, 'gas-steady')).toMatchObject({ rule: 'gas-unsteady' })
  })
  test('blue in the morning and green at noon is the day’s course', () => {
    const looks = week.flatMap((day) => [look(day + MORNING, 'blue'), look(day + NOON, 'green')])
    expect(find(looks, 13, 'gas-steady')).toMatchObject({ level: 'good', rule: 'gas-steady' })
  })
  test('looks before the gas has come up say nothing of it', () => {
    expect(
      find(
        week.map((day) => look(day + MORNING, 'blue')),
        13,
        'gas-steady',
      ),
    ).toBeUndefined()
  })
  test('gas that runs over midnight has its height there', () => {
    const late = {
      equipment: [...tank().equipment, gasRecord('gas', { onAt: '20:00', offAt: '04:00' }, at(0))],
    }
    const of = (hour: number) =>
      find(
        week.map((day) => look(day + hour / 24, 'blue')),
        13,
        'gas-steady',
        late,
      )
    expect(of(1)?.rule).toBe('gas-not-arriving')
    expect(of(12)).toBeUndefined()
    expect(of(21)).toBeUndefined()
  })
  test('doubled bubbles and a blue week are enough to look for a leak', () => {
    const bubbles = (day: number, bubblesPerSecond: number) =>
      entry(day, 'gas-use', { bubblesPerSecond, cylinderGrams: null })
    const story = (colour: 'blue' | 'green') => [
      bubbles(1, 2),
      bubbles(40, 4),
      look(40 + NOON, colour),
      look(42 + NOON, colour),
    ]
    expect(find(story('blue'), 43, 'gas-leak')).toMatchObject({ level: 'act' })
    expect(
      find(story('blue'), 43, 'gas-leak')!
        .because.map(({ says }) => says)
        .join(),
    ).toContain('not looked at before')
    expect(find(story('green'), 43, 'gas-leak')).toBeUndefined()
  })
  test('lime green asks for the animals’ breathing first; without animals it is no matter', () => {
    const lime = week.map((day) => look(day + NOON, 'lime'))
    const stocked = find(lime, 13, 'water:co2', { populations: [FISH] })
    expect(stocked).toMatchObject({ level: 'watch' })
    const yellow = week.map((day) => look(day + NOON, 'yellow'))
    expect(find(yellow, 13, 'water:co2', { populations: [FISH] })).toMatchObject({
      level: 'act',
      suggests: expect.stringMatching(/^Look at the animals first/),
    })
    expect(find(yellow, 13, 'water:co2')).toBeUndefined()
  })
})

describe('a tank that begins', () => {
  const ammonia = [read(10, 'ammonia', 2), read(10, 'pH', 8)]
  const nitrite = [read(10, 'nitrite', 0.9), read(10.5, 'nitrite', 0.9)]
  test('ammonia and nitrite before there are animals are watched, with what comes next', () => {
    for (const [entries, key] of [
      [ammonia, 'ammonia'],
      [nitrite, 'water:nitrite'],
    ] as const) {
      const found = find([...entries], 10.6, key)!
      expect(found.level).toBe('watch')
      expect(found.suggests).toContain('ammonia rises first, then nitrite')
      expect(find([...entries], 10.6, key, { populations: [FISH] })).toMatchObject({ level: 'act' })
    }
  })
  test('once neither shows it is said that the filter has come to life, and when animals may come', () => {
    const entries = [
      read(3, 'ammonia', 2),
      read(8, 'nitrite', 1),
      ...[15, 18, 24].flatMap((day) => [read(day, 'ammonia', 0), read(day + 0.1, 'nitrite', 0.01)]),
    ]
    expect(find(entries, 17, 'begins')).toMatchObject({
      level: 'good',
      suggests: expect.stringMatching(/^Wait until both/),
    })
    expect(find(entries, 25, 'begins')?.suggests).toMatch(/^Animals may come: a few first/)
    const stocked = { populations: [FISH] }
    expect(find(entries.slice(0, 2), 9, 'begins', stocked)).toMatchObject({
      level: 'watch',
      detail: expect.stringMatching(/second of three phases/),
      suggests: expect.stringMatching(/^Test every day/),
    })
    expect(find([read(100, 'nitrite', 0.01)], 101, 'begins')).toBeUndefined()
  })
  test('animals that moved out are none', () => {
    const gone = { populations: [{ ...FISH, until: at(5) }] }
    expect(find([...ammonia], 10.6, 'ammonia', gone)!.level).toBe('watch')
  })
})

test('no water has “too much” of what is not a stuff in it', () => {
  const said = (parameter: Parameter, value: number) =>
    findings(tank([9, 9.5, 10].map((day) => read(day, parameter, value))), at(10.1)).map(
      ({ clause }) => clause,
    )
  const all = [
    ...said('pH', 9.4),
    ...said('pH', 4.6),
    ...said('gh', 40),
    ...said('kh', 30),
    ...said('temperature', 34),
    ...said('conductivity', 4000),
  ]
  expect(all.join()).toMatch(/more alkaline/)
  expect(all.join()).toMatch(/too warm/)
  expect(all.join()).not.toMatch(/too (much|little) (pH|GH|KH|temperature|conductivity)/i)
})

describe('how it is said', () => {
  test('a colour that never changed is one colour, not a range of nothing', () => {
    const green = [1, 4, 7, 10, 13, 16, 19].map((day) => look(day + NOON, 'green'))
    const steady = findings(tank(green, gassed), at(20)).find(({ rule }) => rule === 'gas-steady')!
    expect(steady.detail).toBe('The indicator showed one colour for three weeks.')
    expect(steady.because.map((one) => one.says).join(' ')).not.toMatch(/from (\d+) to \1/)
  })
  test('nitrite of a tank’s first weeks is named for what it is, and nobody is sent to look for a cause', () => {
    const nitrite = [read(6, 'ammonia', 1), read(8, 'nitrite', 0.9), read(10, 'nitrite', 0.9)]
    expect(find(nitrite, 11, 'water:nitrite')!.clause).toBe('is in the nitrite weeks of a new tank')
    const beside = find(nitrite, 11, 'water:nitrite', { populations: [FISH] })!
    expect(beside.suggests).toContain('the filter is still coming to life')
    expect(beside.wouldChangeMyMind).toMatch(/test that shows at most/)
  })
})
