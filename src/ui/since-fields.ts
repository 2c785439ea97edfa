import type { PlainField } from './plain-form.client'

const fromADay = { field: 'holds', begins: 'from' }

/** The two acts that every form of a fact tells apart: it was so all along, or it changed on a day. */
const SINCE_FIELDS: readonly PlainField[] = [
  {
    name: 'holds',
    label: 'Since when?',
    type: 'radio',
    choices: [
      { id: 'all-along', says: 'It was so all along' },
      { id: 'from', says: 'It changed on a day' },
    ],
  },
  { name: 'holdsFrom', label: 'Changed on', type: 'date', onlyIf: fromADay },
]
/** As a group of a form, with what each of the two does. */
export const SINCE_GROUP = {
  title: 'Since when?',
  fields: SINCE_FIELDS,
  hint: 'All along puts right what was written; the former value is kept and can be brought back. A change leaves the days before as they were and writes a line into the book.',
}
/** For what is meant to last a while only: on that day it is asked. */
export const FOR_A_WHILE_GROUP = {
  title: 'Only for a while?',
  fields: [
    { name: 'until', label: 'Until', type: 'date', onlyIf: fromADay },
    { name: 'because', label: 'Why', type: 'text', onlyIf: fromADay },
  ] satisfies PlainField[],
  hint: 'Left empty, it lasts. With a day, that day asks whether it goes on.',
}
/** What these fields hold at first. */
export const sinceInitial = (today: string, holds: 'all-along' | 'from' = 'all-along') => ({
  holds,
  holdsFrom: today,
  until: '',
  because: '',
})
