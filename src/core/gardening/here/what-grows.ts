import type { Species, TankHistory } from '../../history/types'
import { isWithin as glassHolds } from '../../history/glass-shape'
import { parAt } from '../../layout/canopy'
import { sceneOn, stageOf, type Scene } from '../../layout/scene'
import { isStem } from '../../plants/groups'
import { factsOf } from '../../plants/kinds'
import type { PlantFacts } from '../../plants/kinds/facts'
import { patchCentre } from '../../plants/place'
import { portionsOf, type Portions } from '../../plants/portions'
import { ok, refuse, type Result } from '../../quantity/result'
import { dayOf, type Instant } from '../../quantity/time'
import { crossings } from '../../vessel/crossings'
import { groundDepth } from '../../vessel/ground-depth'
import { canopiesOf, lightOnWater } from '../../layout/scene-light'
import { lifeHere } from './life-here'
import { unfitFor, type Spot, type Unfit } from './suits'

/** A place in the plan, cm, how wide it is each way, and whether it is to be full at once or may grow together. */
export interface HereAsked {
  x: number
  z: number
  wideCm: number
  dense: boolean
}
export interface Candidate {
  species: Species
  facts: PlantFacts
  /** Crowns or stems set, and what has to be at hand. */
  crowns: number
  portions: Portions
  /** Stakes of plantings of this kind that cuttings can be taken of. */
  own: readonly string[]
}
export interface GrowsHere {
  spot: Spot & { lit: { now: number; later: number } }
  place: 'front' | 'middle' | 'back'
  /** The piece it would grow on, or null. */
  on: string | null
  /** A neighbour that will take this room as it grows, or null. */
  within: string | null
  /** Three at most, of three groups, the best first; empty: leave it bare. */
  kinds: Candidate[]
  /** What keeps most of the others out, the commonest first. */
  against: { why: Unfit; kinds: number }[]
}

const LATER_DAYS = 56
/** Front and back thirds of a tank, in parts of its depth; in front nothing tall, at the back nothing low. Common practice. */
const FRONT = 1 / 3
const BACK = 2 / 3
const TALLEST = { front: 12, middle: 28, back: Infinity } as const
const LOWEST = { front: 0, middle: 6, back: 15 } as const
/** Set half as densely it grows together in time. */
const PATIENT_SHARE = 0.5

/** Which kinds would do well at a place, by its light now and in eight weeks, room, ground, neighbours, animals, water and gas. Refuses a place outside the glass. */
export function whatGrowsHere(
  history: TankHistory,
  kinds: readonly Species[],
  asked: HereAsked,
  now: Instant,
): Result<GrowsHere> {
  const stage = stageOf(history, now)
  const today = dayOf(now)
  const scene = sceneOn(stage, today)
  const { vessel, layout } = scene.tank
  if (!glassHolds(vessel, [asked.x, asked.z]))
    return refuse('That place lies outside the glass: choose one within.')
  const piece = layout?.hardscape.find(({ footprint }) => isWithin(footprint, asked.x, asked.z))
  const ground = layout ? groundDepth(layout.ground, vessel.depthCm, asked.x, asked.z) : 0
  const y = piece ? topAt(piece.outline, asked.x) : ground
  const later = sceneOn(stage, today + LATER_DAYS)
  const inAir = vessel.kind === 'terrarium' || y >= vessel.waterlineCm
  const spot = {
    lit: { now: lightAt(scene, asked, y), later: lightAt(later, asked, y) },
    roomCm: Math.max(0, (inAir ? vessel.heightCm : vessel.waterlineCm) - y),
    widthCm: asked.wideCm,
    perched: piece !== undefined,
    inAir,
    ...lifeHere(history, now),
  }
  const place = placeOf(asked.z / vessel.depthCm)
  const judged = kinds
    .filter(({ group }) => group !== 'floating')
    .map((species) => ({ species, unfit: unfitFor(species, spot) }))
  const fits = judged
    .filter(({ species, unfit }) => unfit.length === 0 && isFor(place, species, spot))
    .map(({ species }) => species)
  return ok({
    spot,
    place,
    on: piece?.label ?? null,
    within: neighbourOver(scene, asked),
    kinds: bestThree(fits, spot, scene).map((species) => candidate(species, asked, scene)),
    against: commonest(judged.flatMap(({ unfit }) => unfit)),
  })
}

