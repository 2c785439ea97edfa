import { leastOf, mostOf } from '../../quantity/extent'
import { entriesOf } from '../../history/journal-index'
import { hasAnimals, usualSource } from '../../history/lookup'
import { gasOf, tankNow } from '../../history/tank-at'
import type { TankHistory } from '../../history/types'
import { chanceOutside, type Estimate } from '../../quantity/estimate'
import { dayOf, daysBetween, type Instant } from '../../quantity/time'
import type { Parameter } from '../../quantity/units'
import { testsWater } from '../balance/worth-testing'
import { changeRegime } from '../changes/regime'
import { creepFactor, CREEP_WORTH } from '../changes/mixing'
import { rootTabs } from '../dosing/dosing'
import type { WaterConditions } from '../estimate/conditions'
import { bandNow } from '../facts/parameters'
import { evaporation, levelOfSource, untestedIn } from '../facts/sources'
import { rawPhase, type RawPhase } from '../estimate/raw-phase'
import { ammoniaDanger, harmfulPH, SAFE_NH3 } from '../gas/ammonia'
import { isBlue, looksAtHeight } from '../gas/gas-looks'
import { gasUse, type GasUse } from '../gas/gas-use'
import { oxygenOf, type Oxygen } from '../gas/oxygen'
import { BANDED, bandFinding, LIKELY, type BandFacts } from './band-finding'
import { lastIds } from '../../history/evidence'
import type { Judged, Topic } from '../../history/finding'

type Room = Pick<Oxygen, 'saturation' | 'temperatureC' | 'altitudeM'>
export interface WaterFacts extends BandFacts {
  /** mg/L; `share`: of all ammonia, 0–1. */
  'ammonia-dangerous': {
    unionised: Estimate
    share: number
    animals: boolean
    phase: RawPhase | null
  }
  /** mg/L as NH4; `pH`: null where nobody tested it; `harmsFrom`: the pH at which so much would harm. */
  'ammonia-held': { total: Estimate; pH: Estimate | null; harmsFrom: number | null }
  /** mg/L as the indicator showed them within three weeks. */
  'gas-unsteady': { looks: number; low: number; high: number }
  'gas-steady': { looks: number; low: number; high: number }
  /** Looks at an indicator that stayed blue at the height of the gas day, within `days`. */
  'gas-not-arriving': { looks: number; blue: number; days: number }
  'gas-leaks': { use: GasUse }
  /** `saturation`: what the water could hold; `share`: 0–1 of that. */
  'oxygen-short': { measured: Estimate; share: number } & Room
  'oxygen-little-room': Room
  'source-very-soft': { name: string; ghDegrees: number; khDegrees: number | null }
  /** Where a tank stands that has just begun; `animals`: whether any live there already. */
  'tank-begins': { phase: RawPhase; animals: boolean }
  /** What of the water that goes in nobody tested. */
  'source-untested': { name: string; untested: readonly ('gh' | 'kh' | 'nitrate')[] }
  /** `factor`: of the source's own level; `loss`: L a day. */
  'top-ups-creep': { parameter: Parameter; factor: number; loss: Estimate; source: number }
  /** Days, below zero: over. */
  'tablets-due': { inDays: number; lastDaysAgo: number; tablets: number; stakes: readonly string[] }
}
type OfWater<R extends keyof WaterFacts> = Judged<WaterFacts, R> | null

/** All that is to say of the water beside nitrate and the rhythm of its changes. */
export function waterFindings(
  history: TankHistory,
  conditions: WaterConditions,
  now: Instant,
): Judged<WaterFacts>[] {
  const banded = BANDED.map((parameter) => bandFinding(history, conditions, parameter, now))
  const ammonia = ammoniaFinding(history, conditions, now)
  const nitriteSaid = banded.some((judged) => judged?.key === 'water:nitrite')
  return [
    ammonia,
    gasSwingFinding(history, now),
    leakFinding(history, now),
    oxygenFinding(history, conditions, now),
    softWaterFinding(history, conditions, now),
    untestedFinding(history, now),
    phaseFinding(history, ammonia !== null || nitriteSaid, now),
    creepFinding(history, now, conditions),
    tabsFinding(history, now),
    ...banded,
  ].filter((judged) => judged !== null)
}

const water = (key: string, topic: Topic) => ({
  key,
  topic,
  subject: { of: 'water' } as const,
  leadsTo: { page: 'water' } as const,
})

/** An ammonia test speaks for so many days. */
const AMMONIA_DAYS = 21

