import { gasRecord } from '../../history/records'
import type { Entry, Method } from '../../journal/entry'
import type { Parameter } from '../../quantity/units'
import { instantOf } from '../../quantity/time'
import {
  change,
  DAY0,
  entry,
  FISH,
  nitrate,
  tank,
  standing,
  withCare,
  withSource,
} from '../../testing/tank'
import { findings } from '../../judgement/findings'
import { sayFinding } from '../../judgement/say-finding'
import { waterFindings } from '../findings/water-findings'
import { conditionsOf } from '../estimate/conditions'
import { estimateParameter, forecastParameter } from '../estimate/estimate'
import { ammoniaDanger } from './ammonia'
import { carbonDioxideDay, hourOf } from './carbon-dioxide-day'
import { carbonDioxideByMethod } from './carbon-dioxide-methods'
import { METHOD_WORDS } from './carbon-dioxide-methods.words'
import { gasUse } from './gas-use'
import { oxygenOf } from './oxygen'
import { questionsAbout } from '../estimate/questions'
import { levelOfSource, sourceLevel } from '../facts/sources'
import { METRIC } from '../../quantity/measures'
import { outsideBand, worthTesting, wrongAfterTest } from '../balance/worth-testing'
import { sayWhyTest } from '../balance/worth-testing.words'

const at = (day: number) => instantOf(DAY0 + day)
const read = (
  day: number,
  parameter: Parameter,
  value: number,
  method: Method = 'photometer',
): Entry => entry(day, 'reading', { parameter, value, method, entered: { value, unit: 'x' } })
const conditions = (entries: Entry[], day: number, overrides = {}) =>
  conditionsOf(tank(entries, overrides), at(day))

