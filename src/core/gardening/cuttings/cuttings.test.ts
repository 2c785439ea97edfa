import { since } from '../../history/dated'
import { isOwnAncestor } from '../../history/ancestry'
import { storyFaults } from '../../history/sound'
import { METRIC } from '../../quantity/measures'
import { instantOf } from '../../quantity/time'
import { problemsOf } from '../../admission/admit'
import { CATALOGUE } from '../../plants/catalogue'
import { CARPET, DAY0, entry, height, recordOf, STEMS, tank } from '../../testing/tank'
import { sayHeld, sayNow, sayThen } from './cuttings.words'
import { cuttingsWent, heldBack } from './ledger'
import { familiesOf, livesIn } from './lineage'
import { multiplied, yieldsOf } from './yields'

const at = (day: number) => instantOf(DAY0 + day)
const exactly = (value: number) => ({ value, low: value, high: value, because: '' })

describe('what a cut gives', () => {
  const of = (cm: number) =>
    yieldsOf(tank([height(9, STEMS.id, cm)]), at(10)).find(
      ({ planting }) => planting.id === STEMS.id,
    )!
  test('nothing of a short stem; tops and bottoms of one long enough; nodes of a very long one laid flat', () => {
    expect(of(9).now).toEqual([])
    expect(sayNow(of(9))).toBe('nothing is ready to be taken yet')
    expect(of(16).now).toEqual([
      { part: 'tops', count: 15 },
      { part: 'bottoms', count: 15 },
    ])
    expect(of(29).now.map(({ part }) => part)).toContain('stems laid flat')
  })
  test('sods of a carpet, pieces of a rhizome, never more than leave most of it', () => {
    const [carpet] = yieldsOf(
      tank([entry(9, 'measure', { plantingId: CARPET.id, measure: 'cover', value: 100 })]),
      at(10),
    )
    const [sods] = carpet.now
    expect(sods.part).toBe('divisions')
    expect(sods.count * 25).toBeLessThanOrEqual(0.4 * 50 * 12)
  })
})

describe('ten weeks of multiplying, by hand', () => {
  test('three stems of 13 cm at a centimetre a day: cut today and every 16 days, five times; all taking, 3 · 2⁵', () => {
    const then = multiplied(3, 13, exactly(1))
    expect(then.high).toBe(3 * 2 ** 5)
    expect(then.value).toBeCloseTo(3 * (2 * 0.88) ** 5, 6)
    expect(then.low).toBeLessThan(then.value)
  })
  test('what does not grow stays what it is', () => {
    expect(multiplied(3, 10, exactly(0)).value).toBe(3)
  })
  test('said with its range and what it rests on', () => {
    const stems = yieldsOf(tank([height(9, STEMS.id, 16)]), at(10)).find(
      ({ planting }) => planting.id === STEMS.id,
    )!
    expect(sayThen(stems)).toMatch(/^15 now, about \d+ in 10 weeks \(\d+–\d+\)$/)
  })
})

test('where they went: the sums of a year, the most first', () => {
  const taken = (on: number, count: number, went: 'jar' | 'given away') =>
    entry(on, 'cuttings', { plantingId: STEMS.id, part: 'tops', count, went })
  const story = tank([
    taken(1, 2, 'jar'),
    taken(400, 5, 'given away'),
    taken(410, 4, 'given away'),
    taken(420, 3, 'jar'),
  ])
  expect(cuttingsWent(story, at(430)).map(({ went, count }) => [went, count])).toEqual([
    ['given away', 9],
    ['jar', 3],
  ])
})

