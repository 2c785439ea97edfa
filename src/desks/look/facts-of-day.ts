import { sayGlass } from '@/ui/say-glass'
import type { Measures } from '@/core/quantity/measures'
import { gasOf, type Tank } from '@/core/history/tank-at'
import { sayNumber } from '@/core/quantity/say'
import { lightOf } from '@/core/vessel/light'
import { netLitres } from '@/core/vessel/volume'

/** The water a tank holds; of land nothing is said. */
export function sayWater(
  { vessel, layout }: Pick<Tank, 'vessel' | 'layout'>,
  measures: Measures,
): string | null {
  const litres = netLitres(vessel, layout)
  return litres > 0 ? `${measures.say(litres, 'L', 5)} of water` : null
}

/** What held on a day that is looked at: measures, water, lamps, gas. */
export function factsOfDay(tank: Tank, measures: Measures): string {
  const { vessel, equipment } = tank
  const light = lightOf(equipment, vessel)
  const gas = gasOf({ equipment })
  return [
    sayGlass(vessel, measures),
    sayWater(tank, measures),
    light.hours > 0
      ? `lamp ${light.onAt} for ${sayNumber(light.hours)} h, about ${sayNumber(light.parAtSurface, 5)} µmol`
      : 'no lamp',
    gas ? `gas ${gas.onAt}–${gas.offAt}` : 'no gas',
  ]
    .filter((fact) => fact !== null)
    .join(' · ')
}
