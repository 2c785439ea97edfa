/** Each decision on both sides of its edge: the last value that is still quiet, and the first that is not. */
import { UNMEASURED } from '../history/types'
import { fractionForTarget } from '../water/changes/dilution'
import { sourceLevel } from '../water/facts/sources'
import { carbonDioxideDay } from '../water/gas/carbon-dioxide-day'
import { problemsOf } from '../admission/admit'
import { gasRecord } from '../history/records'
import type { TankHistory } from '../history/types'
import type { Entry } from '../journal/entry'
import { instantOf } from '../quantity/time'
import type { Parameter } from '../quantity/units'
import { reviewDecline } from '../rescape/decline'
import { MAX_MASS_SHARE, sectionsFor } from '../rescape/sections'
import { roundOf } from '../routine/round/stations'
import {
  DAY0,
  entry,
  FISH,
  height,
  KEPT_UP,
  nitrate,
  recordOf,
  STAYS,
  STEMS,
  tank,
  withGround,
  withSource,
} from '../testing/tank'
import { CATALOGUE } from '../plants/catalogue'
import { findings } from './findings'
import { moodFinding, moodTrend } from '../history/findings/mood-finding'
import { soilState } from '../water/findings/soil-finding'

const at = (day: number) => instantOf(DAY0 + day)
const keys = (story: TankHistory, day: number) =>
  findings(story, at(day)).map(({ key, level }) => `${key} ${level}`)
const active = withGround(tank(), { material: 'active soil' }).layouts

describe('soil', () => {
  const jar = (drop: number, day = 5, now = day + 1) =>
    soilState(
      tank([entry(day, 'soil-test', { khBefore: 10, khAfter: 10 * (1 - drop), hours: 24 })], {
        layouts: active,
      }),
      at(now),
    )?.state
  test.each([
    [0.149, 'spent'],
    [0.1501, 'tired'],
    [0.399, 'tired'],
    [0.401, 'working'],
  ])('a jar that loses %d of its KH: %s', (drop, state) => expect(jar(drop)).toBe(state))
  test('a jar test counts for ninety days, then age speaks', () => {
    expect(jar(0.01, 5, 94.9)).toBe('spent')
    expect(jar(0.01, 5, 95.1)).toBe('unseen')
  })
  test('without a test a soil is unknown in its first year, and presumed tired after it', () => {
    const aged = (day: number) => soilState(tank([], { layouts: active }), at(day))?.state
    expect([aged(365), aged(366)]).toEqual(['unseen', 'tired'])
  })
  test('KH that rises by more than a degree over eight readings tells on the soil; young it is tired, old it is spent', () => {
    const kh = (first: number, last: number, shift = 0) =>
      tank(
        Array.from({ length: 8 }, (_, k) => {
          const value = k < 4 ? first : last
          return entry(shift + 10 + k * 7, 'reading', {
            parameter: 'kh',
            value,
            method: 'titration',
            entered: { value, unit: 'dKH' },
          })
        }),
        { layouts: active },
      )
    const soft = (story: ReturnType<typeof kh>) => withSource(story, { khDegrees: 1 })
    expect(soilState(kh(2, 3), at(80))?.state).toBe('unseen')
    expect(soilState(soft(kh(2, 3.05)), at(80))?.state).toBe('tired')
    expect(soilState(soft(kh(2, 3.05, 310)), at(390))?.state).toBe('spent')
    // Stones, top-ups, salts and another water raise it as well: then it is no sign of spent soil, and says so.
    const told = soilState(withSource(kh(2, 3.05, 310), { khDegrees: 4 }), at(390))!
    expect([told.state, told.orBy]).toEqual(['tired', ['another water']])
  })
})

describe('mood', () => {
  const marks = (drop: number, days: readonly number[] = [0, 30, 60, 90]) =>
    days.map((day) =>
      entry(day, 'feeling', {
        enjoyment: 9 - (drop * (day - days[0])) / (days[days.length - 1] - days[0]),
        workMinutes: null,
      }),
    )
  test('a fall of one and a half marks is said, a smaller one is not', () => {
    expect(moodFinding(tank(marks(1.49)), at(91))).toBeNull()
    expect(moodFinding(tank(marks(1.51)), at(91))?.key).toBe('mood')
  })
  test('four marks within five months make a trend', () => {
    expect(moodTrend(tank(marks(2, [0, 30, 60])), at(91), 'enjoyment')).toBeNull()
    expect(moodTrend(tank(marks(2)), at(150), 'enjoyment')).toMatchObject({ entries: 4 })
    expect(moodTrend(tank(marks(2)), at(150.5), 'enjoyment')).toBeNull()
  })
})