const placeOf = (share: number): GrowsHere['place'] => {
  if (share < FRONT) return 'front'
  return share > BACK ? 'back' : 'middle'
}

/** What a place asks beyond the needs of the kind: perches for what grows on them, heights by how far back it is. */
function isFor(place: GrowsHere['place'], species: Species, { perched, inAir }: Spot): boolean {
  const onPieces = species.group === 'epiphyte' || species.group === 'moss'
  if (!inAir && perched !== onPieces) return false
  if (perched) return true
  const { matureHeightCm } = species
  return isStem(species.group)
    ? place !== 'front'
    : matureHeightCm <= TALLEST[place] && matureHeightCm >= LOWEST[place]
}

function lightAt(scene: Scene, { x, z }: HereAsked, y: number): number {
  return parAt({ x, z, y }, canopiesOf(scene), lightOnWater(scene))
}

/** A planting whose mature width reaches over the place. */
function neighbourOver(scene: Scene, { x, z }: HereAsked): string | null {
  const over = scene.plants.find(({ planting, staged: { species } }) => {
    if (isStem(species.group) || species.group === 'floating' || species.group === 'carpet')
      return false
    const middle = patchCentre(planting)
    return Math.hypot(middle.x - x, middle.z - z) < species.matureWidthCm / 2
  })
  return over?.planting.stake ?? null
}

const LIGHT_RANK = { dim: 0, fair: 1, strong: 2 } as const
/** Low and middling light at the foot, µmol. Common practice. */
const rankOf = (par: number): number => {
  if (par < 30) return 0
  return par <= 80 ? 1 : 2
}

/** The best of each of three groups: what wants the light there is, needs no gas where none runs, and stands in this tank already as something to take cuttings of. */
function bestThree(fits: readonly Species[], spot: GrowsHere['spot'], scene: Scene): Species[] {
  const lit = rankOf(Math.min(spot.lit.now, spot.lit.later))
  const standing = new Set(scene.plants.map(({ staged }) => staged.species.id))
  const score = (species: Species) => {
    const { light, gas, sulksWeeks, caution } = factsOf(species)
    return (
      2 -
      Math.abs(LIGHT_RANK[light] - lit) +
      (gas === 'does without' ? 0.4 : 0) +
      (standing.has(species.id) ? 0.6 : 0) -
      0.05 * sulksWeeks -
      (caution ? 0.3 : 0)
    )
  }
  const ranked = [...fits].sort((a, b) => score(b) - score(a) || a.name.localeCompare(b.name))
  const groups = new Set<string>()
  return ranked
    .filter(({ group }) => {
      if (groups.has(group)) return false
      groups.add(group)
      return true
    })
    .slice(0, 3)
}

function candidate(species: Species, { wideCm, dense }: HereAsked, scene: Scene): Candidate {
  const area = wideCm * wideCm
  const each = Math.max(1, species.matureWidthCm ** 2)
  const share = dense ? 1 : PATIENT_SHARE
  const crowns = Math.max(1, Math.round((share * area) / each))
  return {
    species,
    facts: factsOf(species),
    crowns,
    portions: portionsOf(species.group, share * area, crowns),
    own: scene.plants
      .filter(({ staged }) => staged.species.id === species.id)
      .map(({ planting }) => planting.stake),
  }
}

function commonest(all: readonly Unfit[]): GrowsHere['against'] {
  const counts = new Map<Unfit, number>()
  for (const why of all) counts.set(why, (counts.get(why) ?? 0) + 1)
  return [...counts].map(([why, kinds]) => ({ why, kinds })).sort((a, b) => b.kinds - a.kinds)
}

const isWithin = (outline: readonly (readonly [number, number])[], x: number, z: number) =>
  crossings(outline, x).some(([from, to]) => z >= from && z <= to)

const topAt = (outline: readonly (readonly [number, number])[], x: number): number =>
  Math.max(0, ...crossings(outline, x).map(([, to]) => to))
