/** The catalogue of kinds: whole, sane, found by the names it is sold under. */
import { findKinds } from '../find-kinds'
import { factsOf, PLANT_KINDS } from '.'
import { EMERSED, GAS_NEEDS, LIGHT_NEEDS } from '../../history/kind-facts'

const SPECIES = PLANT_KINDS.map(({ species }) => species)

test('there are a hundred and twenty kinds and more, each once by id and by name, in every group', () => {
  expect(PLANT_KINDS.length).toBeGreaterThanOrEqual(120)
  expect(new Set(SPECIES.map(({ id }) => id)).size).toBe(SPECIES.length)
  expect(new Set(SPECIES.map(({ name }) => name)).size).toBe(SPECIES.length)
  const groups = new Set(SPECIES.map(({ group }) => group))
  expect(groups.size).toBe(8)
  expect(PLANT_KINDS.filter(({ facts }) => facts.land !== null).length).toBeGreaterThanOrEqual(25)
})
test.each(PLANT_KINDS.map((kind) => [kind.species.name, kind] as const))(
  '%s has measures and needs that can be',
  (_name, { species, facts }) => {
    const { growthCmPerDay: grows, matureHeightCm: high, matureWidthCm: wide } = species
    expect(grows.low).toBeLessThanOrEqual(grows.value)
    expect(grows.value).toBeLessThanOrEqual(grows.high)
    // Nothing in fair light grows a hand’s breadth a day (common practice: stems to 2.5 cm at best).
    expect(grows.high).toBeLessThan(4)
    for (const cm of [high, wide, species.leaf.lengthCm, species.areaPerPortionCm2])
      expect(cm).toBeGreaterThan(0)
    expect(Math.max(high, wide)).toBeLessThanOrEqual(150)
    for (const [low, most] of [facts.temperature, facts.gh]) expect(low).toBeLessThan(most)
    expect(facts.temperature[0]).toBeGreaterThanOrEqual(0)
    expect(facts.temperature[1]).toBeLessThanOrEqual(32)
    expect(facts.names.length).toBeGreaterThan(0)
    for (const name of facts.names) expect(name).toBe(name.toLowerCase())
    expect(LIGHT_NEEDS).toContain(facts.light)
    expect(GAS_NEEDS).toContain(facts.gas)
    expect(EMERSED).toContain(facts.emersed)
  },
)
test.each([
  ['java fern', 'Microsorum pteropus'],
  ['amazon sword', 'Echinodorus grisebachii'],
  ['bleheri', 'Echinodorus grisebachii'],
  ['hornwort', 'Ceratophyllum demersum'],
  ['vallis', 'Vallisneria spiralis'],
  ['duckweed', 'Lemna minor'],
  ['monte carlo', 'Micranthemum tweediei'],
  ['dwarf baby tears', 'Hemianthus callitrichoides'],
  ['tiger lotus', 'Nymphaea lotus'],
  ['pothos', 'Epipremnum aureum'],
  ['christmas moss', 'Vesicularia montagnei'],
  ['WATER wisteria', 'Hygrophila difformis'],
])('“%s” finds %s', (sought, name) =>
  expect(findKinds(SPECIES, sought).map((one) => one.name)).toContain(name),
)
/**
 * Commission Implementing Regulation (EU) 2016/1141 and its updates of 2017, 2019 and 2022 (from memory): kinds of Union concern that
 * keepers may meet. Whoever finds one here is told.
 */
test.each(['Cabomba caroliniana', 'Pontederia crassipes', 'Pistia stratiotes'])(
  '%s, of Union concern, carries a caution against the wild',
  (name) => {
    const kind = PLANT_KINDS.find(({ species }) => species.name === name)!
    expect(kind.facts.caution).toMatch(/wild|forbidden/i)
  },
)
test('every floater warns of the wild; what house plants do to people, pets and pumps is said', () => {
  for (const { species, facts } of PLANT_KINDS)
    if (species.group === 'floating') expect(facts.caution).toMatch(/wild/)
  expect(factsOf({ id: 'epipremnum', group: 'stem-fast' }).caution).toMatch(/pets/)
})
test('a kind of the keeper’s own has what is usual of its group', () => {
  expect(factsOf({ id: 'my-own', group: 'crypt' })).toMatchObject({ names: [], sulksWeeks: 5 })
})
