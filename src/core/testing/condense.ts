/** Of a longer list so many items are kept, spread evenly, the first and last among them. */
const MOST_ITEMS = 7
/** A list of so many things that are no series is kept whole: the questions of a round, the options. */
const WHOLE = 20
const SERIES_KEYS = ['day', 'x', 'at']
/** Digits that are the same on every machine. */
const DIGITS = 6

/** A result as a short, stable record of itself: numbers to six digits, long lists thinned with their length said, functions left out. */
export function condense(value: unknown): unknown {
  if (typeof value === 'number')
    return Number.isFinite(value) ? Number(value.toPrecision(DIGITS)) : String(value)
  if (value instanceof Map) return condense([...value])
  if (value instanceof Set) return condense([...value])
  if (ArrayBuffer.isView(value)) return condense(Array.from(value as Float64Array))
  if (Array.isArray(value)) return thinned(value)
  if (typeof value !== 'object' || value === null)
    return typeof value === 'function' ? undefined : value
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .flatMap(([key, inner]) => {
        const short = condense(inner)
        return short === undefined ? [] : [[key, short]]
      }),
  )
}

function thinned(list: readonly unknown[]): unknown[] {
  if (list.length <= (isSeries(list) ? MOST_ITEMS : WHOLE)) return list.map(condense)
  const picked = Array.from(
    { length: MOST_ITEMS },
    (_, i) => list[Math.round((i * (list.length - 1)) / (MOST_ITEMS - 1))],
  )
  return [`${list.length} items`, ...picked.map(condense)]
}

/** Figures, points and moments along a line. */
const isSeries = ([first]: readonly unknown[]): boolean =>
  typeof first !== 'object' || first === null || SERIES_KEYS.some((key) => key in first)
