import fc from 'fast-check'
import type { Band, Product, SourceWater } from '../history/types'
import { UNMEASURED, USUAL_CARE } from '../history/types'
import { change, DAY0, entry, nitrate, tank } from '../testing/tank'
import { instantOf } from '../quantity/time'
import { seededRandom } from '../quantity/random'
import { easiest, inBuckets, JUMP_LIMITS, jumpsOf, routinesWithin } from './changes/change-planner'
import { fractionForTarget, steadyWithTopUp } from './changes/dilution'
import {
  accumulationBound,
  amountFor,
  dailyDoseFor,
  doseAfterChange,
  doubleUnits,
  effectOf,
  likelyElement,
  meanWithoutDose,
  modestDose,
  planOfSchool,
  rootTabs,
  warnOfDose,
} from './dosing/dosing'
import { estimateParameter, forecastParameter } from './estimate/estimate'
import { creepFactor, planMix } from './changes/mixing'
import { bandFor, schoolBand } from './facts/parameters'
import {
  checkAnalysis,
  nutrientsPerUnit,
  productOf,
  raises,
  saltAsProduct,
} from './dosing/products'
import { likelihoodOf } from './estimate/reading-uncertainty'
import { SCHOOL_FACTS } from './dosing/schools'

const at = (day: number) => instantOf(DAY0 + day)
const water = (id: string, gh: number, kh: number, temperatureC = 12, pH = 7.2): SourceWater => ({
  id,
  name: `Water ${id}`,
  kind: 'tap',
  nitrateMgL: 2,
  khDegrees: kh,
  ghDegrees: gh,
  pH,
  temperatureC,
  ...UNMEASURED,
})

describe('changes', () => {
  const entries = Array.from({ length: 13 }, (_, k) => [
    nitrate(k * 7 + 0.1, 14 + (k % 2)),
    change(k * 7 + 1, 0.3),
  ]).flat()
  const estimate = (() => {
    const result = estimateParameter(tank(entries), 'nitrate', at(91))
    if (!result.ok) throw new Error(result.problem)
    return result.value
  })()
  const band: Band = { low: null, high: 30 }

  test('each rhythm’s smallest change keeps the forecast inside the band, and one step less does not', () => {
    for (const choice of routinesWithin(estimate, band, 0)) {
      if (choice.fraction === null) continue
      const inside = (fraction: number) => {
        const changes = Array.from({ length: Math.floor(84 / choice.everyDays) }, (_, i) => ({
          day: estimate.state.day + 1 + i * choice.everyDays,
          fraction,
          source: 0,
        }))
        const settled = changes[2].day
        return forecastParameter(
          { ...estimate, settings: { ...estimate.settings, gainDrift: 0 } },
          84,
          changes,
        ).every((point) => point.day <= settled || point.high <= 30)
      }
      expect(inside(choice.fraction)).toBe(true)
      if (choice.fraction > 0.1) expect(inside(choice.fraction - 0.05)).toBe(false)
      expect(choice.litresPerWeek).toBeCloseTo(
        (choice.fraction * estimate.litres * 7) / choice.everyDays,
        9,
      )
    }
    expect(
      routinesWithin(estimate, { low: null, high: 0.5 }, 1).every(
        (choice) => choice.fraction === null,
      ),
    ).toBe(true)
    expect(easiest([])).toBeNull()
  })
  test('upwards as well as downwards: f = (C − T)/(C − S)', () => {
    expect(fractionForTarget(2, 4, 10, 'either')).toEqual({ ok: true, value: 0.25 })
    expect(fractionForTarget(2, 4, 3, 'either')).toMatchObject({
      ok: false,
      problem: expect.stringMatching(
        /stands at 3 itself, .* up to 4\. What is missing is a source above that/,
      ),
    })
  })
  test('temperature and hardness mix by volume, and the change named keeps each inside its limit', () => {
    const jumps = jumpsOf(
      { temperature: 24, gh: 10, kh: 6, pH: 7, conductivity: null },
      water('a', 2, 1, 10),
      0.5,
    )
    const of = (what: string) => jumps.find((jump) => jump.what === what)!
    expect([of('temperature').to, of('gh').to, of('kh').to]).toEqual([17, 6, 3.5])
    // 2 °C of 14 are a seventh; 3 °dH of 8 and of 5.
    expect(of('temperature').mostFraction).toBeCloseTo(0.14, 2)
    expect(of('gh').mostFraction).toBeCloseTo(0.37, 2)
    expect(of('kh').mostFraction).toBeCloseTo(0.6, 2)
    expect(
      jumpsOf(
        { temperature: null, gh: null, kh: null, pH: null, conductivity: null },
        water('a', 2, 1),
        0.5,
      ),
    ).toEqual([])
  })
  test('pH after a change is judged at equal CO2: the same water changes nothing, another’s gas throws nobody', () => {
    const same = jumpsOf(
      { temperature: 20, gh: 5, kh: 5, pH: 7.2, conductivity: null },
      water('same', 5, 5, 20, 7.2),
      0.6,
    ).find((jump) => jump.what === 'pH')!
    expect(same.to).toBeCloseTo(7.2, 9)
    expect(same.mostFraction).toBe(1)
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        fc.double({ min: 6, max: 8, noNaN: true }),
        fc.double({ min: 0.5, max: 12, noNaN: true }),
        (share, pH, kh) => {
          const jump = jumpsOf(
            { temperature: 24, gh: 6, kh: 4, pH: 6.8, conductivity: null },
            water('x', 6, kh, 24, pH),
            share,
          ).find((one) => one.what === 'pH')!
          // At equal CO2 pH goes with the logarithm of KH alone (Plummer & Busenberg 1982 at one temperature).
          const mixed = 4 + share * (kh - 4)
          expect(jump.to).toBeCloseTo(6.8 + Math.log10(mixed / 4), 1)
          expect(Math.abs(jump.limit - JUMP_LIMITS.pH)).toBe(0)
        },
      ),
    )
  })
  test('buckets: 104 L in tens are eleven, ten and a half kilograms each', () =>
    expect(inBuckets(104, 10)).toEqual({ buckets: 11, kilogramsEach: expect.closeTo(10.48, 6) }))
})

