import type { Species } from '../../history/types'
import { CATALOGUE } from '../catalogue'
import { CARPETS } from './carpets'
import { CRYPTS } from './crypts'
import { EPIPHYTES } from './epiphytes'
import { USUAL_FACTS, type PlantFacts, type PlantKind } from './facts'
import { FLOATERS } from './floaters'
import { LAND } from './land'
import { MOSSES } from './mosses'
import { ROSETTES } from './rosettes'
import { STEMS_FAST } from './stems-fast'
import { STEMS_SLOW } from './stems-slow'

/** What is known of the first few kinds beside their measures. From memory and common practice. */
const FIRST: Partial<Record<keyof typeof CATALOGUE, Partial<PlantFacts>>> = {
  greenStem: { names: ['green rotala', 'rotala', 'dwarf rotala, green'] },
  fineStem: { names: ['ambulia', 'asian marshweed', 'limnophila'], gas: 'does without' },
  redStem: {
    names: ['giant red rotala', 'macrandra', 'rotala magenta'],
    gh: [0, 8],
    colour: 'red near the lamp, in soft water with gas',
  },
  bushStem: {
    names: ['dwarf hygro', 'indian waterweed', 'polysperma'],
    gas: 'does without',
    caution: 'Restricted in some countries: never into the wild.',
  },
  sword: { names: ['sword plant', 'amazon sword, medium', 'echinodorus'], gas: 'does without' },
  brownCrypt: { names: ['brown wendtii', 'wendtii', 'wendt’s water trumpet', 'crypt'] },
  greenCrypt: { names: ['small crypt', 'crypt'] },
  fern: { names: ['narrow java fern', 'java fern', 'needle leaf java fern'] },
  anubias: {
    names: ['anubias nana', 'nana', 'dwarf anubias'],
    caution: 'Its sap irritates skin and mouths.',
  },
  moss: { names: ['java moss', 'singapore moss'] },
  carpet: { names: ['mini hairgrass', 'dwarf hairgrass, mini', 'hairgrass'], light: 'fair' },
  floater: { names: ['frogbit', 'amazon frogbit', 'limnobium'] },
  creeper: {
    names: ['ficus pumila', 'creeping fig', 'climbing fig'],
    emersed: 'always',
    land: 'climber',
    multiplies: ['cuttings'],
    caution: 'Milky sap irritates skin; poisonous to pets.',
  },
}

/** Every kind that Vivero ships, by name. All figures from memory and common practice; a keeper’s own heights outweigh them after a few. */
export const PLANT_KINDS: readonly PlantKind[] = [
  ...(Object.keys(CATALOGUE) as (keyof typeof CATALOGUE)[]).map((key): PlantKind => {
    const species: Species = CATALOGUE[key]
    return { species, facts: { names: [], ...USUAL_FACTS[species.group], ...FIRST[key] } }
  }),
  ...STEMS_FAST,
  ...STEMS_SLOW,
  ...ROSETTES,
  ...CRYPTS,
  ...EPIPHYTES,
  ...MOSSES,
  ...CARPETS,
  ...FLOATERS,
  ...LAND,
].sort((a, b) => a.species.name.localeCompare(b.species.name, 'en'))

const BY_ID: ReadonlyMap<string, PlantFacts> = new Map(
  PLANT_KINDS.map(({ species, facts }) => [species.id, facts]),
)

/** What is known of a kind: by its keeper, else by the catalogue, else what is usual of its group. */
export const factsOf = ({ id, group, own }: Pick<Species, 'id' | 'group' | 'own'>): PlantFacts => {
  const book = BY_ID.get(id) ?? { ...USUAL_FACTS[group], names: [] }
  return own ? { ...book, ...own } : book
}

/** Whether a kind ships with Vivero. */
export const isShipped = (speciesId: string): boolean => BY_ID.has(speciesId)

/** A kind as every Vivero knows it; null for one of a keeper’s own. */
export const shippedKind = (speciesId: string): Species | null =>
  PLANT_KINDS.find(({ species }) => species.id === speciesId)?.species ?? null
