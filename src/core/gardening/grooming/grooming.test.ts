import { since } from '../../history/dated'
import { plantingRecord } from '../../history/records'
import type { PlantingRecord } from '../../history/types'
import type { Entry } from '../../journal/entry'
import { instantOf } from '../../quantity/time'
import { CATALOGUE } from '../../plants/catalogue'
import { CARPET, DAY0, entry, recordOf, STEMS, tank } from '../../testing/tank'
import { flowersOf, groomingDue, harmsOf } from './due'
import { lastGroomed } from './last-groomed'
import { sayFlower, sayGroomDue, sayHarm } from './grooming.words'

const at = (day: number) => instantOf(DAY0 + day)
const sword = {
  ...STEMS,
  stake: 'R1',
  speciesId: CATALOGUE.sword.id,
  kinds: [{ speciesId: CATALOGUE.sword.id, share: 1, sure: 'sure' as const }],
}
const withSword = (entries: Parameters<typeof tank>[0]) =>
  tank(entries, { species: [CATALOGUE.sword], plantings: [recordOf(sword)] })
const here = { of: 'planting', id: STEMS.id } as const
const groomed = (day: number, what: 'leaves-taken' | 'spike-cut') =>
  entry(day, 'groom', { what, place: here, count: null })

test('an act is due so many days after it was last done, or since planting; by hand: 21 days for old leaves of a rosette', () => {
  const leaves = (entries: Parameters<typeof tank>[0], day: number) =>
    groomingDue(withSword(entries), at(day)).find(({ act }) => act === 'leaves-taken')!
  expect(leaves([], 15)).toMatchObject({ doneAgo: null, inDays: 6 })
  expect(leaves([groomed(10, 'leaves-taken')], 15)).toMatchObject({ doneAgo: 5, inDays: 16 })
  expect(leaves([groomed(10, 'leaves-taken')], 40).inDays).toBe(-9)
  expect(sayGroomDue(leaves([groomed(10, 'leaves-taken')], 40))).toBe(
    'old and yellow leaves off at the base, due now (last 30 days ago, wanted about every 21 days)',
  )
})

test('an act is done by its like, at its own planting or over the whole ground, and not before its day', () => {
  const carpet = (...lines: ReturnType<typeof entry>[]) =>
    lastGroomed(tank(lines), CARPET, 'poked', DAY0 + 30)
  const poked = (day: number, place: object, what: 'poked' | 'mown' = 'poked') =>
    entry(day, 'groom', { what, place: place as never, count: null })
  const own = { of: 'planting', id: CARPET.id }
  expect(carpet(poked(10, own))).toBe(DAY0 + 10)
  expect(carpet(poked(10, own), poked(12, { of: 'ground' }))).toBe(DAY0 + 12)
  expect(carpet(poked(10, own), poked(20, own, 'mown'))).toBe(DAY0 + 10)
  expect(carpet(poked(10, own), poked(20, { of: 'planting', id: STEMS.id }))).toBe(DAY0 + 10)
  expect(carpet(poked(10, own), poked(31, own))).toBe(DAY0 + 10)
  expect(carpet(poked(20, { of: 'ground' }, 'mown'))).toBeNull()
})

test('stems are not groomed but cut; house plants have their roots cut before they reach the pump', () => {
  expect(groomingDue(tank([], { plantings: [recordOf(STEMS)] }), at(90))).toEqual([])
  const rooted = {
    ...STEMS,
    speciesId: 'epipremnum',
    kinds: [{ speciesId: 'epipremnum', share: 1, sure: 'sure' as const }],
  }
  const species = { ...CATALOGUE.creeper, id: 'epipremnum' }
  const acts = groomingDue(
    tank([], { species: [species], plantings: [recordOf(rooted)] }),
    at(90),
  ).map(({ act }) => act)
  expect(acts).toEqual(['roots-pruned'])
})

