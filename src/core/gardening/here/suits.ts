import type { PlantGroup, Species, ToPlants } from '../../history/types'
import { isStem } from '../../plants/groups'
import { factsOf } from '../../plants/kinds'
import type { PlantFacts } from '../../plants/kinds/facts'
import { leastPar } from '../light/least-par'

/** What is known of a place. */
export interface Spot {
  /** Light at its foot now and in eight weeks, µmol m⁻² s⁻¹; null: not reckoned. */
  lit: { now: number; later: number } | null
  /** From foot to water line, cm. */
  roomCm: number
  /** Its shorter side, cm. */
  widthCm: number
  /** What those who live here do to plants. */
  animals: readonly ToPlants[]
  /** It grows on stone or wood there, out of reach of what digs. */
  perched: boolean
  /** How warm, °C, and how hard, °dH, the water is, 80 % ranges; null: nobody knows. */
  temperature: Range | null
  gh: Range | null
  /** Whether carbon dioxide is given. */
  gas: boolean
  /** Whether it stands in air: land plants belong there, water plants do not. */
  inAir: boolean
}
interface Range {
  low: number
  high: number
}
export type Unfit =
  | 'dark'
  | 'dark later'
  | 'too tall'
  | 'too wide'
  | 'eaten'
  | 'uprooted'
  | 'too warm'
  | 'too cool'
  | 'too hard'
  | 'too soft'
  | 'drowns'
  | 'rots'
  | 'dries'
  | 'wants gas'

/** Leathery or bitter leaves are left by most that eat plants. Common practice. */
const LEFT_ALONE: ReadonlySet<PlantGroup> = new Set(['epiphyte', 'crypt'])
/** What has no root in the ground cannot be dug up. */
const ROOTLESS: ReadonlySet<PlantGroup> = new Set(['epiphyte', 'moss', 'floating'])

/** What animals do to a kind, worst first; empty where they leave it. */
export function harmTo(
  group: PlantGroup,
  animals: readonly ToPlants[],
  perched: boolean,
): ('eaten' | 'uprooted')[] {
  const eat = animals.some((one) => one === 'eats soft leaves' || one === 'eats and digs')
  const dig = animals.some((one) => one === 'digs' || one === 'eats and digs')
  return [
    ...(eat && !LEFT_ALONE.has(group) ? (['eaten'] as const) : []),
    ...(dig && !perched && !ROOTLESS.has(group) ? (['uprooted'] as const) : []),
  ]
}

/** What of the water a kind does not bear. Beyond doubt only: the whole range of what is known must lie outside. */
function ofWater({ temperature: warmth, gh }: PlantFacts, spot: Spot): Unfit[] {
  const beyond = (known: Range | null, [low, high]: readonly [number, number]) => {
    if (known && known.low > high) return 'over'
    return known && known.high < low ? 'under' : null
  }
  const [warm, hard] = [beyond(spot.temperature, warmth), beyond(spot.gh, gh)]
  return [
    ...(warm ? [warm === 'over' ? ('too warm' as const) : ('too cool' as const)] : []),
    ...(hard ? [hard === 'over' ? ('too hard' as const) : ('too soft' as const)] : []),
  ]
}

/** What a kind does in air, under water, or in the ground where it does not belong. */
function ofPlace(group: PlantGroup, { land, emersed }: PlantFacts, spot: Spot): Unfit[] {
  const rooted = group !== 'floating'
  const dries = spot.inAir && rooted && (emersed === 'never' || emersed === 'hardly')
  return [
    ...(land !== null && !spot.inAir ? (['drowns'] as const) : []),
    ...(dries ? (['dries'] as const) : []),
    ...(group === 'epiphyte' && !spot.perched && land === null ? (['rots'] as const) : []),
  ]
}

/** Why a kind does not suit a place; empty where it does. Light first, as it cannot be cut. */
export function unfitFor(species: Species, spot: Spot): Unfit[] {
  const wants = leastPar(species)
  const { lit, roomCm, widthCm, animals, perched } = spot
  const facts = factsOf(species)
  const why: Unfit[] = [
    ...ofPlace(species.group, facts, spot),
    ...(facts.gas === 'needs it' && !spot.gas && !spot.inAir ? (['wants gas'] as const) : []),
    ...ofWater(facts, spot),
    ...harmTo(species.group, animals, perched),
  ]
  if (species.group === 'floating') return why
  if (lit && lit.now < wants) why.push('dark')
  else if (lit && lit.later < wants) why.push('dark later')
  if (!isStem(species.group) && species.matureHeightCm > roomCm) why.push('too tall')
  if (species.group === 'rosette' && species.matureWidthCm > 2 * widthCm) why.push('too wide')
  return why
}

export const UNFIT_WORDS: Readonly<Record<Unfit, string>> = {
  dark: 'too dark',
  'dark later': 'too dark in eight weeks',
  'too tall': 'grows too tall',
  'too wide': 'grows too wide',
  eaten: 'eaten here',
  uprooted: 'dug up here',
  'too warm': 'too warm for it',
  'too cool': 'too cool for it',
  'too hard': 'too hard water',
  'too soft': 'too soft water',
  drowns: 'no water plant',
  rots: 'wants stone or wood',
  dries: 'dries out of the water',
  'wants gas': 'wants gas',
}

/** Kinds with those first that suit a place, each group by name. */
export const bySuiting = (
  all: readonly Species[],
  spot: Spot,
): { species: Species; unfit: Unfit[] }[] =>
  all
    .map((species) => ({ species, unfit: unfitFor(species, spot) }))
    .sort((a, b) => a.unfit.length - b.unfit.length || a.species.name.localeCompare(b.species.name))
