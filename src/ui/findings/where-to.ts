import type { Finding } from '@/core/judgement/finding'

type Page = Exclude<Finding['leadsTo'], { entries: unknown } | null>
const PAGES: Readonly<Record<Page, { says: string; path: string }>> = {
  water: { says: 'open the water', path: '/water' },
  round: { says: 'start a round', path: '/round' },
  plants: { says: 'see how it grows', path: '/plants' },
  leaves: { says: 'read the leaves', path: '/plants/leaves' },
  rescape: { says: 'is it time to rescape?', path: '/rescape' },
  'log-trim': { says: 'log a trim', path: '/book?log=trim' },
  'log-change': { says: 'log a change', path: '/book?log=water-change' },
  facts: { says: 'say how it is', path: '/stands' },
}

/** Where one does what a finding suggests: what the way is called, and its path below the tank's; null where there is nowhere to go. */
export function whereTo({
  leadsTo,
  subject,
}: Pick<Finding, 'leadsTo' | 'subject'>): { says: string; path: string } | null {
  if (leadsTo === null) return null
  if (typeof leadsTo === 'object')
    return { says: 'see the entries', path: `/book?kind=${leadsTo.entries}` }
  const { says, path } = PAGES[leadsTo]
  const of = leadsTo === 'log-trim' && subject.of === 'planting' ? `&planting=${subject.id}` : ''
  return { says, path: `${path}${of}` }
}
