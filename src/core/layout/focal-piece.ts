import { entriesOf } from '../history/journal-index'
import type { TankHistory } from '../history/types'
import type { EntryOf } from '../journal/entry'
import { patchCentre } from '../plants/place'
import type { Scene } from './scene'

/** How far the focal piece of a layout is grown over: the share of its height that the tallest planting before it covers, 0–1, and what stands there. */
export interface FocalCover {
  pieceId: string
  hidden: number
  behind: { plantingId: string; cm: number }[]
}

/** A planting stands before a piece when its middle is no further back than so far behind the piece’s front edge, cm. */
const BEFORE_CM = 2

/** The focal piece as it stands on the day of a scene; null where the layout has none. */
export function focalCover({ tank, plants }: Scene): FocalCover | null {
  const focal = tank.layout?.hardscape.find((piece) => piece.focal)
  if (!focal) return null
  const [xs, ys] = [focal.outline.map(([x]) => x), focal.outline.map(([, y]) => y)]
  const [left, right, foot, top] = [
    Math.min(...xs),
    Math.max(...xs),
    Math.min(...ys),
    Math.max(...ys),
  ]
  const front = Math.min(...focal.footprint.map(([, z]) => z))
  const before = plants.filter(({ planting }) => {
    const across = planting.patch.map(([x]) => x)
    const { z } = patchCentre(planting)
    return z < front + BEFORE_CM && Math.max(...across) > left && Math.min(...across) < right
  })
  const shares = before.map(({ rootCm, height }) => (rootCm + height.value - foot) / (top - foot))
  return {
    pieceId: focal.id,
    hidden: Math.min(1, Math.max(0, ...shares)),
    behind: before.map(({ planting, height }) => ({ plantingId: planting.id, cm: height.value })),
  }
}

/** The two answers to the question whether a grown-over focal piece is a loss. */
export const FOCAL_ANSWERS = ['focal piece hidden', 'focal piece may vanish'] as const
type FocalAnswer = (typeof FOCAL_ANSWERS)[number]

/** What the keeper said last of it, however long ago; null where nobody asked yet. */
export const focalAnswer = (
  history: Pick<TankHistory, 'entries'>,
): (EntryOf<'sign'> & { sign: FocalAnswer }) | null =>
  entriesOf(history.entries, 'sign').findLast(
    (entry): entry is EntryOf<'sign'> & { sign: FocalAnswer } =>
      (FOCAL_ANSWERS as readonly string[]).includes(entry.sign),
  ) ?? null
