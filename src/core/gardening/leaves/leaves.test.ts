import { since } from '../../history/dated'
import { gasRecord } from '../../history/records'
import { METRIC } from '../../quantity/measures'
import { instantOf } from '../../quantity/time'
import { LEAF_LOOKS, type LeafAge, type LeafLook } from '../../journal/kinds/leaf'
import { SCHOOLS } from '../../history/types'
import { CARPET, DAY0, entry, nitrate, recordOf, STEMS, tank } from '../../testing/tank'
import { CAUSES, FIXED, MOVABLE, speaksFor, type Cause } from './causes'
import { diagnoses, ranked } from './diagnosis'
import { leavesSeen } from './looks'
import { CAUSE_WORDS, sayEvidence, sayFollowUp, sayLook, sayOdds, saySettles } from './leaves.words'
import { sayRemedy } from './remedy.words'
import { settingOf, weighedFor } from './weighing'

const at = (day: number) => instantOf(DAY0 + day)
const day = (number: number) => `day ${Math.round(number - DAY0)}`
const leaf = (on: number, look: LeafLook, age: LeafAge = 'old leaves', plantingId = STEMS.id) =>
  entry(on, 'leaf', { plantingId, on: age, look, extent: 'many leaves' })
const first = (look: LeafLook, on: LeafAge): Cause => ranked({ look, on }, [])[0].cause

describe('the mobility groups: Marschner, Mineral Nutrition of Higher Plants, ch. 12; Epstein & Bloom, ch. 8', () => {
  test.each([...MOVABLE])(
    'lack of %s, which plants move, speaks from old leaves rather than new growth',
    (cause) => {
      for (const look of LEAF_LOOKS)
        expect(speaksFor(cause, look, 'old leaves')).toBeGreaterThan(
          speaksFor(cause, look, 'new growth'),
        )
    },
  )
  test.each([...FIXED])(
    'lack of %s, which they cannot move, from new growth rather than old leaves',
    (cause) => {
      for (const look of LEAF_LOOKS)
        expect(speaksFor(cause, look, 'new growth')).toBeGreaterThan(
          speaksFor(cause, look, 'old leaves'),
        )
    },
  )
  test.each([
    ['evenly yellow', 'old leaves', 'nitrogen'],
    ['dark or purplish', 'old leaves', 'phosphorus'],
    ['pinholes', 'old leaves', 'potassium'],
    ['yellow between the veins', 'old leaves', 'magnesium'],
    ['twisted or hooked', 'new growth', 'calcium'],
    ['pale with green veins', 'new growth', 'iron'],
    ['mush', 'whole plant', 'melt'],
    ['chewed', 'whole plant', 'animal'],
    ['bare stem', 'old leaves', 'light'],
  ] as const)('%s %s point to %s first, by the look alone', (look, on, cause) => {
    expect(first(look, on)).toBe(cause)
  })
})

test('odds are shares of one whole: no look claims more than all', () => {
  for (const look of LEAF_LOOKS)
    for (const on of ['old leaves', 'new growth', 'whole plant'] as const) {
      const odds = ranked({ look, on }, []).map((one) => one.odds)
      expect(odds.reduce((sum, one) => sum + one, 0)).toBeLessThanOrEqual(1 + 1e-9)
      expect([...odds].sort((a, b) => b - a)).toEqual(odds)
    }
})

