import type { Job } from '@/core/history/due'
import type { Subject, Way } from '@/core/history/finding'

type Page = Extract<Way, { page: unknown }>['page']
const PAGES: Readonly<Record<Page, { says: string; path: string }>> = {
  water: { says: 'open the water', path: '/water' },
  round: { says: 'start a round', path: '/round' },
  plants: { says: 'see how it grows', path: '/plants' },
  cuttings: { says: 'see the waiting list', path: '/plants/cuttings' },
  leaves: { says: 'read the leaves', path: '/plants/leaves' },
  rescape: { says: 'is it time to rescape?', path: '/rescape' },
  facts: { says: 'say how it is', path: '/stands' },
}
type Form = Extract<Way, { form: unknown }>['form']
const FORMS: Readonly<Record<Form, string>> = {
  trim: 'log a trim',
  'water-change': 'log a change',
  groom: 'log it',
  reading: 'log a test',
  dose: 'log a dose',
  clean: 'log a cleaning',
  'top-off': 'log a top-up',
}

/** Where one does what a finding or a due act asks for: what the way is called, and its path below the tank's; null where there is nowhere to go. */
export function whereTo({
  leadsTo,
  subject,
}: {
  leadsTo: Way | null
  subject: Subject
}): { says: string; path: string } | null {
  if (leadsTo === null) return null
  if ('entries' in leadsTo)
    return { says: 'see the entries', path: `/book?kind=${leadsTo.entries}` }
  if ('page' in leadsTo) return PAGES[leadsTo.page]
  const query = new URLSearchParams({
    log: leadsTo.form,
    ...(subject.of === 'planting' ? { planting: subject.id } : {}),
    ...leadsTo.fill,
  })
  return { says: FORMS[leadsTo.form], path: `/book?${query.toString()}` }
}

/** The address at which a due act is done and written down. */
export const addressOf = (
  slug: string,
  { opens, subject }: Pick<Job, 'opens' | 'subject'>,
): string => `/tanks/${slug}${whereTo({ leadsTo: opens, subject })?.path ?? ''}`