describe('gas', () => {
  test('each method by name: KH 4 and pH 6.6 at 25 °C make about 35 mg/L by the equilibrium (Plummer & Busenberg) and 30 by the chart', () => {
    const entries = [0, 1, 2, 3, 4, 5].flatMap((day) => [
      read(day, 'kh', 4, 'photometer'),
      read(day, 'pH', 6.6, 'probe'),
      read(day, 'temperature', 25, 'probe'),
    ])
    const story = tank([
      ...entries,
      read(6, 'co2', 30, 'indicator'),
      entry(6, 'degassed-sample', { pHTank: 6.6, pHAtRest: 7.8 }),
    ])
    const methods = carbonDioxideByMethod(story, conditionsOf(story, at(7)), at(7))
    const of = (method: string) => methods.find((one) => one.method === method)!.value
    expect(of('equilibrium')!.value).toBeGreaterThan(29)
    expect(of('equilibrium')!.value).toBeLessThan(41)
    expect(of('chart')!.value / of('equilibrium')!.value).toBeCloseTo(30.1 / 35.5, 1)
    expect(of('indicator')).toMatchObject({ low: 22, high: 38 })
    // At rest about 1.1 mg/L in room air at sea level; 1.2 units of pH are sixteen times that.
    expect(of('degassed')!.value).toBeGreaterThan(14)
    expect(of('degassed')!.value).toBeLessThan(21)
    expect(of('reading')).toBeNull()
    expect(methods.every(({ method }) => METHOD_WORDS[method].limits.length > 20)).toBe(true)
  })
  test('the day meets itself, rises only under gas and never passes the plateau', () => {
    const day = carbonDioxideDay(7.5, 16, 28, 3)
    expect(day[0].value).toBeCloseTo(day[day.length - 1].value, 3)
    expect(Math.max(...day.map((point) => point.value))).toBeLessThan(28)
    const at9 = day.find((point) => point.hour === 9)!
    // From its night level an hour and a half of gas covers 1 − e^(−1.5/1.4) of the way to the plateau.
    const start = day.find((point) => point.hour === 7.5)!.value
    expect(at9.value).toBeCloseTo(28 + (start - 28) * Math.exp(-1.5 / 1.4), 6)
    expect(Math.max(...carbonDioxideDay(22, 6, 20, 2).map((point) => point.value))).toBeGreaterThan(
      18,
    )
    expect(hourOf('07:30')).toBe(7.5)
  })
  test('a leak is suspected when use rises and the colour does not, by bubbles and by the scales', () => {
    const week = (day: number, bubbles: number, colour: number) => [
      entry(day, 'gas-use', { bubblesPerSecond: bubbles, cylinderGrams: null }),
      read(day, 'co2', colour, 'indicator'),
    ]
    const before = [0, 7, 14, 21, 28].flatMap((day) => week(day, 2, 30))
    const leak = tank([...before, ...[63, 70, 77].flatMap((day) => week(day, 3, 30))])
    expect(gasUse(leak, at(80))).toMatchObject({ leakSuspected: true, before: 2, now: 3 })
    const more = tank([...before, ...[63, 70, 77].flatMap((day) => week(day, 3, 44))])
    expect(gasUse(more, at(80))).toMatchObject({ leakSuspected: false })
    const weights = [
      [0, 2000],
      [20, 1900],
      [50, 1750],
      [62, 1690],
      [70, 1600],
      [79, 1500],
    ].map(([day, grams]) => entry(day, 'gas-use', { bubblesPerSecond: null, cylinderGrams: grams }))
    const weighed = gasUse(tank(weights), at(80))!
    expect(weighed.measure).toBe('grams a day')
    expect(weighed.before).toBeCloseTo(5, 1)
    expect(weighed.now).toBeCloseTo(190 / 17, 1)
    expect(gasUse(tank(), at(80))).toBeNull()
    expect(findings(leak, at(80)).find((finding) => finding.key === 'gas-leak')).toMatchObject({
      level: 'act',
      suggests: expect.stringContaining('Air the room'),
    })
  })
  test('oxygen at 1 400 m is about 0.845 of that by the sea (APHA 4500-O with ISO 2533)', () => {
    const entries = [0, 1, 2, 3].map((day) => read(day, 'temperature', 25, 'probe'))
    const low = oxygenOf({ altitudeM: 0 }, conditions(entries, 4))
    const high = oxygenOf({ altitudeM: 1400 }, conditions(entries, 4))
    expect(low.saturation.value).toBeCloseTo(8.26, 0)
    expect(high.saturation.value / low.saturation.value).toBeCloseTo(0.843, 2)
    expect(high.share).toBeNull()
  })
  test('ammonia: 1 mg/L at pH 8.5 and 28 °C is dangerous, at pH 6.5 it is not (Emerson et al. 1975: 18.1 % and 0.2 %)', () => {
    const water = (pH: number) =>
      [0, 1, 2, 3, 4].flatMap((day) => [
        read(day, 'pH', pH, 'probe'),
        read(day, 'temperature', 28, 'probe'),
        read(day, 'ammonia', 1),
      ])
    const hot = ammoniaDanger(conditions(water(8.5), 4.1))!
    expect(hot.share).toBeGreaterThan(0.14)
    expect(hot.unionised.value).toBeGreaterThan(0.1)
    const cool = ammoniaDanger(conditions(water(6.5), 4.1))!
    expect(cool.share).toBeLessThan(0.004)
    expect(cool.limitTotal).toBeGreaterThan(5)
    // 28 °C, pH 8.0: 6.54 % of it is un-ionised (the same formula worked by hand), so 0.02 mg/L NH3 is 0.324 mg/L as NH4.
    expect(cool.limitTotalRisen).toBeCloseTo(0.324, 2)
    expect(ammoniaDanger(conditions([], 4))).toBeNull()
    const story = tank(water(8.5), { populations: [FISH] })
    expect(findings(story, at(4.1))[0]).toMatchObject({ key: 'ammonia', level: 'act' })
  })
})

