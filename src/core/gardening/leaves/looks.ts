import type { EntryOf } from '../../journal/entry'
import type { LeafAge, LeafLook } from '../../journal/kinds/leaf'
import type { Sign } from '../../journal/kinds/sign'
import { entriesOf } from '../../history/journal-index'
import type { TankHistory } from '../../history/types'
import { dayOf, type Instant } from '../../quantity/time'

/** What the leaves of a planting showed, by whichever line it was written. */
export interface SeenLeaf {
  plantingId: string
  on: LeafAge
  look: LeafLook
  at: Instant
  entryId: string
}

/** Signs of a round that speak of leaves. */
const OF_SIGN: Readonly<Partial<Record<Sign, Pick<SeenLeaf, 'on' | 'look'>>>> = {
  'yellow old leaves': { on: 'old leaves', look: 'evenly yellow' },
  'pale tips': { on: 'new growth', look: 'pale with green veins' },
  'twisted tips': { on: 'new growth', look: 'twisted or hooked' },
  holes: { on: 'old leaves', look: 'pinholes' },
  melting: { on: 'whole plant', look: 'mush' },
  chewed: { on: 'whole plant', look: 'chewed' },
  'bare below': { on: 'old leaves', look: 'bare stem' },
}
/** Leaves seen longer ago than this say nothing of today. */
const RECENT_DAYS = 45

/** What leaves showed of late, one for each planting, place and look: the latest. Newest first. */
export function leavesSeen({ entries }: TankHistory, now: Instant): SeenLeaf[] {
  const today = dayOf(now)
  const all: SeenLeaf[] = [
    ...entriesOf(entries, 'leaf').map(ofLeaf),
    ...entriesOf(entries, 'sign').flatMap((entry) => {
      const as = OF_SIGN[entry.sign]
      return as && entry.place.of === 'planting'
        ? [{ ...as, plantingId: entry.place.id, at: entry.at, entryId: entry.id }]
        : []
    }),
  ]
  const latest = new Map<string, SeenLeaf>()
  for (const one of all.sort((a, b) => (a.at < b.at ? -1 : 1)))
    if (dayOf(one.at) <= today && today - dayOf(one.at) <= RECENT_DAYS)
      latest.set(`${one.plantingId} ${one.on} ${one.look}`, one)
  return [...latest.values()].reverse()
}

const ofLeaf = ({ plantingId, on, look, at, id }: EntryOf<'leaf'>): SeenLeaf => ({
  plantingId,
  on,
  look,
  at,
  entryId: id,
})

/** Days until a few new leaves have come. Common practice, from memory: by how fast a group grows. */
export const NEW_LEAVES_DAYS = {
  'stem-fast': 14,
  'stem-slow': 21,
  rosette: 28,
  crypt: 42,
  epiphyte: 60,
  moss: 28,
  carpet: 21,
  floating: 10,
} as const
