import { remembered } from '../quantity/remember'
import { dayOf, type Instant } from '../quantity/time'

/** Why something stands for a while only, and until when: on that day the keeper is asked. */
export interface Temporary {
  until: Instant
  because: string
}
/** How a thing stood, or was set, from a moment on until its next version. */
export interface Version<T> {
  from: Instant
  is: T
  temporary: Temporary | null
}
/** The versions of a thing in time order, one at least. */
export type Dated<T> = readonly Version<T>[]

/** One version that held from a moment on. */
export const since = <T>(from: Instant, is: T, temporary: Temporary | null = null): Version<T> => ({
  from,
  is,
  temporary,
})

/** The day a version begins, read off its instant once. */
const fromDay = remembered((version: Version<unknown>) => dayOf(version.from))

/** The version that held on a day (day number, fractions are hours), or null before the first. */
export function versionOn<T>(dated: Dated<T>, day: number): Version<T> | null {
  for (let i = dated.length - 1; i >= 0; i--) if (fromDay(dated[i]) <= day) return dated[i]
  return null
}

/**
 * What held on a day, for what a tank always has (glass, care, the analysis of a source): before the first version the first is
 * all that is known. Throws RangeError on an empty list, which no border lets in.
 */
export function heldOn<T>(dated: Dated<T>, day: number): T {
  if (dated.length === 0) throw new RangeError('A dated fact needs one version at least')
  return (versionOn(dated, day) ?? dated[0]).is
}

/** The versions with another one beginning at `version.from`; one that began at that very moment is replaced. */
export function withVersion<T>(dated: Dated<T>, version: Version<T>): Dated<T> {
  const rest = dated.filter((other) => dayOf(other.from) !== dayOf(version.from))
  return [...rest, version].sort((a, b) => dayOf(a.from) - dayOf(b.from))
}

/** The versions with the one that held on a day put right: it was so all along. Before the first, the first is put right. */
export function putVersionRight<T>(dated: Dated<T>, day: number, is: T): Dated<T> {
  const held = versionOn(dated, day) ?? dated[0]
  return dated.map((version) => (version === held ? { ...version, is } : version))
}

/** Whether versions are in time order, no two of one moment, one at least. */
export const inOrder = <T>(dated: Dated<T>): boolean =>
  dated.length > 0 &&
  dated.every((version, i) => i === 0 || dayOf(dated[i - 1].from) < dayOf(version.from))
