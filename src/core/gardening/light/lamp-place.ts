import type { Equipment } from '../../history/equipment'
import type { Canopy } from '../../layout/canopy'
import { parAt } from '../../layout/canopy'
import type { Scene } from '../../layout/scene'
import { canopiesOf, lightOnWater } from '../../layout/scene-light'
import { factsOf } from '../../plants/kinds'
import { patchCentre } from '../../plants/place'
import { isShort } from './least-par'
import { tipsOf } from './tips'

type Lamp = Extract<Equipment, { kind: 'lamp' }>
/** Where a lamp would hang so that the tips of coloured kinds have most light. */
export type LampPlace =
  /** Of no lamp it is known where it hangs and how wide it shines. */
  | { is: 'unknown'; reds: string[] }
  /** It hangs as well as it can. */
  | { is: 'well'; lamp: string; reds: string[]; par: number }
  | {
      is: 'better'
      lamp: string
      reds: string[]
      to: { x: number; z: number }
      /** Light at the worst lit of their tips, µmol, now and there. */
      par: number
      there: number
      /** Plantings that would fall short of what they must have. */
      costs: string[]
    }

const STEP_CM = 2
/** Across the tank a lamp hangs over the front, the middle or the back. */
const DEPTHS = [0.25, 0.5, 0.75] as const
/** It is worth moving for so much more light. Light is known to about a tenth at best. */
const WORTH = 1.15
const ALIKE = 0.98

/** Every place along the tank, and three across it, is tried for each lamp whose beam is known. Null without a lamp or without a kind that is coloured by light. */
export function lampPlace(scene: Scene): LampPlace | null {
  const { tank } = scene
  const canopies = canopiesOf(scene)
  const coloured = canopies.filter(({ species }) => factsOf(species).colour !== null)
  const lamps = tank.equipment.filter(
    (one): one is Lamp => one.kind === 'lamp' && one.setting !== null && one.setting.hours > 0,
  )
  if (coloured.length === 0 || lamps.length === 0) return null
  const reds = coloured.map(({ planting }) => planting.stake)
  const known = lamps.filter(({ setting }) => setting?.spreadDegrees && setting.xCm !== null)
  if (known.length === 0) return { is: 'unknown', reds }
  const par = worstTip(scene, coloured, canopies)
  const tried = known.flatMap((lamp) =>
    placesIn(scene).map((to) => {
      const moved = hungAt(scene, lamp, to)
      return { lamp, to, moved, there: worstTip(moved, coloured, canopies) }
    }),
  )
  const brightest = Math.max(...tried.map(({ there }) => there))
  const middle = middleOf(coloured)
  const off = ({ to }: (typeof tried)[number]) => Math.hypot(to.x - middle.x, to.z - middle.z)
  // Under a long lamp many places are alike: the one nearest to them all is taken.
  const best = tried
    .filter(({ there }) => there >= ALIKE * brightest)
    .reduce((a, b) => (off(b) < off(a) ? b : a))
  if (best.there < WORTH * par) return { is: 'well', lamp: best.lamp.name, reds, par }
  return {
    is: 'better',
    lamp: best.lamp.name,
    reds,
    to: best.to,
    par,
    there: best.there,
    costs: shortOnlyIn(best.moved, scene, canopies),
  }
}

function middleOf(canopies: readonly Canopy[]): { x: number; z: number } {
  const places = canopies.map(({ planting }) => patchCentre(planting))
  const mean = (of: (place: { x: number; z: number }) => number) =>
    places.reduce((sum, place) => sum + of(place), 0) / places.length
  return { x: mean(({ x }) => x), z: mean(({ z }) => z) }
}

function placesIn({ tank: { vessel } }: Scene): { x: number; z: number }[] {
  const columns = Math.floor(vessel.lengthCm / STEP_CM) + 1
  return DEPTHS.flatMap((share) =>
    Array.from({ length: columns }, (_, i) => ({ x: i * STEP_CM, z: share * vessel.depthCm })),
  )
}

const hungAt = (scene: Scene, lamp: Lamp, { x, z }: { x: number; z: number }): Scene => ({
  ...scene,
  tank: {
    ...scene.tank,
    equipment: scene.tank.equipment.map((one) =>
      one.id === lamp.id && one.kind === 'lamp' && one.setting
        ? { ...one, setting: { ...one.setting, xCm: x, zCm: z } }
        : one,
    ),
  },
})

const worstTip = (scene: Scene, coloured: readonly Canopy[], canopies: readonly Canopy[]) =>
  Math.min(...coloured.map((one) => tipsOf(one, canopies, scene).par))

/** Stakes of those that have enough at their foot as the lamps hang, and would not. */
function shortOnlyIn(moved: Scene, scene: Scene, canopies: readonly Canopy[]): string[] {
  const [there, here] = [lightOnWater(moved), lightOnWater(scene)]
  return canopies
    .filter(({ planting, species, rootCm }) => {
      const foot = { ...patchCentre(planting), y: rootCm }
      const par = (surface: typeof here) => parAt(foot, canopies, surface, planting.id)
      return isShort(species, par(there)) && !isShort(species, par(here))
    })
    .map(({ planting }) => planting.stake)
}