describe('gas', () => {
  const looks = (values: readonly number[], first = 10, story = {}) =>
    tank(
      values.map((value, k) =>
        // Noon, four hours after the gas came on.
        entry(first + 0.5 + k * 5, 'reading', {
          parameter: 'co2',
          value,
          method: 'indicator',
          entered: { value, unit: 'mg/L' },
        }),
      ),
      {
        equipment: [
          ...tank().equipment,
          gasRecord('gas', { onAt: '08:00', offAt: '16:00' }, at(0)),
        ],
        ...story,
      },
    )
  test('a swing over twenty mg/L in three weeks is unsteady, twenty is not', () => {
    expect(keys(looks([10, 30, 12, 20]), 26)).toContain('gas-steady good')
    expect(keys(looks([10, 30.2, 12, 20]), 26)).toContain('gas-steady watch')
  })
  test('four looks within three weeks are needed, and a tank with gas', () => {
    const of = (story: TankHistory, day: number) =>
      keys(story, day).filter((key) => key.startsWith('gas-steady'))
    expect(of(looks([10, 35, 12]), 21.5)).toEqual([])
    expect(of(looks([10, 35, 12, 20]), 31.5)).toEqual(['gas-steady watch'])
    expect(of(looks([10, 35, 12, 20]), 31.6)).toEqual([])
    expect(of(looks([10, 35, 12, 20], 10, { equipment: tank().equipment }), 26)).toEqual([])
  })
})

describe('ammonia', () => {
  const read = (parameter: Parameter, value: number, day = 10) =>
    entry(day, 'reading', {
      parameter,
      value,
      method: 'photometer',
      entered: { value, unit: parameter === 'pH' ? 'pH' : 'mg/L' },
    })
  const tells = (total: number, pH: number, day = 11) =>
    findings(tank([read('ammonia', total), read('pH', pH)], { populations: [FISH] }), at(day)).some(
      ({ rule, level }) => rule === 'ammonia-dangerous' && level === 'act',
    )
  test('the same total is harmless in acid water and dangerous in alkaline water', () => {
    // Emerson et al. 1975: at 24 °C about 0.05 % of it is un-ionised at pH 6, about 5 % at pH 8.
    expect(tells(1, 6)).toBe(false)
    expect(tells(1, 8)).toBe(true)
  })
  test('half the limit is quiet, twice the limit is not; after three weeks nobody knows', () => {
    expect(tells(0.2, 8)).toBe(false)
    expect(tells(0.8, 8)).toBe(true)
    expect(tells(0.8, 8, 31.1)).toBe(false)
    // So much of it that what is left of it after three weeks still harms.
    expect(tells(20, 8.5, 30.9)).toBe(true)
    expect(tells(20, 8.5, 31.1)).toBe(false)
  })
})

describe('the round', () => {
  const asks = (entries: Entry[], day: number, key: string, over: Partial<TankHistory> = {}) =>
    roundOf(tank(entries, over), at(day))
      .flatMap(({ questions }) => questions)
      .some((question) => question.key === key)
  test('nitrate is asked again after six days', () => {
    expect(asks([nitrate(10, 8)], 15.9, 'nitrate')).toBe(false)
    expect(asks([nitrate(10, 8)], 16, 'nitrate')).toBe(true)
  })
  test('animals are counted again after twenty days', () => {
    const fish = {
      id: 'fish',
      name: 'Fish',
      kind: 'fish' as const,
      adultLengthCm: 3,
      since: at(0),
      ...STAYS,
    }
    const counted = entry(10, 'stock', {
      populationId: 'fish',
      event: 'counted',
      count: 9,
      plusMinus: 0,
      otherVesselId: null,
    })
    expect(asks([counted], 29.9, 'count:fish', { populations: [fish] })).toBe(false)
    expect(asks([counted], 30, 'count:fish', { populations: [fish] })).toBe(true)
  })
  test.each([
    ['stem-slow', 4],
    ['rosette', 20],
    ['crypt', 25],
    ['epiphyte', 30],
  ] as const)('a plant of the kind %s is measured again after %d days', (group, days) => {
    const species = Object.values(CATALOGUE).find((one) => one.group === group)!
    const planting = {
      ...STEMS,
      id: 'x',
      stake: 'X1',
      speciesId: species.id,
      kinds: [{ speciesId: species.id, share: 1, sure: 'sure' as const }],
    }
    const over = { species: [species], plantings: [recordOf(planting)] }
    expect(asks([height(10, 'x', 12)], 10 + days - 0.1, 'height:x', over)).toBe(false)
    expect(asks([height(10, 'x', 12)], 10 + days, 'height:x', over)).toBe(true)
  })
})

