/** How sure it is what kind a plant is of. */
export const SURENESSES = ['sure', 'thought to be', 'unknown'] as const
export type Sureness = (typeof SURENESSES)[number]
