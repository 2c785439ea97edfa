import polygonClipping, { type Pair } from 'polygon-clipping'
import { isWithin, planOutline, type FloorPlan } from '../history/glass-shape'
import type { Point, Polygon } from '../history/types'
import { polygonArea } from '../vessel/volume'
import { middleOf, shifted } from './board'
import { toMm } from './to-mm'

/** A hand draws no finer, cm. */
const SLACK_CM = 0.05

/** Whether every corner of an outline lies in the room of a vessel. */
export const fitsGlass = (plan: FloorPlan, outline: Polygon, slackCm = SLACK_CM): boolean =>
  outline.every((point) => isWithin(plan, point, slackCm))

/** An outline cut at the panes of a vessel, the largest piece where they cut it in several; null where nothing of it lies inside. */
export function cutAtGlass(plan: FloorPlan, outline: Polygon): readonly Point[] | null {
  if (fitsGlass(plan, outline)) return outline
  const ring = (polygon: Polygon) => [polygon.map(([x, z]): Pair => [x, z])]
  const parts = polygonClipping
    .intersection(ring(outline), ring(planOutline(plan)))
    .map(([outer]) => outer.slice(0, -1).map(([x, z]): Point => [toMm(x), toMm(z)]))
    .filter((part) => part.length >= 3)
    .sort((a, b) => polygonArea(b) - polygonArea(a))
  return parts[0] ?? null
}

/** Steps in which a thing is brought in, and how many of them lead to the middle. */
const STEPS = 20

/** How far a thing is to be moved towards the middle of a vessel until it fits, cm; nothing where it fits, or never will. */
export function inwards(plan: FloorPlan, outline: Polygon): { dx: number; dz: number } {
  const { x, z } = middleOf(outline)
  const to = middleOf(planOutline(plan))
  for (let step = 0; step <= STEPS; step++) {
    const [dx, dz] = [((to.x - x) * step) / STEPS, ((to.z - z) * step) / STEPS]
    if (fitsGlass(plan, shifted(outline, dx, dz))) return { dx: toMm(dx), dz: toMm(dz) }
  }
  return { dx: 0, dz: 0 }
}
