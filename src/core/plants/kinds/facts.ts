import type { KindFacts } from '../../history/kind-facts'
import type { PlantGroup, Species } from '../../history/types'

type WayToMultiply =
  'cuttings' | 'runners' | 'division' | 'plantlets' | 'leaves' | 'pieces' | 'bulbs'
/** What land plants are, where they are no water plants. */
type LandHabit =
  | 'climber'
  | 'creeper'
  | 'ground cover'
  | 'spot-watered'
  | 'bromeliad'
  | 'cushion moss'
  | 'fern'
  | 'roots in the water'

/** What is known of a kind beside its measures. All of it from memory and common practice, unless a line says otherwise. */
export interface PlantFacts extends KindFacts {
  multiplies: readonly WayToMultiply[]
  /** What it does not bear. */
  sensitive: readonly ('spot treatment' | 'copper' | 'shade' | 'warmth' | 'moving' | 'soft water')[]
  /** Null: a water plant. */
  land: LandHabit | null
}
export interface PlantKind {
  species: Species
  facts: PlantFacts
}

/** What is usual of a group, where a kind says nothing else. Common practice, from memory. */
export const USUAL_FACTS: Readonly<Record<PlantGroup, Omit<PlantFacts, 'names'>>> = {
  'stem-fast': {
    light: 'fair',
    gas: 'better with',
    temperature: [18, 28],
    gh: [2, 18],
    multiplies: ['cuttings'],
    cut: 'hard, tops replanted',
    emersed: 'well',
    sulksWeeks: 1,
    sensitive: ['shade'],
    colour: null,
    caution: null,
    land: null,
  },
  'stem-slow': {
    light: 'strong',
    gas: 'needs it',
    temperature: [21, 28],
    gh: [1, 10],
    multiplies: ['cuttings'],
    cut: 'gently',
    emersed: 'well',
    sulksWeeks: 2,
    sensitive: ['shade'],
    colour: null,
    caution: null,
    land: null,
  },
  rosette: {
    light: 'fair',
    gas: 'better with',
    temperature: [20, 28],
    gh: [3, 18],
    multiplies: ['plantlets', 'division'],
    cut: 'leaves off at the base',
    emersed: 'well',
    sulksWeeks: 2,
    sensitive: [],
    colour: null,
    caution: null,
    land: null,
  },
  crypt: {
    light: 'dim',
    gas: 'does without',
    temperature: [20, 28],
    gh: [2, 18],
    multiplies: ['runners', 'division'],
    cut: 'leaves off at the base',
    emersed: 'hardly',
    sulksWeeks: 5,
    sensitive: ['moving'],
    colour: null,
    caution: null,
    land: null,
  },
  epiphyte: {
    light: 'dim',
    gas: 'does without',
    temperature: [20, 28],
    gh: [2, 18],
    multiplies: ['division'],
    cut: 'rhizome cut',
    emersed: 'slowly',
    sulksWeeks: 2,
    sensitive: [],
    colour: null,
    caution: null,
    land: null,
  },
  moss: {
    light: 'dim',
    gas: 'does without',
    temperature: [15, 26],
    gh: [1, 15],
    multiplies: ['pieces'],
    cut: 'sheared',
    emersed: 'slowly',
    sulksWeeks: 1,
    sensitive: ['spot treatment', 'warmth'],
    colour: null,
    caution: null,
    land: null,
  },
  carpet: {
    light: 'strong',
    gas: 'better with',
    temperature: [18, 27],
    gh: [1, 15],
    multiplies: ['runners', 'division'],
    cut: 'mown',
    emersed: 'well',
    sulksWeeks: 2,
    sensitive: ['shade'],
    colour: null,
    caution: null,
    land: null,
  },
  floating: {
    light: 'fair',
    gas: 'does without',
    temperature: [18, 28],
    gh: [1, 18],
    multiplies: ['division'],
    cut: 'scooped off',
    emersed: 'always',
    sulksWeeks: 0,
    sensitive: [],
    colour: null,
    caution: 'Never into the wild: many floaters are restricted.',
    land: null,
  },
}

type Leaf = Species['leaf']
/** What a line of the catalogue says of a kind; what it leaves out is usual for its group. */
interface Line extends Partial<Omit<PlantFacts, 'names'>> {
  id: string
  name: string
  also: readonly string[]
  /** Mature height and width, cm. */
  cm: readonly [height: number, width: number]
  /** Growth in height, cm a day, in fair light. */
  grows: number
  leaf: readonly [lengthCm: number, shape: Leaf['shape'], tint: Leaf['tint']]
  feedsBy?: Species['feedsBy']
  /** Ground a bought portion covers, cm². */
  covers?: number
}

/** A growth of books, cm a day, is good to half of it and to 1.8 times it (common practice). */
export const bookGrowth = (value: number): Species['growthCmPerDay'] => ({
  value,
  low: value * SLOWER,
  high: value * FASTER,
})
const SLOWER = 0.5
const FASTER = 1.8
const USUAL_COVER: Readonly<Record<PlantGroup, number>> = {
  'stem-fast': 60,
  'stem-slow': 50,
  rosette: 500,
  crypt: 120,
  epiphyte: 120,
  moss: 60,
  carpet: 150,
  floating: 100,
}
const USUAL_FEED: Readonly<Record<PlantGroup, Species['feedsBy']>> = {
  'stem-fast': 'column',
  'stem-slow': 'both',
  rosette: 'root',
  crypt: 'root',
  epiphyte: 'column',
  moss: 'column',
  carpet: 'both',
  floating: 'column',
}

/** The kinds of a group from their lines. */
export const kindsOf = (group: PlantGroup, lines: readonly Line[]): PlantKind[] =>
  lines.map(({ id, name, also, cm, grows, leaf, feedsBy, covers, ...facts }) => ({
    species: {
      id,
      name,
      group,
      growthCmPerDay: bookGrowth(grows),
      matureHeightCm: cm[0],
      matureWidthCm: cm[1],
      areaPerPortionCm2: covers ?? USUAL_COVER[group],
      leaf: { lengthCm: leaf[0], shape: leaf[1], tint: leaf[2] },
      feedsBy: feedsBy ?? USUAL_FEED[group],
    },
    facts: { ...USUAL_FACTS[group], ...facts, names: also },
  }))
