import { entriesOf, entryDay, ofPlanting } from '../../history/journal-index'
import { plantingsAt, speciesOf } from '../../history/lookup'
import type { DueDays } from '../../history/due'
import type { Planting, Species, TankHistory } from '../../history/types'
import { coverIn, fitCover } from '../../plants/cover'
import { booksSay } from '../../plants/growth'
import { patchArea } from '../../plants/place'
import { carpetPots } from '../../plants/portions'
import type { Estimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import { lastGroomed } from '../grooming/last-groomed'

type LiftRisk = 'low' | 'some' | 'high'
/** How a lawn fares and what it wants. */
export interface Lawn {
  planting: Planting
  species: Species
  /** %; null: nobody judged it. */
  cover: Estimate | null
  /** Days since it was mown, or since it was planted. */
  unmownDays: number
  mown: boolean
  /** Thickness of the mat, cm. */
  thickness: Estimate
  lift: LiftRisk
  /** It was seen lifting of late. */
  seenLifting: boolean
  /** Days until it is to be mown, zero: now, with the range of its thickness; and until holes are to be poked. */
  mowIn: DueDays
  pokeIn: number
  /** Food of the last fortnight, g, where the mat is so thick that what sinks is lost in it; null: nothing was fed, or it is not. */
  fedGrams: number | null
  /** Weeks until runners have closed what is bare (nine tenths covered), null: they lose ground, or it is closed. */
  closesInWeeks: { value: number; low: number; high: number | null } | null
  /** It covers its place. */
  closed: boolean
  /** Bare ground now, cm², and pots that would fill what runners leave bare in eight weeks. */
  bareCm2: number
  potsIn8Weeks: number
  /** Other kinds in it, by name. */
  mixedWith: string[]
}

/** After mowing so much of the mat is left, cm, and it is mown again at this share of what the kind grows to. Common practice. */
const LEFT_CM = 1.2
const MOW_AT_SHARE = 0.8
/** A mat older than this without a cut loosens, days: some risk, high risk. Common practice: mown low and often it stays rooted. */
const LOOSENS_DAYS = { some: 45, high: 90 } as const
/** Holes are poked so often under messy eaters, days. Common practice. */
export const POKE_DAYS = 28
/** So much cover is a closed lawn, %, and from this thickness on food is not found again, cm. Common practice. */
const CLOSED = 90
const SWALLOWS_CM = 2.5
const AHEAD_DAYS = 56
const FORTNIGHT = 14
const SIGN_DAYS = 30
/** The books of a kind are good to so much each way. */
const THICK_SPREAD = 0.35

/** The lawns of a tank. */
export const lawnsOf = (history: TankHistory, now: Instant): Lawn[] =>
  plantingsAt(history, now)
    .filter((planting) => speciesOf(history, planting).group === 'carpet')
    .map((planting) => lawnOf(history, planting, now))

function lawnOf(history: TankHistory, planting: Planting, now: Instant): Lawn {
  const today = dayOf(now)
  const species = speciesOf(history, planting)
  const fit = fitCover(history, planting, now)
  const cut = lastCut(history, planting, today)
  const unmownDays = today - (cut ?? dayOf(planting.plantedAt))
  const thickness = thicknessAfter(history, planting, species, unmownDays, now)
  const seenLifting = entriesOf(history.entries, 'sign').some(
    (entry) =>
      entry.sign === 'lifting' &&
      entry.place.of === 'planting' &&
      entry.place.id === planting.id &&
      entryDay(entry) <= today &&
      entryDay(entry) > today - SIGN_DAYS,
  )
  const poked = lastGroomed(history, planting, 'poked', today)
  const sincePoke = today - Math.max(poked ?? -Infinity, dayOf(planting.plantedAt))
  const cover = fit?.now.value ?? null
  const area = patchArea(planting)
  const then = fit ? coverIn(fit, AHEAD_DAYS).value : CLOSED
  return {
    planting,
    species,
    cover: fit?.now ?? null,
    unmownDays,
    mown: cut !== null,
    thickness,
    lift: liftRisk(unmownDays, thickness.value, species, seenLifting),
    seenLifting,
    mowIn: daysToMow(history, planting, species, thickness, now),
    pokeIn: Math.max(0, POKE_DAYS - sincePoke),
    fedGrams: thickness.value < SWALLOWS_CM ? null : fedIn(history, today),
    closed: cover !== null && cover >= CLOSED,
    closesInWeeks: fit && fit.now.value < CLOSED ? closing(fit) : null,
    bareCm2: cover === null ? 0 : (area * (100 - cover)) / 100,
    potsIn8Weeks: then < CLOSED ? carpetPots((area * (100 - then)) / 100) : 0,
    mixedWith: planting.kinds
      .slice(1)
      .flatMap(({ speciesId }) => history.species.find(({ id }) => id === speciesId)?.name ?? []),
  }
}

/** The day it was last mown, or cut to a height; null: never. */
function lastCut(history: TankHistory, planting: Planting, today: number): number | null {
  const trim = ofPlanting(history.entries, planting.id).findLast(
    (entry) => entry.kind === 'trim' && entryDay(entry) <= today,
  )
  const mown = lastGroomed(history, planting, 'mown', today)
  return trim ? Math.max(entryDay(trim), mown ?? -Infinity) : mown
}

/** The mat grows by the books of its kind from what a cut leaves, up to a quarter more than the kind grows to. */
function thicknessAfter(
  history: TankHistory,
  planting: Planting,
  { matureHeightCm }: Species,
  days: number,
  now: Instant,
): Estimate {
  const { mean } = booksSay(history, planting, now)
  const most = 1.25 * matureHeightCm
  const at = (factor: number) => Math.min(most, LEFT_CM + factor * mean * days)
  return {
    value: at(1),
    low: at(1 - THICK_SPREAD),
    high: at(1 + THICK_SPREAD),
    because: 'what a cut leaves, grown by the books of its kind since',
  }
}

function liftRisk(days: number, cm: number, { matureHeightCm }: Species, seen: boolean): LiftRisk {
  const thick = cm >= matureHeightCm
  if (seen || (thick && days >= LOOSENS_DAYS.high)) return 'high'
  return thick && days >= LOOSENS_DAYS.some ? 'some' : 'low'
}

function daysToMow(
  history: TankHistory,
  planting: Planting,
  { matureHeightCm }: Species,
  thickness: Estimate,
  now: Instant,
): DueDays {
  const { mean } = booksSay(history, planting, now)
  const from = (cm: number) =>
    Math.max(0, (MOW_AT_SHARE * matureHeightCm - cm) / Math.max(1e-4, mean))
  return { value: from(thickness.value), low: from(thickness.high), high: from(thickness.low) }
}

function fedIn({ entries }: TankHistory, today: number): number | null {
  const fed = entriesOf(entries, 'feed').filter(
    (entry) => entryDay(entry) <= today && entryDay(entry) > today - FORTNIGHT,
  )
  return fed.length === 0 ? null : fed.reduce((sum, { grams }) => sum + grams, 0)
}

/** Weeks until nine tenths are covered, from the ends of the rate; null where it does not gain. */
function closing(fit: NonNullable<ReturnType<typeof fitCover>>): Lawn['closesInWeeks'] {
  const logit = (percent: number) => Math.log(percent / (100 - percent))
  const gap = logit(CLOSED) - logit(Math.max(1, fit.now.value))
  const weeks = (rate: number) => gap / rate / 7
  if (fit.rate.value <= 0) return null
  return {
    value: weeks(fit.rate.value),
    low: weeks(fit.rate.high),
    high: fit.rate.low > 0 ? weeks(fit.rate.low) : null,
  }
}
