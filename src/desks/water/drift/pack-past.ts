import type { BandPoint } from '@/core/water/estimate/estimate'

/** No more digits than a chart can show. */
const DIGITS = 5
const brief = (value: number) => Number(value.toPrecision(DIGITS))

/** Points since a day as rows of day (from today), value, low and high: a third as long to send as named. */
export const packPast = (past: readonly BandPoint[], since: number, today: number): number[] =>
  past
    .filter((point) => point.day >= since)
    .flatMap(({ day, value, low, high }) => [
      Number((day - today).toFixed(3)),
      brief(value),
      brief(low),
      brief(high),
    ])

/** The points again. */
export const unpackPast = (rows: readonly number[], today: number): BandPoint[] =>
  Array.from({ length: rows.length / 4 }, (_, i) => {
    const [day, value, low, high] = rows.slice(4 * i, 4 * i + 4)
    return { day: today + day, value, low, high }
  })
