import type { Ground } from '../history/types'

/**
 * The steepest slope each material holds under water without a stone or a strip that holds it back, degrees. Common practice: soil grains
 * 30–35, sand 30, gravel 35–40; the middle of each.
 */
export const REPOSE_DEGREES: Readonly<Record<Ground['material'], number>> = {
  'active soil': 32,
  'inert soil': 32,
  sand: 30,
  'fine gravel': 36,
  gravel: 37,
  lava: 37,
  'old mixed ground': 32,
  'soil under sand': 30,
}
