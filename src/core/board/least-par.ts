import type { PlantGroup } from '../history/types'

/** Light at the foot below which a group goes bare or melts, µmol m⁻² s⁻¹. Common practice: low under 30, medium 30–80. */
export const LEAST_PAR: Readonly<Record<PlantGroup, number>> = {
  'stem-fast': 20,
  'stem-slow': 45,
  rosette: 20,
  crypt: 12,
  epiphyte: 10,
  moss: 8,
  carpet: 30,
  floating: 0,
}
