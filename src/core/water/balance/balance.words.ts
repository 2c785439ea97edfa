import type { Parameter } from '../../quantity/units'
import type { Flow } from './balance'

/** What each way in or out is called; of those that go both ways, in first. */
const NAMES: Record<Flow['kind'], string | readonly [adds: string, takes: string]> = {
  feed: 'food',
  nitrification: 'used up turning food into nitrate',
  dose: 'bottles and salts',
  changes: 'taken out by changes',
  source: 'in the new water',
  'top-up': 'left behind by top-ups',
  plants: 'taken up by plants',
  soil: ['leached by the new soil', 'held by the soil'],
  stones: 'given off by stones and ground',
  unlogged: ['more than is written down: mulm, unlogged food', 'lost in ways nobody measured'],
}
/** What goes unwritten of hardness and of what it carries comes from elsewhere. */
const UNWRITTEN_MINERALS = 'more than is written down: stones, ground, food'
const MINERALS: readonly Parameter[] = ['gh', 'kh', 'conductivity']

/** “food”, “held by the soil”. */
export function sayFlow(
  { kind, perWeek }: Pick<Flow, 'kind' | 'perWeek'>,
  parameter: Parameter,
): string {
  const names = NAMES[kind]
  if (typeof names === 'string') return names
  if (perWeek.value < 0) return names[1]
  return kind === 'unlogged' && MINERALS.includes(parameter) ? UNWRITTEN_MINERALS : names[0]
}
