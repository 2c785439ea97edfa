import { boardOf } from '@/core/board/board'
import { withBoard } from '@/core/board/onto-story'
import { boardSums, type BoardSums } from '@/core/board/sums'
import { costOf, shoppingList, type ToBuy } from '@/core/board/cost'
import { flowWarnings } from '@/core/board/flow-warnings'
import { boardWarnings, harmed, type BoardWarning, type Lit } from '@/core/board/warnings'
import { sayBoardWarning } from '@/core/board/warnings.words'
import { tankNow } from '@/core/history/tank-at'
import type { Board, Prices, Species, TankHistory } from '@/core/history/types'
import { packStage, type PackedStage } from '@/core/layout/pack-stage'
import { sceneOn, stageOf } from '@/core/layout/scene'
import type { Measures } from '@/core/quantity/measures'
import { ok, type Result } from '@/core/quantity/result'
import { dayOf, type Instant } from '@/core/quantity/time'

/** In so many days the light is looked at again: what was planted has grown by then. */
const LATER_DAYS = 56

const LANDED: ReadonlySet<string> = new Set(['paludarium', 'terrarium'])

/** What a board comes to, as its page shows it. */
export interface Weighed {
  sums: BoardSums
  /** What has to be bought, and what it costs as far as prices are known. */
  toBuy: readonly ToBuy[]
  cost: ReturnType<typeof costOf>
  prices: Prices
  warnings: { of: BoardWarning['of']; id: string | null; says: string; suggests: string }[]
  /** Light at the foot of each planting by its id, µmol m⁻² s⁻¹. */
  lit: Record<string, Lit>
  /** The tank as drawn, on any day to come. */
  stage: PackedStage
  today: number
}

/** Weighs a board: `story` as it stands, `drawn` with the board laid at `now`. */
function weighedOf(
  story: TankHistory,
  drawn: TankHistory,
  board: Board,
  now: Instant,
  measures: Measures,
): Weighed {
  const today = dayOf(now)
  const stage = stageOf(drawn, now)
  const parOn = (day: number) =>
    new Map(sceneOn(stage, day).plants.map((one) => [one.planting.id, one.par]))
  const [at, later] = [parOn(today), parOn(today + LATER_DAYS)]
  const lit = new Map(
    [...at].map(([id, par]): [string, Lit] => [id, { now: par, later: later.get(id) ?? par }]),
  )
  const standing = tankNow(story, now)
  // Where land is wanted, ground above the water is no news.
  const wet = !LANDED.has(standing.vessel.kind)
  const meant = (warning: BoardWarning) => wet || warning.of !== 'rim' || warning.over === 'rim'
  const species = new Map(drawn.species.map((one) => [one.id, one]))
  const stood = boardOf(standing)
  const sums = boardSums(board, stood, standing.vessel, species)
  const toBuy = shoppingList(board, stood, sums)
  const { prices } = standing.vessel.care
  return {
    sums,
    toBuy,
    cost: costOf(toBuy, prices),
    prices: prices ?? { currency: '', each: {} },
    warnings: [
      ...boardWarnings(board, standing.vessel, species, lit),
      ...harmed(board, species, standing.populations),
      ...flowWarnings(board, standing.vessel, tankNow(drawn, now), species),
    ]
      .filter(meant)
      .map((warning) => ({
        of: warning.of,
        id: 'id' in warning ? warning.id : null,
        ...sayBoardWarning(warning, measures),
      })),
    lit: Object.fromEntries(lit),
    stage: packStage(stage),
    today,
  }
}

/** Weighs a board as it is drawn, with kinds the tank may not grow yet. Gives the sentence that says why not where it cannot be laid. */
export function weigh(
  story: TankHistory,
  board: Board,
  now: Instant,
  kinds: readonly Species[],
  measures: Measures,
): Result<Weighed> {
  const laid = withBoard(story, board, now, now, kinds)
  return laid.ok ? ok(weighedOf(story, laid.value, board, now, measures)) : laid
}