describe('what is on paper moves the odds', () => {
  const oddsOf = (story: ReturnType<typeof tank>, cause: Cause, now = 120) =>
    diagnoses(story, at(now))[0].explanations.find((one) => one.cause === cause)?.odds ?? 0
  test('plenty of nitrate speaks against a want of nitrogen, none for it', () => {
    const readings = (value: number) => [80, 90, 100, 110].map((on) => nitrate(on, value))
    const yellow = leaf(115, 'evenly yellow')
    const [plenty, none] = [30, 0].map((value) =>
      oddsOf(tank([...readings(value), yellow]), 'nitrogen'),
    )
    expect(none).toBeGreaterThan(0.5)
    expect(plenty).toBeLessThan(none / 2)
  })
  test('mush soon after planting is melt, to be waited out; long after it is looked into', () => {
    const [soon] = diagnoses(tank([leaf(4, 'mush', 'whole plant')]), at(5))
    expect(soon.explanations[0].cause).toBe('melt')
    // A fast stem sulks for a week.
    expect(soon.waitUntil).toBe(DAY0 + 7)
    expect(saySettles(soon.settles, day)).toContain('Wait until about day 7')
    expect(oddsOf(tank([leaf(115, 'mush', 'whole plant')]), 'melt')).toBeLessThan(
      soon.explanations[0].odds,
    )
  })
  test('mush soon after a move is melt as well, waited out from the move', () => {
    const record = recordOf(STEMS)
    const moved = {
      ...record,
      stands: [...record.stands, since(at(100), { ...record.stands[0].is!, stems: 9 })],
    }
    const story = tank([leaf(103, 'mush', 'whole plant')], { plantings: [moved] })
    const [found] = diagnoses(story, at(104))
    expect(found.explanations[0].cause).toBe('melt')
    expect(found.waitUntil).toBe(DAY0 + 107)
  })
  test('a pot raised in air loses those leaves under water for six weeks, long after a move would tell', () => {
    const potted = (origin: 'pot' | 'cup') =>
      tank([leaf(25, 'mush', 'old leaves')], {
        plantings: [{ ...recordOf(STEMS), origin }],
      })
    const [pot] = diagnoses(potted('pot'), at(26))
    expect(pot.explanations[0].cause).toBe('melt')
    expect(pot.waitUntil).toBe(DAY0 + 42)
    expect(sayEvidence(pot.explanations[0], METRIC, day)).toContain(
      'it came as one raised in air, 25 days before: those leaves go under water, new ones stay',
    )
    // A cup is raised in jelly, under water as it were.
    expect(oddsOf(potted('cup'), 'melt', 26)).toBeLessThan(pot.explanations[0].odds)
  })
  test('animals that eat soft leaves make chewing theirs', () => {
    const grazed = (toPlants: 'eats soft leaves' | 'leaves them alone') =>
      tank([leaf(115, 'pinholes', 'whole plant')], {
        populations: [
          {
            id: 'a',
            name: 'Grazers',
            kind: 'fish',
            adultLengthCm: 12,
            since: at(0),
            until: null,
            temporary: null,
            needs: {},
            toPlants,
          },
        ],
      })
    expect(oddsOf(grazed('eats soft leaves'), 'animal')).toBeGreaterThan(
      oddsOf(grazed('leaves them alone'), 'animal'),
    )
  })
  test('hooked tips speak for calcium; what was never tested is what would settle it', () => {
    const hooked = tank([leaf(115, 'twisted or hooked', 'new growth')])
    const [found] = diagnoses(hooked, at(120))
    expect(found.explanations[0].cause).toBe('calcium')
    expect(found.settles).toEqual({ by: 'test', parameter: 'calcium' })
  })
  test('the same on another planting speaks for the water', () => {
    const own = leaf(115, 'pinholes')
    const both = tank([own, leaf(116, 'pinholes', 'old leaves', CARPET.id)])
    const stems = (story: ReturnType<typeof tank>) =>
      diagnoses(story, at(120)).find(({ planting }) => planting.id === STEMS.id)!
    const odds = (story: ReturnType<typeof tank>) =>
      stems(story).explanations.find(({ cause }) => cause === 'potassium')!.odds
    expect(odds(both)).toBeGreaterThan(odds(tank([own])))
    expect(sayEvidence(stems(both).explanations[0], METRIC, day)).toContain('L1 shows the same')
  })
})

test('gas that was set otherwise within thirty days speaks for gas; what has run unchanged for longer speaks against it', () => {
  const leaves = (changedOn: number) => {
    const first = gasRecord('gas', { onAt: '08:00', offAt: '18:00' }, at(0))
    const gas = {
      ...first,
      settings: [...first.settings, since(at(changedOn), first.settings[0].is)],
    }
    const story = tank([leaf(115, 'pinholes')], { equipment: [...tank().equipment, gas as never] })
    const setting = settingOf(story, STEMS, null, [], at(120))
    return weighedFor(story, setting, leavesSeen(story, at(120))[0], at(120)).map(({ of }) => of.is)
  }
  expect(leaves(91)).toContain('gas changed')
  expect(leaves(120)).toContain('gas changed')
  expect(leaves(89)).not.toContain('gas changed')
  expect(leaves(89)).toContain('gas runs')
  // What is set for a day to come has changed nothing yet.
  expect(leaves(125)).not.toContain('gas changed')
})

test('signs of a round count as looks; only the latest of each, of the last weeks, of what still stands', () => {
  const sign = (on: number) =>
    entry(on, 'sign', { sign: 'twisted tips', place: { of: 'planting', id: STEMS.id } })
  expect(leavesSeen(tank([sign(10), sign(100), sign(110)]), at(120))).toHaveLength(1)
  expect(leavesSeen(tank([sign(10)]), at(120))).toEqual([])
  const gone = tank([leaf(115, 'pinholes')], {
    plantings: [{ ...recordOf(STEMS), ended: { at: at(117), became: 'died' } }],
  })
  expect(diagnoses(gone, at(120))).toEqual([])
})

test('judged by new growth only, on a day that new leaves have come by; every cause has words and a remedy in every school', () => {
  const [found] = diagnoses(tank([leaf(115, 'pinholes')]), at(120))
  expect(sayFollowUp(found, day)).toBe('Judge on about day 134.')
  expect(sayLook(found.seen)).toBe('old leaves with pinholes')
  expect(sayOdds({ ...found.explanations[0], odds: 0.72 })).toBe('likely (about 7 in 10)')
  for (const cause of CAUSES) {
    expect(CAUSE_WORDS[cause]).toBeTruthy()
    for (const school of SCHOOLS) expect(sayRemedy(cause, school)).toMatch(/\.$/)
  }
})
