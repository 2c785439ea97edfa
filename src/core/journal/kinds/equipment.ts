import { ok, refuse } from '../../quantity/result'
import type { Ask, FormField, Kind, Written } from '../kind'
import { absent, maybeId, number, text, TEXT_LIMITS, type DetailOf } from '../shape'

const shape = {
  item: text('The item', TEXT_LIMITS.item),
  says: text('What happened', TEXT_LIMITS.happened),
  equipmentId: maybeId('The thing', 'equipment'),
  /** Of a lamp: so many hours a day it was found to burn. */
  hoursADay: absent(number('The hours', { least: 0, most: [24, 'A day has 24 hours.'] })),
}

/** Which thing of the list, and what it is called where it is none of them. */
export const THING_FIELDS: readonly FormField[] = [
  { name: 'equipmentId', label: 'Which', input: 'equipment' },
  { name: 'item', label: 'Called' },
]

/** Something done to a thing of the tank, or something it did. */
export const equipment: Kind<DetailOf<typeof shape>> = {
  name: 'equipment',
  shape,
  inMoment: 'done',
  inked: ({ hoursADay }) => hoursADay ?? null,
  tell: ({ item, says }) => `${item}: ${says}`,
  form: {
    says: 'equipment',
    fields: [...THING_FIELDS, { name: 'says', label: 'What happened' }],
    read: (written, ask) => ({ ...thingOf(written, ask), says: written.says ?? '' }),
    // Said otherwise, it is no longer what the round was answered with.
    write: ({ item, says, equipmentId }) => ({ item, says, equipmentId: equipmentId ?? '' }),
  },
  csv: {
    columns: { amount: '–', subject: 'the item; the note says what happened' },
    amount: 'none',
    noteIsOwn: true,
    write: ({ item, says }) => ({ amount: null, unit: '', subject: item, note: says }),
    read: ({ subject, note }, ask) =>
      subject && note
        ? ok({ ...thingNamed(subject, ask), says: note })
        : refuse('equipment needs a subject (what) and a note (what happened)'),
  },
}

/** The thing chosen in a form, called as the list calls it where the keeper wrote no other name. */
export function thingOf({ equipmentId = '', item = '' }: Written, ask: Ask) {
  const known = ask.nameOf('equipment', equipmentId)
  return { item: item.trim() || (known ?? ''), equipmentId: known === null ? null : equipmentId }
}

/** What a line of a file says, with the thing of that name where there is one. */
export const thingNamed = (item: string, ask: Ask) => ({
  item,
  equipmentId: ask.find('equipment', item)?.id ?? null,
})
