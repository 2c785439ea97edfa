import { productOf, unitProblem } from '../water/products'
import { heightCourse, heightOn } from '../plants/height'
import { dayOf, type Instant } from '../quantity/time'
import { toCanonical } from '../quantity/units'
import type { Entry } from '../history/entries'
import type { EntryProblem } from '../history/problem'
import { ofKind, ofPlanting } from '../history/journal-index'
import { headCount, speciesOf, storyUntil } from '../history/lookup'
import type { Planting, TankHistory } from '../history/types'

const FUTURE_GRACE_DAYS = 5 / 1440
/** Slack on a plant's estimated height before a trim above it is called a slip, cm. */
const TRIM_SLACK_CM = 3

const LOSSES: ReadonlySet<string> = new Set(['died', 'moved', 'missing'])

/**
 * Problems a schema alone cannot see: times to come, plantings and animals that are not of this tank, a trim above the plant,
 * a change of more litres than the tank holds, a value no water can have. Empty when all is well. `litres`: net volume.
 */
export function checkEntry(
  entry: Entry,
  history: TankHistory,
  now: Instant,
  litres: number,
): EntryProblem[] {
  const problems: EntryProblem[] = []
  const say = (field: string, says: string) => problems.push({ field, says })
  if (dayOf(entry.at) > dayOf(now) + FUTURE_GRACE_DAYS)
    say('at', 'This has not happened yet: an observation cannot lie in the future.')
  const planting =
    'plantingId' in entry
      ? history.plantings.find((candidate) => candidate.id === entry.plantingId)
      : undefined
  if ('plantingId' in entry && !planting) say('plantingId', 'This planting is not in this tank.')
  if (planting && dayOf(entry.at) < dayOf(planting.plantedAt))
    say('at', `${planting.stake} was not planted yet on that day.`)
  if (
    (entry.kind === 'water-change' || entry.kind === 'top-off') &&
    entry.sourceId !== null &&
    !history.sources.some((source) => source.id === entry.sourceId)
  ) {
    say('sourceId', 'This source water is not known to this tank.')
  }
  if (entry.kind === 'water-change' && entry.litres > litres * 1.05)
    say(
      'litres',
      `The tank holds ${Math.round(litres)} L; a change cannot take ${Math.round(entry.litres)} L.`,
    )
  if (entry.kind === 'top-off' && entry.litres > litres)
    say(
      'litres',
      `The tank holds ${Math.round(litres)} L; a top-up cannot be ${Math.round(entry.litres)} L.`,
    )
  if (entry.kind === 'dose') {
    const product = productOf(history, entry)
    const problem = product ? unitProblem(product, entry.unit) : null
    if (problem) say('unit', problem)
  }
  if (entry.kind === 'stock') {
    const population = history.populations.find((candidate) => candidate.id === entry.populationId)
    if (!population) say('populationId', 'These animals are not in this tank.')
    else if (LOSSES.has(entry.event)) {
      const { count, plusMinus } = headCount(storyUntil(history, entry.at), population)
      if (entry.count > count + 2 * plusMinus)
        say(
          'count',
          `${count === 0 ? 'None were' : `About ${count} were`} left then; ${entry.count} cannot have ${entry.event === 'missing' ? 'gone missing' : entry.event}. If there were more, write down the count first.`,
        )
    }
  }
  if (entry.kind === 'reading') {
    const canonical = toCanonical(entry.parameter, entry.entered.value, entry.entered.unit)
    if (!canonical.ok) say('value', canonical.problem)
  }
  if (entry.kind === 'feeling' && entry.enjoyment === null && entry.workMinutes === null)
    say('enjoyment', 'A mark from 0 to 10, the minutes of work, or both.')
  if (entry.kind === 'trim' && planting) {
    const before = entry.fromCm ?? mostHeight(history, planting, entry.at)
    if (entry.toCm > before)
      say(
        'toCm',
        `${planting.stake} was about ${Math.round(before)} cm tall; a trim cannot leave ${Math.round(entry.toCm)} cm.`,
      )
  }
  if ((entry.kind === 'sign' || entry.kind === 'algae') && 'id' in entry.place) {
    const { of, id } = entry.place
    const known =
      of === 'planting'
        ? history.plantings.some((candidate) => candidate.id === id)
        : history.layouts.some((layout) => layout.hardscape.some((piece) => piece.id === id))
    if (!known) say('place', 'That place is not in this tank.')
  }
  if (
    entry.kind === 'step-done' &&
    ofKind(history.entries, 'step-done').some(
      (other) =>
        other.kind === 'step-done' &&
        other.id !== entry.id &&
        other.planId === entry.planId &&
        other.stepId === entry.stepId,
    )
  )
    say('stepId', 'That step was ticked off already.')
  if (
    entry.kind === 'step-done' &&
    !history.plans.some(
      (plan) => plan.id === entry.planId && plan.steps.some((step) => step.id === entry.stepId),
    )
  )
    say('stepId', 'That step is not in this plan.')
  return problems
}

/** What nobody measured may be up to so many times its usual height, or the tank's. */
const UNMEASURED_TIMES = 2

/** The height above which a planting can hardly have stood, cm. An estimate that rests on no measure of the keeper's must not contradict him: it is widened to what the kind and the tank allow. */
function mostHeight(history: TankHistory, planting: Planting, at: Instant): number {
  const reckoned = heightOn(heightCourse(history, planting, at), dayOf(at)).high + TRIM_SLACK_CM
  if (ofPlanting(history.entries, planting.id).some((entry) => entry.at <= at)) return reckoned
  const usual = Math.min(speciesOf(history, planting).matureHeightCm, history.vessel.heightCm)
  return Math.max(reckoned, UNMEASURED_TIMES * usual)
}
