/** How many copies of each age are kept. */
export const KEPT = { days: 7, weeks: 8, months: 12 } as const

const DAY_MS = 86_400_000
/** Monday the 5th of January 1970: weeks begin on Mondays. */
const FIRST_MONDAY = 4

const dayOf = (at: Date) => Math.floor(at.getTime() / DAY_MS)
const weekOf = (at: Date) => Math.floor((dayOf(at) - FIRST_MONDAY) / 7)
const monthOf = (at: Date) => at.getUTCFullYear() * 12 + at.getUTCMonth()

/**
 * Which of the moments at which a copy was made are to be kept: the last of each of the latest seven days, eight weeks and twelve months that
 * have one. The others may go. In the order given.
 */
export function keptCopies(moments: readonly Date[]): Date[] {
  const latestFirst = [...moments].sort((a, b) => b.getTime() - a.getTime())
  const kept = new Set<Date>()
  for (const [periodOf, most] of [
    [dayOf, KEPT.days],
    [weekOf, KEPT.weeks],
    [monthOf, KEPT.months],
  ] as const) {
    const seen = new Set<number>()
    for (const at of latestFirst) {
      if (seen.size === most) break
      if (!seen.has(periodOf(at))) kept.add(at)
      seen.add(periodOf(at))
    }
  }
  return moments.filter((at) => kept.has(at))
}
