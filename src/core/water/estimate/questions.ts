import { METRIC, type Measures } from '../../quantity/measures'
import { freeCarbonDioxide } from '../../chemistry/carbon-dioxide'
import { hardnessOf } from '../../chemistry/salts'
import { entriesOf, readingsOf } from '../../history/journal-index'
import type { EntryOf } from '../../journal/entry'
import { tankNow, vesselOn } from '../../history/tank-at'
import type { TankHistory } from '../../history/types'
import { nameOf } from '../../quantity/parameter-name'
import { sayNumber, sayRange } from '../../quantity/say'
import { dayOf, instantOf } from '../../quantity/time'
import { PARAMETER_UNITS, type Parameter } from '../../quantity/units'
import { likelyElement } from '../dosing/dosing'
import { estimateParameter } from './estimate'
import { bandFor } from '../facts/parameters'
import { litresOn } from '../../vessel/litres-over'
import { levelOfSource } from '../facts/sources'
import { productOf, raises } from '../dosing/products'
import { likelihoodOfReading } from './reading-uncertainty'

type Reading = Pick<EntryOf<'reading'>, 'at' | 'parameter' | 'value' | 'method' | 'certainty'>

/** Readings this close in time are of the same water, days. */
const TOGETHER_DAYS = 3
/** CO2 by KH and pH and CO2 as read may differ by this factor before it is asked. */
const GAS_FACTOR = 4
const GAS_LEAST = 10
/** Hardness may differ by this before it is asked, °dH: two drops. */
const HARDNESS_SLACK = 2
/** Evaporation and tired soil lift KH a little by themselves. */
const KH_SLACK = 1.5
const KH_FACTOR = 1.4
/** Days back within which a dose explains a hardness. */
const DOSE_DAYS = 90
/** And top-ups, and readings before it. */
const EXPLAINED_DAYS = 180
/** Standard deviations past the forecast at which a value is asked about; of an interval its nearer end counts. */
const FAR = 4

/**
 * What about a reading can hardly be, each as a question for the keeper; empty when all fits. It is asked once, and the keeper is
 * believed: nothing here refuses a reading.
 */
export function questionsAbout(
  reading: Reading,
  history: TankHistory,
  measures: Measures = METRIC,
): string[] {
  return [...questionsOfParts(reading, history), ...forecastQuestion(reading, history, measures)]
}

/** The questions that need no estimate: what contradicts the readings beside it, the waters, or its own unit. For files of many lines. */
export function questionsOfParts(reading: Reading, history: TankHistory): string[] {
  const day = dayOf(reading.at)
  // Instants of the journal are all written alike, so that they compare as text.
  const [from, to] = [instantOf(day - TOGETHER_DAYS), instantOf(day + TOGETHER_DAYS)]
  const near = (parameter: Parameter): number | null => {
    if (parameter === reading.parameter) return reading.value
    const close = readingsOf(history.entries, parameter).filter(
      (entry) => entry.at >= from && entry.at <= to,
    )
    return close.length === 0
      ? null
      : close.reduce((a, b) => (Math.abs(dayOf(b.at) - day) < Math.abs(dayOf(a.at) - day) ? b : a))
          .value
  }
  return [
    ...(['pH', 'kh', 'co2'].includes(reading.parameter) ? gasQuestion(near) : []),
    ...(['gh', 'calcium', 'magnesium'].includes(reading.parameter) ? hardnessQuestion(near) : []),
    ...(['conductivity', 'tds'].includes(reading.parameter) ? solidsQuestion(near) : []),
    ...(reading.parameter === 'kh' ? alkalinityQuestion(reading, history) : []),
    ...unitQuestion(reading, history),
  ]
}

function gasQuestion(near: (parameter: Parameter) => number | null): string[] {
  const [pH, kh, read] = [near('pH'), near('kh'), near('co2')]
  if (pH === null || read === null) return []
  if (kh === null) {
    // Even the hardest water a tank holds cannot carry that much gas at that pH.
    const most = freeCarbonDioxide(25, pH, near('temperature') ?? 24)
    return read >= GAS_LEAST && most < read
      ? [
          `pH ${sayNumber(pH)} with ${sayNumber(read)} mg/L of free CO2 cannot stand together: at that pH even very hard water holds ${sayNumber(most)} at most. Is it so?`,
        ]
      : []
  }
  const reckoned = freeCarbonDioxide(kh, pH, near('temperature') ?? 24)
  const apart =
    Math.max(reckoned, read) >= GAS_LEAST &&
    Math.max(reckoned, read) > GAS_FACTOR * Math.max(0.5, Math.min(reckoned, read))
  return apart
    ? [
        `KH ${sayNumber(kh)} and pH ${sayNumber(pH)} make ${sayNumber(reckoned)} mg/L of CO2, yet ${sayNumber(read)} was read. Is it so?`,
      ]
    : []
}

