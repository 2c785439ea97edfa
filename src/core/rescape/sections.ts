import { plantingsAt, speciesOf } from '../history/lookup'
import type { Planting, StagePart, TankHistory } from '../history/types'
import { tankNow } from '../history/tank-at'
import { isFlat, isStem } from '../plants/groups'
import { patchArea, patchCentre } from '../plants/place'
import type { Instant } from '../quantity/time'
import { groundDepth } from '../vessel/ground-depth'
import type { DeclineReview } from './decline'
import { massShares } from './mass'

export interface Section {
  plantings: readonly Planting[]
  massShare: number
  /** Ground opened, cm², and litres of soil that lie under it. */
  areaCm2: number
  soilLitres: number
  /** Of a carpet too large to be taken at once: which part of it. */
  part?: StagePart
}

/** A stage may take out this share of the plant mass at most, so that oxygen and uptake hold. Common practice: about a third. */
export const MAX_MASS_SHARE = 0.35

function rootsInGround(history: TankHistory, planting: Planting): boolean {
  const { group } = speciesOf(history, planting)
  return planting.perch === null && group !== 'floating' && group !== 'moss' && group !== 'epiphyte'
}

/** How much a planting has to do with the signs found, summed strengths. */
function grievance(review: DeclineReview, plantingId: string): number {
  return review.signs
    .filter((sign) => sign.plantingIds.includes(plantingId))
    .reduce((sum, sign) => sum + sign.strength, 0)
}

/**
 * Cuts what has to be redone into sections, worst first, none above `maxShare` of the plant mass; neighbours go together.
 * Plantings on stone or wood, floaters, and those no sign speaks of stay. A planting heavier than the cap is a section of
 * its own, a carpet several. Spent soil draws in everything that roots in it. Empty when nothing needs redoing.
 */
export function sectionsFor(
  history: TankHistory,
  review: DeclineReview,
  now: Instant,
  maxShare = MAX_MASS_SHARE,
): Section[] {
  const shares = massShares(history, now)
  const soilSpent = review.signs.some(
    (sign) => sign.sign === 'soil' && sign.state === 'present' && sign.strength > 0.6,
  )
  const rooted = plantingsAt(history, now).filter((planting) => rootsInGround(history, planting))
  const wanted = rooted.filter((planting) => grievance(review, planting.id) > 0 || soilSpent)
  const worstFirst = [...wanted].sort(
    (a, b) =>
      grievance(review, b.id) - grievance(review, a.id) || patchCentre(a).x - patchCentre(b).x,
  )
  const { lengthCm } = tankNow(history, now).vessel
  const groups: Planting[][] = []
  const taken = new Set<string>()
  for (const seed of worstFirst) {
    if (taken.has(seed.id)) continue
    const group = [seed]
    taken.add(seed.id)
    let share = shares.get(seed.id) ?? 0
    const neighbours = worstFirst
      .filter((planting) => !taken.has(planting.id))
      .sort((a, b) => apart(seed, a) - apart(seed, b))
    for (const neighbour of neighbours) {
      const more = shares.get(neighbour.id) ?? 0
      if (share + more > maxShare || apart(seed, neighbour) > lengthCm * 0.45) continue
      group.push(neighbour)
      taken.add(neighbour.id)
      share += more
    }
    groups.push(group)
  }
  return groups.flatMap((plantings) =>
    inParts(history, sectionOf(history, plantings, now, shares), maxShare),
  )
}

/** A carpet is cut into pieces: one that is more of the plant mass than may go at once is taken in parts, its ground a part at a time. */
function inParts(history: TankHistory, section: Section, maxShare: number): Section[] {
  const [only, ...others] = section.plantings
  const cuts = others.length === 0 && isFlat(speciesOf(history, only).group)
  const of = cuts ? Math.ceil(section.massShare / maxShare) : 1
  return of === 1
    ? [section]
    : Array.from({ length: of }, (_, i) => partOf(section, { number: i + 1, of }))
}

/** A part of a section: so much of its ground, its soil and its mass. */
export const partOf = (section: Section, part: StagePart | undefined): Section =>
  part
    ? {
        ...section,
        part,
        areaCm2: section.areaCm2 / part.of,
        soilLitres: section.soilLitres / part.of,
        massShare: section.massShare / part.of,
      }
    : section

/** A section of these plantings: its share of the plant mass, and the ground it opens. What sits on a stone or floats opens none. */
export function sectionOf(
  history: TankHistory,
  plantings: readonly Planting[],
  now: Instant,
  shares: ReadonlyMap<string, number> = massShares(history, now),
): Section {
  const { vessel, layout } = tankNow(history, now)
  const rooted = plantings.filter((planting) => rootsInGround(history, planting))
  const areaCm2 = rooted.reduce((sum, planting) => sum + patchArea(planting), 0)
  const soilLitres = rooted.reduce((sum, planting) => {
    const { x, z } = patchCentre(planting)
    return (
      sum +
      (layout ? (patchArea(planting) * groundDepth(layout.ground, vessel.depthCm, x, z)) / 1000 : 0)
    )
  }, 0)
  return {
    plantings,
    areaCm2,
    soilLitres,
    massShare: plantings.reduce((sum, planting) => sum + (shares.get(planting.id) ?? 0), 0),
  }
}

function apart(a: Planting, b: Planting): number {
  const [p, q] = [patchCentre(a), patchCentre(b)]
  return Math.hypot(p.x - q.x, p.z - q.z)
}

/** What a hard trim takes of the mass of what it cuts. */
export const CUT_AWAY = 2 / 3

/** The evenings of a hard trim: what is cut at once takes no more of the plant mass than a section may, so that oxygen and uptake hold. Tallest first. */
export function trimEvenings(history: TankHistory, now: Instant): Planting[][] {
  const shares = massShares(history, now)
  const cuts = plantingsAt(history, now).filter((planting) =>
    isStem(speciesOf(history, planting).group),
  )
  const evenings: { plantings: Planting[]; taken: number }[] = []
  const heaviest = [...cuts].sort((a, b) => (shares.get(b.id) ?? 0) - (shares.get(a.id) ?? 0))
  for (const planting of heaviest) {
    const taken = CUT_AWAY * (shares.get(planting.id) ?? 0)
    const room = evenings.find((evening) => evening.taken + taken <= MAX_MASS_SHARE)
    if (room) {
      room.plantings.push(planting)
      room.taken += taken
    } else evenings.push({ plantings: [planting], taken })
  }
  return evenings.map(({ plantings }) => plantings)
}