describe('mixing', () => {
  test('two waters by the lever rule: GH 4 of GH 12 and GH 0 is a third of the hard one', () => {
    const mix = planMix({ litres: 90, gh: 4, kh: 2 }, [water('hard', 12, 6), water('soft', 0, 0)])
    if (!mix.ok) throw new Error(mix.problem)
    expect(mix.value.parts.map((part) => [part.source.id, Math.round(part.litres)])).toEqual([
      ['hard', 30],
      ['soft', 60],
    ])
    expect(mix.value.salts).toEqual([])
  })
  test('what a mix lacks is weighed: KH 4 in 100 L of bare water takes 14.3 g KHCO3 (3.57 g a degree)', () => {
    const mix = planMix({ litres: 100, gh: 0, kh: 4 }, [water('ro', 0, 0)])
    if (!mix.ok) throw new Error(mix.problem)
    expect(mix.value.salts).toEqual([
      expect.objectContaining({ grams: expect.closeTo(14.27, 1), hardness: 'kh' }),
    ])
    expect(mix.value.remarks.join()).toContain('Weigh dry')
  })
  test('gypsum and Epsom salt make up GH three to one: 4 degrees in 100 L are 9.2 g and 4.4 g', () => {
    const mix = planMix({ litres: 100, gh: 4, kh: 0 }, [water('ro', 0, 0)])
    if (!mix.ok) throw new Error(mix.problem)
    expect(mix.value.salts.map((part) => Number(part.grams.toFixed(1)))).toEqual([9.2, 4.4])
  })
  test('a target below the softest water is refused, and says which water is missing', () => {
    expect(
      planMix({ litres: 50, gh: 3, kh: 2 }, [water('tap', 14, 9), water('mild', 5, 4)]),
    ).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/GH 3.*water mild, has 5.*reverse osmosis/),
    })
    expect(planMix({ litres: 50, gh: 3, kh: 2 }, [])).toMatchObject({ ok: false })
  })
  test('whatever the waters, the mix stands at the target or says why not (property)', () => {
    const degree = fc.double({ min: 0, max: 20, noNaN: true })
    fc.assert(
      fc.property(degree, degree, degree, degree, degree, degree, (g1, k1, g2, k2, gh, kh) => {
        const mix = planMix({ litres: 60, gh, kh }, [water('a', g1, k1), water('b', g2, k2)])
        if (!mix.ok) return
        expect(mix.value.parts.reduce((sum, part) => sum + part.litres, 0)).toBeCloseTo(60, 6)
        expect(mix.value.gh).toBeGreaterThanOrEqual(gh - 0.16)
        expect(mix.value.kh).toBeGreaterThanOrEqual(kh - 0.16)
        expect(mix.value.salts.every((part) => part.grams > 0)).toBe(true)
      }),
    )
  })
  test('creep is the closed form of topping up: P/S = 1 + E/(f·V)', () =>
    expect(creepFactor(1.2, 10, 0.4, 100)).toBeCloseTo(steadyWithTopUp(1, 12, 100, 0.4), 12))
})

