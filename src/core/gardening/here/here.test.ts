import { METRIC } from '../../quantity/measures'
import { instantOf } from '../../quantity/time'
import { PLANT_KINDS } from '../../plants/kinds'
import { gasRecord, lampRecord } from '../../history/records'
import { CATALOGUE } from '../../plants/catalogue'
import { DAY0, recordOf, STEMS, tank } from '../../testing/tank'
import { lifeHere } from './life-here'
import { whatGrowsHere, type GrowsHere } from './what-grows'
import { sayAgainst, sayCandidate, sayPlace } from './what-grows.words'

const KINDS = PLANT_KINDS.map(({ species }) => species)
const NOW = instantOf(DAY0 + 10)
const lit = (par: number, more = {}) =>
  tank([], {
    plantings: [],
    equipment: [lampRecord('lamp', { parAtSurface: par }, instantOf(DAY0))],
    ...more,
  })
const here = (story: ReturnType<typeof tank>, x: number, z: number, wideCm = 10, dense = true) => {
  const found = whatGrowsHere(story, KINDS, { x, z, wideCm, dense }, NOW)
  if (!found.ok) throw new Error(found.problem)
  return found.value
}
const facts = ({ kinds }: GrowsHere) => kinds.map((one) => one.facts)

test('outside the glass nothing grows: a sentence', () => {
  const found = whatGrowsHere(lit(150), KINDS, { x: 70, z: 5, wideCm: 10, dense: true }, NOW)
  expect(found).toEqual({
    ok: false,
    problem: 'That place lies outside the glass: choose one within.',
  })
})

test('in front nothing tall, at the back nothing low; at most three, of three groups, none that wants gas where none runs', () => {
  const [front, back] = [here(lit(150), 30, 5), here(lit(150), 30, 36)]
  for (const grows of [front, back]) {
    expect(grows.kinds.length).toBeGreaterThan(0)
    expect(grows.kinds.length).toBeLessThanOrEqual(3)
    expect(new Set(grows.kinds.map(({ species }) => species.group)).size).toBe(grows.kinds.length)
    expect(facts(grows).every(({ gas }) => gas !== 'needs it')).toBe(true)
  }
  expect(front.kinds.every(({ species }) => species.matureHeightCm <= 12)).toBe(true)
  expect(
    back.kinds.every(
      ({ species }) => species.group.startsWith('stem') || species.matureHeightCm >= 15,
    ),
  ).toBe(true)
})

test('a dim corner gets kinds of dim light; where it is dark it is left bare, and said why', () => {
  const dim = here(lit(45), 30, 20)
  expect(facts(dim).every(({ light }) => light !== 'strong')).toBe(true)
  const dark = here(lit(5), 30, 20)
  expect(dark.kinds).toEqual([])
  expect(sayAgainst(dark)).toContain('too dark')
})

test('gas and animals count: what needs gas comes in with it, what is eaten stays out', () => {
  const gassed = lit(200, {
    equipment: [
      lampRecord('lamp', { parAtSurface: 200 }, instantOf(DAY0)),
      gasRecord('gas', { onAt: '08:00', offAt: '16:00' }, instantOf(DAY0)),
    ],
  })
  expect(lifeHere(gassed, NOW).gas).toBe(true)
  const keepers = lit(150, {
    populations: [
      {
        id: 'a',
        name: 'Grazers',
        kind: 'fish',
        adultLengthCm: 12,
        since: instantOf(DAY0),
        until: null,
        temporary: null,
        needs: {},
        toPlants: 'eats soft leaves',
      },
    ],
  })
  expect(
    here(keepers, 30, 20).kinds.every(({ species }) =>
      ['crypt', 'epiphyte'].includes(species.group),
    ),
  ).toBe(true)
})

test('a kind that stands in the tank is offered with its cuttings; patience sets half as many', () => {
  const story = lit(150, {
    species: [CATALOGUE.greenStem],
    plantings: [recordOf(STEMS)],
  })
  const grows = here(story, 45, 36, 12)
  const own = grows.kinds.find(({ species }) => species.id === CATALOGUE.greenStem.id)
  expect(own?.own).toEqual(['S1'])
  expect(sayCandidate(own!)).toContain('cuttings can be had of S1')
  const crowns = (dense: boolean) =>
    here(lit(150), 30, 20, 30, dense).kinds.map((one) => one.crowns)
  const [full, patient] = [crowns(true), crowns(false)]
  full.forEach((count, i) => expect(patient[i]).toBeLessThanOrEqual(count))
  expect(Math.max(...full)).toBeGreaterThan(Math.max(...patient))
})

test('what the place is like is said with its light, its room and its want of gas', () => {
  expect(sayPlace(here(lit(150), 30, 5), METRIC)).toMatch(
    /^It lies in the front third: \d+ µmol at the foot now, \d+ in eight weeks, 31 cm of water over it, no gas\.$/,
  )
})
