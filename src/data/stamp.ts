import { createHash } from 'node:crypto'
import { EntryRefused } from './refused'

/** What the keeper saw was changed elsewhere before it was written again. Nothing was written; `stamp` is that of what stands now. */
export class Overtaken extends EntryRefused {
  constructor(
    says: string,
    readonly stamp: string,
  ) {
    super([{ field: 'overtaken', says }])
    this.name = 'Overtaken'
  }
}

/** A short mark of what something holds, the same for the same content however its keys are ordered: the page sends back the one it saw. */
export function stampOf(value: unknown): string {
  return createHash('sha256')
    .update(JSON.stringify(value, inOrder) ?? 'nothing')
    .digest('hex')
    .slice(0, 20)
}

function inOrder(_key: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value
  return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
}

/** Throws Overtaken when what stands is not what the page showed. A page that sent no stamp (null) writes what is new. */
export function refuseOvertaken(seen: string | null, standing: unknown, says: () => string): void {
  const stamp = stampOf(standing)
  if (seen !== null && seen !== stamp) throw new Overtaken(says(), stamp)
}
