import { scoreSteps, scoreTrack, type Score } from './gain-filter'
import type { Doubt, FilterSettings } from './gain-walk'
import type { KnownTurn } from './known-turns'
import type { Track } from './track'

/** A day from which on the gain may be another: how likely, and what the record has near it. */
export interface GainStep {
  day: number
  /** Chance that it stepped there, 0–1. */
  odds: number
  turn: KnownTurn | null
}

/** So far back a step without a cause is looked for, and so far apart. */
const LOOK_BACK_DAYS = 100
const EVERY_DAYS = 7
/** Before the readings are heard: that a known turn moved the gain, and that anything did within the look back. Common practice. */
const KNOWN_CHANCE = 0.15
const UNKNOWN_CHANCE = 0.15
/** How far a step goes, in parts of the usual spread of a gain. */
const STEP_SHARE = 0.8
/** What is less likely is left out. */
const LEAST_ODDS = 0.01

/**
 * The days on which the gain stepped, by how much likelier each makes the readings than no step at all (Bayes’ rule over one step;
 * known turns have better odds beforehand than any other day). `settings`: those without a step, under which a restless gain may
 * have followed by itself; `calmDrift`: how little it wanders where a step explains it.
 */
export function gainSteps(
  from: number,
  track: Track,
  settings: FilterSettings,
  doubt: Doubt | null,
  turns: readonly KnownTurn[],
  gainSpread: number,
  calmDrift: number,
  score: (outcome: Score) => number,
): GainStep[] {
  const readings = [...track.index.keys()].filter((k) => track.index[k] >= 0)
  if (readings.length < LEAST_READINGS) return []
  const first = track.day[readings[1]]
  const last = track.day[readings[readings.length - 2]]
  const days: number[] = []
  for (let day = last; day > Math.max(first, last - LOOK_BACK_DAYS); day -= EVERY_DAYS)
    days.push(day)
  const known = turns.filter(({ day }) => day > first && day < last && day > last - LOOK_BACK_DAYS)
  const candidates = [
    ...known.map((turn) => ({ day: turn.day, turn, chance: KNOWN_CHANCE })),
    ...days.map((day) => ({ day, turn: null, chance: UNKNOWN_CHANCE / days.length })),
  ]
  const variance = (STEP_SHARE * gainSpread) ** 2
  const none = score(scoreTrack(from, track, settings, doubt))
  const calm = { ...settings, gainDrift: Math.min(settings.gainDrift, calmDrift) }
  const stepped = scoreSteps(
    from,
    track,
    calm,
    doubt,
    candidates.map(({ day }) => ({ day, variance })),
  )
  const weights = candidates.map(
    ({ chance }, i) => chance * Math.exp(Math.min(50, score(stepped[i]) - none)),
  )
  const stays = Math.max(0.2, 1 - candidates.reduce((sum, { chance }) => sum + chance, 0))
  const total = weights.reduce((sum, weight) => sum + weight, stays)
  return candidates
    .map(({ day, turn }, i) => ({ day, turn, odds: weights[i] / total }))
    .filter(({ odds }) => odds >= LEAST_ODDS)
    .sort((a, b) => a.day - b.day)
}
/** With fewer nothing can be told of a step. */
const LEAST_READINGS = 5

/** Steps as the filter takes them: each lets in so much of its spread as it is likely. */
export const stepsOf = (steps: readonly GainStep[], gainSpread: number) =>
  steps.map(({ day, odds }) => ({ day, variance: odds * (STEP_SHARE * gainSpread) ** 2 }))

/** A step of the gain that can be told: since when, from what to what, and what moved it where that is likely. */
export interface GainTurn {
  day: number
  before: number
  after: number
  what: KnownTurn['what'] | null
}

/** Steps within so many days of the likeliest are the same step. */
const SAME_DAYS = 10
/** Only with such odds is a step told of at all, and only with such a share of them is it laid to something. */
const TOLD_ODDS = 0.75
const BLAMED_SHARE = 0.6
/** A gain that is so little other is none to tell of. */
const TOLD_RATIO = 1.25

/**
 * The step that is likely enough to tell of, or null. `gainOn`: what the tank gains on a day, by all its readings. What merely
 * happened near it is not blamed: it must carry most of the odds, and point the same way.
 */
export function turnOf(
  steps: readonly GainStep[],
  gainOn: (day: number) => number,
): GainTurn | null {
  if (steps.length === 0) return null
  const best = steps.reduce((a, b) => (b.odds > a.odds ? b : a))
  const near = steps.filter(({ day }) => Math.abs(day - best.day) <= SAME_DAYS)
  const odds = near.reduce((sum, step) => sum + step.odds, 0)
  if (odds < TOLD_ODDS) return null
  const day = near.reduce((sum, step) => sum + step.odds * step.day, 0) / odds
  const [before, after] = [gainOn(day - SAME_DAYS), gainOn(day + SAME_DAYS)]
  const [small, large] = [before, after].map(Math.abs).sort((a, b) => a - b)
  if (before * after > 0 && large < TOLD_RATIO * small) return null
  const way = Math.sign(after - before)
  const cause = near.find(
    ({ turn, odds: own }) =>
      turn !== null && own >= BLAMED_SHARE * odds && (turn.way === 0 || turn.way === way),
  )
  return { day: cause?.day ?? day, before, after, what: cause?.turn?.what ?? null }
}
