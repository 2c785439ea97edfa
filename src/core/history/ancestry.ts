/** Whether a planting stands among its own ancestors. `parentsOf`: by id, as far as they are known. */
export function isOwnAncestor(
  id: string,
  parentsOf: ReadonlyMap<string, readonly string[]>,
): boolean {
  const seen = new Set<string>()
  const open = [...(parentsOf.get(id) ?? [])]
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    if (next === id) return true
    if (seen.has(next)) continue
    seen.add(next)
    open.push(...(parentsOf.get(next) ?? []))
  }
  return false
}
