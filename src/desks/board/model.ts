import type { LifeHere } from '@/core/gardening/here/life-here'
import type { Equipment } from '@/core/history/equipment'
import type { Board, Glass, Species } from '@/core/history/types'
import type { Weighed } from './weighed'

/** A draft that is kept, as it is listed. */
interface DraftLine {
  id: string
  name: string
  says: string
  board: Board
}
/** What the page of the board is given. */
export interface BoardModel {
  slug: string
  name: string
  glass: Glass
  /** As it stands in the tank, and its mark. */
  stood: Board
  stamp: string
  /** The draft that is open, with its mark; null: the tank itself. */
  draft: {
    id: string
    name: string
    board: Board
    stamp: string
    sinceAltered: string | null
  } | null
  drafts: readonly DraftLine[]
  /** What the board comes to that is open; null where it cannot be laid. */
  weighed: Weighed | null
  species: readonly Species[]
  /** What serves the tank today: its parts can be hung on the board. */
  equipment: readonly Equipment[]
  /** What of the tank decides which kinds do well in it. */
  life: LifeHere
}
