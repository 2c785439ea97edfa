import { entriesOf, entryDay } from '../../history/journal-index'
import type { EntryOf } from '../../journal/entry'
import type { TankHistory } from '../../history/types'
import { dayOf, type Instant } from '../../quantity/time'
import { isBlue, looksAtHeight } from './gas-looks'

/** What the gas costs now against what it cost: use in the last three weeks over the nine before, and the colour beside it. */
export interface GasUse {
  /** Grams a day from the cylinder's weight, or bubbles a second where it was never weighed. */
  measure: 'grams a day' | 'bubbles a second'
  before: number
  now: number
  /** Mean CO2 of the same two spans, mg/L; null where the colour was not written down. */
  colourBefore: number | null
  colourNow: number | null
  entryIds: string[]
  leakSuspected: boolean
}

const RECENT_DAYS = 21
const BEFORE_DAYS = 63
/** More use by this share with no more gas in the water: look for a leak. Common practice. */
const LEAK_RISE = 1.25
const COLOUR_RISE = 1.15
const WEEK_DAYS = 7
const LEAST_OF_A_WEEK = 2

/** Gas use lately against before, or null when it was not written down often enough to compare. */
export function gasUse(history: TankHistory, now: Instant): GasUse | null {
  const today = dayOf(now)
  const uses = entriesOf(history.entries, 'gas-use')
    .map((entry) => ({ entry, day: entryDay(entry) }))
    .filter(({ day }) => day <= today && day > today - RECENT_DAYS - BEFORE_DAYS)
  const split = today - RECENT_DAYS
  const weighed = gramsADay(
    uses.flatMap(({ entry, day }) =>
      entry.cylinderGrams === null ? [] : [{ day, grams: entry.cylinderGrams }],
    ),
    split,
  )
  const counted = (recent: boolean) =>
    uses.flatMap(({ entry, day }) =>
      entry.bubblesPerSecond !== null && day > split === recent ? [entry.bubblesPerSecond] : [],
    )
  const bubbles = { before: mean(counted(false)), now: mean(counted(true)) }
  const { before, now: lately } = bubbles
  const counts =
    before !== null && lately !== null
      ? { measure: 'bubbles a second' as const, before, now: lately }
      : null
  const use = weighed ? { measure: 'grams a day' as const, ...weighed } : counts
  if (!use) return null
  const colours = comparable(history, now).map((entry) => ({
    value: entry.value,
    day: entryDay(entry),
  }))
  const colourBefore = mean(
    colours
      .filter(({ day }) => day <= split && day > today - RECENT_DAYS - BEFORE_DAYS)
      .map(({ value }) => value),
  )
  const colourNow = mean(
    colours.filter(({ day }) => day > split && day <= today).map(({ value }) => value),
  )
  const rises = use.now > use.before * LEAK_RISE
  const colourRises =
    colourBefore !== null && colourNow !== null && colourNow > colourBefore * COLOUR_RISE
  const week = looksAtHeight(history, now, WEEK_DAYS)
  // Where nobody looked before, more gas and a blue week are enough.
  const blueWeek = week.length >= LEAST_OF_A_WEEK && week.every(isBlue)
  return {
    ...use,
    colourBefore,
    colourNow,
    entryIds: uses.slice(-4).map(({ entry }) => entry.id),
    leakSuspected:
      rises && ((colourBefore !== null && colourNow !== null && !colourRises) || blueWeek),
  }
}

/** Colours of the same hours of the gas day; where nobody ever looked at its height, those there are. */
function comparable(history: TankHistory, now: Instant): EntryOf<'reading'>[] {
  const atHeight = looksAtHeight(history, now, RECENT_DAYS + BEFORE_DAYS)
  return atHeight.length > 0
    ? atHeight
    : entriesOf(history.entries, 'reading').filter(({ parameter }) => parameter === 'co2')
}

/** Grams a day before and after a day from weights in time order; a weight that rises is a fresh cylinder and begins anew. Null without both. */
function gramsADay(
  weights: readonly { day: number; grams: number }[],
  split: number,
): { before: number; now: number } | null {
  const spans = weights.slice(1).flatMap((next, i) => {
    const lost = weights[i].grams - next.grams
    const days = next.day - weights[i].day
    return lost >= 0 && days > 0.5 ? [{ lost, days, middle: weights[i].day + days / 2 }] : []
  })
  const rate = (list: typeof spans) =>
    list.length === 0
      ? null
      : list.reduce((sum, span) => sum + span.lost, 0) /
        list.reduce((sum, span) => sum + span.days, 0)
  const before = rate(spans.filter((span) => span.middle <= split))
  const after = rate(spans.filter((span) => span.middle > split))
  return before !== null && after !== null && before > 0 ? { before, now: after } : null
}

const mean = (list: readonly number[]): number | null =>
  list.length === 0 ? null : list.reduce((sum, value) => sum + value, 0) / list.length
