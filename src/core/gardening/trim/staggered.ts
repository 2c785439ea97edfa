/** One way to deal with a group of plants: cut on an evening (its place among the evenings), or left alone (null). */
export interface Option {
  evening: number | null
  /** Days between which the group is then in shape; any unit of time. */
  from: number
  to: number
  /** Share of the plant mass of the tank that the cut takes, 0–1. */
  mass: number
}
export interface StaggerQuestion<O extends Option = Option> {
  /** Ways of each group; the order of the groups is kept in the answer. */
  groups: readonly (readonly O[])[]
  /** The day on which all must be in shape. */
  day: number
  evenings: number
  /** At most so many evenings with scissors. */
  sessions: number
  /** At most so much of the plant mass on one evening, 0–1. */
  mostMass: number
}
export interface Stagger<O extends Option = Option> {
  /** Days between which all are in shape together. */
  from: number
  to: number
  /** One way for each group. */
  chosen: readonly O[]
}

/**
 * For each number of evenings the longest time, around a day, in which all groups are in shape together with at most so much mass cut on each, and
 * the ways that give it; a number that gains nothing over fewer is left out, so that the last is the best there is. Exact: every set of
 * evenings is tried; within one, the common time begins where some group’s does, and for each such beginning the longest end with a
 * way for all groups under the cap is sought. Empty where no set of evenings serves.
 * Cost: (evenings over sessions) × options × groups; twelve groups, 24 evenings, four sessions: some 20 million steps.
 */
export function bestStaggers<O extends Option>(question: StaggerQuestion<O>): Stagger<O>[] {
  const { day, evenings, sessions } = question
  const groups = question.groups.map((options) =>
    options.filter(({ from, to, mass }) => from <= day && to >= day && mass <= question.mostMass),
  )
  if (groups.some((options) => options.length === 0)) return []
  const byFrom = groups
    .flatMap((options, group) => options.map((option) => ({ option, group })))
    .sort((a, b) => a.option.from - b.option.from)
  const bests: Stagger<O>[] = []
  for (let size = 0; size <= Math.min(sessions, evenings); size++) {
    let best = bests.at(-1) ?? null
    const fewer = best
    forEachSet(evenings, size, (set) => {
      const beat = best ? best.to - best.from : -1
      best = bestWithin(byFrom, groups.length, set, question, beat) ?? best
    })
    if (best && best !== fewer) bests.push(best)
  }
  return bests
}

/** Every set of `size` evenings, as marks. */
function forEachSet(n: number, size: number, visit: (set: Uint8Array) => void): void {
  const set = new Uint8Array(n)
  const choose = (from: number, left: number) => {
    if (left === 0) return visit(set)
    for (let i = from; i <= n - left; i++) {
      set[i] = 1
      choose(i + 1, left - 1)
      set[i] = 0
    }
  }
  choose(0, size)
}

interface Ranked<O> {
  option: O
  group: number
}

/** The longest common time with a set of evenings that beats `beat`, or null. */
function bestWithin<O extends Option>(
  byFrom: readonly Ranked<O>[],
  groups: number,
  set: Uint8Array,
  { day, mostMass }: Pick<StaggerQuestion, 'day' | 'mostMass'>,
  beat: number,
): Stagger<O> | null {
  const furthest = new Float64Array(groups).fill(-Infinity)
  const allowed: Ranked<O>[] = []
  let best: Stagger<O> | null = null
  let length = beat
  for (const ranked of byFrom) {
    const { option, group } = ranked
    if (option.evening !== null && set[option.evening] === 0) continue
    allowed.push(ranked)
    if (option.to <= furthest[group]) continue
    furthest[group] = option.to
    const bound = leastOf(furthest)
    if (bound < day || bound - option.from <= length + EPSILON) continue
    const found = underCap(allowed, groups, option.from, bound, length, mostMass)
    if (!found) continue
    best = found
    length = found.to - found.from
  }
  return best
}
const EPSILON = 1e-9

function leastOf(all: Float64Array): number {
  let least = Infinity
  for (const one of all) if (one < least) least = one
  return least
}

/** The latest end, from a beginning on, that all groups reach with no evening over the cap; null where none beats `length`. */
function underCap<O extends Option>(
  allowed: readonly Ranked<O>[],
  groups: number,
  from: number,
  bound: number,
  length: number,
  mostMass: number,
): Stagger<O> | null {
  const ends = [...new Set(allowed.map(({ option }) => option.to))]
    .filter((to) => to <= bound && to - from > length + EPSILON)
    .sort((a, b) => b - a)
  for (const to of ends) {
    const ways = Array.from({ length: groups }, (_, group) =>
      allowed
        .filter((one) => one.group === group && one.option.to >= to)
        .map(({ option }) => option)
        .sort((a, b) => a.mass - b.mass),
    )
    const chosen = packed(ways, mostMass)
    if (chosen) return { from, to, chosen }
  }
  return null
}

/** One way for each group so that no evening takes more than the cap; those with the fewest ways first. Null where there is none. */
function packed<O extends Option>(ways: readonly (readonly O[])[], mostMass: number): O[] | null {
  const order = ways.map((_, i) => i).sort((a, b) => ways[a].length - ways[b].length)
  const taken = new Map<number, number>()
  const chosen = new Array<O>(ways.length)
  const place = (k: number): boolean => {
    if (k === order.length) return true
    for (const option of ways[order[k]]) {
      const { evening, mass } = option
      const before = evening === null ? 0 : (taken.get(evening) ?? 0)
      if (evening !== null && before + mass > mostMass + EPSILON) continue
      if (evening !== null) taken.set(evening, before + mass)
      chosen[order[k]] = option
      if (place(k + 1)) return true
      if (evening !== null) taken.set(evening, before)
    }
    return false
  }
  return place(0) ? chosen : null
}
