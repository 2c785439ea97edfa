import type { Routine } from './types'

/** How a routine is called: by the keeper's name for it, or by what it does, like “Water change, 40 %”. */
export const routineName = ({
  says,
  kind,
  amount,
}: Pick<Routine, 'says' | 'kind' | 'amount'>): string => says ?? BY_KIND[kind](amount)

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
