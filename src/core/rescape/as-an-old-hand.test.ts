/** Rescapes as an experienced keeper plans them: each line a case that was planned wrongly before. Common practice throughout. */
import { CATALOGUE } from '../plants/catalogue'
import type { Ground, Planting, TankHistory } from '../history/types'
import { sayMaterial, sayStep } from '../history/plan.words'
import { planFaults } from '../history/sound'
import { DISPLEASURES, type Sign } from '../journal/kinds/sign'
import { instantOf } from '../quantity/time'
import { CARPET, DAY0, entry, FISH, recordOf, STEMS, tank, withGround } from '../testing/tank'
import { findings } from '../judgement/findings'
import { rootTabs } from '../water/dosing/dosing'
import { since } from '../history/dated'
import { gasRecord, lampRecord } from '../history/records'
import { roundOf } from '../routine/round/stations'
import { massShares } from './mass'
import { materialsFor } from './materials'
import { reviewDecline, type DeclineSign } from './decline'
import { weighOptions } from './options'
import { sayOption } from './options.words'
import { draftPlan } from './plan'
import { MAX_MASS_SHARE, partOf, sectionOf, sectionsFor, trimEvenings } from './sections'
import { fullResetSteps, sectionSteps, trimSteps } from './steps'
import { animalsOutHours } from './timing'

const at = (day: number) => instantOf(DAY0 + day)
const box = (x0: number, x1: number, z0: number, z1: number): Planting['patch'] => [
  [x0, z0],
  [x1, z0],
  [x1, z1],
  [x0, z1],
]
const seen = (day: number, sign: Sign, plantingId: string | null = null) =>
  entry(day, 'sign', {
    sign,
    place: plantingId ? { of: 'planting', id: plantingId } : { of: 'tank' },
  })
const on = (story: TankHistory, material: Ground['material'], ageDays: number, now: number) =>
  withGround(story, { material, laidAt: at(now - ageDays) })
const signOf = (story: TankHistory, sign: DeclineSign, now: number) =>
  reviewDecline(story, at(now)).signs.find((one) => one.sign === sign)!
const option = (story: TankHistory, key: 'trim' | 'soil' | 'full' | 'partial', now: number) =>
  weighOptions(story, reviewDecline(story, at(now)), at(now)).find((one) => one.key === key)!

describe('soil', () => {
  test('age alone is a presumption: faint, and every option that takes the soil says “test first”', () => {
    const old = on(tank(), 'active soil', 700, 800)
    expect(signOf(old, 'soil', 800).strength).toBeLessThan(0.3)
    expect(option(old, 'full', 800).testFirst).toBe(true)
    expect(sayOption(option(old, 'full', 800)).because).toMatch(/Test the soil in a jar first/)
    const jarred = {
      ...old,
      entries: [entry(799, 'soil-test', { khBefore: 10, khAfter: 9.8, hours: 24 })],
    }
    expect(signOf(jarred, 'soil', 800).strength).toBeGreaterThan(0.8)
    expect(option(jarred, 'full', 800).testFirst).toBe(false)
  })
})

