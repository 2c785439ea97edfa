import type { Species } from '../history/types'
import { isStem } from '../plants/groups'
import { LEAST_PAR } from './warnings'

/** What is known of a place. */
export interface Spot {
  /** Light at its foot now and in eight weeks, µmol m⁻² s⁻¹; null: not reckoned. */
  lit: { now: number; later: number } | null
  /** From foot to water line, cm. */
  roomCm: number
  /** Its shorter side, cm. */
  widthCm: number
}
export type Unfit = 'dark' | 'dark later' | 'too tall' | 'too wide'

/** Why a kind does not suit a place; empty where it does. Light first, as it cannot be cut. */
export function unfitFor(species: Species, { lit, roomCm, widthCm }: Spot): Unfit[] {
  const wants = LEAST_PAR[species.group]
  const why: Unfit[] = []
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
}

/** Kinds with those first that suit a place, each group by name. */
export const bySuiting = (
  all: readonly Species[],
  spot: Spot,
): { species: Species; unfit: Unfit[] }[] =>
  all
    .map((species) => ({ species, unfit: unfitFor(species, spot) }))
    .sort((a, b) => a.unfit.length - b.unfit.length || a.species.name.localeCompare(b.species.name))
