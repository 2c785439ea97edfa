import { plantingsAt, speciesOf } from '../history/lookup'
import type { TankHistory } from '../history/types'
import { coverIn, fitCover } from '../plants/cover'
import type { Estimate } from '../quantity/estimate'
import { dayOf, type Instant } from '../quantity/time'
import type { Judged } from './finding'

/** A change of cover by less than this is none, points a week. */
const STIRS = 0.3
const ACT_COVER = 60
const LOOKS = 4
/** Cover is set against what it was at least so many days ago. */
const SEASON_DAYS = 80

interface Carpet {
  stake: string
  cover: Estimate
  /** Points a week. */
  perWeek: number
}
export interface CarpetFacts {
  /** `lost`: points since the season before; null where nobody looked then. */
  'carpet-loses': Carpet & { lost: number | null }
  'carpet-holds': Carpet
  'carpet-spreads': Carpet
}

/** How each carpet fares; nothing for one whose cover was not judged twice. */
export function carpetFindings(history: TankHistory, now: Instant): Judged<CarpetFacts>[] {
  return plantingsAt(history, now).flatMap((planting): Judged<CarpetFacts>[] => {
    if (speciesOf(history, planting).group !== 'carpet') return []
    const fit = fitCover(history, planting, now)
    // From one look nobody can tell which way it goes.
    if (!fit || fit.points.length < 2) return []
    const facts = {
      stake: planting.stake,
      cover: fit.now,
      perWeek: coverIn(fit, 7).value - fit.now.value,
    }
    const base = {
      key: `carpet:${planting.id}`,
      subject: { of: 'planting', id: planting.id } as const,
      entryIds: fit.points.slice(-LOOKS).map((point) => point.entryId),
    }
    if (facts.perWeek < -STIRS && fit.rate.value < 0) {
      const since = fit.points.findLast((point) => dayOf(now) - point.day > SEASON_DAYS)
      return [
        {
          ...base,
          rule: 'carpet-loses',
          facts: { ...facts, lost: since ? since.percent - fit.now.value : null },
          level: fit.now.value < ACT_COVER ? 'act' : 'watch',
          weight: 42,
          leadsTo: 'rescape',
        },
      ]
    }
    const rule = facts.perWeek > STIRS ? 'carpet-spreads' : 'carpet-holds'
    return [{ ...base, rule, facts, level: 'good', weight: 8, leadsTo: null }]
  })
}