describe('what a story allows', () => {
  const change = (litres: number) =>
    problemsOf([entry(5, 'water-change', { fraction: 0.9, litres, sourceId: null })], tank(), at(6))
  test('a change may be a twentieth over what the tank holds, for buckets and marks on the glass, and no more', () => {
    const holds = Number(/holds (\d+) L/.exec(change(5000)[0].says)![1])
    expect(change(holds * 1.04)).toEqual([])
    expect(change(holds * 1.07)).toHaveLength(1)
  })
})

describe('sections of a rescape', () => {
  const story = tank(
    [0, 20].flatMap((day) => [
      height(day, 'p-s1', 30),
      entry(day, 'sign', { sign: 'bare below', place: { of: 'planting', id: 'p-s1' } }),
    ]),
    {
      routines: [
        {
          id: 'r',
          kind: 'trim',
          everyDays: 14,
          amount: null,
          says: 'Trim',
          since: at(0),
          ...KEPT_UP,
        },
      ],
    },
  )
  test('no section of several plantings takes more than the cap of the plant mass, whatever the cap', () => {
    const review = reviewDecline(story, at(40))
    for (const cap of [0.1, 0.2, MAX_MASS_SHARE, 0.6, 1])
      for (const section of sectionsFor(story, review, at(40), cap))
        expect(section.plantings.length === 1 || section.massShare <= cap).toBe(true)
  })
  test('the cap is about a third, as practice has it', () => {
    expect(MAX_MASS_SHARE).toBeGreaterThan(0.3)
    expect(MAX_MASS_SHARE).toBeLessThan(0.4)
  })
})

describe('changes and waters', () => {
  test('what stands at its target, or under it, needs no change from above; from either side only the target itself', () => {
    expect(fractionForTarget(20, 20, 0)).toEqual({ ok: true, value: 0 })
    expect(fractionForTarget(19.9, 20, 0)).toEqual({ ok: true, value: 0 })
    expect(fractionForTarget(20, 20, 0, 'either')).toEqual({ ok: true, value: 0 })
    expect(fractionForTarget(10, 20, 40, 'either')).toMatchObject({ ok: true, value: 1 / 3 })
    expect(fractionForTarget(20, 10, 10)).toMatchObject({ ok: false })
  })
  test('gas from on to off: the hour it comes on it is on, the hour it goes off it is off, over midnight too', () => {
    const rises = (on: number, off: number, hour: number) => {
      const day = carbonDioxideDay(on, off, 30, 3, 1)
      return day[hour + 1].value > day[hour].value
    }
    expect([rises(8, 18, 7), rises(8, 18, 8), rises(8, 18, 17), rises(8, 18, 18)]).toEqual([
      false,
      true,
      true,
      false,
    ])
    expect([rises(20, 4, 19), rises(20, 4, 20), rises(20, 4, 3), rises(20, 4, 4)]).toEqual([
      false,
      true,
      true,
      false,
    ])
  })
  test('a water of which only the hardness is known: conductivity by the degree, and what carries it bare', () => {
    const water = { ...UNMEASURED, nitrateMgL: 0, pH: 7, temperatureC: 10, khDegrees: 0 }
    const of = (ghDegrees: number) => sourceLevel({ ...water, ghDegrees }, 'conductivity')!.value
    // Common practice: thirty-odd µS/cm a degree of hardness, next to nothing in rain.
    expect(of(10) - of(0)).toBeGreaterThan(280)
    expect(of(10) - of(0)).toBeLessThan(360)
    expect(of(0)).toBeLessThan(20)
  })
})
