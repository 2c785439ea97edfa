import type { ScenePlant } from '@/core/layout/scene'
import type { BoardPlanting, Glass, Species } from '@/core/history/types'
import type { Axes } from './handling.client'
import type { BoardInHand } from './use-board.client'

/** What all three views are given. */
export interface ViewProps {
  hand: BoardInHand
  glass: Glass
  scale: number
  species: ReadonlyMap<string, Species>
  /** Things that stand otherwise than in the tank today. */
  pencilled: ReadonlySet<string>
  onKey: (event: React.KeyboardEvent, id: string, axes: Axes) => void
  /** Each planting as it stands today, or would if it were set today, by its id, as far as that was worked out. */
  grown: ReadonlyMap<string, ScenePlant>
  /** Lines of thirds over the view. */
  thirds: boolean
}

/** What has the focus is what the keys move. */
export function focused(hand: BoardInHand, id: string): void {
  if (!hand.selected.includes(id)) hand.select(id)
}

/** How high a planting stands; what is not worked out yet as it is bought, a quarter of its mature height. Common practice. */
export function heightOf(
  { id, speciesId }: BoardPlanting,
  { grown, species }: Pick<ViewProps, 'grown' | 'species'>,
): number {
  const kind = species.get(speciesId)
  return grown.get(id)?.height.value ?? (kind ? kind.matureHeightCm / 4 : 5)
}
