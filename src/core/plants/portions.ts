import type { PlantGroup } from '../history/types'
import { isStem } from './groups'

/** Ground that a pot of carpet covers when it is split into plugs, cm²; a cup covers twice as much. Common practice: five to eight plugs a pot, ten to fifteen a cup. */
const POT_CM2 = 150
/** A tenth of a pot is made good by setting the plugs a little wider. */
const STRETCHED = 0.1
/** Plugs that a pot of carpet is split into. Common practice: five to eight. */
export const PLUGS_A_POT = 6
/** Stems in a bought pot or bunch. Common practice. */
export const STEMS_A_POT = 8
/** Stems set per 100 cm², a hand’s breadth square, when planting densely. Common practice: 20 to 40; nine are sparse. */
const STEMS_PER_100CM2 = 25

/** Pots of carpet that plant an area, one at least. Check: 903 cm² → 6. */
export const carpetPots = (areaCm2: number): number =>
  Math.max(1, Math.ceil(areaCm2 / POT_CM2 - STRETCHED))

/** Stems that plant an area densely. Check: 100 cm² → 25. */
export const denseStems = (areaCm2: number): number => Math.ceil((areaCm2 / 100) * STEMS_PER_100CM2)

/** What a planting takes: pots of a carpet (each twice a cup), stems in bunches, else crowns as they are counted. */
export type Portions =
  | { of: 'pots'; count: number; cups: number; plugs: number }
  | { of: 'stems'; count: number; bunches: number }
  | { of: 'crowns'; count: number }

/** What has to be at hand to plant an area of a kind with nothing of one’s own. `crowns`: as many as are set. */
export function portionsOf(group: PlantGroup, areaCm2: number, crowns: number): Portions {
  if (group === 'carpet') {
    const count = carpetPots(areaCm2)
    return { of: 'pots', count, cups: Math.ceil(count / 2), plugs: count * PLUGS_A_POT }
  }
  if (!isStem(group)) return { of: 'crowns', count: crowns }
  const count = denseStems(areaCm2)
  return { of: 'stems', count, bunches: Math.ceil(count / STEMS_A_POT) }
}
