import type { Measures } from '../../quantity/measures'
import { sayNumber } from '../../quantity/say'
import type { Kind } from '../kind'
import { choice, id, maybeNumber, text, type DetailOf } from '../shape'

/** What goes from one tank to another beside animals. */
const MOVED_THINGS = ['plants', 'equipment', 'filter media', 'soil', 'water'] as const

const shape = {
  what: choice('What was moved', MOVED_THINGS, 'This is nothing that is moved between tanks.'),
  name: text('What was moved', 120),
  /** Stems, litres, or per cent of the media. */
  amount: maybeNumber('The amount', {
    least: [0, 'An amount cannot be below zero.'],
    most: [100_000, 'That is more than can be moved.'],
  }),
  direction: choice('The direction', ['in', 'out'], 'It came in or went out.'),
  otherVesselId: id('The other tank'),
  otherName: text('The other tank', 120),
}

const MOVED_UNIT: Record<(typeof MOVED_THINGS)[number], string> = {
  plants: 'stems of',
  equipment: '',
  'filter media': '% of the',
  soil: 'L',
  water: 'L',
}

/** “6 stems of”, “12 L of”. */
function sayMuch(amount: number, what: (typeof MOVED_THINGS)[number], measures: Measures): string {
  const unit = MOVED_UNIT[what]
  return unit === 'L' ? `${measures.say(amount, unit)} of` : `${sayNumber(amount)} ${unit}`
}

/** One half of a move between two tanks; the other stands in the other book. */
export const moved: Kind<DetailOf<typeof shape>> = {
  name: 'move between tanks',
  shape,
  inMoment: 'done',
  /** “Moved 6 stems of S1 Green stems to Spring”. */
  tell({ what, name, amount, direction, otherName }, { measures }) {
    const much = amount === null ? '' : `${sayMuch(amount, what, measures)} `
    return `Moved ${much}${name} ${direction === 'out' ? 'to' : 'here from'} ${otherName}`
  },
}