describe('dosing', () => {
  const rhythm = { fraction: 0.5, everyDays: 7, source: 1 }
  /** The mean over many rhythms of a tank dosed daily, simulated hour by hour. */
  const simulated = (daily: number, uptake: number) => {
    let c = 5
    let sum = 0
    const [step, rounds] = [1 / 24, 80]
    for (let round = 0; round < rounds; round++) {
      for (let hour = 0; hour < 7 * 24; hour++) {
        c += (daily - uptake) * step
        if (round === rounds - 1) sum += c * step
      }
      c = c * 0.5 + 0.5
    }
    return sum / 7
  }
  test('the daily dose holds the mean at the target in spite of the changes (hour-by-hour simulation)', () => {
    for (const [target, uptake] of [
      [15, 0],
      [12, 0.8],
      [20, -0.5],
    ])
      expect(simulated(dailyDoseFor(target, rhythm, uptake), uptake)).toBeCloseTo(target, 1)
    expect(dailyDoseFor(1, rhythm, -3)).toBe(0)
    for (const uptake of [-1.2, -0.4])
      expect(simulated(0, uptake)).toBeCloseTo(meanWithoutDose(rhythm, uptake), 1)
    expect(meanWithoutDose(rhythm, 40)).toBe(0)
    expect(() => dailyDoseFor(10, { ...rhythm, fraction: 0 }, 0)).toThrow(RangeError)
  })
  test('the dose after each change does the same with one stroke (simulation)', () => {
    const [target, uptake] = [14, 0.6]
    const dose = doseAfterChange(target, rhythm, uptake)
    let c = 3
    for (let round = 0; round < 80; round++) c = c * 0.5 + 0.5 + dose - 7 * uptake
    expect(c + (7 * uptake) / 2).toBeCloseTo(target, 6)
  })
  test('with no uptake a dose piles up to dose / f and no higher (geometric series)', () => {
    let c = 0
    for (let round = 0; round < 200; round++) c = c * 0.6 + 5
    expect(accumulationBound(5, 0.4)).toBeCloseTo(c, 9)
    expect(accumulationBound(5, 1)).toBe(5)
    expect(() => accumulationBound(5, 0)).toThrow(RangeError)
    expect(() => accumulationBound(5, 1.2)).toThrow(RangeError)
  })
  test('labels: 10 mL of a bottle with 26 g/L K in 188 L are 1.38 mg/L; oxides are turned into what they hold', () => {
    const bottle: Product = {
      id: 'b',
      name: 'bottle',
      form: 'liquid',
      analysis: [{ as: 'K', amount: 26 }],
      tabletGrams: null,
      recipe: null,
    }
    expect(effectOf(bottle, 10, 188)).toEqual([
      { parameter: 'potassium', by: expect.closeTo(260 / 188, 9) },
    ])
    expect(nutrientsPerUnit({ ...bottle, analysis: [{ as: 'K2O', amount: 10 }] }).K).toBeCloseTo(
      8.3,
      1,
    )
    expect(
      nutrientsPerUnit({ ...bottle, form: 'powder', analysis: [{ as: 'P2O5', amount: 10 }] }).PO4,
    ).toBeCloseTo(133.8, 0)
    expect(
      nutrientsPerUnit({
        ...bottle,
        form: 'tablet',
        tabletGrams: 2,
        analysis: [{ as: 'Fe', amount: 1 }],
      }).Fe,
    ).toBeCloseTo(20, 9)
  })
  test('a home-made stock: 60 g KNO3 a litre gives 36.8 mg NO3 and 23.2 mg K a millilitre', () => {
    const stock: Product = {
      id: 's',
      name: 'stock',
      form: 'liquid',
      analysis: [],
      tabletGrams: null,
      recipe: [{ saltId: 'kno3', gramsPerLitre: 60 }],
    }
    expect(nutrientsPerUnit(stock).NO3).toBeCloseTo(36.8, 1)
    expect(nutrientsPerUnit(stock).K).toBeCloseTo(23.2, 1)
    const amount = amountFor(stock, 'nitrate', 5, 200)
    expect(amount.ok && amount.value).toBeCloseTo(1000 / 36.8, 1)
    expect(amountFor(stock, 'iron', 1, 100)).toMatchObject({
      ok: false,
      problem: expect.stringContaining('holds no iron'),
    })
    expect((raises(saltAsProduct('khco3'), 'kh') * 3.57) / 100).toBeCloseTo(1, 2)
  })
  test('a label that adds up to more than the whole is refused with its sum', () => {
    expect(
      checkAnalysis('powder', [
        { as: 'K2O', amount: 60 },
        { as: 'N', amount: 45.5 },
      ]),
    ).toMatchObject({ ok: false, problem: expect.stringContaining('105.5 %') })
    expect(checkAnalysis('powder', [{ as: 'K2O', amount: 60 }])).toEqual({ ok: true, value: 60 })
    expect(checkAnalysis('liquid', [{ as: 'K', amount: 900 }])).toMatchObject({ ok: false })
  })
  test('a plain salt is known by its id, its names and its formula; what stands on the shelf comes first', () => {
    for (const product of ['potassium nitrate', 'KNO3', ' kno3 '])
      expect(productOf(tank(), { productId: null, product })?.id).toBe('salt-kno3')
    for (const product of ['Epsom salt', 'magnesium sulphate', 'MgSO4', 'MgSO4·7H2O'])
      expect(productOf(tank(), { productId: null, product })?.id).toBe('salt-mgso4')
    const own = { ...saltAsProduct('kno3'), id: 'own', name: 'KNO3' }
    expect(
      productOf({ ...tank(), products: [own] }, { productId: null, product: 'kno3' })?.id,
    ).toBe('own')
    expect(productOf(tank(), { productId: null, product: 'nitre' })).toBeNull()
  })
  test('a first dose is modest: about 2 mg/L of what a product holds most of, half a degree where it is hardness alone, one tablet', () => {
    for (const salt of ['salt-kno3', 'salt-k2so4', 'salt-mgso4', 'salt-nahco3']) {
      const product = saltAsProduct(salt.slice(5))
      const most = effectOf(product, modestDose(product, 100), 100)
        .filter(({ parameter }) =>
          salt === 'salt-nahco3' ? parameter === 'kh' : parameter !== 'gh' && parameter !== 'kh',
        )
        .reduce((top, { by }) => Math.max(top, by), 0)
      const aim = salt === 'salt-nahco3' ? 0.5 : 2
      expect(most).toBeGreaterThan(aim * 0.6)
      expect(most).toBeLessThan(aim * 1.5)
    }
  })
  test('double units, element for ion, over the band, building up: each is said, none forbids', () => {
    expect(
      doubleUnits([
        { as: 'N', amount: 1 },
        { as: 'NO3', amount: 4.43 },
      ]),
    ).toHaveLength(1)
    expect(
      doubleUnits([
        { as: 'N', amount: 1 },
        { as: 'NO3', amount: 2 },
      ]),
    ).toHaveLength(0)
    expect(likelyElement('nitrate', 3, { low: 10, high: 40 })).toMatch(
      /did the test say N\? As N it would be 13/,
    )
    expect(likelyElement('nitrate', 12, { low: 10, high: 40 })).toBeNull()
    expect(
      warnOfDose('nitrate', 10, 20, { low: null, high: 25 }, 0.5, 0).map((warning) => warning.kind),
    ).toEqual(['band'])
    expect(
      warnOfDose('nitrate', 10, null, { low: null, high: 15 }, 0.5, 0).map(
        (warning) => warning.kind,
      ),
    ).toEqual(['accumulation'])
    expect(warnOfDose('nitrate', 10, 2, { low: 5, high: null }, 0.5, 0)).toEqual([])
  })
  test('schools: each has its facts, its bands, its plan; a tank rich by its food needs no nitrate', () => {
    for (const { school } of SCHOOL_FACTS) {
      const plan = planOfSchool(
        school,
        { fraction: 0.4, everyDays: 7 },
        100,
        { nitrate: -1.4, potassium: 0.2 },
        () => 0,
        (parameter) => schoolBand('display', school, parameter),
      )
      // Rich: √(10·40) = 20 held through half the water a week takes 20 / (7 · 1.5) a day, of which the food brings 1.4.
      expect(plan.perWeek.nitrate ?? 0).toBeCloseTo(
        school === 'rich column' ? 7 * (20 / 10.5 - 1.4) : 0,
        9,
      )
      expect(Object.values(plan.perWeek).every((amount) => amount >= 0)).toBe(true)
    }
    expect(
      bandFor(
        {
          kind: 'display',
          care: {
            ...USUAL_CARE,
            school: 'rich column',
            bands: { nitrate: { low: 1, high: 2 } },
          },
        },
        'nitrate',
      ),
    ).toEqual({ low: 1, high: 2 })
    expect(schoolBand('paludarium', 'rich column', 'nitrate')).toEqual(
      schoolBand('paludarium', 'lean column', 'nitrate'),
    )
  })
  test('root tablets by area, due ninety days after the last', () => {
    const story = tank([
      entry(10, 'dose', { product: 'tabs', productId: null, amount: 4, unit: 'tablets' }),
    ])
    expect(rootTabs(story, at(30))).toMatchObject({
      plantings: [],
      lastAt: at(10),
      nextAt: { value: at(100), low: at(70), high: at(130) },
    })
    expect(rootTabs(tank(), at(30)).nextAt).toBeNull()
  })
})

