import type { LightAhead, LitPlanting } from './light-ahead'

/** How far the lamps could be turned down. */
export interface Demand {
  /** The planting that forces the light as it is, and the share of today’s light it needs at its foot; over 1: it is short already. */
  forcedBy: LitPlanting
  needs: number
  /** What the others need together without it, in parts of today’s light; null: nothing else stands here. */
  withoutIt: number | null
}

/** Which planting forces the level of the lamps, and how far they could go down without that one: light falls off with the level of the lamps alike at every foot. Null without a planting or without light. */
export function demandOf({ plantings }: LightAhead): Demand | null {
  const needs = plantings
    .filter(({ foot }) => foot[0].par > 0)
    .map((one) => ({ one, needs: one.least / one.foot[0].par }))
    .sort((a, b) => b.needs - a.needs)
  if (needs.length === 0) return null
  const [first, second] = needs
  return { forcedBy: first.one, needs: first.needs, withoutIt: second?.needs ?? null }
}
