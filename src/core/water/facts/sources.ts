import { GH_PER_CALCIUM, GH_PER_MAGNESIUM, hardnessOf } from '../../chemistry/salts'
import { entriesOf, entryDay } from '../../history/journal-index'
import { heldOn } from '../../history/dated'
import type { SourceAnalysis, SourceWater, TankHistory } from '../../history/types'
import type { Estimate } from '../../quantity/estimate'
import type { Parameter } from '../../quantity/units'

/** Share of a water's general hardness that is calcium where nobody measured it: three parts in four. Common practice. */
const CALCIUM_SHARE = 0.75
/** Conductivity of a degree of hardness with what goes along with it, and of water that holds next to nothing, µS/cm. Common practice, ± a quarter. */
const US_PER_DEGREE = 32
const US_BARE = 12
/** Dissolved solids of a µS/cm as most meters convert it. Common practice (0.5 to 0.7). */
const TDS_PER_US = 0.64

/** A water nobody tested, as taps usually run: nitrate mg/L, KH and GH °dH. Common practice; it may be far from that. */
const UNTESTED = { nitrate: 5, kh: 5, gh: 8 } as const
/** How far a water as it comes wanders from what was measured of it, how far the reckoned is off, and what nobody tested; share. Common practice. */
const SPREAD = { measured: 0.1, reckoned: 0.25, untested: 0.7 } as const

export interface SourceLevel {
  value: number
  measured: boolean
  /** One standard deviation, share of the value. */
  spread: number
}

/** What a source water holds of a parameter, canonical unit, and whether that was measured or reckoned from its hardness. Null for what is no amount (pH, temperature, gases). */
export function sourceLevel(source: SourceAnalysis, parameter: Parameter): SourceLevel | null {
  const untested = source.ghDegrees === null && source.khDegrees === null
  const gh = source.ghDegrees ?? UNTESTED.gh
  const known = (
    value: number | null,
    reckoned: number,
    by: keyof typeof SPREAD = untested ? 'untested' : 'reckoned',
  ): SourceLevel => ({
    value: value ?? reckoned,
    measured: value !== null,
    spread: SPREAD[value === null ? by : 'measured'],
  })
  switch (parameter) {
    case 'nitrate':
      return known(source.nitrateMgL, UNTESTED.nitrate, 'untested')
    case 'kh':
      return known(source.khDegrees, UNTESTED.kh, 'untested')
    case 'gh':
      return known(source.ghDegrees, UNTESTED.gh, 'untested')
    case 'phosphate':
      return known(source.phosphateMgL, 0)
    case 'potassium':
      return known(source.potassiumMgL, 0)
    case 'calcium':
      return known(source.calciumMgL, (gh * CALCIUM_SHARE) / GH_PER_CALCIUM)
    case 'magnesium':
      return known(source.magnesiumMgL, (gh * (1 - CALCIUM_SHARE)) / GH_PER_MAGNESIUM)
    case 'conductivity':
      return known(source.conductivityUs, reckonedConductivity(source))
    case 'tds':
      return known(solidsOf(source.conductivityUs), reckonedConductivity(source) * TDS_PER_US)
    case 'nitrite':
    case 'ammonia':
    case 'iron':
      return { value: 0, measured: false, spread: SPREAD.reckoned }
    default:
      return null
  }
}

const solidsOf = (conductivityUs: number | null) =>
  conductivityUs === null ? null : conductivityUs * TDS_PER_US

const reckonedConductivity = ({ ghDegrees, khDegrees }: SourceAnalysis) =>
  US_BARE +
  US_PER_DEGREE *
    Math.max(ghDegrees ?? khDegrees ?? UNTESTED.gh, khDegrees ?? ghDegrees ?? UNTESTED.kh)

/** What of the usual tests nobody made of a water. */
export const untestedIn = (
  source: Pick<SourceAnalysis, 'ghDegrees' | 'khDegrees' | 'nitrateMgL'>,
): ('gh' | 'kh' | 'nitrate')[] => [
  ...(source.ghDegrees === null ? (['gh'] as const) : []),
  ...(source.khDegrees === null ? (['kh'] as const) : []),
  ...(source.nitrateMgL === null ? (['nitrate'] as const) : []),
]

/** What the named source, else the tank's first one, held of a parameter on a day, and whether that was measured; nothing where there is none. */
export function sourceHolds(
  { sources }: Pick<TankHistory, 'sources'>,
  sourceId: string | null,
  parameter: Parameter,
  day: number,
): SourceLevel {
  const source = sources.find((candidate) => candidate.id === sourceId) ?? sources[0]
  return (source && sourceLevel(heldOn(source.analyses, day), parameter)) ?? NOTHING
}
const NOTHING: SourceLevel = { value: 0, measured: false, spread: 0 }

/** The level alone: see {@link sourceHolds}. */
export const levelOfSource = (
  history: Pick<TankHistory, 'sources'>,
  sourceId: string | null,
  parameter: Parameter,
  day: number,
): number => sourceHolds(history, sourceId, parameter, day).value

/** Top-ups over which the loss to the air is averaged, and how many it takes to believe them. */
const TOP_UP_DAYS = 90
const ENOUGH_TOP_UPS = 3
/** A tank loses one to two hundredths of its water a day to the air, an open and warm one with plants out of the water up to five. Common practice. */
const USUAL_LOSS = { value: 0.012, low: 0.006, high: 0.05 } as const
/** How well a top-up is measured, share. Common practice. */
const TOP_UP_SPREAD = 0.15

/**
 * Litres a day lost to the air: from the top-ups of the last three months when there are enough of them, else what the keeper
 * once said, else common practice. `today` in days, `litres` the net volume.
 */
export function evaporation(history: TankHistory, today: number, litres: number): Estimate {
  const recent = entriesOf(history.entries, 'top-off').filter((entry) => {
    const day = entryDay(entry)
    return day <= today && day > today - TOP_UP_DAYS
  })
  const first = recent[0]
  if (first && recent.length >= ENOUGH_TOP_UPS) {
    // Each top-up makes good what was lost since the one before it: the first only opens the count.
    const span = Math.max(1, today - entryDay(first))
    const value = recent.slice(1).reduce((sum, entry) => sum + entry.litres, 0) / span
    const half = Math.max(TOP_UP_SPREAD * value, value / Math.sqrt(recent.length))
    return {
      value,
      low: Math.max(0, value - half),
      high: value + half,
      because: `${recent.length} top-ups in the last ${Math.round(span)} days`,
    }
  }
  const said = heldOn(history.vessel.care, today).evaporationLitresPerDay
  if (said !== null)
    return { value: said, low: said * 0.7, high: said * 1.4, because: 'the loss you once measured' }
  return {
    value: litres * USUAL_LOSS.value,
    low: litres * USUAL_LOSS.low,
    high: litres * USUAL_LOSS.high,
    because: 'common practice: one to two per cent a day, up to five in an open, warm tank',
  }
}

/** GH and its ions are told by different tests: within this they may disagree, °dH. */
const HARDNESS_SLACK = 1.5

/** The GH that calcium and magnesium of a water make alone, °dH, where that is more than its GH can be; null where it can. */
export function hardnessTooLow({
  calciumMgL,
  magnesiumMgL,
  ghDegrees,
}: Pick<SourceWater, 'calciumMgL' | 'magnesiumMgL' | 'ghDegrees'>): number | null {
  const made = hardnessOf(calciumMgL ?? 0, magnesiumMgL ?? 0)
  return ghDegrees !== null && made > ghDegrees + HARDNESS_SLACK ? made : null
}
