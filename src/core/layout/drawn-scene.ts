import { roofOver, patchCentre } from '../plants/place'
import { groundDepth } from '../vessel/ground-depth'
import { drawPlanting, type PlantDrawing } from './draw-plant'
import { sceneOn, type Scene, type ScenePlant, type Stage } from './scene'

export interface DrawnPlant extends ScenePlant {
  drawing: PlantDrawing
}
/** A scene with every planting drawn by its habit: for whoever looks; judgement needs none of it. */
export interface DrawnScene extends Scene {
  plants: DrawnPlant[]
}

/** Heights are drawn to this step, cm, so that a drag reuses drawings. */
const DRAWING_STEP_CM = 0.25
type DrawingCache = Map<string, PlantDrawing>

/** The tank on one day, drawn. `cache` is the caller’s own; `sketch`: lighter drawings, for a day that is dragged. */
export function drawnSceneOn(
  stage: Stage,
  day: number,
  cache: DrawingCache = new Map(),
  sketch = false,
): DrawnScene {
  const scene = sceneOn(stage, day)
  return {
    ...scene,
    plants: scene.plants.map((plant) => ({
      ...plant,
      drawing: drawn(plant, scene, cache, sketch),
    })),
  }
}

function drawn(
  { staged, planting, rootCm, height, cover, bareShare }: ScenePlant,
  { tank: { vessel, layout } }: Scene,
  cache: DrawingCache,
  sketch: boolean,
): PlantDrawing {
  const heightCm = Math.round(height.value / DRAWING_STEP_CM) * DRAWING_STEP_CM
  const coverPercent = Math.round(cover.value)
  const bare = Math.round(bareShare * 20) / 20
  const { x, z } = patchCentre(planting)
  // The same planting at another place or on other ground is another drawing.
  const key = `${staged.id}|${x.toFixed(1)},${z.toFixed(1)},${rootCm.toFixed(1)}|${vessel.waterlineCm}|${planting.stems}|${heightCm}|${coverPercent}|${bare}|${sketch ? 's' : ''}`
  const found = cache.get(key)
  if (found) return found
  const rootAt = (at: number) =>
    planting.perch?.heightCm ?? (layout ? groundDepth(layout.ground, vessel.depthCm, at, z) : 0)
  const drawing = drawPlanting(
    planting,
    staged.species,
    { heightCm, coverPercent, bareShare: bare, sketch },
    rootAt,
    { lineCm: roofOver({ vessel, layout }, planting), lengthCm: vessel.lengthCm },
  )
  cache.set(key, drawing)
  return drawing
}
