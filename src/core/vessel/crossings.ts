import type { Polygon } from '../history/types'

export type Span = readonly [from: number, to: number]

/** Where a line straight back at x runs inside an outline, front first (even–odd). */
export function crossings(outline: Polygon, x: number): Span[] {
  const at = outline
    .flatMap(([x1, z1], i) => {
      const [x2, z2] = outline[(i + 1) % outline.length]
      return x1 <= x === x2 <= x ? [] : [z1 + ((x - x1) / (x2 - x1)) * (z2 - z1)]
    })
    .sort((a, b) => a - b)
  return Array.from({ length: Math.floor(at.length / 2) }, (_, i) => [at[2 * i], at[2 * i + 1]])
}

/** What of some spans lies within another. */
export const shared = (free: readonly Span[], [from, to]: Span): Span[] =>
  free.map(([a, b]): Span => [Math.max(a, from), Math.min(b, to)]).filter(([a, b]) => b > a)

/** What is left of some spans without another. */
export const without = (free: readonly Span[], [from, to]: Span): Span[] =>
  free
    .flatMap(([a, b]): Span[] => [
      [a, Math.min(b, from)],
      [Math.max(a, to), b],
    ])
    .filter(([a, b]) => b > a)
