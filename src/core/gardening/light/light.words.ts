import type { Measures } from '../../quantity/measures'
import { sayAll, sayDays, sayNumber } from '../../quantity/say'
import type { DarkCorner } from './dark-corner'
import type { LampPlace } from './lamp-place'
import type { Demand } from './demand'
import type { LightAhead, LitPlanting } from './light-ahead'
import type { Thinning } from './thinning'

/** Light is known to a factor of about 1.5: no more than two digits. */
export const sayPar = (par: number): string => sayNumber(par, Math.max(1, par * 0.3))

/** All of it in one sentence, to go on from the tank’s name. */
export function sayLight({ onWater, plantings }: LightAhead): string {
  if (onWater.par === 0) return 'has no lamp on paper: nobody can tell its light.'
  if (plantings.length === 0) return 'has no planting yet that wants light.'
  const short = plantings.filter(({ shortIn }) => shortIn === 0)
  const soon = plantings.filter(({ shortIn }) => shortIn !== null && shortIn > 0)
  const stakes = (all: readonly LitPlanting[]) => sayAll(all.map(({ planting }) => planting.stake))
  if (short.length > 0)
    return `leaves ${stakes(short)} with less light at the foot than ${short.length === 1 ? 'it' : 'they'} must have.`
  if (soon.length > 0)
    return `has light enough today; in ${sayDays(soon[0].shortIn!)} ${stakes(soon.slice(0, 1))} falls short if nothing is cut.`
  return 'gives every planting the light it must have, for eight weeks to come.'
}

/** What is wrong with a planting’s light, or null. */
export function sayLit({ shortIn, least, shadedBy, pale, top }: LitPlanting): string | null {
  const then = shortIn !== null && shortIn > 0 ? ' by then' : ''
  const taken = shadedBy
    .slice(0, 2)
    .map(({ stake, share }) => `${stake} takes ${sayNumber(100 * share, 10)} %${then}`)
  const short =
    shortIn === null
      ? null
      : `${shortIn === 0 ? 'goes bare or melts' : `goes bare in about ${sayDays(shortIn)}`}: it must have ${sayPar(least)} at the foot`
  const colour = pale ? `too far from the lamp for its colour, ${sayPar(top)} at the tops` : null
  const all = [short, colour, taken.length > 0 ? sayAll(taken) : null].filter((one) => one !== null)
  return all.length > 0 ? all.join('; ') : null
}

/** Which planting forces the lamps, and how far they could go down without it. */
export function sayDemand({ forcedBy, needs, withoutIt }: Demand): string {
  const { stake } = forcedBy.planting
  const rest =
    withoutIt === null || withoutIt >= 1
      ? ''
      : ` The others would need ${sayNumber(100 * withoutIt, 10)} % of the lamp.`
  if (needs > 1)
    return `${stake} wants ${sayNumber(needs, 0.3)} times the light it gets: more lamp, or less above it.${rest}`
  return `${stake} needs the lamp so strong: at less than ${sayNumber(100 * needs, 10)} % of it ${stake} falls short.${rest}`
}

/** How far floaters are thinned, and for whom. */
export function sayThinning({
  floaters,
  now,
  to,
  for: { planting, now: was, then },
  notEnough,
}: Thinning): string {
  const light = `${planting.stake} gets ${sayPar(then)} µmol instead of ${sayPar(was)}`
  return notEnough
    ? `Even with ${floaters.stake} all scooped off ${planting.stake} would be short: ${light}.`
    : `Thin ${floaters.stake} from ${sayNumber(now, 10)} % to about ${sayNumber(to, 10)} % of its place, and ${light}.`
}

export const sayDarkCorner = ({ x, z, par }: DarkCorner, measures: Measures): string =>
  `The darkest open ground lies ${measures.say(x, 'cm', 2)} from the left and ${measures.say(z, 'cm', 2)} from the front: ${sayPar(par)} µmol.`

/** Where to hang a lamp over what is coloured by light. */
export function sayLampPlace(place: LampPlace, measures: Measures): string {
  const reds = sayAll(place.reds)
  switch (place.is) {
    case 'unknown':
      return `${reds} would colour under a lamp that hangs over ${place.reds.length === 1 ? 'it' : 'them'}. Say where the lamp hangs and how wide it shines, on the board, and its place is worked out.`
    case 'well':
      return `${place.lamp} hangs as well for the tips of ${reds} as it can: ${sayPar(place.par)} µmol at the darkest.`
    case 'better': {
      const at = `${measures.say(place.to.x, 'cm', 2)} from the left and ${measures.say(place.to.z, 'cm', 2)} from the front`
      const costs =
        place.costs.length === 0
          ? 'nothing else falls short'
          : `${sayAll(place.costs)} would fall short at the foot`
      return `${place.lamp}, hung ${at}, would give the tips of ${reds} ${sayPar(place.there)} µmol at the darkest instead of ${sayPar(place.par)}; ${costs}. Unplug it before you move it: it must not fall in.`
    }
  }
}
