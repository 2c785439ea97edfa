import type { TankHistory } from '@/core/history/types'
import { darkCorner, type DarkCorner } from '@/core/gardening/light/dark-corner'
import { demandOf, type Demand } from '@/core/gardening/light/demand'
import { frontLight } from '@/core/gardening/light/front-light'
import { lampPlace, type LampPlace } from '@/core/gardening/light/lamp-place'
import { lightAhead, type LightAhead } from '@/core/gardening/light/light-ahead'
import { thinningsOf, type Thinning } from '@/core/gardening/light/thinning'
import { LIGHT_STEPS, lightMap } from '@/core/layout/light-map'
import { sceneOn, stageOf, type Scene } from '@/core/layout/scene'
import { dayOf, type Instant } from '@/core/quantity/time'
import { reckoned } from '@/data/analysis-cache'
import { pathUnder } from '@/ui/drawing/contour-path'

/** Where less light than each of {@link LIGHT_STEPS} falls, as path data in cm. */
export interface Shaded {
  under: number
  path: string
}
export interface LightModel {
  at: Instant
  ahead: LightAhead
  demand: Demand | null
  thinnings: Thinning[]
  corner: DarkCorner | null
  lamp: LampPlace | null
}
export interface LightMaps {
  scene: Scene
  plan: Shaded[]
  front: Shaded[]
}

export const lightModel = (story: TankHistory, now: Instant): LightModel =>
  reckoned(story, now, 'light', (at) => {
    const ahead = lightAhead(story, at)
    const scene = sceneOn(stageOf(story, at), dayOf(at))
    return {
      at,
      ahead,
      demand: demandOf(ahead),
      thinnings: thinningsOf(scene),
      corner: darkCorner(scene),
      lamp: lampPlace(scene),
    }
  })

/** The light from above and from the front, so many days from now. */
export const lightMaps = (story: TankHistory, now: Instant, days: number): LightMaps =>
  reckoned(story, now, `light maps in ${days} days`, (at) => {
    const scene = sceneOn(stageOf(story, at), dayOf(at) + days)
    const plan = lightMap(scene)
    const front = frontLight(scene)
    return {
      scene,
      plan: LIGHT_STEPS.map((under) => ({ under, path: pathUnder(plan.par, plan, under) })),
      front: LIGHT_STEPS.map((under) => ({ under, path: pathUnder(front.par, front, under) })),
    }
  })
