import type { Glass } from '@/core/history/types'
import type { Measures } from '@/core/quantity/measures'

/** “100 × 50 × 45 cm”. */
export const sayGlass = (
  { lengthCm, depthCm, heightCm }: Pick<Glass, 'lengthCm' | 'depthCm' | 'heightCm'>,
  measures: Measures,
): string =>
  `${[lengthCm, depthCm, heightCm].map((side) => measures.figure(side, 'cm')).join(' × ')} ${measures.unit('cm')}`

/** “250 kg”: to tens, which is as well as a filled tank is known. */
export const sayWeight = (kilograms: number, measures: Measures): string =>
  `${Math.round(measures.of(kilograms, 'kg') / 10) * 10} ${measures.unit('kg')}`
