import { sayGlass } from '@/ui/say-glass'
import type { Measures } from '@/core/quantity/measures'
import { gasOf, type Tank } from '@/core/history/tank-at'
import { sayNumber } from '@/core/quantity/say'
import { lightOf } from '@/core/vessel/light'
import { netLitres } from '@/core/vessel/volume'

/** What held on a day that is looked at: measures, water, lamps, gas. */
export function factsOfDay({ vessel, layout, equipment }: Tank, measures: Measures): string {
  const light = lightOf(equipment, vessel)
  const gas = gasOf({ equipment })
  return [
    sayGlass(vessel, measures),
    `${measures.say(netLitres(vessel, layout), 'L', 5)} of water`,
    light.hours > 0
      ? `lamp ${light.onAt} for ${sayNumber(light.hours)} h, about ${sayNumber(light.parAtSurface, 5)} µmol`
      : 'no lamp',
    gas ? `gas ${gas.onAt}–${gas.offAt}` : 'no gas',
  ].join(' · ')
}
