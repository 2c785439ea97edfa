import type { Planting, Species, TankHistory } from '../../history/types'
import { dliAt, letThrough } from '../../layout/canopy'
import { sceneOn, stageOf, type Scene } from '../../layout/scene'
import { canopiesOf, lightOnWater } from '../../layout/scene-light'
import { factsOf } from '../../plants/kinds'
import { patchCentre } from '../../plants/place'
import { dayOf, type Instant } from '../../quantity/time'
import { isShort, leastPar } from './least-par'
import { COLOUR_PAR, tipsOf } from './tips'

/** The days ahead for which light is told: today, and in two, four and eight weeks. */
export const LIGHT_DAYS = [0, 14, 28, 56] as const

/** The light of one planting, now and to come, all of it within a factor of about 1.5 unless measured. */
export interface LitPlanting {
  planting: Planting
  species: Species
  /** At its foot on each of {@link LIGHT_DAYS}, µmol m⁻² s⁻¹, the day’s sum, mol m⁻², and whether that is less than it must have. */
  foot: { par: number; dli: number; short: boolean }[]
  /** At its tops today, µmol m⁻² s⁻¹. */
  top: number
  /** Under which it goes bare or melts, µmol m⁻² s⁻¹. */
  least: number
  /** Days until its foot has less than it must, null: not within eight weeks. */
  shortIn: number | null
  /** Who takes how much of its light today, or on the day it falls short, share; the greediest first. */
  shadedBy: { stake: string; share: number }[]
  /** A kind coloured by light that stands too far from the lamp for it. */
  pale: boolean
}
export interface LightAhead {
  /** On the water: mean PAR while any lamp is on, hours, mol m⁻² a day. */
  onWater: { par: number; hours: number; dli: number }
  /** Those short of light first, then by how little they have to spare. */
  plantings: LitPlanting[]
}

/** Less shade than this share is not worth a name. */
const WORTH_NAMING = 0.1
const STEP_DAYS = 7

/** The light at every planting today and in eight weeks, if nothing is cut: who shades whom, and when a foot falls short. */
export function lightAhead(history: TankHistory, now: Instant): LightAhead {
  const stage = stageOf(history, now)
  const today = dayOf(now)
  const scenes = new Map<number, Scene>()
  for (let days = 0; days <= LIGHT_DAYS[3]; days += STEP_DAYS)
    scenes.set(days, sceneOn(stage, today + days))
  const scene = scenes.get(0)!
  const surface = lightOnWater(scene)
  const canopies = canopiesOf(scene)
  const plantings = scene.plants
    .filter(({ staged }) => staged.species.group !== 'floating')
    .map(({ planting, staged: { species } }): LitPlanting => {
      const at = (days: number) =>
        scenes.get(days)?.plants.find((one) => one.planting.id === planting.id)
      const least = leastPar(species)
      const short = [...scenes.keys()].find((days) => isShort(species, at(days)?.par ?? Infinity))
      const own = canopies.find((one) => one.planting.id === planting.id)!
      const top = tipsOf(own, canopies, scene).par
      return {
        planting,
        species,
        foot: LIGHT_DAYS.map((days) => {
          const { par, dli } = at(days) ?? { par: 0, dli: 0 }
          return { par, dli, short: isShort(species, par) }
        }),
        top,
        least,
        shortIn: short ?? null,
        shadedBy: shadersOf(scenes.get(short ?? 0)!, planting.id),
        pale: factsOf(species).colour !== null && top < COLOUR_PAR,
      }
    })
    .sort((a, b) => a.foot[0].par / a.least - b.foot[0].par / b.least)
  return {
    onWater: {
      par: surface.par,
      hours: surface.hours,
      dli: dliAt(surface.par, surface.hours),
    },
    plantings,
  }
}

function shadersOf(scene: Scene, plantingId: string): LitPlanting['shadedBy'] {
  const canopies = canopiesOf(scene)
  const own = canopies.find(({ planting }) => planting.id === plantingId)
  if (!own) return []
  const foot = { ...patchCentre(own.planting), y: own.rootCm }
  const { waterlineCm } = scene.tank.vessel
  return canopies
    .filter((one) => one !== own)
    .map((one) => ({ stake: one.planting.stake, share: 1 - letThrough(one, foot, waterlineCm) }))
    .filter(({ share }) => share >= WORTH_NAMING)
    .sort((a, b) => b.share - a.share)
}
