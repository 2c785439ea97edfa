import { OPTION_KEYS, type OptionKey } from '../history/plan-codes'
import type { Planting, PlanStep, TankHistory } from '../history/types'
import type { Estimate } from '../quantity/estimate'
import type { Instant } from '../quantity/time'
import { isPresumed } from '../water/findings/soil-finding'
import type { Displeasure } from '../journal/kinds/sign'
import type { DeclineReview, DeclineSign, JudgedSign } from './decline'
import { plantingsAt } from '../history/lookup'
import { sectionsFor, trimEvenings, type Section } from './sections'
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
  /** All that speaks against the soil it takes out is a presumption. */
  testFirst: boolean
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
/** How much of what displeases a keeper an option takes away. Common practice; a keeper’s judgement. */
const PLEASES: Record<Displeasure, Partial<Record<OptionKey, number>>> = {
  overgrown: { trim: 0.8, zone: 0.3, partial: 0.7, full: 0.9 },
  'too much work': { trim: 0.1, partial: 0.5, full: 0.6 },
  'colours displease': { zone: 0.3, partial: 0.6, full: 0.8 },
  'focal piece hidden': { trim: 0.6, zone: 0.4, partial: 0.8, full: 1 },
  'wrong stones or ground': { full: 1 },
  'never became what was hoped': { zone: 0.1, partial: 0.4, full: 0.9 },
  'algae displease': { trim: 0.1, partial: 0.35, full: 0.6 },
  'looks dirty': { trim: 0.3, zone: 0.2, partial: 0.6, soil: 0.4, full: 0.9 },
  'animals displease': {},
  'tired of it': { partial: 0.3, full: 0.7 },
  'another reason': { partial: 0.3, full: 0.5 },
}

/** How much of a sign that was judged an option takes away, 0–1. */
function cured(key: OptionKey, sign: JudgedSign): number {
  if (sign.sign === 'reasons' && sign.facts) {
    const { reasons } = sign.facts
    return reasons.reduce((sum, one) => sum + (PLEASES[one][key] ?? 0), 0) / reasons.length
  }
  // One planting bare below is cured by its own tops, set where it stood; that is an evening’s trim.
  if (sign.sign === 'bare-stems' && key === 'trim' && sign.facts?.bare === 1) return REPLANTED
  return CURES[key][sign.sign] ?? 0
}
const REPLANTED = 0.9

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
/** Animals that are out for longer live in a tank of their own meanwhile: the first day costs most. */
const HELD_HOUR_COST = 0.0003
const outCost = (hours: number) =>
  Math.min(24, hours) * OUT_HOUR_COST + Math.max(0, hours - 24) * HELD_HOUR_COST
/** Weeks between sections. Common practice. */
export const SECTION_INTERVAL_DAYS = 14
const SETTLING_DAYS = 30
const SETTLING_ANEW = 75

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
      return eveningsOf(history, now).flatMap((plantings, i) =>
        trimSteps(history, now, plantings, i + 1),
      )
    case 'zone':
      return sections
        .slice(0, 1)
        .flatMap((section) => sectionSteps(history, section, 1, false, now))
    case 'partial':
      return sections.flatMap((section, i) =>
        sectionSteps(history, section, i + 1, renewsSoil(review), now),
      )
    case 'soil':
      return fullResetSteps(history, now, 'as it was')
    case 'full':
      return fullResetSteps(history, now)
  }
}

/** What a hard trim takes on each evening; one evening at least, for what is no stem. */
export function eveningsOf(history: TankHistory, now: Instant): readonly (readonly Planting[])[] {
  const evenings = trimEvenings(history, now)
  return evenings.length > 1 ? evenings : [plantingsAt(history, now)]
}

/** Whether a partial should take the soil out with the plants. */
export function renewsSoil(review: DeclineReview): boolean {
  return review.signs.some(
    (sign) => sign.sign === 'soil' && sign.state === 'present' && !isPresumed(sign.facts),
  )
}

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
  const soil = review.signs.find((sign) => sign.sign === 'soil')
  const soilPresumed = soil?.sign === 'soil' && soil.state === 'present' && isPresumed(soil.facts)
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
        const share = cured(key, sign)
        return share > 0 ? [{ sign: sign.sign, share }] : []
      })
      const relief =
        total === 0
          ? 0
          : present.reduce((sum, sign) => sum + sign.strength * cured(key, sign), 0) / total
      const days = {
        leave: 28,
        trim: 14,
        zone: SETTLING_DAYS,
        partial: (stages - 1) * SECTION_INTERVAL_DAYS + SETTLING_DAYS,
        soil: Math.max(SETTLING_ANEW, (stages - 1) * SECTION_INTERVAL_DAYS + SETTLING_DAYS),
        // A tank begun anew is not settled sooner than one of which most stayed.
        full: Math.max(SETTLING_ANEW, stages * SECTION_INTERVAL_DAYS + SETTLING_DAYS),
      }[key]
      const cost =
        hands.value * HOUR_COST +
        outCost(animalsOut.value) +
        (days / 30) * MONTH_COST +
        RISK_COST[RISKS[key]]
      return {
        key,
        risk: RISKS[key],
        testFirst: soilPresumed && ['soil', 'full', 'partial'].includes(key),
        cures,
        relief,
        hands,
        animalsOut,
        days,
        worth: relief * need - (key === 'leave' ? 0 : cost),
        leaves: present.filter((sign) => cured(key, sign) < 0.3).map(({ sign }) => sign),
      }
    })
    .sort((a, b) => b.worth - a.worth)
}