describe('how much', () => {
  test('one planting bare below is cured by its own tops, of an evening; several are not', () => {
    const bare = (...ids: string[]) =>
      tank(
        [
          entry(19, 'round', { minutes: 3, asked: 4, confirmed: 0 }),
          ...ids.map((id) => seen(20, 'bare below', id)),
        ],
        {
          plantings: [STEMS, { ...STEMS, id: 'p-s2', stake: 'S2', patch: box(40, 55, 30, 40) }].map(
            recordOf,
          ),
        },
      )
    const cures = (story: TankHistory) =>
      option(story, 'trim', 21).cures.find(({ sign }) => sign === 'bare-stems')?.share ?? 0
    expect(cures(bare('p-s1'))).toBeGreaterThan(0.8)
    expect(cures(bare('p-s1', 'p-s2'))).toBeLessThan(0.5)
    const steps = trimSteps(bare('p-s1'), at(21))
    expect(steps.map((step) => sayStep(step, bare('p-s1'))).join()).toMatch(
      /Pull the bare feet of S1, and plant its best tops/,
    )
    expect(trimSteps(tank(), at(21)).some(({ does }) => does === 'replant tops')).toBe(false)
  })
  test('a reset is settled no sooner than a partial', () => {
    const story = on(
      tank([
        ...[1, 8, 15].map((day) =>
          entry(day, 'measure', { plantingId: CARPET.id, measure: 'cover', value: 60 - 2 * day }),
        ),
        seen(14, 'bald patch', CARPET.id),
      ]),
      'active soil',
      20,
      16,
    )
    expect(option(story, 'full', 16).days).toBeGreaterThan(option(story, 'partial', 16).days)
  })
  test('a focal piece grown over is a sign only where the keeper said that it matters', () => {
    const focal = {
      id: 'stone',
      label: 'stone',
      material: 'stone',
      focal: true,
      outline: [
        [25, 5],
        [35, 5],
        [30, 20],
      ],
      footprint: [
        [25, 20],
        [35, 20],
        [35, 28],
        [25, 28],
      ],
    }
    const grown = { ...STEMS, patch: box(20, 40, 5, 12) }
    const story = (entries: ReturnType<typeof seen>[]) => ({
      ...tank(
        [entry(2, 'measure', { plantingId: STEMS.id, measure: 'height', value: 25 }), ...entries],
        { plantings: [recordOf(grown)] },
      ),
      pieces: [
        {
          id: focal.id,
          label: focal.label,
          material: focal.material,
          focal: true,
          stands: [
            {
              from: at(0),
              saidAt: null,
              is: { layoutId: 'lay', outline: focal.outline, footprint: focal.footprint },
            },
          ],
        },
      ] as unknown as TankHistory['pieces'],
    })
    expect(signOf(story([]), 'lines', 3).state).toBe('unknown')
    const hidden = seen(2, 'focal piece hidden')
    const welcome = seen(2, 'focal piece may vanish')
    expect(signOf(story([hidden]), 'lines', 3).state).toBe('present')
    expect(signOf(story([welcome]), 'lines', 3).state).toBe('absent')
    // The last word counts, and stands for good.
    expect(signOf(story([hidden, seen(3, 'focal piece may vanish')]), 'lines', 4).strength).toBe(0)
    expect(signOf(story([hidden]), 'lines', 400).state).toBe('present')

    const asked = (entries: ReturnType<typeof seen>[], day: number) =>
      roundOf(story(entries), at(day)).find(({ name }) => name === 'stone and wood')!.once
    expect(asked([], 3)).toMatchObject({
      pieceId: 'stone',
      place: { of: 'hardscape', id: 'stone' },
    })
    expect(asked([hidden], 3)).toBeNull()
    expect(asked([welcome], 400)).toBeNull()
    const low = entry(3, 'trim', { plantingId: STEMS.id, fromCm: 25, toCm: 2 })
    expect(asked([low], 3.1)).toBeNull()
  })
})

describe('what displeases', () => {
  test('reasons are asked at the end of the round, are a sign, and weigh in the options', () => {
    const you = roundOf(tank(), at(3)).find(({ name }) => name === 'you')!
    expect(you.signs).toEqual(DISPLEASURES)
    expect(signOf(tank(), 'reasons', 3).state).toBe('unknown')
    const overgrown = tank([seen(2, 'overgrown')])
    expect(signOf(overgrown, 'reasons', 3)).toMatchObject({
      state: 'present',
      facts: { reasons: ['overgrown'] },
    })
    const wrong = tank([seen(2, 'wrong stones or ground')])
    const relief = (story: TankHistory, key: 'trim' | 'full') => option(story, key, 3).relief
    expect(relief(overgrown, 'trim')).toBeGreaterThan(0.7)
    expect(relief(wrong, 'trim')).toBe(0)
    expect(relief(wrong, 'full')).toBe(1)
  })
  test('a reason of the keeper’s own is kept in his words, and more reasons weigh more', () => {
    const own = entry(
      2,
      'sign',
      { sign: 'another reason', place: { of: 'tank' } },
      { note: 'the hum of the pump' },
    )
    expect(signOf(tank([own]), 'reasons', 3).facts).toEqual({
      reasons: ['another reason'],
      own: ['the hum of the pump'],
    })
    expect(
      signOf(tank([own, seen(2, 'tired of it'), seen(2, 'looks dirty')]), 'reasons', 3).strength,
    ).toBeGreaterThan(signOf(tank([own]), 'reasons', 3).strength)
  })
})

