import type { Kind } from '../kind'
import { choice, id, text, type DetailOf } from '../shape'

export const WAIT_ENDS = ['set here', 'went elsewhere', 'given up', 'died'] as const

const shape = {
  /** The line of the waiting list that is over. */
  waitingId: id('What waited'),
  what: text('What waited', 120),
  became: choice('What became of it', WAIT_ENDS, 'This is no end of a wait.'),
}

/** Something on the waiting list waits no more. */
export const waited: Kind<DetailOf<typeof shape>> = {
  name: 'end of a wait',
  shape,
  inMoment: 'done',
  tell: ({ what, became }) => `${what} waits no more: ${became}`,
}
