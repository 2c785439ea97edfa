import type { Planting } from '../../history/types'
import { floaterShade, letThrough } from '../../layout/canopy'
import type { Scene } from '../../layout/scene'
import { canopiesOf } from '../../layout/scene-light'
import { patchCentre } from '../../plants/place'
import { isShort, leastPar } from './least-par'

/** To how much cover floaters are thinned, so that what stands in their shade has its light again. */
export interface Thinning {
  floaters: Planting
  /** Cover now and after, %. */
  now: number
  to: number
  /** The planting it is done for, with its light now and then, µmol m⁻² s⁻¹. */
  for: { planting: Planting; now: number; then: number }
  /** Even without any floater it would be short. */
  notEnough: boolean
}

/** Floaters that keep a planting under the light it must have, and how far to thin them for the darkest of those. */
export function thinningsOf(scene: Scene): Thinning[] {
  const { plants, tank } = scene
  const canopies = canopiesOf(scene)
  return plants.flatMap(({ planting: floaters, staged, cover }): Thinning[] => {
    if (staged.species.group !== 'floating') return []
    const now = cover.value
    const own = canopies.find((one) => one.planting.id === floaters.id)!
    const isUnder = ({ planting, rootCm }: (typeof plants)[number]) =>
      letThrough(own, { ...patchCentre(planting), y: rootCm }, tank.vessel.waterlineCm) < 1
    const worst = plants
      .filter((one) => one.staged.species.group !== 'floating' && isUnder(one))
      .map((one) => ({ one, least: leastPar(one.staged.species) }))
      .filter(({ one }) => isShort(one.staged.species, one.par))
      .sort((a, b) => a.one.par / a.least - b.one.par / b.least)[0]
    if (!worst) return []
    const { par, planting } = worst.one
    const open = par / (1 - floaterShade(now))
    // Shade is straight in the cover: the cover at which what is left is what it must have.
    const wanted = ((1 - worst.least / open) / floaterShade(100)) * 100
    const to = Math.max(0, Math.min(now, wanted))
    const then = open * (1 - floaterShade(to))
    return [
      {
        floaters,
        now,
        to,
        for: { planting, now: par, then },
        notEnough: isShort(worst.one.staged.species, then),
      },
    ]
  })
}
