import type { PlantGroup } from '../history/types'

const FLAT: ReadonlySet<PlantGroup> = new Set(['carpet', 'floating', 'moss'])
const STEMS: ReadonlySet<PlantGroup> = new Set(['stem-fast', 'stem-slow'])

/** Plants that are judged by how much of their place they cover, not by a height: carpets, floaters, mosses. */
export const isFlat = (group: PlantGroup): boolean => FLAT.has(group)

/** Plants that grow upwards from a stem and are cut back: fast and slow stems. */
export const isStem = (group: PlantGroup): boolean => STEMS.has(group)