describe('what settles and what bacteria take away', () => {
  test('an ammonia spike fades within days, and a change dilutes it at once', () => {
    const result = estimateParameter(
      tank([read(1, 'ammonia', 2), read(2, 'ammonia', 2)]),
      'ammonia',
      at(2.1),
    )
    if (!result.ok) throw new Error(result.problem)
    const left = forecastParameter(result.value, 21, [])
    // Most likely it is going; nobody who did not test again can say that it has gone.
    expect(left.at(-1)!.value).toBeLessThan(left[0].value / 2)
    expect(left.at(-1)!.high).toBeGreaterThan(left[0].value)
    expect(left[0].value).toBeCloseTo(2, 0)
    const halved = forecastParameter(result.value, 1, [
      { day: result.value.state.day, fraction: 0.5, source: 0 },
    ])
    expect(halved[2].value).toBeCloseTo(left[0].value / 2, 6)
  })
  test('pH is not diluted by a change; its forecast returns to where it lies', () => {
    const result = estimateParameter(
      tank(
        [0, 5, 10, 15]
          .map((day) => read(day, 'pH', 6.6, 'probe'))
          .concat([read(20, 'pH', 7.2, 'probe')]),
      ),
      'pH',
      at(20.1),
    )
    if (!result.ok) throw new Error(result.problem)
    const ahead = forecastParameter(result.value, 80, [
      { day: DAY0 + 21, fraction: 0.5, source: 3 },
    ])
    expect(Math.min(...ahead.map((point) => point.value))).toBeGreaterThan(6)
    expect(ahead.at(-1)!.value).toBeCloseTo(result.value.settings.settle!.mean, 1)
  })
})

describe('doses as events', () => {
  test('a bottle is a step of the level, not part of the gain', () => {
    const products = [
      {
        id: 'p',
        name: 'potash',
        form: 'liquid' as const,
        analysis: [{ as: 'K' as const, amount: 75 }],
        tabletGrams: null,
        recipe: null,
      },
    ]
    const doses = Array.from({ length: 10 }, (_, k) =>
      entry(k * 7 + 0.5, 'dose', { product: 'potash', productId: 'p', amount: 5, unit: 'mL' }),
    )
    // 75 mg in each mL, 5 mL: 375 mg in the tank’s litres, each week; nothing else happens.
    const litres = (
      estimateParameter(tank([nitrate(0, 1)]), 'nitrate', at(1)) as { value: { litres: number } }
    ).value.litres
    const readings = Array.from({ length: 10 }, (_, k) =>
      read(k * 7 + 0.9, 'potassium', 5 + ((k + 1) * 375) / litres),
    )
    const story = tank(
      [...doses, ...readings].sort((a, b) => (a.at < b.at ? -1 : 1)),
      { products },
    )
    const result = estimateParameter(story, 'potassium', at(64))
    if (!result.ok) throw new Error(result.problem)
    expect(Math.abs(result.value.gainPerDay.value)).toBeLessThan(0.08)
    expect(result.value.dosePerDay).toBeCloseTo((6 * 375) / litres / 42, 6)
    // By name alone the same bottle is found.
    const byName = tank(
      story.entries.map((one) =>
        one.kind === 'dose' ? { ...one, productId: null, product: 'Potash' } : one,
      ),
      { products },
    )
    const again = estimateParameter(byName, 'potassium', at(64))
    expect(again.ok && again.value.now.value).toBeCloseTo(result.value.now.value, 9)
  })
})

describe('sources', () => {
  test('calcium and magnesium of an unmeasured water come from its hardness, three to one', () => {
    const [tap] = standing(tank()).sources
    expect(sourceLevel(tap, 'calcium')).toEqual({
      value: expect.closeTo(6 * 0.75 * 7.147, 1),
      measured: false,
      spread: expect.any(Number),
    })
    expect(sourceLevel({ ...tap, calciumMgL: 31 }, 'calcium')).toEqual({
      value: 31,
      spread: expect.any(Number),
      measured: true,
    })
    expect(sourceLevel(tap, 'pH')).toBeNull()
    expect(levelOfSource(tank(), 'nowhere', 'gh', DAY0)).toBe(6)
    expect(levelOfSource(tank([], { sources: [] }), null, 'gh', DAY0)).toBe(0)
  })
})

