/** How much of a tank is done anew. */
export const OPTION_KEYS = ['leave', 'trim', 'zone', 'partial', 'soil', 'full'] as const
export type OptionKey = (typeof OPTION_KEYS)[number]

/** What a step of a plan asks of the keeper; `plan.words.ts` says each. */
export const STEP_CODES = [
  'test first',
  'lay out',
  'power off',
  'draw water',
  'trim to a third',
  'lift',
  'sort',
  'old soil out',
  'new soil in',
  'vacuum',
  'plant',
  'refill',
  'rinse sponge',
  'start again',
  'day after',
  'third day',
  'try dry',
  'set up holding',
  'loose first',
  'lift all',
  'catch',
  'look for young',
  'strip',
  'clean glass',
  'lay ground',
  'plant damp',
  'fill',
  'animals back',
  'settle',
  'lamp up',
  'cut to a third',
  'loose cuttings',
  'change half',
  'watch',
  'replant tops',
  'test daily',
  'hold until safe',
  'own words',
] as const
export type StepCode = (typeof STEP_CODES)[number]

/** What can hurt someone at a step. */
export const CAUTION_CODES = [
  'mains',
  'weight',
  'glass',
  'hands',
  'gas',
  'nature',
  'media',
  'animals',
] as const
export type CautionCode = (typeof CAUTION_CODES)[number]

/** What a plan needs at hand. */
export const MATERIAL_CODES = [
  'source water',
  'active soil',
  'root tabs',
  'own cuttings',
  'bought stems',
  'portions',
  'divided',
  'floss',
  'tubs',
  'tests',
  'own words',
] as const
export type MaterialCode = (typeof MATERIAL_CODES)[number]

/** Where along a tank something lies. */
export const SIDES = ['left', 'middle', 'right'] as const
export type Side = (typeof SIDES)[number]
