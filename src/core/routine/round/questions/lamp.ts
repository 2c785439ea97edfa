import { entriesOf } from '../../../history/journal-index'
import { versionOn } from '../../../history/dated'
import { normalEstimate } from '../../../quantity/estimate'
import { dayOf } from '../../../quantity/time'
import { capital } from '../../../quantity/say'
import { id, text, type DetailOf } from '../../../journal/shape'
import type { QuestionKind, QuestionOf, Walk } from '../question-kind'

const shape = { equipmentId: id('The lamp', 'equipment'), name: text('The lamp', 120) }

/** A lamp set otherwise is looked at once within so many days: timers are mistaken, and others turn knobs. */
const ALTERED_DAYS = 45
/** A timer is true to a quarter of an hour, h. */
const TIMER_SD = 0.25

/** Whether each lamp that was altered of late burns as it was set, asked once after each change. */
export const lamp: QuestionKind<DetailOf<typeof shape>> = {
  shape,
  ask: (walk, at) => (at === 'equipment' ? askOf(walk) : []),
  says: ({ name }) => `${capital(name)}: hours it really burns`,
  last: ({ figure, ago }) => `set to ${figure} ${ago}`,
  never: () => 'never looked at',
  becomes: ({ equipmentId, name }, { value }) => ({
    kind: 'equipment',
    equipmentId,
    item: name,
    says: `burns ${Number(value.toFixed(2))} h a day`,
    hoursADay: value,
  }),
}

function askOf({ history, now }: Walk): QuestionOf<DetailOf<typeof shape>>[] {
  const today = dayOf(now)
  return history.equipment.flatMap((thing): QuestionOf<DetailOf<typeof shape>>[] => {
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
        asks: { equipmentId: thing.id, name: thing.name },
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
