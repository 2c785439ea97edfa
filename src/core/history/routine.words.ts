import type { Routine } from './types'

/**
 * How a routine is called: by the keeper's name for it, or by what it does and to which of the tank's things, like “Water change, 40 %” or
 * “Clean: canister filter”.
 */
export function routineName(
  { says, kind, amount, equipmentId }: Pick<Routine, 'says' | 'kind' | 'amount' | 'equipmentId'>,
  things: readonly { id: string; name: string }[],
): string {
  const thing = things.find(({ id }) => id === equipmentId)
  return says ?? (thing ? `${BY_KIND[kind](amount)}: ${thing.name}` : BY_KIND[kind](amount))
}

const BY_KIND: Record<Routine['kind'], (amount: number | null) => string> = {
  round: () => 'Walk the round',
  trim: () => 'Trim',
  dose: () => 'Dose',
  test: () => 'Test the water',
  clean: () => 'Clean',
  'top-off': () => 'Top up',
  'water-change': (share) =>
    share === null ? 'Water change' : `Water change, ${Math.round(share * 100)} %`,
}
