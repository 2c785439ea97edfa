import { plantingsAt } from '../history/lookup'
import { tankNow } from '../history/tank-at'
import type { Planting, Species, TankHistory } from '../history/types'
import { isStem } from '../plants/groups'
import { factsOf } from '../plants/kinds'
import { headroom, patchArea, standsInAir } from '../plants/place'
import { METRIC, type Measures } from '../quantity/measures'
import { sayNumber } from '../quantity/say'
import type { Instant } from '../quantity/time'
import { sharedArea } from '../vessel/shared-area'

/** Plantings that share more than this of the smaller of both are asked about: neighbours lean into each other. Common practice. */
const SHARED = 0.25

type Stand = Pick<Planting, 'patch' | 'perch' | 'zone'>

/**
 * What can hardly be about the place of a planting, each as a question: that another stands there, that it outgrows the water and is no stem, that
 * it would stand in air or under water which its kind does not bear. `own`: its id where it stands already.
 */
export function doubtsOfPlace(
  stand: Stand,
  species: Species,
  story: TankHistory,
  { at, own, measures = METRIC }: { at: Instant; own: string | null; measures?: Measures },
): string[] {
  const tank = tankNow(story, at)
  const { emersed, land } = factsOf(species)
  const inAir = standsInAir(tank, stand)
  const room = headroom(tank, stand)
  const questions = rooted(stand)
    ? plantingsAt(story, at).flatMap((other) => {
        if (other.id === own || !rooted(other)) return []
        const share =
          sharedArea(stand.patch, other.patch) / Math.min(patchArea(stand), patchArea(other))
        return share > SHARED
          ? [
              `${other.stake} ${other.name} stands there: about ${sayNumber(100 * share, 10)} % of the place would be shared. Is it planted among it?`,
            ]
          : []
      })
    : []
  if (inAir && (emersed === 'never' || emersed === 'hardly'))
    questions.push('That place is out of the water, and its kind does not bear air. Is it so?')
  if (!inAir && land !== null && land !== 'roots in the water')
    questions.push('That place is under water, and its kind is of land. Is it so?')
  if (!inAir && !isStem(species.group) && room > 0 && species.matureHeightCm > room)
    questions.push(
      `It grows to ${measures.say(species.matureHeightCm, 'cm', 1)}, and ${measures.say(room, 'cm', 1)} of water stand there; it cannot be cut back like a stem. Plant it all the same?`,
    )
  return questions
}

const rooted = ({ perch, zone }: Stand): boolean => perch === null && zone !== 'surface'
