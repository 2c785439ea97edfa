import { algaeOn, type AlgaeCourse } from '../algae/course'
import { plantingAsLastSeen, tankAt, type Tank } from '../history/tank-at'
import type { Planting, Species, TankFacts, TankHistory } from '../history/types'
import { speciesOf } from '../history/lookup'
import { entriesOf } from '../history/journal-index'
import { algaeCourses } from '../algae/course'
import { coverOn, fitCover, type CoverFit } from '../plants/cover'
import { heightCourse, heightOn, type HeightCourse } from '../plants/height'
import { patchCentre, roofOver, rootHeight } from '../plants/place'
import type { Estimate } from '../quantity/estimate'
import { dayOf, type Instant } from '../quantity/time'
import { lightOf } from '../vessel/light'
import { canopyTransmission, dliAt, parAt, type StandingPlant, canopyOf } from './canopy'
import { spanOf } from './draw-plant'
import { isStem } from '../plants/groups'

/** A planting with all that is needed to stand it up on any day. Serialisable: built once, drawn many times. */
export interface StagedPlanting {
  id: string
  species: Species
  course: HeightCourse
  cover: CoverFit | null
  /** Days on which it was seen bare below, and trimmed since (which ends it only when cut to the leafy part). */
  bareSince: number | null
}
/** The tank as a stage: what stands where, for every day of its life and some weeks more. */
export interface Stage {
  /** What stood when: the tank of any day. */
  facts: TankFacts
  plantings: StagedPlanting[]
  algae: AlgaeCourse[]
  today: number
  firstDay: number
}
export interface ScenePlant {
  planting: Planting
  staged: StagedPlanting
  rootCm: number
  height: Estimate
  cover: Estimate
  /** Expected rather than seen: a day to come, or a planting nobody ever measured. */
  pencil: boolean
  /** Share of its stem that is bare from below, 0–1. */
  bareShare: number
  /** PAR at its foot, µmol m⁻² s⁻¹, and the day's sum, mol m⁻² d⁻¹. */
  par: number
  dli: number
}
interface SceneShade {
  plantingId: string
  x0: number
  x1: number
  topCm: number
  /** Share of light taken at the ground, 0–1. */
  depth: number
}
/** What stands on one day, and how. */
export interface Scene {
  day: number
  /** The tank as it stood that day. */
  tank: Tank
  pencil: boolean
  plants: ScenePlant[]
  shades: SceneShade[]
  algae: { course: AlgaeCourse; percent: number }[]
}

/** Stages a tank from its first day on, as its record stands at `now`. Drafts were never laid and are left out. */
export function stageOf(history: TankHistory, now: Instant): Stage {
  const { vessel, layouts, pieces, plantings, equipment, populations, sources } = history
  const today = dayOf(now)
  const bare = entriesOf(history.entries, 'sign').filter((entry) => entry.sign === 'bare below')
  const drafts = new Set(layouts.filter(({ draft }) => draft).map(({ id }) => id))
  const laid = plantings.filter(
    ({ stands }) => !stands.every(({ is }) => is === null || drafts.has(is.layoutId)),
  )
  return {
    facts: { vessel, layouts, pieces, plantings: laid, equipment, populations, sources },
    today,
    firstDay: Math.min(today, dayOf(vessel.startedAt)),
    algae: algaeCourses(history, now),
    plantings: laid.map((record) => {
      const planting = plantingAsLastSeen(record, today)
      const seen = bare.find(
        (entry) => entry.place.of === 'planting' && entry.place.id === record.id,
      )
      return {
        id: record.id,
        species: speciesOf(history, record),
        course: heightCourse(history, planting, now),
        cover: fitCover(history, planting, now),
        bareSince: seen ? dayOf(seen.at) : null,
      }
    }),
  }
}

/** A stem that was seen bare below is drawn bare over its lower third, coming on over a month before the entry. */
const BARE_SHARE = 0.34
const ONSET_DAYS = 30
const NEW_STEM_BARE_SHARE = 0.06

function bareShareOn(staged: StagedPlanting, day: number): number {
  if (staged.bareSince === null) return NEW_STEM_BARE_SHARE
  const t = Math.min(1, Math.max(0, (day - staged.bareSince + ONSET_DAYS) / ONSET_DAYS))
  return NEW_STEM_BARE_SHARE + t * (BARE_SHARE - NEW_STEM_BARE_SHARE)
}

interface Posed {
  staged: StagedPlanting
  height: Estimate
  cover: Estimate
  plant: StandingPlant
}

function posedOn(stage: Stage, tank: Tank): Posed[] {
  const { day } = tank
  const staged = new Map(stage.plantings.map((one) => [one.id, one]))
  return tank.plantings.map((planting) => {
    const one = staged.get(planting.id)!
    const height = heightOn(one.course, day)
    const cover = coverOn(one.cover, day, stage.today)
    const rootCm = rootHeight(tank, planting)
    return {
      staged: one,
      height,
      cover,
      plant: {
        planting,
        species: one.species,
        rootCm,
        topCm: rootCm + height.value,
        coverPercent: cover.value,
        bareShare: bareShareOn(one, day),
      },
    }
  })
}

/** The tank on one day: every planting at its estimated height and cover, the shade under each canopy, the algae. `drawn-scene.ts` draws it. */
export function sceneOn(stage: Stage, day: number): Scene {
  const { today } = stage
  const tank = tankAt(stage.facts, day)
  const { vessel } = tank
  const light = lightOf(tank.equipment, vessel)
  const posed = posedOn(stage, tank)
  const canopy = canopyOf(posed.map(({ plant }) => plant))
  const surface = {
    par: light.parAtSurface,
    waterlineCm: vessel.waterlineCm,
    lampCm: light.aboveWaterCm ?? undefined,
    beams: light.beams,
  }
  const plants = posed.map(({ staged, height, cover, plant }): ScenePlant => {
    const { planting, rootCm, bareShare } = plant
    const par = parAt({ ...patchCentre(planting), y: rootCm }, canopy, surface, planting.id)
    return {
      planting,
      staged,
      rootCm,
      height,
      cover,
      bareShare,
      par,
      pencil: day > today || !wasSeen(staged, planting, day),
      dli: dliAt(par, light.hours),
    }
  })
  const shades = canopy
    .filter((plant) => isStem(plant.species.group))
    .map((plant) => {
      const [x0, x1] = spanOf(plant.planting)
      return {
        plantingId: plant.planting.id,
        x0,
        x1,
        topCm: Math.min(plant.topCm, roofOver(tank, plant.planting)),
        depth: 1 - canopyTransmission(plant, plant.rootCm),
      }
    })
  const algae = stage.algae
    .map((course) => ({ course, percent: algaeOn(course, day) }))
    .filter(({ percent }) => percent >= 0.5)
  return { day, tank, pencil: day > today, plants, shades, algae }
}

/** Planting a thing is seeing it; after this many days its size is a guess unless it was measured once. Common practice. */
const AS_PLANTED_DAYS = 14
const wasSeen = ({ course, cover }: StagedPlanting, { plantedAt }: Planting, day: number) =>
  course.anchors.length > 1 || cover !== null || day - dayOf(plantedAt) <= AS_PLANTED_DAYS
