import type { Entry } from '../journal/entry'
import { gasRecord } from '../history/records'
import { CARPET, change, DAY0, entry, FISH, KEPT_UP, nitrate, tank } from '../testing/tank'
import { instantOf } from '../quantity/time'
import type { Parameter } from '../quantity/units'
import { findings } from './findings'

// What cannot wait, and what must not be hidden by what can: common practice throughout.
const at = (day: number) => instantOf(DAY0 + day)
const stocked = { populations: [FISH] }
const all = (entries: Entry[], day: number, over = {}) => findings(tank(entries, over), at(day))
const find = (entries: Entry[], day: number, key: string, over = {}) =>
  all(entries, day, over).find((one) => one.key === key)
const seen = (day: number, sign: 'gasping' | 'leak' | 'dead animal') =>
  entry(day, 'sign', { sign, place: { of: 'tank' } })
const round = (day: number) => entry(day, 'round', { minutes: 4, asked: 9, confirmed: 0 })
const read = (day: number, parameter: Parameter, value: number) =>
  entry(day, 'reading', {
    parameter,
    value,
    method: parameter === 'pH' ? 'probe' : 'drops-chart',
    entered: { value, unit: parameter === 'pH' ? 'pH' : 'mg/L' },
  })
const far = [nitrate(1, 120), nitrate(4, 122), nitrate(7, 121)]

describe('what the keeper saw', () => {
  test('gasping comes before nitrate however high, and asks for the gas first where gas runs', () => {
    const gassed = {
      ...stocked,
      equipment: [...tank().equipment, gasRecord('gas', { onAt: '08:00', offAt: '16:00' }, at(0))],
    }
    const [first, second] = all([...far, seen(8, 'gasping')], 8.2, gassed)
    expect(first).toMatchObject({ key: 'animals-gasp', level: 'act' })
    expect(first.suggests).toMatch(/^Turn the gas off/)
    expect(second).toMatchObject({ key: 'nitrate', level: 'act' })
    expect(find([seen(8, 'gasping')], 8.2, 'animals-gasp', stocked)!.suggests).toMatch(/^Stir/)
  })
  test('a round of the same day leaves it standing, one of a later day ends it; so do three days', () => {
    expect(find([seen(8, 'gasping'), round(8.1)], 8.3, 'animals-gasp')).toBeDefined()
    expect(find([seen(8, 'gasping'), round(9.1)], 9.3, 'animals-gasp')).toBeUndefined()
    expect(find([seen(8, 'gasping')], 12, 'animals-gasp')).toBeUndefined()
  })
  test('a leak comes before all, plugs first', () => {
    const [first] = all([...far, seen(8, 'gasping'), seen(8, 'leak')], 8.2, stocked)
    expect(first).toMatchObject({ key: 'leak-seen', level: 'act' })
    expect(first.suggests).toMatch(/^Pull the plugs/)
  })
  test('one death is watched, three in a week are acted on; where no animals are, none', () => {
    const deaths = [5, 6, 7].map((day) => seen(day, 'dead animal'))
    expect(find(deaths.slice(0, 1), 8, 'animals-die', stocked)).toMatchObject({ level: 'watch' })
    expect(find(deaths, 8, 'animals-die', stocked)).toMatchObject({ level: 'act' })
    expect(find(deaths, 13.5, 'animals-die', stocked)).toMatchObject({ level: 'watch' })
    expect(find(deaths, 8, 'animals-die')).toBeUndefined()
  })
})

describe('a steep rise', () => {
  const peak = [
    [0, 0],
    [3, 0.1],
    [6, 0.5],
    [9, 1.5],
    [12, 3],
  ].map(([day, value]) => read(day, 'nitrite', value))
  test('nitrite two days after a test of 3 is not denied for the width of its range', () => {
    expect(find(peak, 14, 'water:nitrite', stocked)).toMatchObject({ level: 'act' })
    expect(find(peak, 14, 'water:nitrite')).toMatchObject({ level: 'watch' })
  })
  test('a raw tank whose ammonia harms nobody yet is told where it stands, and to wait with animals', () => {
    const raw = [read(3, 'ammonia', 0.5), read(6, 'ammonia', 1), read(6, 'pH', 6.5)]
    expect(find(raw, 7, 'begins')).toMatchObject({
      level: 'watch',
      suggests: expect.stringMatching(/Add no animals until/),
    })
  })
  test('where animals live it comes before nitrate', () => {
    const keys = all([...peak, ...far], 14, stocked).map(({ key }) => key)
    expect(keys.indexOf('water:nitrite')).toBeLessThan(keys.indexOf('nitrate'))
  })
  test('ammonia that only acid holds is acted on where animals live, with the pH from which it harms', () => {
    const held = [read(9, 'ammonia', 2.5), read(9, 'pH', 6.5)]
    // Emerson et al. 1975 at 24 °C, by hand: 2.5 mg/L NH4 is 2.36 as NH3; 0.02 of it is a share of 0.00847, pKa 9.277 − 2.068 = 7.2.
    expect(find(held, 9.5, 'ammonia', stocked)).toMatchObject({
      rule: 'ammonia-held',
      level: 'act',
      detail: expect.stringContaining('from about 7.2 on it does'),
    })
    expect(find(held, 9.5, 'ammonia')).toBeUndefined()
    expect(find(held.slice(0, 1), 9.5, 'ammonia', stocked)!.suggests).toMatch(/test the pH today/)
  })
})

describe('said only with reason', () => {
  const weekly = {
    id: 'r',
    kind: 'water-change' as const,
    everyDays: 7,
    amount: 0.3,
    says: null,
    since: at(0),
    ...KEPT_UP,
  }
  const steady = Array.from({ length: 8 }, (_, week) => [
    nitrate(week * 7 + 6, 27),
    change(week * 7 + 6.5, 0.3),
  ]).flat()
  test('nitrate a little over its band that the changes hold there is watched, not acted on', () => {
    expect(find(steady, 56, 'nitrate', { routines: [weekly] })).toMatchObject({ level: 'watch' })
  })
  test('who writes no food down is not told that food is missing', () => {
    expect(find(steady, 56, 'intake', stocked)).toBeUndefined()
  })
  test('a carpet seen bald or lifting does not hold, whatever its cover; judged whole since, it does', () => {
    const cover = (day: number, value: number) =>
      entry(day, 'measure', { plantingId: CARPET.id, measure: 'cover', value })
    const bald = (day: number, sign: 'bald patch' | 'lifting' = 'bald patch') =>
      entry(day, 'sign', { sign, place: { of: 'planting', id: CARPET.id } })
    const key = `carpet:${CARPET.id}`
    const flat = [cover(0, 70), cover(14, 70), cover(28, 70)]
    expect(find(flat, 29, key)).toMatchObject({ level: 'good', rule: 'carpet-holds' })
    expect(find([...flat, bald(28)], 29, key)).toMatchObject({
      level: 'watch',
      rule: 'carpet-bald-or-lifting',
    })
    expect(find([bald(28, 'lifting')], 29, key)!.suggests).toMatch(/siphon/)
    const often = [...flat, bald(7), bald(14), bald(28)]
    expect(find(often, 29, key)).toMatchObject({ level: 'act' })
    const whole = [cover(0, 95), cover(14, 96), bald(20), cover(28, 97)]
    expect(find(whole, 29, key)).toMatchObject({ level: 'good' })
  })
})