describe('worth testing', () => {
  test('a test cannot make judgement worse, and settles nothing where all is sure (property by cases)', () => {
    for (const [mean, sd] of [
      [10, 1],
      [24, 3],
      [25, 3],
      [26, 3],
      [40, 2],
    ]) {
      const outside = outsideBand(mean, sd, { low: null, high: 25 })
      expect(wrongAfterTest(mean, sd, 1, { low: null, high: 25 })).toBeLessThanOrEqual(
        Math.min(outside, 1 - outside) + 1e-6,
      )
    }
    expect(wrongAfterTest(25, 3, 1e-6, { low: null, high: 25 })).toBeLessThan(0.02)
  })
  test('the doubtful parameter comes first; the sure one is left out', () => {
    const story = tank([
      read(0, 'nitrate', 24.5),
      read(1, 'nitrate', 25),
      read(2, 'phosphate', 0.7),
      read(11.8, 'phosphate', 0.7),
      read(11.9, 'phosphate', 0.7),
    ])
    const ranked = worthTesting(story, conditionsOf(story, at(12)), at(12))
    expect(ranked.map((one) => one.parameter)).toContain('nitrate')
    expect(ranked.map((one) => one.parameter)).not.toContain('phosphate')
    expect(
      sayWhyTest(
        ranked.find((one) => one.parameter === 'nitrate')!,
        METRIC,
      ),
    ).toMatch(/last read 11 days ago; \d+ % likely outside 3–25/)
    expect(ranked.map((one) => one.score)).toEqual(
      [...ranked.map((one) => one.score)].sort((a, b) => b - a),
    )
  })
})

describe('questions about what can hardly be', () => {
  const ask = (reading: Entry, entries: Entry[] = [], overrides = {}) =>
    questionsAbout(reading as never, tank(entries, overrides))
  test('pH 9 with 30 mg/L of CO2', () =>
    expect(ask(read(5, 'pH', 9, 'probe'), [read(5, 'co2', 30, 'indicator')]).join()).toMatch(
      /cannot stand together/,
    ))
  test('KH and pH that make another CO2 than was read', () =>
    expect(
      ask(read(5, 'kh', 10, 'titration'), [
        read(5, 'pH', 6.5, 'probe'),
        read(5, 'co2', 9, 'indicator'),
      ]).join(),
    ).toMatch(/make \d+ mg\/L of CO2, yet 9 was read/))
  test('little gas by either way, or two ways that agree within a factor of four, is not asked about', () => {
    // KH 1 and pH 7 make 3 mg/L; a drop checker that shows 1 is no contradiction worth a question.
    const pair = (kh: number, pH: number, gas: number) =>
      ask(read(5, 'kh', kh, 'titration'), [
        read(5, 'pH', pH, 'probe'),
        read(5, 'co2', gas, 'indicator'),
      ])
        .join()
        .includes('mg/L of CO2, yet')
    expect(pair(1, 7, 0.1)).toBe(false)
    // KH 4 and pH 6.7: about 24 mg/L. 30 was read: near enough. 5: not.
    expect(pair(4, 6.7, 30)).toBe(false)
    expect(pair(4, 6.7, 5)).toBe(true)
  })
  test('GH 0 with calcium 40', () =>
    expect(ask(read(5, 'gh', 0, 'titration'), [read(5, 'calcium', 40)]).join()).toMatch(
      /hardness cannot be less than its parts/,
    ))
  test('TDS over conductivity', () =>
    expect(
      ask(read(5, 'tds', 300, 'probe'), [read(5, 'conductivity', 200, 'probe')]).join(),
    ).toMatch(/two thirds/))
  test('KH over all sources, unless a stone or a salt explains it', () => {
    expect(ask(read(5, 'kh', 9, 'titration')).join()).toMatch(/nothing written down adds to it/)
    const salted = entry(1, 'dose', {
      product: 'potassium hydrogen carbonate',
      productId: 'salt-khco3',
      amount: 5,
      unit: 'g',
    })
    expect(ask(read(5, 'kh', 9, 'titration'), [salted])).toEqual([])
  })
  test('nitrogen read as nitrate, and a value far from all that was expected', () => {
    const { vessel } = withCare(tank(), { school: 'rich column' })
    const rich = { vessel }
    expect(ask(read(5, 'nitrate', 3), [], rich).join()).toMatch(/did the test say N/)
    const steady = [0, 3, 6, 9, 12].map((day) => read(day, 'nitrate', 10))
    expect(ask(read(14, 'nitrate', 90), steady).join()).toMatch(/far from that/)
    expect(ask(read(14, 'nitrate', 12), steady)).toEqual([])
  })
})

