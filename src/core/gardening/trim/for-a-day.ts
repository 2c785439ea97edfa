import type { TankHistory } from '../../history/types'
import { dayOf, type Instant } from '../../quantity/time'
import { hedgesOf, MOST_AT_ONCE, shapeWindow, waysOf, type Hedge } from './in-shape'
import { bestStaggers } from './staggered'

export interface DayAsked {
  /** Day number on which all is to be in shape. */
  day: number
  /** Day numbers of the evenings that are free before it. */
  evenings: readonly number[]
  sessions: number
}
/** What is done with one planting, and when it is then in shape, day numbers. */
export interface Cut {
  hedge: Hedge
  /** Null: it is left alone. */
  on: { day: number; toCm: number; mass: number } | null
  from: number
  to: number
  /** The part that holds even if it grows as slowly, or as fast, as it may; null: none. */
  sure: { from: number; to: number } | null
}
export interface DayPlan {
  cuts: Cut[]
  /** The days all share, and how many that are. */
  from: number
  to: number
  days: number
  evenings: number
}
export interface DayAnswer {
  /** The best with each number of evenings, from the fewest that serve up to as many as were asked for; empty: none serves. */
  plans: DayPlan[]
  /** Plantings that no cut on a free evening brings into shape on that day. */
  cannot: Hedge[]
  /** No stem is kept in shape here. */
  nothing: boolean
}

/** An evening more is worth it for a day more. */
const WORTH_DAYS = 1

/** What to cut when, so that all stems are in shape together around a day for as long as can be. */
export function planForDay(history: TankHistory, asked: DayAsked, now: Instant): DayAnswer {
  const today = dayOf(now)
  const hedges = hedgesOf(history, now)
  const goal = asked.day - today
  const evenings = asked.evenings.map((day) => day - today)
  const ways = hedges.map((hedge) => waysOf(hedge, evenings))
  const serves = ways.map((all) => all.some(({ from, to }) => from <= goal && to >= goal))
  const able = hedges.filter((_, i) => serves[i])
  const ableWays = ways.filter((_, i) => serves[i])
  const asStaggered = {
    groups: ableWays,
    day: goal,
    evenings: evenings.length,
    sessions: asked.sessions,
    mostMass: MOST_AT_ONCE,
  }
  const plans: DayPlan[] = []
  for (const best of able.length > 0 ? bestStaggers(asStaggered) : []) {
    const days = best.to - best.from
    if (days < (plans.at(-1)?.days ?? -WORTH_DAYS) + WORTH_DAYS) continue
    const cuts = able.map((hedge, i) => cutBy(hedge, best.chosen[i], evenings, today))
    const cutOn = new Set(cuts.flatMap(({ on }) => (on ? [on.day] : [])))
    plans.push({ cuts, from: today + best.from, to: today + best.to, days, evenings: cutOn.size })
  }
  return { plans, cannot: hedges.filter((_, i) => !serves[i]), nothing: hedges.length === 0 }
}

/** The calendar days that lie wholly within a stretch, first and last, and how many: what is said of it. At least the day it begins on. */
export function calendarDays({ from, to }: Pick<DayPlan, 'from' | 'to'>): {
  first: number
  last: number
  days: number
} {
  const first = Math.ceil(from)
  const last = Math.max(first, Math.floor(to))
  return { first, last, days: last - first + 1 }
}

/** A way as a cut with its days. */
function cutBy(
  hedge: Hedge,
  { evening, cutTo, mass, from, to }: ReturnType<typeof waysOf>[number],
  evenings: readonly number[],
  today: number,
): Cut {
  const inDays = evening === null ? null : evenings[evening]
  return {
    hedge,
    on: inDays === null || cutTo === null ? null : { day: today + inDays, toCm: cutTo, mass },
    from: today + from,
    to: today + to,
    sure: sureOf(hedge, inDays, cutTo ?? 0, today),
  }
}

/** In shape at the slowest begins last, at the fastest ends first. */
function sureOf(hedge: Hedge, inDays: number | null, cutTo: number, today: number): Cut['sure'] {
  const from = shapeWindow(hedge, inDays, cutTo, Math.max(1e-3, hedge.rate.low)).from
  const { to } = shapeWindow(hedge, inDays, cutTo, hedge.rate.high)
  return to > from ? { from: today + from, to: today + to } : null
}