function hardnessQuestion(near: (parameter: Parameter) => number | null): string[] {
  const gh = near('gh')
  const made = hardnessOf(near('calcium') ?? 0, near('magnesium') ?? 0)
  return gh !== null && made > gh + HARDNESS_SLACK
    ? [
        `Calcium and magnesium as read make GH ${sayNumber(made)}, yet GH ${sayNumber(gh)} was read: hardness cannot be less than its parts. Is it so?`,
      ]
    : []
}

function solidsQuestion(near: (parameter: Parameter) => number | null): string[] {
  const [conductivity, solids] = [near('conductivity'), near('tds')]
  return conductivity !== null && solids !== null && solids > conductivity * 1.05
    ? [
        `TDS ${sayNumber(solids)} mg/L stands over the conductivity of ${sayNumber(conductivity)} µS/cm; meters show about two thirds of it. Is it so?`,
      ]
    : []
}

/** What the top-ups of half a year left of their hardness, °dH at most. */
function leftByTopUps(history: TankHistory, day: number): number {
  const brought = entriesOf(history.entries, 'top-off')
    .map((entry) => ({ entry, at: dayOf(entry.at) }))
    .filter(({ at }) => at <= day && day - at < EXPLAINED_DAYS)
    .reduce(
      (sum, { entry, at }) => sum + entry.litres * levelOfSource(history, entry.sourceId, 'kh', at),
      0,
    )
  return brought / litresOn(history, day)
}

function alkalinityQuestion(reading: Reading, history: TankHistory): string[] {
  const { sources, layout } = tankNow(history, reading.at)
  const known = sources.flatMap(({ khDegrees }) => khDegrees ?? [])
  if (known.length < sources.length) return []
  const most = Math.max(0, ...known)
  const day = dayOf(reading.at)
  const allowed = most * KH_FACTOR + KH_SLACK + leftByTopUps(history, day)
  if (sources.length === 0 || reading.value <= allowed) return []
  // What was read before, and stood by, is asked no second time.
  const before = readingsOf(history.entries, 'kh').some(
    ({ at, value, use }) =>
      use !== 'never' &&
      dayOf(at) < day &&
      day - dayOf(at) < EXPLAINED_DAYS &&
      value >= reading.value - KH_SLACK,
  )
  if (before) return []
  const stones = layout?.hardscape.some((piece) => piece.material === 'stone') ?? false
  const dosed = entriesOf(history.entries, 'dose').some((dose) => {
    const ago = dayOf(reading.at) - dayOf(dose.at)
    const product = productOf(history, dose)
    return ago >= 0 && ago <= DOSE_DAYS && product !== null && raises(product, 'kh') > 0
  })
  return stones || dosed
    ? []
    : [
        `KH ${sayNumber(reading.value)} stands over all that your waters bring (${sayNumber(most)}), and nothing written down adds to it: no stone, no salt. Is it so?`,
      ]
}

function unitQuestion(reading: Reading, history: TankHistory): string[] {
  const doubt = likelyElement(
    reading.parameter,
    reading.value,
    bandFor(vesselOn(history.vessel, dayOf(reading.at)), reading.parameter),
  )
  return doubt && reading.method === 'photometer' ? [doubt] : []
}

function forecastQuestion(reading: Reading, history: TankHistory, measures: Measures): string[] {
  const estimate = estimateParameter(
    { ...history, entries: history.entries.filter((entry) => dayOf(entry.at) < dayOf(reading.at)) },
    reading.parameter,
    reading.at,
  )
  if (!estimate.ok || estimate.value.readingsUsed < 4) return []
  const { state, now } = estimate.value
  const sense = likelihoodOfReading(reading)
  const sd = Math.sqrt(state.cc)
  const surprise = sense.interval
    ? Math.max(0, sense.interval.low - state.c, state.c - sense.interval.high) /
      Math.hypot(sd, sense.interval.blur)
    : Math.abs(sense.mean - state.c) / Math.hypot(sd, sense.sd)
  const unit = PARAMETER_UNITS[reading.parameter].canonical
  return surprise > FAR
    ? [
        `${nameOf(reading.parameter)} was expected at ${sayRange(measures.estimate(now, unit))} ${measures.unit(unit)}; ${measures.figure(reading.value, unit)} is far from that. Is it so?`,
      ]
    : []
}
