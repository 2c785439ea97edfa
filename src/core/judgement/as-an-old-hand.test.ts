/** Judgements as an experienced keeper makes them: each line a case that was judged wrongly before. Common practice throughout. */
import { ANIMAL_GROUPS, usualNeeds } from '../livestock/usual-needs'
import {
  recordOf,
  CARPET,
  change,
  DAY0,
  entry,
  FISH,
  KEPT_UP,
  STAYS,
  STEMS,
  tank,
  withCare,
  withGround,
  withSource,
} from '../testing/tank'
import type { Entry, Method } from '../journal/entry'
import type { Population, Routine, TankHistory } from '../history/types'
import type { Parameter } from '../quantity/units'
import { instantOf } from '../quantity/time'
import { CATALOGUE } from '../plants/catalogue'
import { coverIn, fitCover } from '../plants/cover'
import { reviewDecline } from '../rescape/decline'
import { bandNowWithReason } from '../water/facts/parameters'
import { testsWater, worthTesting } from '../water/balance/worth-testing'
import { bearableShare, carriedAway, warmTo } from '../water/changes/bearable'
import { conditionsOf } from '../water/estimate/conditions'
import { questionsOfParts } from '../water/estimate/questions'
import { reading } from '../routine/round/questions/reading'
import { walkPast } from '../routine/round/stations'
import { dueTasks } from '../routine/due'
import { findings } from './findings'
import type { Finding } from '../history/finding'

const at = (day: number) => instantOf(DAY0 + day)
const read = (day: number, parameter: Parameter, value: number, method: Method = 'photometer') =>
  entry(day, 'reading', { parameter, value, method, entered: { value, unit: 'x' } })
const found = (
  entries: Entry[],
  day: number,
  key: string,
  overrides: Partial<TankHistory> = {},
): Finding | undefined => findings(tank(entries, overrides), at(day)).find((one) => one.key === key)
const living = (group: string): Population => ({ ...FISH, ...STAYS, needs: usualNeeds(group) })
const often = (parameter: Parameter, value: number, method: Method = 'photometer') =>
  [1, 4, 7, 10].map((day) => read(day, parameter, value, method))

describe('who lives here decides', () => {
  test.each([
    [
      'a warm tank at 29.5 °C',
      'temperature',
      29.5,
      'large warm-water cichlids',
      'soft-water shoal',
    ],
    ['a cool one at 18 °C', 'temperature', 18, 'cool-water shoal', 'dwarf cichlids of soft water'],
    ['hard water at GH 15', 'gh', 15, 'hard-water livebearers', 'dwarf shrimp of soft water'],
  ] as const)(
    '%s is right where it suits, and wrong where it does not',
    (_, parameter, value, suits, suffers) => {
      const of = (group: string) =>
        found(often(parameter, value, 'probe'), 10.5, `water:${parameter}`, {
          populations: [living(group)],
        })
      expect(of(suits)).toBeUndefined()
      expect(of(suffers)?.rule).toMatch(/over-band|under-band/)
      // Where nobody said what lives here the band is wide.
      expect(found(often(parameter, value, 'probe'), 10.5, `water:${parameter}`)).toBeUndefined()
    },
  )
  test('a keeper’s own band goes before the animals’, theirs before the school’s; a wide one says so', () => {
    const stocked = tank([], { populations: [living('rift-lake cichlids')] })
    expect(bandNowWithReason(stocked, 'pH', at(1))).toEqual({
      band: { low: 7.6, high: 9 },
      by: 'animals',
    })
    const own = withCare(stocked, { bands: { pH: { low: 7, high: 8 } } })
    expect(bandNowWithReason(own, 'pH', at(1)).by).toBe('keeper')
    expect(bandNowWithReason(tank(), 'pH', at(1)).by).toBe('nobody')
    const hot = found(often('temperature', 33.5, 'probe'), 10.5, 'water:temperature')
    expect(hot?.detail).toContain('say what your animals need')
  })
  test('what animals bear of nitrate limits what a school wishes for, and wishes for nothing itself', () => {
    const of = (school: 'rich column' | 'lean column', group: string) =>
      bandNowWithReason(
        withCare(tank([], { populations: [living(group)] }), { school }),
        'nitrate',
        at(1),
      )
    expect(of('rich column', 'dwarf shrimp of soft water')).toEqual({
      band: { low: 10, high: 20 },
      by: 'animals',
    })
    expect(of('lean column', 'goldfish')).toEqual({ band: { low: 1, high: 10 }, by: 'school' })
  })
  test('animals that no one water suits are judged by what one or the other bears', () => {
    const mixed = tank([], {
      populations: [living('goldfish'), { ...living('large warm-water cichlids'), id: 'b' }],
    })
    expect(bandNowWithReason(mixed, 'temperature', at(1)).band).toEqual({ low: 12, high: 31 })
  })
  test('every group has its ranges in order', () => {
    expect(ANIMAL_GROUPS.length).toBeGreaterThanOrEqual(12)
    for (const { needs } of ANIMAL_GROUPS)
      for (const { low, high } of Object.values(needs))
        if (low !== null && high !== null) expect(low).toBeLessThan(high)
  })
  test('no change is advised that carries hardness out of what they need; new water is warmed', () => {
    const entries = [...often('gh', 14), ...often('kh', 8), ...often('temperature', 26, 'probe')]
    const story = withSource(tank(entries, { populations: [living('hard-water livebearers')] }), {
      ghDegrees: 2,
      khDegrees: 1,
      temperatureC: 10,
    })
    const conditions = conditionsOf(story, at(10.5))
    const [source] = [{ ...story.sources[0], ...story.sources[0].analyses[0].is }]
    const share = bearableShare(story, conditions, source, 0.6, at(10.5))
    // 14 − share·12 may fall by 3 at most, and is wanted at 10 and more.
    expect(share).toBeLessThanOrEqual(0.26)
    expect(share).toBeGreaterThan(0.15)
    expect(bearableShare({ ...story, populations: [] }, conditions, source, 0.6, at(10.5))).toBe(
      0.6,
    )
    expect(carriedAway(story, conditions, source, 0.6, at(10.5))).toEqual(['gh', 'kh'])
    expect(carriedAway(story, conditions, source, 0.05, at(10.5))).toEqual([])
    expect(warmTo(conditions, source, 0.4)).toBeCloseTo(26, 0)
    expect(warmTo(conditions, { ...source, temperatureC: 25 }, 0.4)).toBeNull()
  })
})