describe('a full reset', () => {
  const stocked = tank([], { populations: [FISH] })
  test('on fresh soil the animals are held for weeks; on the old gravel they are back the same day', () => {
    const out = (story: TankHistory) => animalsOutHours(fullResetSteps(story, at(20))).value / 24
    expect(out(on(stocked, 'active soil', 10, 20))).toBeGreaterThan(14)
    expect(out(stocked)).toBeLessThan(1.5)
    const says = fullResetSteps(on(stocked, 'active soil', 10, 20), at(20))
      .map((step) => sayStep(step, stocked))
      .join(' ')
    expect(says).toMatch(/until ammonia and nitrite have stood at nothing for a week/)
  })
  test('waits are honest: hours until one can see, days in which young are found', () => {
    const steps = fullResetSteps(stocked, at(20))
    expect(steps.find(({ does }) => does === 'lift all')!.waitHours).toBeGreaterThanOrEqual(4)
    expect(
      sayStep(
        steps.find(({ does }) => does === 'look for young')!,
        stocked,
      ),
    ).toMatch(/once a day for a week/)
  })
})

describe('a section', () => {
  const section = sectionOf(tank(), [STEMS], at(20))
  test('air and filter run on; fresh soil beside animals is tested every day for a week', () => {
    const of = (renew: boolean) => sectionSteps(tank(), section, 1, renew, at(20))
    expect(
      sayStep(
        of(true).find(({ does }) => does === 'power off')!,
        tank(),
      ),
    ).toMatch(/air runs on/)
    expect(of(true).some(({ does }) => does === 'test daily')).toBe(true)
    expect(of(false).some(({ does }) => does === 'test daily')).toBe(false)
  })
  test('a carpet of 903 cm² takes about six pots or three cups; stems are set 20 to 40 a hand’s breadth', () => {
    const carpet = { ...CARPET, patch: box(0, 60, 0, 15.05) }
    const story = tank([], { plantings: [carpet, STEMS].map(recordOf) })
    const bought = materialsFor(
      story,
      'partial',
      [sectionOf(story, [carpet, STEMS], at(20))],
      true,
      at(20),
    )
    const pots = bought.find(({ item }) => item === 'portions')!
    expect(pots.amount).toBe(6)
    expect(sayMaterial(pots, story)).toMatchObject({
      unit: 'pots',
      remark: expect.stringMatching(/^or 3 cups; split into about 31 plugs/),
    })
    const wanted = bought.find(({ item }) => item === 'own cuttings')!.from!
    // 150 cm² of stems.
    expect(wanted / 1.5).toBeGreaterThanOrEqual(20)
    expect(wanted / 1.5).toBeLessThanOrEqual(40)
  })
  test('a carpet that is more than may go at once is taken in parts, its ground a part at a time', () => {
    const wide = { ...CARPET, patch: box(0, 60, 0, 38) }
    const story = tank(
      [
        ...[1, 8, 15].map((day) =>
          entry(day, 'measure', { plantingId: wide.id, measure: 'cover', value: 90 - 3 * day }),
        ),
        seen(14, 'bald patch', wide.id),
      ],
      {
        plantings: [wide].map(recordOf),
      },
    )
    const parts = sectionsFor(story, reviewDecline(story, at(16)), at(16))
    expect(parts.length).toBeGreaterThan(1)
    for (const part of parts) expect(part.massShare).toBeLessThanOrEqual(MAX_MASS_SHARE + 1e-9)
    const whole = sectionOf(story, [wide], at(16))
    expect(parts.reduce((sum, { soilLitres }) => sum + soilLitres, 0)).toBeCloseTo(
      whole.soilLitres,
      6,
    )
    expect(partOf(whole, undefined)).toBe(whole)
    const plan = draftPlan(story, reviewDecline(story, at(16)), 'partial', at(17), at(16), 'p')
    if (!plan.ok) throw new Error(plan.problem)
    expect(planFaults(plan.value)).toEqual([])
    // It is lifted in the book when its last part is.
    expect(
      plan.value.steps.filter(({ acts }) => acts.some((act) => act.do === 'lift')),
    ).toHaveLength(1)
  })
  test('a hard trim cuts no more of the plants of an evening than a section takes', () => {
    const stems = Array.from({ length: 4 }, (_, i) => ({
      ...STEMS,
      id: `p-${i}`,
      stake: `S${i}`,
      patch: box(i * 15, i * 15 + 14, 20, 38),
    }))
    const story = tank(
      stems.map(({ id }) => entry(5, 'measure', { plantingId: id, measure: 'height', value: 25 })),
      { plantings: stems.map(recordOf) },
    )
    const shares = massShares(story, at(6))
    const evenings = trimEvenings(story, at(6))
    expect(evenings.length).toBeGreaterThan(1)
    for (const evening of evenings)
      expect(
        (2 / 3) * evening.reduce((sum, { id }) => sum + shares.get(id)!, 0),
      ).toBeLessThanOrEqual(MAX_MASS_SHARE + 1e-9)
    const plan = draftPlan(story, reviewDecline(story, at(6)), 'trim', at(7), at(6), 'p')
    if (!plan.ok) throw new Error(plan.problem)
    expect(plan.value.stages).toHaveLength(evenings.length)
  })
})

