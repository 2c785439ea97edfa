import type { Sending } from '@/ui/ask.client'
import { newId } from '@/ui/new-id'

/** What goes with a form that a page sends for the first time. */
export const sent = (seen: string | null = null): Sending => ({ id: newId(), seen })