describe('nitrate', () => {
  const high = (value: number) => [...often('nitrate', value), change(0.5, 0.1)]
  test('a little over its band is watched, far over is acted on; what harms at once comes before it', () => {
    expect(found(often('nitrate', 28), 10.5, 'nitrate')?.level).toBe('watch')
    expect(found(high(60), 10.5, 'nitrate')?.level).toBe('act')
    const all = findings(
      tank([...high(120), read(10, 'ammonia', 2), read(10, 'pH', 8)], { populations: [FISH] }),
      at(10.5),
    )
    expect(all[0].key).toBe('ammonia')
  })
  test('a change that what lives here cannot bear is made in steps, with warm water', () => {
    const story = withSource(
      tank(
        [...high(70), ...often('gh', 14), ...often('kh', 9), ...often('temperature', 25, 'probe')],
        { populations: [FISH] },
      ),
      { ghDegrees: 1, khDegrees: 1, temperatureC: 8 },
    )
    const finding = findings(story, at(10.5)).find(({ key }) => key === 'nitrate')!
    expect(finding.suggests).toMatch(/bears about \d+ % at once: make it in steps/)
    expect(finding.suggests).toMatch(/Warm the new water to about 25/)
  })
})

describe('changes and tests', () => {
  const routine: Routine = {
    id: 'r',
    kind: 'water-change',
    everyDays: 10,
    amount: 0.4,
    says: null,
    since: at(0),
    ...KEPT_UP,
  }
  const rhythm = (every: number) => Array.from({ length: 7 }, (_, i) => change(i * every, 0.4))
  test('three days late is nothing in a rhythm of ten; half the rhythm late is, where it was kept', () => {
    const late = (days: number, every: number) =>
      found(rhythm(every), 6 * every + 10 + days, 'change-due', { routines: [routine] })
    expect(late(3, 10)?.level).toBe('watch')
    expect(late(6, 10)?.level).toBe('act')
    // Loose about it all along: the numbers press, or nothing does.
    expect(late(6, 17)?.level).toBe('watch')
  })
  test('who feeds the soil alone and never tests is not asked to; who tests is', () => {
    const quiet = withCare(tank(), { school: 'root only' })
    expect(testsWater(quiet, at(20))).toBe(false)
    expect(worthTesting(quiet, conditionsOf(quiet, at(20)), at(20))).toEqual([])
    expect(reading.ask(walkPast(quiet, at(20)), 'water')).toEqual([])
    const tests = withCare(tank(often('nitrate', 10)), { school: 'root only' })
    expect(reading.ask(walkPast(tests, at(20)), 'water').length).toBeGreaterThan(0)
  })
  test('nobody who never did one is sent to titrate oxygen', () => {
    const asked = (entries: Entry[]) => {
      const story = tank(entries, { populations: [FISH] })
      return worthTesting(story, conditionsOf(story, at(20)), at(20)).map(
        ({ parameter }) => parameter,
      )
    }
    expect(asked(often('nitrate', 10))).not.toContain('oxygen')
  })
  test('sound KH readings of a tank that concentrates are asked about once at most', () => {
    const topUps = Array.from({ length: 30 }, (_, i) =>
      entry(i * 4, 'top-off', { litres: 6, sourceId: 'src' }),
    )
    const creeping = [5, 7, 9, 11, 13].map((kh, i) => read(20 * i + 1, 'kh', kh, 'titration'))
    const asked = creeping.filter(
      (reading, i) =>
        questionsOfParts(
          reading as Extract<Entry, { kind: 'reading' }>,
          tank([...topUps, ...creeping.slice(0, i)].sort((a, b) => (a.at < b.at ? -1 : 1))),
        ).length > 0,
    )
    expect(asked.length).toBeLessThanOrEqual(1)
  })
  test('what nobody tested of a water is taken as usual, wide, and asked for', () => {
    const unknown = { khDegrees: null, ghDegrees: null, pH: null, temperatureC: null }
    const story = withSource(tank(often('nitrate', 10)), unknown)
    const finding = findings(story, at(12)).find(({ key }) => key === 'source-untested')
    expect(finding?.suggests).toMatch(/Test GH and KH/)
    expect(
      findings(tank(often('nitrate', 10)), at(12)).some(({ key }) => key === 'source-untested'),
    ).toBe(false)
    const width = (of: TankHistory) => {
      const kh = conditionsOf(
        { ...of, entries: [...of.entries, read(11, 'kh', 4, 'titration'), change(11.5, 0.5)] },
        at(12),
      ).value('kh')!
      return kh.high - kh.low
    }
    expect(width(story)).toBeGreaterThan(1.5 * width(tank(often('nitrate', 10))))
  })
})

