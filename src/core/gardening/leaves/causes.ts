import type { LeafAge, LeafLook } from '../../journal/kinds/leaf'

/** What may lie behind the look of leaves. */
export const CAUSES = [
  'nitrogen',
  'phosphorus',
  'potassium',
  'magnesium',
  'calcium',
  'iron',
  'trace elements',
  'gas',
  'light',
  'melt',
  'animal',
  'age',
] as const
export type Cause = (typeof CAUSES)[number]

/** Nutrients that a plant moves from its old leaves to the new, and those it cannot: lack of the first shows in old leaves, of the second in new ones (Marschner, Mineral Nutrition of Higher Plants, ch. 12; Epstein & Bloom, Mineral Nutrition of Plants, ch. 8). */
export const MOVABLE: ReadonlySet<Cause> = new Set([
  'nitrogen',
  'phosphorus',
  'potassium',
  'magnesium',
])
export const FIXED: ReadonlySet<Cause> = new Set(['calcium', 'iron', 'trace elements'])

/** How much a look speaks for a cause: 0 not at all, 1 somewhat, 2 as its own sign, 3 hardly by anything else (log odds, common practice after the two handbooks). */
const SPEAKS: Readonly<Record<LeafLook, Partial<Record<Cause, number>>>> = {
  'evenly yellow': { nitrogen: 2, iron: 0.5, age: 1, light: 0.5 },
  'yellow between the veins': { magnesium: 2, iron: 1, 'trace elements': 0.5, potassium: 0.5 },
  'pale with green veins': { iron: 2, 'trace elements': 1, magnesium: 0.5, calcium: 0.5 },
  pinholes: { potassium: 2, animal: 0.5, age: 0.5 },
  'burnt edges': { potassium: 1.5, magnesium: 0.5, calcium: 0.5, age: 0.5 },
  'dark or purplish': { phosphorus: 2, light: 0.3 },
  'twisted or hooked': { calcium: 2, gas: 1.2, 'trace elements': 0.7 },
  'small and stunted': { gas: 1.2, calcium: 1, nitrogen: 0.8, phosphorus: 0.8, light: 1 },
  mush: { melt: 2.5, light: 0.5, animal: 0.2 },
  chewed: { animal: 3 },
  'dotted with algae': { phosphorus: 1, age: 1.2, light: 0.5, gas: 0.5 },
  'bare stem': { light: 2.5, nitrogen: 0.7, age: 0.5 },
}
/** What shows where it should not speaks against itself by so much. */
const WRONG_PLACE = -1.5

/** Log odds that a look on such leaves gives a cause. */
export function speaksFor(cause: Cause, look: LeafLook, on: LeafAge): number {
  const own = SPEAKS[look][cause] ?? -1
  if (on === 'new growth' && (MOVABLE.has(cause) || cause === 'age')) return own + WRONG_PLACE
  if (on === 'old leaves' && FIXED.has(cause)) return own + WRONG_PLACE
  return own
}
