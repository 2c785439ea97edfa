import { plantingsAt, speciesOf } from '../../history/lookup'
import type { Planting, TankHistory } from '../../history/types'
import type { Sign } from '../../journal/entry'
import { coverGain, fitCover, type CoverFit } from '../../plants/cover'
import type { Estimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import { lastIds } from '../../history/evidence'
import type { Judged } from '../../history/finding'
import { signsSeen } from '../../history/signs-seen'

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
  /** Times it was seen so of late; `cover`: null where it was not judged twice. */
  'carpet-bald-or-lifting': { stake: string; cover: Estimate | null; bald: number; lifting: number }
}

/** How each carpet fares: what was seen of it before how its cover goes; nothing for one of which neither is known. */
export function carpetFindings(history: TankHistory, now: Instant): Judged<CarpetFacts>[] {
  return plantingsAt(history, now).flatMap((planting): Judged<CarpetFacts>[] => {
    if (speciesOf(history, planting).group !== 'carpet') return []
    const found = fitCover(history, planting, now)
    // From one look nobody can tell which way it goes.
    const fit = found && found.points.length >= 2 ? found : null
    const seen = seenOf(history, planting, fit, now)
    if (!fit) return seen ? [seen] : []
    const facts = {
      stake: planting.stake,
      cover: fit.now,
      perWeek: coverGain(fit, 7).value,
    }
    const base = {
      topic: 'carpet' as const,
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
          leadsTo: { page: 'rescape' },
        },
      ]
    }
    if (seen) return [seen]
    const looks = fit.points.slice(-LOOKS)
    // Its kind may be expected to spread; that it does, looks must have shown.
    const rose = looks[looks.length - 1].percent - looks[0].percent > STIRS
    const rule = facts.perWeek > STIRS && rose ? 'carpet-spreads' : 'carpet-holds'
    return [{ ...base, rule, facts, level: 'good', weight: 8, leadsTo: null }]
  })
}

/** Seen bald or lifting so often within the days a sign counts, it is acted on. Common practice: a mat that lifts comes up whole. */
const OFTEN = 3

/** A carpet seen bald or lifting, unless it was judged whole since. Null where it was not. */
function seenOf(
  history: TankHistory,
  { id, stake }: Planting,
  fit: CoverFit | null,
  now: Instant,
): Judged<CarpetFacts, 'carpet-bald-or-lifting'> | null {
  const wholeSince = fit?.points.findLast(({ percent }) => percent >= WHOLE)?.day ?? -Infinity
  const seen = signsSeen(history, now, ['bald patch', 'lifting']).filter(
    ({ place, at }) => place.of === 'planting' && place.id === id && dayOf(at) > wholeSince,
  )
  if (seen.length === 0) return null
  const times = (which: Sign) => seen.filter(({ sign }) => sign === which).length
  const [bald, lifting] = [times('bald patch'), times('lifting')]
  const days = new Set(seen.map(({ at }) => Math.floor(dayOf(at))))
  return {
    topic: 'carpet' as const,
    key: `carpet:${id}`,
    subject: { of: 'planting', id },
    rule: 'carpet-bald-or-lifting',
    facts: { stake, cover: fit?.now ?? null, bald, lifting },
    level: days.size >= OFTEN ? 'act' : 'watch',
    weight: 38,
    entryIds: [...(fit?.points.slice(-2).map((point) => point.entryId) ?? []), ...lastIds(seen, 3)],
    leadsTo: { page: 'rescape' },
  }
}
/** A carpet that covers so much has no bald patch worth a word, %. */
const WHOLE = 95
