import { entriesOf } from '../../history/journal-index'
import { versionOn } from '../../history/dated'
import type { TankHistory } from '../../history/types'
import { normalEstimate } from '../../quantity/estimate'
import { dayOf, type Instant } from '../../quantity/time'
import type { Question } from './question'

/** A lamp set otherwise is looked at once within so many days: timers are mistaken, and others turn knobs. */
const ALTERED_DAYS = 45
/** A timer is true to a quarter of an hour, h. */
const TIMER_SD = 0.25

/** Whether each lamp that was altered of late burns as it was set, asked once after each change. */
export function lampQuestions(history: TankHistory, now: Instant): Question[] {
  const today = dayOf(now)
  return history.equipment.flatMap((thing): Question[] => {
    if (thing.kind !== 'lamp' || thing.endedAt !== null) return []
    const version = versionOn(thing.settings, today)
    if (!version?.is || version === thing.settings[0]) return []
    const set = dayOf(version.from)
    const looked = entriesOf(history.entries, 'equipment').some(
      ({ equipmentId, by, at }) => equipmentId === thing.id && by === 'round' && dayOf(at) >= set,
    )
    if (looked || today - set > ALTERED_DAYS) return []
    const { hours } = version.is
    return [
      {
        key: `lamp:${thing.id}`,
        asks: { kind: 'lamp', equipmentId: thing.id, name: thing.name },
        last: { value: hours, daysAgo: today - set, by: null },
        expected: normalEstimate(hours, TIMER_SD, 'as it is set', 0, 24),
        unit: 'h',
        min: 0,
        max: 24,
        step: 0.5,
      },
    ]
  })
}
