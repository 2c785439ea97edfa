import { ok, refuse } from '../../quantity/result'
import { NO_PROBLEM, problem } from '../faults'
import type { Kind } from '../kind'
import { choice, maybeNumber, place, type DetailOf, type Place } from '../shape'

/** What is done to plants and ground beside cutting to a height, in the order a keeper goes at it. */
export const GROOMING = [
  'leaves-taken',
  'thinned',
  'mown',
  'poked',
  'runners-cut',
  'spike-cut',
  'spike-left',
  'roots-pruned',
  'fixed',
  'brushed',
  'vacuumed',
] as const
type Grooming = (typeof GROOMING)[number]

/** How each is told: with a number of what where it can be counted, and of where. */
const TOLD: Record<Grooming, { says: string; counted: readonly [string, string] | null }> = {
  'leaves-taken': { says: 'Old leaves taken', counted: ['leaf', 'leaves'] },
  thinned: { says: 'Thinned', counted: ['stem or crown', 'stems or crowns'] },
  mown: { says: 'Mown', counted: null },
  poked: { says: 'Poked for exchange', counted: ['hole', 'holes'] },
  'runners-cut': { says: 'Runners cut', counted: ['runner', 'runners'] },
  'spike-cut': { says: 'Flower spike cut', counted: ['spike', 'spikes'] },
  'spike-left': { says: 'Flower spike left to bloom', counted: ['spike', 'spikes'] },
  'roots-pruned': { says: 'Roots pruned', counted: null },
  fixed: { says: 'Tied or glued', counted: ['piece', 'pieces'] },
  brushed: { says: 'Brushed', counted: null },
  vacuumed: { says: 'Vacuumed', counted: null },
}
const LABELS = Object.fromEntries(
  GROOMING.map((what) => [what, TOLD[what].says.toLowerCase()]),
) as Record<Grooming, string>

const shape = {
  what: choice('What was done', GROOMING, 'This is not a way of grooming Vivero knows.', LABELS),
  place: place(),
  /** Leaves, runners, spikes, holes: of whatever was done; null where nobody counts. */
  count: maybeNumber('The number', {
    whole: 'Leaves and runners come in whole numbers.',
    least: [1, 'If none were taken, there is nothing to write.'],
    most: [10_000, 'Nobody counts that many.'],
  }),
}

/** Where else than at a planting each can be done; what is not listed is done with a planting alone. */
const ELSEWHERE: { readonly [G in Grooming]?: readonly Place['of'][] } = {
  mown: ['ground'],
  poked: ['ground'],
  brushed: ['hardscape', 'glass', 'surface', 'ground', 'equipment', 'tank'],
  vacuumed: ['hardscape', 'ground', 'tank'],
}

/** Grooming: acts on plants and ground that are no heights. */
export const groom: Kind<DetailOf<typeof shape>> = {
  name: 'grooming',
  shape,
  inMoment: 'done',
  tell({ what, place: where, count }, names) {
    const { says, counted } = TOLD[what]
    const much =
      count === null || counted === null ? '' : ` (${count} ${counted[count === 1 ? 0 : 1]})`
    return `${says}${much}, ${names.place(where)}`
  },
  rules: ({ what, place: where }) =>
    where.of === 'planting' || ELSEWHERE[what]?.includes(where.of)
      ? NO_PROBLEM
      : problem(
          'place',
          ELSEWHERE[what]
            ? `${TOLD[what].says} is not said of that place: choose another.`
            : 'That is done with a planting: choose which.',
        ),
  form: {
    says: 'grooming',
    fields: [
      { name: 'what', label: 'What' },
      { name: 'place', label: 'Where', prefer: 'planting' },
      { name: 'count', label: 'How many' },
    ],
  },
  csv: {
    columns: {
      amount: `how many, or empty; the unit is what was done: \`${GROOMING.join('`, `')}\``,
      subject:
        'the planting’s stake or name, a piece of hardscape, or `glass`, `surface`, `ground`, `equipment`, `tank`',
    },
    amount: 'none',
    write: ({ what, place: where, count }, { nameOf }) => ({
      amount: count,
      unit: what,
      subject: subjectOf(where, nameOf),
    }),
    read({ amount, unit, subject }, ask) {
      const what = GROOMING.find((one) => one === unit)
      if (!what)
        return refuse(
          `the unit of a groom line says what was done: ${GROOMING.join(', ')}; not “${unit}”`,
        )
      const where = placeNamed(subject, ask.find)
      return where
        ? ok({ what, place: where, count: Number.isNaN(amount) ? null : amount })
        : refuse(`“${subject}” is not a planting, a piece or a part of this tank`)
    },
  },
}

type NameOf = (what: 'planting' | 'piece', id: string) => string | null
function subjectOf(where: Place, nameOf: NameOf): string {
  if (!('id' in where)) return where.of
  return nameOf(where.of === 'planting' ? 'planting' : 'piece', where.id) ?? ''
}

const PARTS = ['glass', 'surface', 'ground', 'equipment', 'tank'] as const
type Find = (what: 'planting' | 'piece', name: string) => { id: string } | null
/** The place a line of a file speaks of; null for none of this tank. */
function placeNamed(subject: string, find: Find): Place | null {
  const part = PARTS.find((one) => one === subject.toLowerCase())
  if (part) return { of: part }
  const planting = find('planting', subject)
  if (planting) return { of: 'planting', id: planting.id }
  const piece = find('piece', subject)
  return piece ? { of: 'hardscape', id: piece.id } : null
}
