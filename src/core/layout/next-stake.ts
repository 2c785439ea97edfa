import type { PlantGroup, Planting } from '../history/types'

/** The letter of each group's stakes: stems S, rosettes R, crypts K, epiphytes E, moss M, carpets L (lawn), floaters F. */
const STAKE_LETTER: Record<PlantGroup, string> = {
  'stem-fast': 'S',
  'stem-slow': 'S',
  rosette: 'R',
  crypt: 'K',
  epiphyte: 'E',
  moss: 'M',
  carpet: 'L',
  floating: 'F',
}

/** The next free stake for a group in a layout: the letter and the lowest number not taken. */
export function nextStake(
  group: PlantGroup,
  plantings: readonly Pick<Planting, 'stake'>[],
): string {
  const taken = new Set(plantings.map((planting) => planting.stake))
  const letter = STAKE_LETTER[group]
  let number = 1
  while (taken.has(`${letter}${number}`)) number++
  return `${letter}${number}`
}
