import { saySpan } from '../quantity/say'
import type { DueTask } from './due'

/** “3 days late”; of a routine never kept yet “never written down”, since its days say when it was set and not how long it waits. Empty when due today. */
export function sayLate({ daysLate, lastAt }: DueTask): string {
  if (daysLate <= 0) return ''
  return lastAt === null ? 'never written down' : `${saySpan(daysLate)} late`
}
