/** More strokes than these are not told apart. */
const MOST = 15

/** Room for a tally, px: never less than a finger needs. */
export const tallyWidth = (count: number): number =>
  count === 0 ? 0 : Math.max(24, Math.min(count, MOST) * 5 + 6) + 4

/** Tally strokes: one slanted stroke a task, every fifth across. Clay when any of them is late. */
export function Tally({ count, late }: { count: number; late: boolean }) {
  const strokes = Math.min(count, MOST)
  if (strokes === 0) return null
  return (
    <svg
      width={strokes * 5 + 6}
      height={14}
      viewBox={`0 0 ${strokes * 5 + 6} 14`}
      role="img"
      aria-label={`${count} due`}
    >
      {Array.from({ length: strokes }, (_, i) => {
        const crossing = i % 5 === 4
        const x = 2 + i * 5
        return (
          <line
            key={i}
            x1={crossing ? x - 21 : x}
            y1={13}
            x2={crossing ? x + 1 : x + 4}
            y2={1}
            stroke={`var(--chakra-colors-${late ? 'clay' : 'ink'})`}
            strokeWidth={1.8}
            strokeLinecap="round"
          />
        )
      })}
    </svg>
  )
}
