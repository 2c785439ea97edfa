import type { Ground, GroundLayer } from './types'

type Material = Ground['material']

const ACTIVE: ReadonlySet<Material> = new Set(['active soil', 'soil under sand'])
const FEEDING: ReadonlySet<Material> = new Set([
  'active soil',
  'soil under sand',
  'old mixed ground',
])
const MINERAL: ReadonlySet<Material> = new Set(['sand', 'fine gravel', 'gravel'])

/** Soil that takes KH down while it is young, and leaches ammonia. */
export const isActive = (material: Material): boolean => ACTIVE.has(material)
/** Ground that holds something for roots without tablets. */
export const feedsRoots = (material: Material): boolean => FEEDING.has(material)
/** Ground that may hold lime until vinegar says otherwise. */
export const mayHoldLime = (material: Material): boolean => MINERAL.has(material)
/** Grains so small and light that they creep into what lies beside them. */
export const isSoil = (material: Material): boolean =>
  material.includes('soil') || material === 'old mixed ground'

/** Bulk density under water, kg/L, the middle of what keepers report: soil 1.1–1.3, sand 1.8–2.0, gravel 1.6–1.8, lava 0.9–1.2. Common practice. */
export const WET_DENSITY: Readonly<Record<Material, number>> = {
  'active soil': 1.2,
  'inert soil': 1.2,
  sand: 1.9,
  'fine gravel': 1.7,
  gravel: 1.7,
  lava: 1.05,
  'old mixed ground': 1.5,
  'soil under sand': 1.35,
}

/** The same of what lies under or over the main material. Bags and porous stone are filled with light stuff; a base layer is rich soil; a cap is sand. Common practice. */
export const LAYER_DENSITY: Readonly<Record<GroundLayer['of'], number>> = {
  'filler bags': 1.05,
  'porous stone': 1.05,
  'base layer': 1.3,
  'soil in bags': 1.2,
  cap: 1.9,
}
/** What is reckoned by its thickness, over all of the ground; the rest by its litres. */
export const isSpread = (of: GroundLayer['of']): boolean => of === 'base layer' || of === 'cap'
