/** Least light a kind wants at its leaves: dim under 30, fair 30–80, strong over 80 µmol (common practice). */
export const LIGHT_NEEDS = ['dim', 'fair', 'strong'] as const
export const GAS_NEEDS = ['does without', 'better with', 'needs it'] as const
/** How a kind takes being grown out of the water. */
export const EMERSED = ['well', 'slowly', 'hardly', 'always', 'never'] as const
export const WAYS_TO_CUT = [
  'hard, tops replanted',
  'gently',
  'leaves off at the base',
  'mown',
  'sheared',
  'rhizome cut',
  'scooped off',
] as const

/** What a keeper knows of a kind beside its measures: it outranks what the catalogue says. */
export interface KindFacts {
  /** Common names and the spellings it is sold or searched under, small letters. */
  names: readonly string[]
  light: (typeof LIGHT_NEEDS)[number]
  gas: (typeof GAS_NEEDS)[number]
  /** °C and °dH in which it does well. */
  temperature: readonly [low: number, high: number]
  gh: readonly [low: number, high: number]
  cut: (typeof WAYS_TO_CUT)[number]
  emersed: (typeof EMERSED)[number]
  /** Weeks it sulks or melts after a move, most of the time. */
  sulksWeeks: number
  /** On what its colour depends; null: green whatever one does. */
  colour: string | null
  /** What hurts people or pets, or where it is restricted; null: nothing usual. */
  caution: string | null
}