describe('what a reading says', () => {
  // The card goes 20, 40, 80: the eye tells colours apart by ratio, so 40 stands for 28.3 to 56.6.
  test('a card reading of 40 is an interval, and its sd is a uniform’s', () => {
    const { interval, sd, mean } = likelihoodOf('nitrate', 40, 'drops-chart', 'measured')
    expect(interval!.low).toBeCloseTo(Math.sqrt(800), 6)
    expect(interval!.high).toBeCloseTo(Math.sqrt(3200), 6)
    expect(mean).toBeCloseTo((Math.sqrt(800) + Math.sqrt(3200)) / 2, 6)
    expect(sd).toBeCloseTo(Math.hypot((Math.sqrt(3200) - Math.sqrt(800)) / Math.sqrt(12), 2.4), 6)
    expect(likelihoodOf('nitrate', 0, 'drops-chart', 'measured').interval).toMatchObject({
      low: 0,
      high: 2.5,
    })
  })
  test('drops: KH 4 turned within the fourth drop; an indicator colour is its span; a glance has no interval', () => {
    expect(likelihoodOf('kh', 4, 'titration', 'measured').interval).toMatchObject({
      low: 3,
      high: 4,
    })
    expect(likelihoodOf('kh', 4.5, 'titration', 'measured').interval).toMatchObject({
      low: 4,
      high: 4.5,
    })
    expect(likelihoodOf('co2', 30, 'indicator', 'measured').interval).toMatchObject({
      low: 22,
      high: 38,
    })
    expect(likelihoodOf('kh', 4, 'titration', 'glance').interval).toBeNull()
  })
  test('every method of every parameter gives a positive, finite doubt (property)', () => {
    const random = seededRandom(2)
    for (const parameter of [
      'nitrate',
      'nitrite',
      'ammonia',
      'phosphate',
      'potassium',
      'iron',
      'calcium',
      'magnesium',
      'pH',
      'kh',
      'gh',
      'temperature',
      'conductivity',
      'tds',
      'co2',
      'oxygen',
      'clarity',
      'tint',
    ] as const) {
      for (const method of [
        'drops-chart',
        'titration',
        'strip',
        'photometer',
        'probe',
        'indicator',
        'eye',
      ] as const) {
        const sense = likelihoodOf(
          parameter,
          random() * 12,
          method,
          random() < 0.5 ? 'measured' : 'glance',
        )
        expect(sense.sd).toBeGreaterThan(0)
        expect(Number.isFinite(sense.mean + sense.sd)).toBe(true)
        if (sense.interval) expect(sense.interval.high).toBeGreaterThan(sense.interval.low)
      }
    }
  })
})
