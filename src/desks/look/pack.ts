import type { RuleTick, TickKind } from '@/ui/time-rule.client'

/** The ticks of the rule by kind, days in turn. */
export type PackedTicks = { kind: TickKind; pencil: boolean; days: number[] }[]

/** A quarter of an hour: no more can be seen on the rule. */
const to = (value: number, places: number) => Number(value.toFixed(places))

export function packTicks(ticks: readonly RuleTick[]): PackedTicks {
  const packed: PackedTicks = []
  for (const { kind, pencil, day } of ticks) {
    const same = packed.find((lane) => lane.kind === kind && lane.pencil === pencil)
    if (same) same.days.push(to(day, 2))
    else packed.push({ kind, pencil, days: [to(day, 2)] })
  }
  return packed
}

export const unpackTicks = (packed: PackedTicks): RuleTick[] =>
  packed.flatMap(({ kind, pencil, days }) => days.map((day) => ({ kind, pencil, day })))
