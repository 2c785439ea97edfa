import type { Parameter } from '../../quantity/units'
import { FACTS } from '../facts/parameters'
import { scoreTrack, type Score } from './gain-filter'
import type { Doubt, FilterSettings } from './gain-walk'
import { logOf } from './log-level'
import { gainSteps, stepsOf, type GainStep } from './gain-steps'
import type { KnownTurn } from './known-turns'
import type { FilterReading, Track } from './track'

/** Candidate restlessness of the daily gain, in squares of its prior spread a day: from a tank that hardly alters to one that turns within a fortnight. */
const RESTLESS = [0.00003, 0.0003, 0.0025, 0.008] as const
/** Candidates for all that is not modelled, in squares of the prior spread of the level, a day. */
const UNREST = [0.00002, 0.0002, 0.001] as const
/** Spreads tried for what settles, in parts of its usual spread. */
const SPREADS = [0.35, 0.7, 1.3] as const
/** What bacteria take away: how far its logarithm strays, and how long (days) it stays away. From memory of cycling tanks: a factor of two in a quiet tank, of fifty in a raw one. */
const STRAYS = [0.6, 1.2] as const
const STAYS_DAYS = [5, 15] as const
const RESTLESS_LOG = { sd: 4.5, tauDays: 60 } as const
/** How far an eye errs between two colours, share of the value; good, usual, poor. Common practice. */
const EYES = [0.06, 0.14, 0.28] as const
/** An eye’s error is as much its own for good as it is of the moment. */
const EYE_PART = Math.SQRT1_2
/** A surprise past three standard deviations (two-sided 0.3 %) is doubted, unless what follows within three weeks bears it out. */
export const DOUBT: Doubt = { gate: 3, windowDays: 21 }
/** Each reading set aside costs as much as a surprise at the gate, so that discarding never pays. */
const UNUSED_COST = 0.5 * DOUBT.gate ** 2 + 2
/** A reading this old says half as much of where a thing settles now: seasons and rooms change. */
const SETTLES_HALF_LIFE_DAYS = 60

/**
 * The settings under which a parameter’s readings are likeliest, each candidate weighed by how likely it makes them: the single
 * likeliest would be too sure of a calm that few readings show. First the water, then the eye of who reads the cards.
 */
export function chooseSettings(
  parameter: Parameter,
  from: number,
  readings: readonly FilterReading[],
  track: Track,
  doubt: Doubt | null,
  turns: readonly KnownTurn[],
): { settings: FilterSettings; steps: GainStep[] } {
  const weigh = (candidates: readonly FilterSettings[]) =>
    averaged(
      candidates.map((settings) => ({
        settings,
        score: worth(scoreTrack(from, track, settings, doubt)),
      })),
    )
  const byEye = readings.some((reading) => reading.byEye)
  const usual = byEye ? eyed(EYES[1]) : undefined
  const water = weigh(candidatesOf(parameter, readings).map((one) => ({ ...one, eye: usual })))
  const seen = byEye ? weigh(EYES.map((share) => ({ ...water, eye: eyed(share) }))) : water
  if (seen.settle) return { settings: seen, steps: [] }
  const { gSd } = FACTS[parameter].prior
  const calm = RESTLESS[1] * gSd ** 2
  const steps = gainSteps(from, track, seen, doubt, turns, gSd, calm, worth)
  const odds = steps.reduce((sum, step) => sum + step.odds, 0)
  const gainDrift = (1 - odds) * seen.gainDrift + odds * Math.min(seen.gainDrift, calm)
  return { settings: { ...seen, gainDrift, steps: stepsOf(steps, gSd) }, steps }
}

const worth = ({ logLikelihood, unused }: Score) => logLikelihood - unused * UNUSED_COST

const eyed = (share: number) => ({ look: EYE_PART * share, bias: EYE_PART * share })

function candidatesOf(parameter: Parameter, readings: readonly FilterReading[]): FilterSettings[] {
  const { behaviour, prior, settle } = FACTS[parameter]
  if (!settle)
    return RESTLESS.flatMap((restless) =>
      UNREST.map((unrest) => ({
        gainDrift: restless * prior.gSd ** 2,
        unrest: unrest * prior.cSd ** 2,
        prior: { ...prior },
      })),
    )
  const still = { gainDrift: 0, unrest: 0 }
  if (behaviour === 'processed') {
    const mean = logOf(settle.mean ?? 0)
    return STRAYS.flatMap((sd) =>
      STAYS_DAYS.map((tauDays) => ({
        ...still,
        prior: { c: logOf(prior.c), cSd: sd, g: 0, gSd: 0 },
        settle: { mean, sd, tauDays, restless: RESTLESS_LOG },
      })),
    )
  }
  const mean = settlesAt(parameter, readings)
  return SPREADS.map((share) => ({
    ...still,
    prior: { c: mean, cSd: share * prior.cSd, g: 0, gSd: 0 },
    settle: { mean, sd: share * settle.sd, tauDays: settle.tauDays },
  }))
}

/** Where a thing settles of late: the prior is one reading among the keeper’s own, of which the recent say more. */
function settlesAt(parameter: Parameter, readings: readonly FilterReading[]): number {
  const { prior } = FACTS[parameter]
  const last = readings[readings.length - 1].day
  const weights = readings.map(
    ({ sd, day }) =>
      2 ** (-(last - day) / SETTLES_HALF_LIFE_DAYS) / (sd ** 2 + (prior.cSd / 2) ** 2),
  )
  const own = 1 / prior.cSd ** 2
  return (
    readings.reduce((sum, reading, i) => sum + weights[i] * reading.value, own * prior.c) /
    weights.reduce((sum, weight) => sum + weight, own)
  )
}

/** Settings weighted by their scores. */
function averaged(scored: readonly { settings: FilterSettings; score: number }[]): FilterSettings {
  const top = Math.max(...scored.map((one) => one.score))
  const weights = scored.map((one) => Math.exp(one.score - top))
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  const mean = (pick: (settings: FilterSettings) => number) =>
    scored.reduce((sum, one, i) => sum + weights[i] * pick(one.settings), 0) / total
  const [{ settings: any }] = scored
  const rms = (pick: (settings: FilterSettings) => number) =>
    Math.sqrt(mean((one) => pick(one) ** 2))
  return {
    ...any,
    gainDrift: mean((one) => Math.sqrt(one.gainDrift)) ** 2,
    unrest: mean((one) => Math.sqrt(one.unrest)) ** 2,
    prior: { ...any.prior, cSd: rms((one) => one.prior.cSd) },
    ...(any.settle
      ? {
          settle: {
            ...any.settle,
            sd: rms((one) => one.settle?.sd ?? 0),
            tauDays: mean((one) => one.settle?.tauDays ?? 0),
          },
        }
      : {}),
    ...(any.eye
      ? { eye: { look: rms((one) => one.eye?.look ?? 0), bias: rms((one) => one.eye?.bias ?? 0) } }
      : {}),
  }
}