describe('what cannot be is refused in a sentence', () => {
  const taken = (on: number, went: 'jar' | 'emersed holding', plantingId = STEMS.id) =>
    entry(on, 'cuttings', { plantingId, part: 'tops', count: 3, went })
  test('a cutting of a planting that was gone, or not there yet', () => {
    const gone = tank([], {
      plantings: [{ ...recordOf(STEMS), ended: { at: at(50), became: 'died' } }],
    })
    const [problem] = problemsOf([taken(60, 'jar')], gone, at(70))
    expect(problem.says).toBe('S1 was gone by then: nothing could be taken of it.')
    expect(problemsOf([taken(40, 'jar')], gone, at(70))).toEqual([])
    expect(problemsOf([taken(-5, 'jar')], tank(), at(70))[0].says).toContain('not planted yet')
  })
  test('a crypt held out of water', () => {
    const crypt = {
      ...STEMS,
      speciesId: CATALOGUE.brownCrypt.id,
      kinds: [{ speciesId: CATALOGUE.brownCrypt.id, share: 1, sure: 'sure' as const }],
    }
    const story = tank([], { species: [CATALOGUE.brownCrypt], plantings: [recordOf(crypt)] })
    expect(problemsOf([taken(20, 'emersed holding')], story, at(70))[0].says).toContain(
      'out of water it melts',
    )
    expect(problemsOf([taken(20, 'emersed holding')], tank(), at(70))).toEqual([])
  })
  test('a circle of ancestors is a fault of a story, and a family tree ends all the same', () => {
    const circle = tank([], {
      plantings: [
        { ...recordOf(STEMS), parentIds: [CARPET.id] },
        { ...recordOf(CARPET), parentIds: [STEMS.id] },
      ],
    })
    expect(storyFaults(circle, at(70)).map(({ fault }) => fault)).toContain(
      'it stands among its own ancestors',
    )
    expect(familiesOf([circle])).toEqual([])
    expect(
      isOwnAncestor(
        'a',
        new Map([
          ['a', ['b']],
          ['b', ['c']],
          ['c', []],
        ]),
      ),
    ).toBe(false)
  })
})

test('a family reaches over tanks: mother here, daughter in the nursery, granddaughter back again', () => {
  const nursery = tank([], {
    plantings: [{ ...recordOf(STEMS), id: 'n', stake: 'N1', parentIds: [STEMS.id] }],
  })
  const named = { ...nursery, vessel: { ...nursery.vessel, id: 'there', name: 'Nursery' } }
  const home = tank([], {
    plantings: [recordOf(STEMS), { ...recordOf(CARPET), id: 'g', stake: 'G1', parentIds: ['n'] }],
  })
  const [family] = familiesOf([home, named])
  expect([family.stake, family.children[0].stake, family.children[0].children[0].stake]).toEqual([
    'S1',
    'N1',
    'G1',
  ])
  expect(family.children[0].tank).toBe('Nursery')
  expect(livesIn(family, 'there')).toBe(true)
  expect(livesIn(family, 'elsewhere')).toBe(false)
})

test('in a nursery cuttings root three weeks and grow to a hand’s breadth before they go back', () => {
  const held = (day: number, cm: number) => {
    const story = tank([height(day - 1, STEMS.id, cm)], { plantings: [recordOf(STEMS)] })
    return heldBack({ ...story, vessel: { ...story.vessel, kind: 'nursery' } }, at(day))[0]
  }
  expect(held(10, 9)).toMatchObject({ state: 'roots', days: 11 })
  expect(sayHeld(held(30, 9), METRIC)).toContain('of the 12 cm it wants')
  expect(held(30, 20).state).toBe('ready')
  expect(heldBack(tank(), at(30))).toEqual([])
})

test('a very small cup-grown epiphyte waits for a raw tank to be stable', () => {
  const tiny = {
    ...recordOf(STEMS),
    origin: 'cup' as const,
    kinds: [{ speciesId: CATALOGUE.anubias.id, share: 1, sure: 'sure' as const }],
    stands: [since(at(0), { ...recordOf(STEMS).stands[0].is! })],
  }
  const story = tank([], { species: [CATALOGUE.anubias], plantings: [tiny] })
  expect(heldBack(story, at(12))[0]).toMatchObject({ state: 'waits for the tank', days: 30 })
  expect(heldBack(story, at(60))).toEqual([])
})
