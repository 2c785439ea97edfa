import { headers } from 'next/headers'
import type { EntryKind } from '@/core/journal/entry'
import type { EntryProblem } from '@/core/journal/faults'
import type { Role } from '../../../scripts/pairing.cjs'

export type { Role }

/** Set by the server for every request it lets in (`scripts/server.mjs`); what a browser says of it never comes this far. */
const ROLE_HEADER = 'x-vivero-role'

/** Who asks: the keeper, at this machine or with a phone of his own, or a helper. */
export const roleHere = async (): Promise<Role> =>
  (await headers()).get(ROLE_HEADER) === 'helper' ? 'helper' : 'keeper'

/** Set by the server for what comes by the door to the house network, and by nobody else. */
const DOOR_HEADER = 'x-vivero-door'

/** Whether who asks sits at the machine Vivero runs on (or behind a proxy of his own), and not at a phone of the house. */
export const atThisMachine = async (): Promise<boolean> =>
  (await headers()).get(DOOR_HEADER) !== 'house'

/** Lines of the book that a helper’s phone writes. */
export const HELPERS_KINDS: readonly EntryKind[] = ['feed', 'note']

export const HELPER_MAY_NOT: EntryProblem[] = [
  {
    field: '',
    says: 'This phone writes rounds, feeding and notes; the rest is for the keeper. Nothing was written.',
  },
]