describe('plants and algae', () => {
  test('brown film of the first weeks goes by itself; later it is algae like others', () => {
    const film = (day: number) => [
      entry(day, 'algae', { algae: 'brown film', place: { of: 'glass' }, coverPercent: 20 }),
    ]
    expect(found(film(20), 21, 'algae:brown film:glass')).toMatchObject({
      rule: 'film-of-youth',
      level: 'watch',
      suggests: expect.stringMatching(/^Wait, wipe it off/),
    })
    expect(found(film(200), 201, 'algae:brown film:glass')?.rule).toBe('algae-seen-once')
    expect(found([...film(8), ...film(20)], 21, 'algae:brown film:glass')?.detail).toBe(
      '20 % 13 days ago, 20 % a day ago.',
    )
  })
  test('what floats covers the water in about two weeks, a carpet does not', () => {
    const floater = {
      ...CARPET,
      id: 'p-f1',
      stake: 'F1',
      kinds: [{ speciesId: 'floater', share: 1, sure: 'sure' as const }],
      speciesId: 'floater',
      zone: 'surface' as const,
    }
    const species = [
      CATALOGUE.carpet,
      CATALOGUE.greenStem,
      { ...CATALOGUE.carpet, id: 'floater', group: 'floating' as const },
    ]
    const look = (plantingId: string) =>
      entry(10, 'measure', { plantingId, measure: 'cover', value: 10 })
    const story = tank([look('p-f1'), look('p-l1')], {
      species,
      plantings: [CARPET, STEMS, floater].map(recordOf),
    })
    const in16 = (id: string) => coverIn(fitCover(story, { id }, at(10.1))!, 16).value
    expect(in16('p-f1')).toBeGreaterThan(60)
    expect(in16('p-l1')).toBeLessThan(25)
  })
  test('a round in which nothing was answered leaves nothing “leafy”, and young soil that nobody tested is unknown', () => {
    const walked = (asked: number) => entry(20, 'round', { minutes: 3, asked, confirmed: 0 })
    const state = (entries: Entry[], sign: string) =>
      reviewDecline(withGround(tank(entries), { material: 'active soil' }), at(21)).signs.find(
        (one) => one.sign === sign,
      )!.state
    expect(state([walked(0)], 'bare-stems')).toBe('unknown')
    expect(state([walked(0)], 'black-patches')).toBe('unknown')
    expect(state([walked(4)], 'bare-stems')).toBe('unknown')
    expect(
      state(
        [
          walked(4),
          entry(
            20,
            'measure',
            { plantingId: STEMS.id, measure: 'height', value: 12 },
            { by: 'round' },
          ),
        ],
        'bare-stems',
      ),
    ).toBe('absent')
    expect(state([], 'soil')).toBe('unknown')
  })
})

test('wiping the glass does not tick off the sponge', () => {
  const routine: Routine = {
    id: 'r',
    kind: 'clean',
    everyDays: 14,
    amount: null,
    says: 'the sponge',
    since: at(0),
    until: null,
    equipmentId: 'lamp',
  }
  const wiped = entry(20, 'clean', { item: 'glass', equipmentId: null })
  const served = entry(20, 'clean', { item: 'the sponge', equipmentId: 'lamp' })
  const late = (one: Entry) => dueTasks(tank([one], { routines: [routine] }), at(21))[0].daysLate
  expect(late(wiped)).toBeGreaterThan(0)
  expect(late(served)).toBeLessThan(0)
})
