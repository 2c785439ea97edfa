import { entriesOf } from '../../history/journal-index'
import type { TankHistory } from '../../history/types'
import type { Estimate } from '../../quantity/estimate'
import type { Instant } from '../../quantity/time'
import { balanceOf, type Flow } from '../balance/balance'
import type { WaterConditions } from '../estimate/conditions'
import { bandNow } from '../facts/parameters'
import { lastIds } from '../../history/evidence'
import type { Judged } from '../../history/finding'

/** What nobody wrote down is worth a word from this share of all that comes in. */
const MUCH_UNWRITTEN = 0.25
/** Food is the matter from this share on, where nitrate stands over its band. */
const MOSTLY_FOOD = 0.5

/** Streams smaller than this share of all that comes in are left out of the evidence. */
const WORTH_TELLING = 0.03
const MEALS = 3

/** mg/L a week; `into`: all that comes in. */
interface Streams {
  into: number
  days: number
  streams: readonly Pick<Flow, 'kind' | 'perWeek'>[]
}
export interface IntakeFacts {
  'unwritten-nitrate': Streams & { unwritten: Estimate; food: Estimate }
  'nitrate-from-food': Streams & { food: Estimate }
}

/** Where the nitrate comes from, when that is more food than is written down, or food that is too much. Null when neither, or without a balance. */
export function intakeFinding(
  history: TankHistory,
  conditions: WaterConditions,
  now: Instant,
): Judged<IntakeFacts> | null {
  const estimate = conditions.of('nitrate')
  const balance = estimate ? balanceOf(history, 'nitrate', now, { known: estimate }) : null
  if (!estimate || !balance?.ok) return null
  const { flows, days } = balance.value
  const into = flows.reduce((sum, flow) => sum + Math.max(0, flow.perWeek.value), 0)
  const flowOf = (kind: (typeof flows)[number]['kind']) =>
    flows.find((flow) => flow.kind === kind)?.perWeek ?? null
  const [unwritten, food] = [flowOf('unlogged'), flowOf('feed')]
  const base = {
    topic: 'intake' as const,
    key: 'intake',
    subject: { of: 'water' } as const,
    level: 'watch' as const,
    entryIds: lastIds(entriesOf(history.entries, 'feed'), MEALS),
    leadsTo: { page: 'water' } as const,
  }
  const facts = {
    into,
    days,
    streams: flows.filter((flow) => Math.abs(flow.perWeek.value) > WORTH_TELLING * into),
  }
  // Who writes no food down is not told that food is missing.
  if (
    food &&
    food.value > 0 &&
    unwritten &&
    unwritten.low > 0 &&
    unwritten.value > MUCH_UNWRITTEN * into
  )
    return {
      ...base,
      rule: 'unwritten-nitrate',
      facts: { ...facts, unwritten, food },
      weight: 31,
    } satisfies Judged<IntakeFacts, 'unwritten-nitrate'>
  const { high } = bandNow(history, 'nitrate', now)
  return food && food.value > MOSTLY_FOOD * into && high !== null && estimate.now.value > high
    ? ({
        ...base,
        rule: 'nitrate-from-food',
        facts: { ...facts, food },
        weight: 29,
      } satisfies Judged<IntakeFacts, 'nitrate-from-food'>)
    : null
}
