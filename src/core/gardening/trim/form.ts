import type { Glass, Planting, PlantGroup, Species } from '../../history/types'
import { patchCentre } from '../../plants/place'

/** How a stem is to look: between which heights it is right, what it is cut to, and at which height it must be cut at the latest, cm. */
export interface Form {
  lowCm: number
  highCm: number
  /** What it may be cut to, the usual cut first. */
  cuts: readonly number[]
  limitCm: number
}

/** In shape is what stands between these shares of the water over its root. Common practice: full, and short of the surface. */
const FREE = { low: 0.55, high: 0.95 } as const
/** To these shares of the water over its root a stem is cut. Common practice: to a third or a half; a slow one, which takes cuts ill, to a half. */
const THIRD = 1 / 3
const HALF = 1 / 2
/** A hedge may stand so much over and under its height, and is cut to these shares of it, so that fresh tops close it again. Common practice, from memory. */
const HEDGE = { low: 0.8, high: 1.2, cuts: [0.7, 0.85] } as const
/** A step of a terrace is kept closer: its neighbours show it. Common practice, from memory. */
const TERRACE = { low: 0.85, high: 1.15, cuts: [0.75, 0.85] } as const
/** Where nobody said how high: a hedge at so much of the water over its root; the steps of a terrace from the front glass to the back. */
const HEDGE_SHARE = 0.6
const STEPS = { front: 0.3, back: 0.8 } as const
/** A stream of red is left long: its tips are red near the lamp. Cut to a half, and as seldom as can be. */
const STREAM = { low: 0.6, high: 1 } as const

/** The form a stem is kept in: by its keeper’s wish, else free. `roomCm`: water over its root. */
export function formOf(
  planting: Pick<Planting, 'kept' | 'patch'>,
  { group }: Pick<Species, 'group'>,
  roomCm: number,
  glass: Pick<Glass, 'depthCm'>,
): Form {
  switch (planting.kept?.as) {
    case 'hedge':
      return levelForm(heightKept(planting, roomCm, glass), HEDGE, roomCm)
    case 'terrace':
      return levelForm(heightKept(planting, roomCm, glass), TERRACE, roomCm)
    case 'stream of red':
      return {
        lowCm: STREAM.low * roomCm,
        highCm: STREAM.high * roomCm,
        cuts: [HALF * roomCm],
        limitCm: roomCm,
      }
    case undefined:
      return {
        lowCm: FREE.low * roomCm,
        highCm: FREE.high * roomCm,
        cuts: freeCuts(group).map((share) => share * roomCm),
        limitCm: roomCm,
      }
  }
}

const freeCuts = (group: PlantGroup) => (group === 'stem-fast' ? [THIRD, HALF] : [HALF, THIRD])

/** The height a hedge or a step of a terrace is kept at, cm: as said, else by its place; never above the water. */
export function heightKept(
  { kept, patch }: Pick<Planting, 'kept' | 'patch'>,
  roomCm: number,
  { depthCm }: Pick<Glass, 'depthCm'>,
): number {
  const back = patchCentre({ patch }).z / depthCm
  const share =
    kept?.as === 'terrace' ? STEPS.front + (STEPS.back - STEPS.front) * back : HEDGE_SHARE
  return Math.min(kept?.atCm ?? share * roomCm, roomCm)
}

function levelForm(
  atCm: number,
  { low, high, cuts }: { low: number; high: number; cuts: readonly number[] },
  roomCm: number,
): Form {
  return {
    lowCm: low * atCm,
    highCm: Math.min(high * atCm, roomCm),
    cuts: cuts.map((share) => share * atCm),
    limitCm: Math.min(high * atCm, roomCm),
  }
}
