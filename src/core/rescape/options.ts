import { OPTION_KEYS, type OptionKey } from '../history/plan-codes'
import type { PlanStep, TankHistory } from '../history/types'
import type { Estimate } from '../quantity/estimate'
import type { Instant } from '../quantity/time'
import type { SoilState } from '../judgement/soil-finding'
import type { DeclineReview, DeclineSign } from './decline'
import { sectionsFor, type Section } from './sections'
import { fullResetSteps, sectionSteps, trimSteps } from './steps'
import { animalsOutHours, handHours } from './timing'

export interface WeighedOption {
  key: OptionKey
  /** Present signs it cures, with how much of each (0–1), and those it leaves. */
  cures: { sign: DeclineSign; share: number }[]
  leaves: DeclineSign[]
  /** Share of the present trouble it takes away, 0–1. */
  relief: number
  hands: Estimate
  animalsOut: Estimate
  /** Days until it looks settled. */
  days: number
  risk: 'none' | 'low' | 'some' | 'high'
  /** Relief less what it costs: see {@link weighOptions}. */
  worth: number
}

/** How much of a sign an option takes away, 0–1. Common practice; a keeper's judgement, not a measurement. */
const CURES: Record<OptionKey, Partial<Record<DeclineSign, number>>> = {
  leave: {},
  trim: { shade: 0.7, 'bare-stems': 0.2, nitrate: 0.1, lines: 0.6, carpet: 0.2 },
  zone: { carpet: 0.6, 'bare-stems': 0.4, lines: 0.3, soil: 0.2, shade: 0.2 },
  partial: {
    carpet: 0.85,
    soil: 0.7,
    'black-patches': 0.7,
    algae: 0.35,
    'bare-stems': 0.9,
    shade: 0.7,
    work: 0.5,
    nitrate: 0.5,
    joy: 0.6,
    lines: 0.7,
  },
  soil: { soil: 1, 'black-patches': 0.8, carpet: 0.5, nitrate: 0.4 },
  full: {
    carpet: 0.95,
    soil: 1,
    'black-patches': 1,
    algae: 0.6,
    'bare-stems': 1,
    shade: 0.9,
    work: 0.6,
    nitrate: 0.7,
    joy: 0.7,
    lines: 1,
  },
}
const RISKS: Record<OptionKey, WeighedOption['risk']> = {
  leave: 'none',
  trim: 'low',
  zone: 'low',
  partial: 'some',
  soil: 'high',
  full: 'high',
}
const RISK_COST: Record<WeighedOption['risk'], number> = {
  none: 0,
  low: 0.02,
  some: 0.06,
  high: 0.18,
}
/** What an hour of hands, an hour with the animals out and a month of unsettled tank weigh against relief. Common practice: open to dispute. */
const HOUR_COST = 0.012
const OUT_HOUR_COST = 0.01
const MONTH_COST = 0.03
/** Weeks between sections. Common practice. */
export const SECTION_INTERVAL_DAYS = 14
const SETTLING_DAYS = 30

/** The steps an option would take now, all stages, for the sections that need redoing. */
export function stepsFor(
  option: OptionKey,
  history: TankHistory,
  review: DeclineReview,
  sections: readonly Section[],
  now: Instant,
): PlanStep[] {
  switch (option) {
    case 'leave':
      return []
    case 'trim':
      return trimSteps(history, now)
    case 'zone':
      return sections
        .slice(0, 1)
        .flatMap((section) => sectionSteps(history, section, 1, false, now))
    case 'partial':
      return sections.flatMap((section, i) =>
        sectionSteps(history, section, i + 1, renewsSoil(review), now),
      )
    case 'soil':
    case 'full':
      return fullResetSteps(history, now)
  }
}

/** Whether a partial should take the soil out with the plants. */
export function renewsSoil(review: DeclineReview): boolean {
  return review.signs.some(
    (sign) => sign.sign === 'soil' && sign.state === 'present' && !presumed(sign.facts),
  )
}

/** Whether all that speaks against a soil is its age, or a KH that others may have raised: test first. */
export const presumed = ({ state, entryIds, orBy }: SoilState): boolean =>
  state === 'tired' && (entryIds.length === 0 || orBy.length > 0)

/**
 * Every option weighed against the present signs: relief = Σ strength × cured / Σ strength; worth = relief − hours, animals out,
 * unsettled time and risk at the weights above. Best first. With no sign present, leaving it is the answer.
 */
export function weighOptions(
  history: TankHistory,
  review: DeclineReview,
  now: Instant,
): WeighedOption[] {
  const present = review.signs.filter((sign) => sign.state === 'present')
  const total = present.reduce((sum, sign) => sum + sign.strength, 0)
  const sections = sectionsFor(history, review, now)
  const stages = Math.max(1, sections.length)
  // Little trouble makes even a perfect cure worth little: relief counts in proportion to the decline, up to a third of the scale.
  const need = Math.min(1, review.weight * 3)
  // What would leave nothing to be done is no option: a tank without plantings has no section.
  const open = OPTION_KEYS.map((key) => ({
    key,
    steps: stepsFor(key, history, review, sections, now),
  })).filter(({ key, steps }) => key === 'leave' || handHours(steps).value > 0)
  return open
    .map(({ key, steps }) => {
      const hands = handHours(steps)
      const animalsOut = animalsOutHours(steps)
      const cures = present.flatMap((sign) => {
        const share = CURES[key][sign.sign] ?? 0
        return share > 0 ? [{ sign: sign.sign, share }] : []
      })
      const relief =
        total === 0
          ? 0
          : present.reduce((sum, sign) => sum + sign.strength * (CURES[key][sign.sign] ?? 0), 0) /
            total
      const days = {
        leave: 28,
        trim: 14,
        zone: SETTLING_DAYS,
        partial: (stages - 1) * SECTION_INTERVAL_DAYS + SETTLING_DAYS,
        soil: 45,
        full: 60,
      }[key]
      const cost =
        hands.value * HOUR_COST +
        animalsOut.value * OUT_HOUR_COST +
        (days / 30) * MONTH_COST +
        RISK_COST[RISKS[key]]
      return {
        key,
        risk: RISKS[key],
        cures,
        relief,
        hands,
        animalsOut,
        days,
        worth: relief * need - (key === 'leave' ? 0 : cost),
        leaves: present
          .filter((sign) => (CURES[key][sign.sign] ?? 0) < 0.3)
          .map(({ sign }) => sign),
      }
    })
    .sort((a, b) => b.worth - a.worth)
}
