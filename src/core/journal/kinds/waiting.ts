import { sayNumber } from '../../quantity/say'
import { NO_PROBLEM, problem } from '../faults'
import type { Kind } from '../kind'
import { choice, maybeNumber, text, type DetailOf } from '../shape'

/** What a plant or animal waits for before it goes in. */
const WAITS_FOR = [
  'the tank to be stable',
  'the gas to run steadily',
  'light enough, µmol at the ground',
  'water no harder than, °dH',
  'a number of days',
  'my word',
] as const
export type WaitsFor = (typeof WAITS_FOR)[number]
/** Of these it must be said how much. */
const MEASURED: ReadonlySet<WaitsFor> = new Set([
  'light enough, µmol at the ground',
  'water no harder than, °dH',
  'a number of days',
])

const shape = {
  what: text('What waits', 120),
  count: maybeNumber('The number', {
    whole: 'Plants come in whole numbers.',
    least: [1, 'If there are none, nothing waits.'],
    most: [5_000, 'Nobody keeps that many waiting.'],
  }),
  waitsFor: choice('What it waits for', WAITS_FOR, 'This is nothing Vivero can wait for.'),
  level: maybeNumber('How much', {
    over: [0, 'How much must be more than zero.'],
    most: [2_000, 'How much is more than any tank here reaches.'],
  }),
}

/** Something on the waiting list, and what it waits for. */
export const waiting: Kind<DetailOf<typeof shape>> = {
  name: 'waiting list',
  shape,
  inMoment: 'done',
  tell: ({ what, count, waitsFor, level }) =>
    `${what}${count === null ? '' : ` (${count})`} waits for ${sayWaitsFor(waitsFor, level)}`,
  rules({ waitsFor, level }) {
    if (MEASURED.has(waitsFor) && level === null)
      return problem('level', 'How much, or how many days?')
    return !MEASURED.has(waitsFor) && level !== null
      ? problem('level', 'Leave this empty: of that there is no amount.')
      : NO_PROBLEM
  },
  form: {
    says: 'something that waits',
    fields: [
      { name: 'what', label: 'What waits' },
      { name: 'count', label: 'How many' },
      { name: 'waitsFor', label: 'It waits for' },
      { name: 'level', label: 'How much' },
    ],
    hint: 'It is told when that has come. Very small cup-grown plants wait for a tank that is stable.',
  },
}

/** “the tank to be stable”, “40 µmol at the ground”. */
export function sayWaitsFor(waitsFor: WaitsFor, level: number | null): string {
  const much = sayNumber(level ?? 0)
  switch (waitsFor) {
    case 'light enough, µmol at the ground':
      return `${much} µmol at the ground`
    case 'water no harder than, °dH':
      return `water no harder than ${much} °dH`
    case 'a number of days':
      return level === 1 ? 'a day' : `${much} days`
    case 'my word':
      return 'the keeper’s word'
    default:
      return waitsFor
  }
}
