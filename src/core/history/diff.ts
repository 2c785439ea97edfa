import { FACT_PARTS, type FactPart } from '../journal/fact-change'
import type { TankHistory } from './types'

export type FactOf<P extends FactPart> = P extends 'vessel'
  ? TankHistory['vessel']
  : P extends keyof TankHistory
    ? TankHistory[P] extends readonly (infer T)[]
      ? T
      : never
    : never

/** One record as it was and as it is now; null where there was none, or is none any more. `vesselId`: whose story it stands in. */
export type FactDiff = {
  [P in FactPart]: {
    vesselId: string
    part: P
    id: string
    before: FactOf<P> | null
    after: FactOf<P> | null
  }
}[FactPart]

/** Put right, changed on a day, done by a step of a plan, moved between two tanks. */
export type ActKind = 'correction' | 'change' | 'plan-step' | 'move'

/** The records of a part by their ids. */
export function recordsOf(history: TankHistory, part: FactPart): readonly { id: string }[] {
  return part === 'vessel' ? [history.vessel] : history[part]
}

/** The differences that take a story from one state of its facts to another: records that came, went, or are other than before. */
export function diffOf(before: TankHistory, after: TankHistory): FactDiff[] {
  const vesselId = after.vessel.id
  return FACT_PARTS.flatMap((part) => {
    const [old, fresh] = [recordsOf(before, part), recordsOf(after, part)]
    if (old === fresh) return []
    const [was, is] = [byId(old), byId(fresh)]
    return [...new Set([...was.keys(), ...is.keys()])].flatMap((id) => {
      const [a, b] = [was.get(id) ?? null, is.get(id) ?? null]
      return a === b || sameFact(a, b)
        ? []
        : [{ vesselId, part, id, before: a, after: b } as FactDiff]
    })
  })
}

const byId = (list: readonly { id: string }[]) => new Map(list.map((one) => [one.id, one]))

/** The story with differences of its own applied; those of other tanks are left alone. Order of a part: as it was, what is new at its end. */
export function applyDiffs(history: TankHistory, diffs: readonly FactDiff[]): TankHistory {
  return diffs
    .filter((diff) => diff.vesselId === history.vessel.id)
    .reduce<TankHistory>((story, { part, id, after }) => {
      if (part === 'vessel') return after === null ? story : { ...story, vessel: after as never }
      const list = story[part] as readonly { id: string }[]
      const there = list.some((one) => one.id === id)
      const next = after === null ? [] : [after as { id: string }]
      return {
        ...story,
        [part]: there ? list.flatMap((one) => (one.id === id ? next : [one])) : [...list, ...next],
      }
    }, history)
}

/** The differences turned round: applied after the others they give back what was. */
export const inverseOf = (diffs: readonly FactDiff[]): FactDiff[] =>
  [...diffs]
    .reverse()
    .map((diff) => ({ ...diff, before: diff.after, after: diff.before }) as FactDiff)

/** The differences that cannot be taken back any more, since something else was changed there meanwhile. */
export function overtakenBy(history: TankHistory, diffs: readonly FactDiff[]): FactDiff[] {
  return diffs
    .filter((diff) => diff.vesselId === history.vessel.id)
    .filter(({ part, id, after }) => {
      const stands = recordsOf(history, part).find((one) => one.id === id) ?? null
      return !sameFact(stands, after)
    })
}

/** Whether two records hold the same, however their keys are ordered. */
export const sameFact = (a: unknown, b: unknown): boolean => orderedJson(a) === orderedJson(b)

const orderedJson = (value: unknown): string =>
  JSON.stringify(value, (_key, inner: unknown) =>
    typeof inner === 'object' && inner !== null && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([x], [y]) => (x < y ? -1 : 1)))
      : inner,
  ) ?? ''
