import type { Entry, EntryKind, EntryOf, Place } from '../history/entries'
import { entriesOf, ofPlanting } from '../history/journal-index'
import { headCount, speciesOf } from '../history/lookup'
import { plantingAsLastSeen, vesselOn } from '../history/tank-at'
import type { EntryProblem } from '../history/problem'
import type { Planting, TankHistory } from '../history/types'
import { heightCourse, heightOn } from '../plants/height'
import { dayOf, type Instant } from '../quantity/time'
import { toCanonical } from '../quantity/units'
import { productOf, unitProblem } from '../water/products'

const FUTURE_GRACE_DAYS = 5 / 1440

/** What an entry is checked against. `litres`: net volume. */
interface Context {
  history: TankHistory
  litres: number
}
type Check<K extends EntryKind> = (entry: EntryOf<K>, context: Context) => EntryProblem[]

const problem = (field: string, says: string): EntryProblem[] => [{ field, says }]
const NONE: EntryProblem[] = []

/**
 * Problems a schema alone cannot see: times to come, plantings and animals that are not of this tank, a trim above the plant,
 * a change of more litres than the tank holds, a value no water can have. Empty when all is well. `litres`: net volume then.
 */
export function checkEntry(
  entry: Entry,
  history: TankHistory,
  now: Instant,
  litres: number,
): EntryProblem[] {
  const own = CHECKS[entry.kind] as Check<EntryKind> | undefined
  return [
    ...checkTime(entry, now),
    ...checkPlanting(entry, history),
    ...(own?.(entry, { history, litres }) ?? NONE),
  ]
}

function checkTime(entry: Entry, now: Instant): EntryProblem[] {
  if (dayOf(entry.at) <= dayOf(now) + FUTURE_GRACE_DAYS) return NONE
  return problem('at', 'This has not happened yet: an observation cannot lie in the future.')
}

function checkPlanting(entry: Entry, history: TankHistory): EntryProblem[] {
  if (!('plantingId' in entry)) return NONE
  const planting = plantingOf(entry.plantingId, history)
  if (!planting) return problem('plantingId', 'This planting is not in this tank.')
  if (dayOf(entry.at) >= dayOf(planting.stands[0].from)) return NONE
  return problem('at', `${planting.stake} was not planted yet on that day.`)
}

const plantingOf = (id: string, history: TankHistory) =>
  history.plantings.find((candidate) => candidate.id === id)

function checkEquipment(
  { equipmentId }: { equipmentId: string | null },
  { history }: Context,
): EntryProblem[] {
  return equipmentId === null || history.equipment.some((thing) => thing.id === equipmentId)
    ? NONE
    : problem('equipmentId', 'This thing is not among the equipment of this tank.')
}

/** What each kind is checked for beside that; a kind without a line has nothing more to be checked. */
const CHECKS: { [K in EntryKind]?: Check<K> } = {
  'water-change': (entry, { history, litres }) => [
    ...checkSource(entry.sourceId, history),
    ...checkVolume(entry.litres, litres, CHANGE_SLACK, 'a change cannot take'),
  ],
  'top-off': (entry, { history, litres }) => [
    ...checkSource(entry.sourceId, history),
    ...checkVolume(entry.litres, litres, 1, 'a top-up cannot be'),
  ],
  dose(entry, { history }) {
    const product = productOf(history, entry)
    const says = product ? unitProblem(product, entry.unit) : null
    return says === null ? NONE : problem('unit', says)
  },
  stock: checkStock,
  reading(entry) {
    const canonical = toCanonical(entry.parameter, entry.entered.value, entry.entered.unit)
    return canonical.ok ? NONE : problem('value', canonical.problem)
  },
  feeling({ enjoyment, workMinutes }) {
    if (enjoyment !== null || workMinutes !== null) return NONE
    return problem('enjoyment', 'A mark from 0 to 10, the minutes of work, or both.')
  },
  equipment: checkEquipment,
  clean: checkEquipment,
  trim: checkTrim,
  sign: ({ place }, { history }) => checkPlace(place, history),
  algae: ({ place }, { history }) => checkPlace(place, history),
  'step-done': checkStep,
}

