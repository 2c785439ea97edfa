import { algaeOn, type AlgaeCourse } from '../algae/course'
import type { Layout, Planting, Species, TankHistory, Vessel } from '../history/types'
import { currentLayout, speciesOf } from '../history/lookup'
import { entriesOf } from '../history/journal-index'
import { algaeCourses } from '../algae/course'
import { coverOn, fitCover, type CoverFit } from '../plants/cover'
import {
  heightCourse,
  heightOn,
  patchCentre,
  rootHeight,
  type HeightCourse,
} from '../plants/height'
import type { Estimate } from '../quantity/estimate'
import { dayOf, type Instant } from '../quantity/time'
import { groundDepth } from '../vessel/volume'
import { canopyTransmission, dliAt, parAt, type StandingPlant } from './canopy'
import { drawPlanting, spanOf, type PlantDrawing } from './draw-plant'

/** A planting with all that is needed to stand it up on any day. Serialisable: built once, drawn many times. */
export interface StagedPlanting {
  planting: Planting
  species: Species
  course: HeightCourse
  cover: CoverFit | null
  rootCm: number
  /** Days on which it was seen bare below, and trimmed since (which ends it only when cut to the leafy part). */
  bareSince: number | null
}
/** The tank as a stage: what stands where, for every day of its life and some weeks more. */
export interface Stage {
  vessel: Vessel
  layout: Layout | null
  plantings: StagedPlanting[]
  algae: AlgaeCourse[]
  today: number
  firstDay: number
}
export interface ScenePlant {
  staged: StagedPlanting
  height: Estimate
  cover: Estimate
  drawing: PlantDrawing
  /** Expected rather than seen: a day to come, or a planting nobody ever measured. */
  pencil: boolean
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
/** The drawing of one day. */
export interface Scene {
  day: number
  pencil: boolean
  plants: ScenePlant[]
  shades: SceneShade[]
  algae: { course: AlgaeCourse; percent: number }[]
}

/** Stages the current layout of a tank as its record stands at `now`. */
export function stageOf(history: TankHistory, now: Instant): Stage {
  const layout = currentLayout(history)
  const plantings = history.plantings.filter((planting) => planting.layoutId === layout?.id)
  const bare = entriesOf(history.entries, 'sign').filter((entry) => entry.sign === 'bare below')
  return {
    vessel: history.vessel,
    layout,
    today: dayOf(now),
    firstDay: dayOf(layout?.from ?? history.vessel.startedAt),
    algae: algaeCourses(history, now),
    plantings: plantings.map((planting) => {
      const seen = bare.find(
        (entry) => entry.place.of === 'planting' && entry.place.id === planting.id,
      )
      return {
        planting,
        species: speciesOf(history, planting),
        course: heightCourse(history, planting, now),
        cover: fitCover(history, planting, now),
        rootCm: rootHeight(history, planting),
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

/** Heights are drawn to this step, cm, so that a drag reuses drawings. */
const DRAWING_STEP_CM = 0.25
type DrawingCache = Map<string, PlantDrawing>

/** What stands on a day, as the light sees it: every planting with its top, its cover and how far it is bare. */
export const standingOn = (stage: Stage, day: number): StandingPlant[] =>
  posedOn(stage, day).map(({ plant }) => plant)

function posedOn(
  stage: Stage,
  day: number,
): { staged: StagedPlanting; height: Estimate; cover: Estimate; plant: StandingPlant }[] {
  const standing = stage.plantings.filter(
    ({ planting }) =>
      dayOf(planting.plantedAt) <= day &&
      (planting.removedAt === null || dayOf(planting.removedAt) > day),
  )
  return standing.map((staged) => {
    const height = heightOn(staged.course, day)
    const cover = coverOn(staged.cover, day, stage.today)
    const { planting, species, rootCm } = staged
    return {
      staged,
      height,
      cover,
      plant: {
        planting,
        species,
        rootCm,
        topCm: rootCm + height.value,
        coverPercent: cover.value,
        bareShare: bareShareOn(staged, day),
      },
    }
  })
}

/** The tank on one day: every planting at its estimated height and cover, the shade under each canopy, the algae. `sketch`: lighter drawings, for a day that is dragged. */
export function sceneOn(
  stage: Stage,
  day: number,
  cache: DrawingCache = new Map(),
  sketch = false,
): Scene {
  const { vessel, layout, today } = stage
  const posed = posedOn(stage, day)
  const canopy = posed.map(({ plant }) => plant)
  const surface = { par: vessel.lamp.parAtSurface, waterlineCm: vessel.waterlineCm }
  const plants = posed.map(({ staged, height, cover }) => {
    const par = parAt(
      { ...patchCentre(staged.planting), y: staged.rootCm },
      canopy,
      surface,
      staged.planting.id,
    )
    return {
      staged,
      height,
      cover,
      par,
      pencil: day > today || !wasSeen(staged, day),
      dli: dliAt(par, vessel.lamp.hours),
      drawing: drawn(staged, height.value, cover.value, day, stage, cache, sketch),
    }
  })
  const shades = canopy
    .filter((plant) => plant.species.group.startsWith('stem'))
    .map((plant) => {
      const [x0, x1] = spanOf(plant.planting)
      return {
        plantingId: plant.planting.id,
        x0,
        x1,
        topCm: Math.min(plant.topCm, vessel.waterlineCm),
        depth: 1 - canopyTransmission(plant, plant.rootCm),
      }
    })
  const algae = stage.algae
    .map((course) => ({ course, percent: algaeOn(course, day) }))
    .filter(({ percent }) => percent >= 0.5)
  return { day, pencil: day > today, plants: layout ? plants : [], shades, algae }
}

/** Planting a thing is seeing it; after this many days its size is a guess unless it was measured once. Common practice. */
const AS_PLANTED_DAYS = 14
const wasSeen = ({ course, cover, planting }: StagedPlanting, day: number): boolean =>
  course.anchors.length > 1 || cover !== null || day - dayOf(planting.plantedAt) <= AS_PLANTED_DAYS

function drawn(
  staged: StagedPlanting,
  height: number,
  cover: number,
  day: number,
  { vessel, layout }: Stage,
  cache: DrawingCache,
  sketch: boolean,
): PlantDrawing {
  const heightCm = Math.round(height / DRAWING_STEP_CM) * DRAWING_STEP_CM
  const coverPercent = Math.round(cover)
  const bareShare = Math.round(bareShareOn(staged, day) * 20) / 20
  const key = `${staged.planting.id}|${heightCm}|${coverPercent}|${bareShare}|${sketch ? 's' : ''}`
  const found = cache.get(key)
  if (found) return found
  const z =
    staged.planting.patch.reduce((sum, point) => sum + point[1], 0) / staged.planting.patch.length
  const rootAt = (x: number) =>
    staged.planting.perch?.heightCm ??
    (layout ? groundDepth(layout.ground, vessel.depthCm, x, z) : 0)
  const drawing = drawPlanting(
    staged.planting,
    staged.species,
    { heightCm, coverPercent, bareShare, sketch },
    rootAt,
    { lineCm: vessel.waterlineCm, lengthCm: vessel.lengthCm },
  )
  cache.set(key, drawing)
  return drawing
}
