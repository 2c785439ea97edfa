import { capital } from '../quantity/say'
import type { Measures } from '../quantity/measures'
import type { Outside } from './outside-glass'

const REACHES: Record<Outside['side'], string> = {
  shape: 'stands beyond the panes by',
  lengthCm: 'stands as far right as',
  depthCm: 'stands as far back as',
  heightCm: 'reaches up to',
}

/** “S1 stands as far right as 31 cm.” */
export function sayOutside({ side, name, cm }: Outside, measures: Measures): string {
  const far = measures.say(cm, 'cm', 1)
  return name === null
    ? `The ground is ${far} deep at its deepest.`
    : `${capital(name)} ${REACHES[side]} ${far}.`
}
