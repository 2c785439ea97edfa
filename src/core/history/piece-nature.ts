/** What a stone does to the water: vinegar drips on lime and it fizzes. */
export const LIMES = ['not tried', 'inert', 'lime-bearing'] as const
/** What wood does when it is put in. */
export const SOAKINGS = ['not tried', 'floats', 'stays down'] as const
/** How a piece is kept where it stands. */
export const HOLDINGS = ['not said', 'in the ground', 'on grit', 'wedged', 'glued', 'tied'] as const

/** What is known of a stone or a piece of wood beside its shape. */
export interface PieceNature {
  lime: (typeof LIMES)[number]
  /** Full of holes, like lava: light for its size. */
  porous: boolean
  soaking: (typeof SOAKINGS)[number]
  /** Wood that colours the water, or grows slime. */
  stains: boolean
  slimes: boolean
  holding: (typeof HOLDINGS)[number]
  /** Tapped with a finger and found firm. */
  tapped: boolean
  /** A cave or a gap in which animals hide. */
  hides: boolean
}

/** A piece of which nobody said more. */
export const UNKNOWN_NATURE: PieceNature = {
  lime: 'not tried',
  porous: false,
  soaking: 'not tried',
  stains: false,
  slimes: false,
  holding: 'not said',
  tapped: false,
  hides: false,
}

/** What is known of a piece; of one that says nothing, that nothing is known. */
export const natureOf = ({ nature }: { nature?: PieceNature }): PieceNature =>
  nature ?? UNKNOWN_NATURE
