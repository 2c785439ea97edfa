import { randomUUID } from 'node:crypto'
import type { Sending } from '@/core/history/sending'

/** What goes with a form that a page sends for the first time. */
export const sent = (seen: string | null = null): Sending => ({ id: randomUUID(), seen })
