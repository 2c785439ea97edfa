/**
 * Pure functions that are asked the same thing again and again. Stories, journals and entries are never changed in place, so what was
 * worked out of one object is as good as worked out anew; it is forgotten together with the object. Nothing else in the core keeps state.
 */

/** `make`, worked out once for each object it is asked of. */
export function remembered<K extends object, V extends object | number | string>(
  make: (of: K) => V,
): (of: K) => V {
  const known = new WeakMap<K, V>()
  return (of) => {
    const kept = known.get(of)
    if (kept !== undefined) return kept
    const made = make(of)
    known.set(of, made)
    return made
  }
}

/** `make`, worked out once for each name and each of the moments last asked for (one, unless more are kept): a dozen judgements ask of one moment. */
export function rememberedAt<K extends object, N, V, M>(
  keyOf: (of: K) => object,
  make: (of: K, name: N, at: M) => V,
  moments = 1,
): (of: K, name: N, at: M) => V {
  const known = new WeakMap<object, Map<M, Map<N, V>>>()
  return (of, name, at) => {
    const key = keyOf(of)
    let kept = known.get(key)
    if (!kept) known.set(key, (kept = new Map()))
    let made = kept.get(at)
    if (!made) {
      // The moment that came first gives way.
      if (kept.size >= moments) kept.delete(kept.keys().next().value as M)
      kept.set(at, (made = new Map()))
    }
    const value = made.get(name) ?? make(of, name, at)
    made.set(name, value)
    return value
  }
}