function ammoniaFinding(
  history: TankHistory,
  conditions: WaterConditions,
  now: Instant,
): OfWater<'ammonia-dangerous' | 'ammonia-held'> {
  const danger = ammoniaDanger(conditions)
  const total = conditions.of('ammonia')
  const last = total?.readings.at(-1)
  if (!total || !last || dayOf(now) - last.day > AMMONIA_DAYS) return null
  const animals = hasAnimals(history, now)
  if (!danger || danger.unionised.value < SAFE_NH3)
    return animals ? heldByAcid(history, conditions, total.now, last.entryId, now) : null
  return {
    ...water('ammonia', 'ammonia'),
    rule: 'ammonia-dangerous',
    facts: {
      unionised: danger.unionised,
      share: danger.share,
      animals,
      phase: rawPhase(history, now),
    },
    // In a tank that waits for its animals it is the course of things.
    level: animals ? 'act' : 'watch',
    weight: animals ? 95 : 30,
    entryIds: [last.entryId],
    leadsTo: animals ? { form: 'water-change' } : { page: 'water' },
  }
}

/** So much of it where animals live is acted on, whatever the pH, mg/L as NH4. Common practice. */
const MUCH_AMMONIA = 0.5

/** Ammonia over its band that only the acid of the water keeps from harming; or nobody knows the pH. */
function heldByAcid(
  history: TankHistory,
  conditions: WaterConditions,
  total: Estimate,
  entryId: string,
  now: Instant,
): OfWater<'ammonia-held'> {
  const { high } = bandNow(history, 'ammonia', now)
  if (chanceOutside(total, { low: null, high }) < LIKELY) return null
  const pH = conditions.value('pH')
  const much = total.value >= MUCH_AMMONIA
  return {
    ...water('ammonia', 'ammonia'),
    rule: 'ammonia-held',
    facts: { total, pH, harmsFrom: pH && harmfulPH(total.value, conditions) },
    level: much ? 'act' : 'watch',
    weight: much ? 70 : 36,
    entryIds: [entryId],
    leadsTo: { form: 'water-change' },
  }
}

/** Colours within these days are one story of the gas. */
const SWING_DAYS = 21
/** A swing over this is unsteady, mg/L. Common practice: one colour and the next. */
const SWING_STEPS = 20
const LEAST_LOOKS = 4
/** Blue in so many looks one after the other, the last of them within these days, is more than an odd look. Common practice. */
const BLUE_LOOKS = 3
const BLUE_DAYS = 14

/** Only colours of the height of the gas day are compared: blue in the morning and green at noon is the day’s own course. */
function gasSwingFinding(
  history: TankHistory,
  now: Instant,
): OfWater<'gas-unsteady' | 'gas-steady' | 'gas-not-arriving'> {
  if (!gasOf(tankNow(history, now))) return null
  const lately = looksAtHeight(history, now, BLUE_DAYS)
  const blue = lately.slice(-BLUE_LOOKS).filter(isBlue)
  if (blue.length === BLUE_LOOKS)
    return {
      ...water('gas-steady', 'gas'),
      rule: 'gas-not-arriving',
      facts: { looks: lately.length, blue: lately.filter(isBlue).length, days: BLUE_DAYS },
      level: 'act',
      weight: 52,
      entryIds: lastIds(blue, BLUE_LOOKS),
    }
  const looks = looksAtHeight(history, now, SWING_DAYS)
  if (looks.length < LEAST_LOOKS) return null
  const values = looks.map((entry) => entry.value)
  const facts = { looks: looks.length, low: leastOf(values), high: mostOf(values) }
  const steady = facts.high - facts.low <= SWING_STEPS
  return {
    ...water('gas-steady', 'gas'),
    rule: steady ? 'gas-steady' : 'gas-unsteady',
    facts,
    level: steady ? 'good' : 'watch',
    weight: steady ? 6 : 33,
    entryIds: lastIds(looks, 4),
  }
}

function leakFinding(history: TankHistory, now: Instant): OfWater<'gas-leaks'> {
  const use = gasUse(history, now)
  if (!use?.leakSuspected) return null
  return {
    ...water('gas-leak', 'gas'),
    subject: { of: 'tank' },
    rule: 'gas-leaks',
    facts: { use },
    level: 'act',
    weight: 58,
    entryIds: use.entryIds,
  }
}

/** Water that can hold no more than this over what is wanted has little room, mg/L. */
const LITTLE_ROOM = 1.2

function oxygenFinding(
  history: TankHistory,
  conditions: WaterConditions,
  now: Instant,
): OfWater<'oxygen-short' | 'oxygen-little-room'> {
  const { saturation, temperatureC, altitudeM, measured, share } = oxygenOf(
    history.vessel,
    conditions,
  )
  const room: Room = { saturation, temperatureC, altitudeM }
  const { low } = bandNow(history, 'oxygen', now)
  const estimate = conditions.of('oxygen')
  if (low === null) return null
  if (measured && share && estimate && measured.value < low)
    return {
      ...water('oxygen', 'oxygen'),
      rule: 'oxygen-short',
      facts: { measured, share: share.value, ...room },
      level: 'act',
      weight: 80,
      entryIds: estimate.readings.slice(-2).map((reading) => reading.entryId),
    } satisfies Judged<WaterFacts, 'oxygen-short'>
  return saturation.value > low + LITTLE_ROOM
    ? null
    : ({
        ...water('oxygen', 'oxygen'),
        rule: 'oxygen-little-room',
        facts: room,
        level: 'watch',
        weight: 20,
        entryIds: [],
      } satisfies Judged<WaterFacts, 'oxygen-little-room'>)
}

