import type { Finding, Way } from '@/core/history/finding'

type Page = Extract<Way, { page: unknown }>['page']
const PAGES: Readonly<Record<Page, { says: string; path: string }>> = {
  water: { says: 'open the water', path: '/water' },
  round: { says: 'start a round', path: '/round' },
  plants: { says: 'see how it grows', path: '/plants' },
  leaves: { says: 'read the leaves', path: '/plants/leaves' },
  rescape: { says: 'is it time to rescape?', path: '/rescape' },
  facts: { says: 'say how it is', path: '/stands' },
}
type Form = Extract<Way, { form: unknown }>['form']
const FORMS: Readonly<Record<Form, string>> = {
  trim: 'log a trim',
  'water-change': 'log a change',
}

/** Where one does what a finding suggests: what the way is called, and its path below the tank's; null where there is nowhere to go. */
export function whereTo({
  leadsTo,
  subject,
}: Pick<Finding, 'leadsTo' | 'subject'>): { says: string; path: string } | null {
  if (leadsTo === null) return null
  if ('entries' in leadsTo)
    return { says: 'see the entries', path: `/book?kind=${leadsTo.entries}` }
  if ('page' in leadsTo) return PAGES[leadsTo.page]
  const of = subject.of === 'planting' ? `&planting=${subject.id}` : ''
  return { says: FORMS[leadsTo.form], path: `/book?log=${leadsTo.form}${of}` }
}