describe('findings of the water', () => {
  const keys = (entries: Entry[], day: number, overrides = {}) => {
    const story = tank(entries, overrides)
    return waterFindings(story, conditionsOf(story, at(day)), at(day)).map((judged) =>
      sayFinding(judged, story),
    )
  }
  test('over the band is said with the change that mends it, and rests on its entries', () => {
    const found = keys(
      [read(1, 'phosphate', 3.2), read(3, 'phosphate', 3.3), read(5, 'phosphate', 3.3)],
      5.1,
    ).find((finding) => finding.key === 'water:phosphate')!
    expect(found).toMatchObject({
      level: 'watch',
      says: 'Phosphate is over its band',
      suggests: expect.stringMatching(/A change of \d+ % brings it to 2 mg\/L/),
    })
    expect(found.because.filter((one) => one.entryId).length).toBe(3)
    expect(found.wouldChangeMyMind).toContain('phosphate test')
  })
  test('nitrite over the band is urgent; a month-old forecast of it is not made up', () => {
    expect(
      keys([read(1, 'nitrite', 0.9), read(1.5, 'nitrite', 0.9)], 1.6, { populations: [FISH] }).find(
        (finding) => finding.key === 'water:nitrite',
      ),
    ).toMatchObject({ level: 'act' })
    expect(keys([read(1, 'nitrite', 0.9)], 90).map((finding) => finding.key)).not.toContain(
      'water:nitrite',
    )
  })
  test('soft source water and twisted tips speak together', () => {
    const { sources } = withSource(tank(), { ghDegrees: 1 })
    const soft = { sources }
    const plain = keys([read(1, 'gh', 2, 'titration')], 2, soft).find(
      (finding) => finding.key === 'soft-source',
    )!
    const hooked = keys(
      [
        read(1, 'gh', 2, 'titration'),
        entry(1, 'sign', { sign: 'twisted tips', place: { of: 'tank' } }),
      ],
      2,
      soft,
    ).find((finding) => finding.key === 'soft-source')!
    expect(hooked.weight).toBeGreaterThan(plain.weight)
    expect(keys([], 2).map((finding) => finding.key)).not.toContain('soft-source')
  })
  test('unsteady gas is named, steady gas is praised', () => {
    const running = gasRecord('gas', { onAt: '08:00', offAt: '16:00' }, instantOf(DAY0))
    const gas = { equipment: [...tank().equipment, running] }
    const swing = [9, 65, 19, 65].map((value, i) => read(i * 3 + 0.5, 'co2', value, 'indicator'))
    expect(keys(swing, 12, gas).find((finding) => finding.key === 'gas-steady')).toMatchObject({
      level: 'watch',
    })
    const calm = [30, 30, 30, 30].map((value, i) => read(i * 3 + 0.5, 'co2', value, 'indicator'))
    expect(keys(calm, 12, gas).find((finding) => finding.key === 'gas-steady')).toMatchObject({
      level: 'good',
    })
  })
  test('hard top-ups in a tank changed too little lift its hardness', () => {
    const entries = [
      read(0, 'gh', 8, 'titration'),
      ...[10, 20, 30, 40, 50].flatMap((day) => [
        entry(day - 3, 'top-off', { litres: 9, sourceId: 'src' }),
        change(day, 0.1),
      ]),
      read(51, 'gh', 11, 'titration'),
    ]
    expect(keys(entries, 52).find((finding) => finding.key === 'creep')).toMatchObject({
      suggests: expect.stringContaining('reverse osmosis'),
    })
  })
})
