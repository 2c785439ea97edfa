import { METRIC, type Measures } from '../quantity/measures'
import { entriesOf, ofPlanting } from '../history/journal-index'
import { headCount, missingSince, speciesOf } from '../history/lookup'
import { plantingAsLastSeen, tankNow, vesselOn } from '../history/tank-at'
import type { TankHistory } from '../history/types'
import type { Entry, EntryOf } from '../journal/entry'
import type { Ask, Found } from '../journal/kind'
import type { PointsAt } from '../journal/shape'
import { readingSd } from '../plants/growth'
import { heightCourse, heightOn } from '../plants/height'
import { dayOf, type Instant } from '../quantity/time'
import { litresPerCentimetre } from '../vessel/volume'
import { doseUnitOf, productOf } from '../water/dosing/products'

/** A thing of a tank by its id, its name, and what it is marked with. */
interface Listed {
  id: string
  name: string
  mark?: string
}

/**
 * What a kind of entry may ask of a tank's story on a day. `litresOf`: net litres by day (`litresOver`). `lists` is made once a story,
 * since a file asks it for every line.
 */
export function askOf(
  story: TankHistory,
  at: Instant,
  litresOf: (day: number) => number,
  lists: Lists,
  measures: Measures = METRIC,
): Ask {
  const day = dayOf(at)
  return {
    measures,
    knows: (what, id) => lists[what].byId.has(id),
    find: (what, name) => lists[what].byName.get(name.trim().toLowerCase()) ?? null,
    nameOf: (what, id) => lists[what].byId.get(id)?.shown ?? null,
    planting(id) {
      const planting = story.plantings.find((one) => one.id === id)
      return planting
        ? {
            stake: planting.stake,
            from: planting.stands[0].from,
            until: planting.ended?.at ?? null,
            group: speciesOf(story, planting).group,
          }
        : null
    },
    litres: () => litresOf(day),
    litresPerCentimetre: () => litresPerCentimetre(tankNow(story, at).vessel),
    bucketLitres: () => vesselOn(story.vessel, day).care.bucketLitres,
    kits: () => vesselOn(story.vessel, day).care.kits ?? [],
    mostHeight: (plantingId) => mostHeight(story, plantingId, at),
    headCount(populationId, but) {
      const population = { id: populationId }
      return {
        ...headCount(story, population, at, but),
        missing: missingSince(story, population, at, but),
      }
    },
    product(written) {
      const product = productOf(story, written)
      return product && { id: product.id, name: product.name, unit: doseUnitOf(product) }
    },
    ticked(planId, stepId, but) {
      const plan = story.plans.find((one) => one.id === planId)
      if (!plan?.steps.some((step) => step.id === stepId)) return null
      return entriesOf(story.entries, 'step-done').some(
        (other) => other.id !== but && other.planId === planId && other.stepId === stepId,
      )
    },
  }
}

/** How a thing of a story is called or marked in a file, by its id; null for what is not there. */
export function nameIn(story: TankHistory): Ask['nameOf'] {
  const lists = listsOf(story)
  return (what, id) => lists[what].byId.get(id)?.shown ?? null
}

type Lists = Readonly<
  Record<
    PointsAt,
    { byId: ReadonlyMap<string, { shown: string }>; byName: ReadonlyMap<string, Found> }
  >
>
/** The things of a story by id and by name. Of two that share a name the first is found; a stake goes before a name. */
export function listsOf(story: TankHistory): Lists {
  const { plantings, pieces, populations, sources, equipment, plans } = story
  return {
    planting: listed(plantings.map(({ id, name, stake }) => ({ id, name, mark: stake }))),
    piece: listed(pieces.map(({ id, label }) => ({ id, name: label }))),
    population: listed(populations),
    source: listed(sources),
    equipment: listed(equipment),
    plan: listed(plans.map(({ id }) => ({ id, name: id }))),
  }
}

function listed(things: readonly Listed[]): Lists[PointsAt] {
  const byName = new Map<string, Found>()
  const called = [
    ...things.flatMap(({ id, name, mark }) => (mark ? [{ key: mark, id, name }] : [])),
    ...things.map(({ id, name }) => ({ key: name, id, name })),
  ]
  for (const { key, id, name } of called) {
    const lower = key.toLowerCase()
    if (!byName.has(lower)) byName.set(lower, { id, name })
  }
  return {
    byId: new Map(things.map(({ id, name, mark }) => [id, { shown: mark ?? name }])),
    byName,
  }
}

/** Slack on a plant's estimated height before a trim above it is called a slip, cm. */
const TRIM_SLACK_CM = 3
/** What nobody measured may be up to so many times its usual height, or the tank's. */
const UNMEASURED_TIMES = 2

/** A height measured so shortly before is the height that was cut, days. */
const JUST_MEASURED_DAYS = 1
/** Two looks at one height are apart by no more than so many of their errors. */
const READING_ERRORS = 2

/**
 * The height above which a planting can hardly have stood, cm. An estimate that rests on no measure of the keeper's must not
 * contradict him: it is widened to what the kind and the tank allow. Where it was measured just before, that is the height.
 */
function mostHeight(
  story: TankHistory,
  plantingId: string,
  at: Instant,
): { most: number; measured: number | null } {
  const record = story.plantings.find((one) => one.id === plantingId)
  if (!record) return { most: Infinity, measured: null }
  const planting = plantingAsLastSeen(record, dayOf(at))
  const known = ofPlanting(story.entries, planting.id).filter((entry) => entry.at <= at)
  const last = known.findLast((entry) => entry.kind === 'trim' || isHeight(entry))
  if (last && isHeight(last) && dayOf(at) - dayOf(last.at) <= JUST_MEASURED_DAYS)
    return {
      most: last.value + READING_ERRORS * readingSd(last.value),
      measured: last.value,
    }
  const reckoned = heightOn(heightCourse(story, planting, at), dayOf(at)).high + TRIM_SLACK_CM
  if (known.length > 0) return { most: reckoned, measured: null }
  const usual = Math.min(
    speciesOf(story, planting).matureHeightCm,
    vesselOn(story.vessel, dayOf(at)).heightCm,
  )
  return { most: Math.max(reckoned, UNMEASURED_TIMES * usual), measured: null }
}

const isHeight = (entry: Entry): entry is EntryOf<'measure'> =>
  entry.kind === 'measure' && entry.measure === 'height'
