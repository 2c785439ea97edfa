import type { Population } from '../history/types'

/** A group of animals that are kept alike. */
export interface AnimalGroup {
  name: string
  kind: Population['kind']
  needs: Population['needs']
  /** What they usually do to plants; absent: nothing to speak of. */
  toPlants?: Population['toPlants']
}

const band = (low: number, high: number) => ({ low, high })
const needs = (
  temperature: readonly [number, number],
  pH: readonly [number, number],
  gh: readonly [number, number],
  kh: readonly [number, number],
  nitrate: number,
): Population['needs'] => ({
  temperature: band(...temperature),
  pH: band(...pH),
  gh: band(...gh),
  kh: band(...kh),
  nitrate: { low: null, high: nitrate },
})

/** What groups of animals are usually kept in: °C, pH, °dH, mg/L. Common practice, from memory; single kinds differ, and a keeper’s own word goes before it. */
export const ANIMAL_GROUPS: readonly AnimalGroup[] = [
  {
    name: 'soft-water shoal',
    kind: 'fish',
    needs: needs([22, 27], [5.5, 7.2], [1, 10], [0, 6], 30),
  },
  {
    name: 'shoal that takes tap water',
    kind: 'fish',
    needs: needs([21, 27], [6.2, 7.8], [3, 18], [1, 12], 40),
  },
  {
    name: 'cool-water shoal',
    kind: 'fish',
    needs: needs([16, 23], [6.2, 7.8], [3, 18], [1, 12], 40),
  },
  {
    name: 'hard-water livebearers',
    kind: 'fish',
    needs: needs([22, 28], [7, 8.4], [10, 28], [5, 18], 40),
  },
  {
    name: 'dwarf cichlids of soft water',
    kind: 'fish',
    needs: needs([24, 29], [5, 7], [1, 8], [0, 4], 25),
  },
  {
    name: 'large warm-water cichlids',
    kind: 'fish',
    toPlants: 'eats and digs',
    needs: needs([27, 31], [5.5, 7.2], [1, 10], [0, 6], 30),
  },
  {
    name: 'rift-lake cichlids',
    kind: 'fish',
    toPlants: 'digs',
    needs: needs([24, 28], [7.6, 9], [8, 22], [6, 20], 40),
  },
  { name: 'labyrinth fish', kind: 'fish', needs: needs([23, 29], [6, 7.6], [2, 16], [0, 10], 40) },
  {
    name: 'armoured catfish',
    kind: 'fish',
    needs: needs([21, 26], [6, 7.6], [2, 15], [0, 10], 40),
  },
  {
    name: 'suckers on wood',
    kind: 'fish',
    needs: needs([23, 28], [5.8, 7.6], [2, 15], [0, 10], 40),
  },
  {
    name: 'goldfish',
    kind: 'fish',
    toPlants: 'eats soft leaves',
    needs: needs([12, 24], [6.8, 8.2], [6, 22], [4, 15], 50),
  },
  {
    name: 'dwarf shrimp of soft water',
    kind: 'shrimp',
    needs: needs([19, 24], [5.5, 6.9], [3, 7], [0, 2], 20),
  },
  {
    name: 'dwarf shrimp of tap water',
    kind: 'shrimp',
    needs: needs([18, 26], [6.4, 8], [5, 18], [2, 12], 40),
  },
  {
    name: 'fan and long-arm shrimp',
    kind: 'shrimp',
    needs: needs([23, 28], [6.4, 8], [5, 18], [2, 12], 40),
  },
  { name: 'snails', kind: 'snail', needs: needs([16, 28], [6.6, 8.5], [4, 25], [2, 18], 60) },
  {
    name: 'land crabs',
    kind: 'crab',
    toPlants: 'eats and digs',
    needs: needs([22, 28], [7, 8.4], [8, 25], [5, 18], 40),
  },
]

/** The ranges of a group. Throws RangeError for one that is not on the list. */
export function usualNeeds(name: string): Population['needs'] {
  const group = ANIMAL_GROUPS.find((one) => one.name === name)
  if (!group) throw new RangeError(`There is no group “${name}”`)
  return group.needs
}
