import { plantingsAt, speciesOf } from '../../history/lookup'
import type { CUTTING_PARTS } from '../../journal/kinds/cuttings'
import type { Planting, Species, TankHistory } from '../../history/types'
import { coverOn, fitCover } from '../../plants/cover'
import { fitGrowth } from '../../plants/growth'
import { heightCourse, heightOn } from '../../plants/height'
import { factsOf } from '../../plants/kinds'
import { patchArea } from '../../plants/place'
import { normalEstimate, type Estimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'

type CuttingPart = (typeof CUTTING_PARTS)[number]
/** What could be taken of a planting today, and what it multiplies to. */
export interface Yield {
  planting: Planting
  species: Species
  /** What a cut gives now; none: nothing is ready. */
  now: { part: CuttingPart; count: number }[]
  /** Nodes that root of long stems laid flat; null: none is long enough. */
  nodes: number | null
  /** Stems, crowns or portions in so many weeks, all of it replanted: with its range; null: it is not multiplied by hand. */
  then: Estimate | null
  /** What it stands in today, in the same measure. */
  stock: number
}

/** So far ahead multiplication is reckoned, weeks. */
export const WEEKS_AHEAD = 10
/** A top is worth setting from this length on, and leaves a stem this long behind, cm. Common practice: four or five nodes each. */
const TOP_CM = 8
const FOOT_CM = 5
/** A long stem laid flat roots at every node; a node each so many centimetres. Common practice, from memory. */
const NODE_CM = 2.5
const LAID_FLAT_CM = 25
/** A cutting stands still for so many days until it has roots, and so many of a hundred never root. Common practice, from memory. */
const ROOTS_DAYS = 8
const TAKES = 0.88
/** Days until a kind has doubled, where it is not cut from stems, and the spread of it between tanks, as a share. Common practice, from memory. */
const DOUBLES_DAYS = {
  rosette: 75,
  crypt: 70,
  epiphyte: 130,
  moss: 45,
  carpet: 28,
  floating: 6,
} as const
const DOUBLES_SPREAD = 0.3
/** A handful of moss, and a sod of carpet that is worth taking, cm². Common practice. */
const PINCH_CM2 = 25
const SOD_CM2 = 25
/** What is left of a mat that grows on, share. */
const LEAVE_SHARE = 0.6

/** What every planting would give today, and where it stands in ten weeks if all of that is set again. */
export const yieldsOf = (history: TankHistory, now: Instant): Yield[] =>
  plantingsAt(history, now).map((planting) => yieldOf(history, planting, now))

function yieldOf(history: TankHistory, planting: Planting, now: Instant): Yield {
  const species = speciesOf(history, planting)
  const base = { planting, species, nodes: null }
  const crowns = (part: CuttingPart, share: number): Yield => ({
    ...base,
    now: some(part, Math.floor(share * planting.stems)),
    then: doubled(planting.stems, species),
    stock: planting.stems,
  })
  switch (species.group) {
    case 'stem-fast':
    case 'stem-slow':
      return ofStems(history, base, now)
    case 'carpet':
      return ofMat(history, base, 'divisions', SOD_CM2, now)
    case 'moss':
      return ofMat(history, base, 'pinches of moss', PINCH_CM2, now)
    case 'epiphyte':
      return crowns('pieces of rhizome', HALF)
    case 'rosette':
    case 'crypt': {
      const ways = factsOf(species).multiplies
      const runs = ways.includes('runners') || ways.includes('plantlets')
      return crowns(runs ? 'runners' : 'divisions', A_THIRD)
    }
    case 'floating':
      return { ...base, now: [], then: null, stock: planting.stems }
  }
}
/** Of crowns and rhizomes so much can be taken without hurting the rest, share. Common practice. */
const HALF = 1 / 2
const A_THIRD = 1 / 3

type Base = Pick<Yield, 'planting' | 'species'> & { nodes: null }

/** Sods and pinches of what lies flat. */
function ofMat(
  history: TankHistory,
  base: Base,
  part: CuttingPart,
  each: number,
  now: Instant,
): Yield {
  const { planting, species } = base
  const today = dayOf(now)
  const cover = coverOn(fitCover(history, planting, now), today, today).value / 100
  const area = patchArea(planting) * cover
  const stock = Math.max(1, Math.round(area / each))
  return {
    ...base,
    now: some(part, Math.floor((area * (1 - LEAVE_SHARE)) / each)),
    then: doubled(stock, species),
    stock,
  }
}

const some = (part: CuttingPart, count: number): Yield['now'] =>
  count > 0 ? [{ part, count }] : []

function ofStems(history: TankHistory, base: Base, now: Instant): Yield {
  const { planting } = base
  const fit = fitGrowth(history, planting, now)
  const height = heightOn(heightCourse(history, planting, now, fit), dayOf(now)).value
  const ready = height >= TOP_CM + FOOT_CM
  const taken: Yield['now'] = ready
    ? [
        { part: 'tops', count: planting.stems },
        { part: 'bottoms', count: planting.stems },
        ...(height >= LAID_FLAT_CM
          ? [{ part: 'stems laid flat' as const, count: planting.stems }]
          : []),
      ]
    : []
  return {
    ...base,
    now: taken,
    nodes: height >= LAID_FLAT_CM ? planting.stems * Math.floor(height / NODE_CM) : null,
    then: multiplied(planting.stems, height, fit.rate),
    stock: planting.stems,
  }
}

/**
 * Stems in ten weeks, each cut in two as soon as both halves are long enough and have rooted: n · (2 · takes)^(cycles), a cycle being the days to
 * regrow a top, and to root. Its range is that of the rate, and of how many take. Check: a centimetre a day and eight days to root: 16 days a cycle.
 */
export function multiplied(stems: number, heightCm: number, rate: Estimate): Estimate {
  const days = WEEKS_AHEAD * 7
  const at = (speed: number, takes: number) => {
    if (speed <= 0.01) return stems
    const first = Math.max(0, (TOP_CM + FOOT_CM - heightCm) / speed)
    const cycle = ROOTS_DAYS + TOP_CM / speed
    const cuts = days < first ? 0 : 1 + Math.floor((days - first) / cycle)
    return stems * (2 * takes) ** cuts
  }
  return {
    value: at(rate.value, TAKES),
    low: at(rate.low, TAKES - 0.2),
    high: at(rate.high, 1),
    because: `each cut in two as soon as both halves are long enough; ${Math.round(100 * TAKES)} of a hundred take`,
  }
}

function doubled(stock: number, { group }: Species): Estimate {
  const days = DOUBLES_DAYS[group as keyof typeof DOUBLES_DAYS]
  const at = (each: number) => stock * 2 ** ((WEEKS_AHEAD * 7) / each)
  const spread = normalEstimate(days, days * DOUBLES_SPREAD, '', days / 4)
  return {
    value: at(days),
    low: at(spread.high),
    high: at(spread.low),
    because: `its group doubles in about ${days} days, by common practice`,
  }
}
