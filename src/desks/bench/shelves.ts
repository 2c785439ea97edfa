/** What one shelf holds: so many cm of vessels, or so many of them, before the next shelf begins. */
const SHELF_CM = 330
const SHELF_COUNT = 4

/** Vessels set on shelves in their order, none empty; a vessel longer than a shelf has one of its own. */
export function shelvesOf<T extends { lengthCm: number }>(vessels: readonly T[]): T[][] {
  const shelves: T[][] = []
  for (const vessel of vessels) {
    const last = shelves.at(-1)
    const full =
      last &&
      (last.length >= SHELF_COUNT ||
        last.reduce((sum, one) => sum + one.lengthCm, 0) + vessel.lengthCm > SHELF_CM)
    if (last && !full) last.push(vessel)
    else shelves.push([vessel])
  }
  return shelves
}

/**
 * The columns of each shelf as a grid template, so that a centimetre is as wide on every shelf: each has as many columns and gaps
 * as the fullest, and is filled up to the length of the longest. `rulerCm`: room beside each vessel.
 */
export function shelfColumns(
  shelves: readonly (readonly { lengthCm: number }[])[],
  rulerCm: number,
): string[] {
  const lengths = shelves.map((shelf) => shelf.map((vessel) => vessel.lengthCm + rulerCm))
  const total = (shelf: readonly number[]) => shelf.reduce((sum, length) => sum + length, 0)
  const [most, longest] = [
    Math.max(...lengths.map((shelf) => shelf.length)),
    Math.max(...lengths.map(total)),
  ]
  return lengths.map((shelf) => {
    const spare =
      shelves.length === 1
        ? []
        : [...Array.from({ length: most - shelf.length }, () => 0), longest - total(shelf)]
    return [...shelf, ...spare].map((length) => `minmax(0, ${length}fr)`).join(' ')
  })
}