/** A change is measured by buckets and marks on the glass; so far over the whole it is a slip of neither. */
const CHANGE_SLACK = 1.05

function checkSource(sourceId: string | null, history: TankHistory): EntryProblem[] {
  if (sourceId === null || history.sources.some((source) => source.id === sourceId)) return NONE
  return problem('sourceId', 'This source water is not known to this tank.')
}

function checkVolume(taken: number, holds: number, slack: number, cannot: string): EntryProblem[] {
  if (taken <= holds * slack) return NONE
  const says = `The tank holds ${Math.round(holds)} L; ${cannot} ${Math.round(taken)} L.`
  return problem('litres', says)
}

const LOSSES: ReadonlySet<string> = new Set(['died', 'moved out', 'missing'])

function checkStock(entry: EntryOf<'stock'>, { history }: Context): EntryProblem[] {
  const population = history.populations.find((candidate) => candidate.id === entry.populationId)
  if (!population) return problem('populationId', 'These animals are not in this tank.')
  if (!LOSSES.has(entry.event)) return NONE
  const { count, plusMinus } = headCount(history, population, entry.at)
  if (entry.count <= count + 2 * plusMinus) return NONE
  const left = count === 0 ? 'None were' : `About ${count} were`
  const gone = entry.event === 'missing' ? 'gone missing' : entry.event
  return problem(
    'count',
    `${left} left then; ${entry.count} cannot have ${gone}. If there were more, write down the count first.`,
  )
}

function checkTrim(entry: EntryOf<'trim'>, { history }: Context): EntryProblem[] {
  const record = plantingOf(entry.plantingId, history)
  if (!record) return NONE
  const planting = plantingAsLastSeen(record, dayOf(entry.at))
  const before = entry.fromCm ?? mostHeight(history, planting, entry.at)
  if (entry.toCm <= before) return NONE
  return problem(
    'toCm',
    `${planting.stake} was about ${Math.round(before)} cm tall; a trim cannot leave ${Math.round(entry.toCm)} cm.`,
  )
}

/** Slack on a plant's estimated height before a trim above it is called a slip, cm. */
const TRIM_SLACK_CM = 3
/** What nobody measured may be up to so many times its usual height, or the tank's. */
const UNMEASURED_TIMES = 2

/**
 * The height above which a planting can hardly have stood, cm. An estimate that rests on no measure of the keeper's must not
 * contradict him: it is widened to what the kind and the tank allow.
 */
function mostHeight(history: TankHistory, planting: Planting, at: Instant): number {
  const reckoned = heightOn(heightCourse(history, planting, at), dayOf(at)).high + TRIM_SLACK_CM
  if (ofPlanting(history.entries, planting.id).some((entry) => entry.at <= at)) return reckoned
  const usual = Math.min(
    speciesOf(history, planting).matureHeightCm,
    vesselOn(history.vessel, dayOf(at)).heightCm,
  )
  return Math.max(reckoned, UNMEASURED_TIMES * usual)
}

function checkPlace(place: Place, history: TankHistory): EntryProblem[] {
  if (!('id' in place)) return NONE
  const known =
    place.of === 'planting'
      ? plantingOf(place.id, history) !== undefined
      : history.pieces.some((piece) => piece.id === place.id)
  return known ? NONE : problem('place', 'That place is not in this tank.')
}

function checkStep(entry: EntryOf<'step-done'>, { history }: Context): EntryProblem[] {
  const plan = history.plans.find((candidate) => candidate.id === entry.planId)
  if (!plan?.steps.some((step) => step.id === entry.stepId))
    return problem('stepId', 'That step is not in this plan.')
  const ticked = entriesOf(history.entries, 'step-done').some(
    (other) =>
      other.id !== entry.id && other.planId === entry.planId && other.stepId === entry.stepId,
  )
  return ticked ? problem('stepId', 'That step was ticked off already.') : NONE
}
