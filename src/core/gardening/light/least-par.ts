import { factsOf } from '../../plants/kinds'
import type { PlantGroup, Species } from '../../history/types'

/** Light at the foot below which a group goes bare or melts, µmol m⁻² s⁻¹. Common practice: low under 30, medium 30–80. */
const LEAST_PAR: Readonly<Record<PlantGroup, number>> = {
  'stem-fast': 20,
  'stem-slow': 45,
  rosette: 20,
  crypt: 12,
  epiphyte: 10,
  moss: 8,
  carpet: 30,
  floating: 0,
}

/** By what is known of a kind itself: one that does with dim light needs no more than this, one that wants strong light no less. Common practice. */
const DIM_AT_MOST = 12
const STRONG_AT_LEAST = 40

/** Light is known to a factor: by a twentieth nothing is short. */
const SHORT = 0.95

/** Whether a foot with so much light, µmol m⁻² s⁻¹, has less than its kind must. */
export const isShort = (species: Pick<Species, 'id' | 'group' | 'own'>, par: number): boolean =>
  par < SHORT * leastPar(species)

/** Light at the foot below which a kind goes bare or melts, µmol m⁻² s⁻¹: that of its group, moved by what is known of the kind. */
export function leastPar(species: Pick<Species, 'id' | 'group' | 'own'>): number {
  const usual = LEAST_PAR[species.group]
  switch (factsOf(species).light) {
    case 'dim':
      return Math.min(usual, DIM_AT_MOST)
    case 'fair':
      return usual
    case 'strong':
      return species.group === 'floating' ? usual : Math.max(usual, STRONG_AT_LEAST)
  }
}