test('a flower is good news; what became of its spike is told', () => {
  const flower = (stage: 'budding' | 'open' | 'spent') =>
    entry(50, 'flowering', { plantingId: STEMS.id, stage })
  const [open] = flowersOf(withSword([flower('open')]), at(55))
  expect(sayFlower(open)).toBe('flowers: a good sign. Keep the spike, or cut it: it costs leaves')
  const [cut] = flowersOf(withSword([flower('open'), groomed(52, 'spike-cut')]), at(55))
  expect(sayFlower(cut)).toBe('flowers: a good sign; its spike was cut')
  expect(flowersOf(withSword([flower('spent')]), at(150))).toEqual([])
})

describe('eaten and lifted', () => {
  const sign = (what: 'chewed' | 'lifting', day = 50, id = CARPET.id) =>
    entry(day, 'sign', { sign: what, place: { of: 'planting', id } })
  const animals = (toPlants: 'digs' | 'eats soft leaves') => ({
    populations: [
      {
        id: 'a',
        name: 'Grazers',
        kind: 'fish' as const,
        adultLengthCm: 12,
        since: at(0),
        until: null,
        temporary: null,
        needs: {},
        toPlants,
      },
    ],
  })
  const says = (story: ReturnType<typeof tank>) => harmsOf(story, at(60)).map(sayHarm)
  test('by those that do so, by the siphon of the days before, or by nobody known', () => {
    expect(says(tank([sign('chewed')], animals('eats soft leaves')))[0]).toContain(
      'Grazers eat soft leaves',
    )
    expect(says(tank([sign('lifting')], animals('digs')))[0]).toContain('Grazers dig')
    const cleaned = entry(49, 'clean', { item: 'the ground', equipmentId: null })
    expect(says(tank([cleaned, sign('lifting')], animals('digs')))[0]).toContain(
      'one day after the ground was cleaned',
    )
    expect(says(tank([sign('chewed')], animals('digs')))[0]).toContain('Look with a torch')
  })
  test('only what was seen of late, of what stands', () => {
    expect(says(tank([sign('chewed', 5)]))).toEqual([])
    expect(says(tank([sign('chewed', 50, 'nobody')]))).toEqual([])
  })
})

describe('tying and gluing', () => {
  const perch = { hardscapeId: 'stone', heightCm: 8 }
  const onStone = (from: number): PlantingRecord => ({
    ...plantingRecord({ ...STEMS, perch: null }),
    stands: [
      since(instantOf(DAY0), { ...plantingRecord(STEMS).stands[0].is!, perch: null }),
      since(instantOf(DAY0 + from), { ...plantingRecord(STEMS).stands[0].is!, perch }),
    ],
  })
  const fixing = (entries: Entry[], day: number, from = 10) =>
    groomingDue({ ...tank(entries), plantings: [onStone(from)] }, instantOf(DAY0 + day)).filter(
      ({ act }) => act === 'fixed',
    )
  const tied = (day: number) =>
    entry(day, 'groom', { what: 'fixed', place: { of: 'planting', id: STEMS.id }, count: null })
  test('what was set on stone is to be tied from that day on, for two months; in the ground nothing is', () => {
    expect(fixing([], 5)).toEqual([])
    expect(fixing([], 12)).toMatchObject([{ doneAgo: null, inDays: -2 }])
    expect(sayGroomDue(fixing([], 12)[0])).toBe(
      'to be tied or glued: it was set 2 days ago, and nothing on paper holds it',
    )
    expect(fixing([], 75)).toEqual([])
  })
  test('six weeks after, when thread has rotted, one looks whether it holds; a tie from before the move does not count', () => {
    expect(fixing([tied(11)], 20)).toMatchObject([{ doneAgo: 9, inDays: 33 }])
    expect(fixing([tied(11)], 53)[0].inDays).toBeLessThanOrEqual(0)
    expect(sayGroomDue(fixing([tied(11)], 53)[0])).toContain('look whether it holds by itself')
    expect(fixing([tied(11)], 90)).toEqual([])
    expect(fixing([tied(3)], 12)).toMatchObject([{ doneAgo: null }])
  })
})
