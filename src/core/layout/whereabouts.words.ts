import type { Whereabouts } from './whereabouts'

/** “at the back left”, “at the front”, “in the middle”. */
export function sayWhereabouts({ side, depth }: Whereabouts): string {
  if (side === 'middle') return depth === 'middle' ? 'in the middle' : `at the ${depth}`
  return `at the ${depth === 'middle' ? side : `${depth} ${side}`}`
}