describe('roots, nursery and gas', () => {
  const sword = {
    ...STEMS,
    id: 'p-w',
    stake: 'W1',
    stems: 2,
    speciesId: CATALOGUE.sword.id,
    kinds: [{ speciesId: CATALOGUE.sword.id, share: 1, sure: 'sure' as const }],
  }
  const planted = (entries: ReturnType<typeof seen>[] = []) =>
    tank(entries, {
      species: [CATALOGUE.sword, CATALOGUE.greenStem, CATALOGUE.carpet],
      plantings: [sword].map(recordOf),
    })
  test('a root feeder in gravel that yellows and never had a tablet is told of; in soil, or with tablets, not', () => {
    const told = (story: TankHistory) =>
      findings(story, at(30)).some(({ rule }) => rule === 'roots-hungry')
    const yellow = planted([seen(28, 'yellow old leaves', 'p-w')])
    expect(told(yellow)).toBe(true)
    expect(told(withGround(yellow, { material: 'active soil' }))).toBe(false)
    expect(told(planted())).toBe(false)
    const fed = entry(10, 'dose', { product: 'tabs', productId: null, amount: 4, unit: 'tablets' })
    expect(told({ ...yellow, entries: [fed, ...yellow.entries] })).toBe(false)
  })
  test('tablets go by the size of the crown: several under each of two big ones on little ground', () => {
    expect(rootTabs(planted(), at(30)).tablets).toBeGreaterThanOrEqual(4)
  })
  test('in a nursery stems at the surface are a harvest', () => {
    const tall = (kind: 'display' | 'nursery') => {
      const story = tank([
        entry(5, 'measure', { plantingId: STEMS.id, measure: 'height', value: 31 }),
      ])
      return findings({ ...story, vessel: { ...story.vessel, kind } }, at(6)).find(({ key }) =>
        key.startsWith('surface:'),
      )
    }
    expect(tall('display')).toMatchObject({ level: 'act', says: expect.stringMatching(/^Trim S1/) })
    expect(tall('nursery')).toMatchObject({ level: 'good', says: 'S1 is ready to harvest' })
  })
  test('a lamp that was set otherwise is asked about once', () => {
    const lamp = lampRecord('lamp', { parAtSurface: 100 }, at(0))
    const altered = {
      ...lamp,
      settings: [...lamp.settings, since(at(20), { ...lamp.settings[0].is!, hours: 6 })],
    } as typeof lamp
    const asked = (day: number, entries: Parameters<typeof tank>[0] = [], equipment = [altered]) =>
      roundOf(tank(entries, { equipment }), at(day))
        .flatMap(({ questions }) => questions)
        .filter(({ asks }) => asks.kind === 'lamp')
    expect(asked(22)).toMatchObject([{ expected: { value: 6 }, unit: 'h' }])
    expect(asked(10)).toEqual([])
    expect(asked(80)).toEqual([])
    expect(asked(22, [], [lamp])).toEqual([])
    const looked = entry(
      21,
      'equipment',
      { equipmentId: 'lamp', item: 'Lamp', says: 'burns 6 h a day' },
      { by: 'round' },
    )
    expect(asked(22, [looked])).toEqual([])
  })
  test('where gas runs the round asks for the colour of the indicator, and for bubbles once they were counted', () => {
    const gas = { equipment: [gasRecord('gas', { onAt: '08:00', offAt: '16:00' }, at(0))] }
    const keys = (entries: Parameters<typeof tank>[0], overrides = {}) =>
      roundOf(tank(entries, overrides), at(30)).flatMap(({ questions }) =>
        questions.map(({ key }) => key),
      )
    expect(keys([], gas)).toContain('indicator')
    expect(keys([], gas)).not.toContain('bubbles')
    expect(
      keys([entry(10, 'gas-use', { bubblesPerSecond: 2, cylinderGrams: null })], gas),
    ).toContain('bubbles')
    expect(keys([])).not.toContain('indicator')
  })
})