/** Below this general hardness growth that speeds up runs out of calcium and magnesium. Common practice. */
const SOFT_GH = 3

function softWaterFinding(
  history: TankHistory,
  conditions: WaterConditions,
  now: Instant,
): OfWater<'source-very-soft'> {
  const source = usualSource(history, now)
  const gh = conditions.of('gh')
  if (!source || history.vessel.kind === 'terrarium') return null
  const ghDegrees = source.ghDegrees ?? Infinity
  if (ghDegrees >= SOFT_GH) return null
  const signs = entriesOf(history.entries, 'sign').filter(({ sign }) => sign === 'twisted tips')
  if (gh && gh.now.low >= SOFT_GH && signs.length === 0) return null
  return {
    ...water('soft-source', 'source'),
    rule: 'source-very-soft',
    facts: { name: source.name, ghDegrees, khDegrees: source.khDegrees },
    level: 'watch',
    weight: signs.length > 0 ? 32 : 14,
    entryIds: [
      ...(gh?.readings.slice(-2).map((reading) => reading.entryId) ?? []),
      ...lastIds(signs, 2),
    ],
  }
}

/** A tank that begins. `said`: ammonia or nitrite tell of it already, which is enough where no animals live through it. */
function phaseFinding(history: TankHistory, said: boolean, now: Instant): OfWater<'tank-begins'> {
  const phase = rawPhase(history, now)
  const animals = hasAnimals(history, now)
  if (!phase || (said && phase.phase !== 'through' && !animals)) return null
  return {
    ...water('begins', 'phase'),
    rule: 'tank-begins',
    facts: { phase, animals },
    level: phase.phase === 'through' ? 'good' : 'watch',
    weight: 19,
    entryIds: [],
  }
}

/** A water nobody tested makes every forecast wide, and every change a guess. */
function untestedFinding(history: TankHistory, now: Instant): OfWater<'source-untested'> {
  const source = usualSource(history, now)
  if (!source || history.vessel.kind === 'terrarium' || !testsWater(history, now)) return null
  const untested = untestedIn(source)
  if (untested.length === 0) return null
  return {
    ...water('source-untested', 'source'),
    rule: 'source-untested',
    facts: { name: source.name, untested },
    level: 'watch',
    weight: 12,
    entryIds: [],
  }
}

/** A creep that stays under this share of the band is let be. */
const FAR_FROM_BAND = 0.5

function creepFinding(
  history: TankHistory,
  now: Instant,
  conditions: WaterConditions,
): OfWater<'top-ups-creep'> {
  const estimate = conditions.of('conductivity') ?? conditions.of('gh')
  const regime = changeRegime(history, now)
  const topUp = entriesOf(history.entries, 'top-off').at(-1)
  if (!estimate || !topUp || !regime.everyDays || !regime.fraction) return null
  const { parameter, litres } = estimate
  const source = levelOfSource(history, topUp.sourceId, parameter, dayOf(now))
  const loss = evaporation(history, dayOf(now), litres)
  const factor = creepFactor(loss.value, regime.everyDays.median, regime.fraction, litres)
  const { high } = bandNow(history, parameter, now)
  if (factor < CREEP_WORTH || (high !== null && source * factor < high * FAR_FROM_BAND)) return null
  return {
    ...water('creep', 'creep'),
    rule: 'top-ups-creep',
    facts: { parameter, factor, loss, source },
    level: 'watch',
    weight: 13,
    entryIds: [topUp.id],
  }
}

/** Tablets are spoken of so many days before they are due. */
const TABLETS_AHEAD_DAYS = 7

function tabsFinding(history: TankHistory, now: Instant): OfWater<'tablets-due'> {
  const tabs = rootTabs(history, now)
  if (!tabs.lastAt || !tabs.nextAt || tabs.plantings.length === 0) return null
  const inDays = daysBetween(now, tabs.nextAt.value)
  if (inDays > TABLETS_AHEAD_DAYS) return null
  const tablets = entriesOf(history.entries, 'dose').filter(({ unit }) => unit === 'tablets')
  return {
    ...water('root-tabs', 'tabs'),
    subject: { of: 'ground' },
    rule: 'tablets-due',
    facts: {
      inDays,
      lastDaysAgo: daysBetween(tabs.lastAt, now),
      tablets: tabs.tablets,
      stakes: tabs.plantings.map(({ stake }) => stake),
    },
    level: 'watch',
    weight: 16,
    entryIds: lastIds(tablets, 1),
  }
}
