import type { Entry, EntryDetails, EntryKind } from '@/core/journal/entry'
import type { TankHistory } from '@/core/history/types'
import type { DemoClock } from './clock'

/** Writes demo entries in order, with repeatable ids, onto a growing story. */
export class Diary {
  readonly entries: Entry[] = []

  constructor(
    readonly base: Omit<TankHistory, 'entries'>,
    private readonly clock: DemoClock,
  ) {}

  /** The story as it stands so far: what Vivero would have known when the next entry was written. */
  get story(): TankHistory {
    return { ...this.base, entries: [...this.entries] }
  }

  /** The id of the latest entry of a kind, for lines that speak of it; empty where there is none. */
  lastId(kind: EntryKind): string {
    return this.entries.findLast((entry) => entry.kind === kind)?.id ?? ''
  }

  add<K extends EntryKind>(
    daysAgo: number,
    hour: number,
    kind: K,
    detail: EntryDetails[K],
    extra: {
      note?: string
      certainty?: Entry['certainty']
      by?: Entry['by']
      expected?: Entry['expected']
    } = {},
  ): void {
    const id = `${this.base.vessel.id}-${String(this.entries.length + 1).padStart(4, '0')}`
    this.entries.push({
      id,
      kind,
      at: this.clock.at(daysAgo, hour),
      certainty: extra.certainty ?? 'measured',
      by: extra.by ?? 'keeper',
      note: extra.note ?? null,
      expected: extra.expected ?? null,
      ...detail,
    } as unknown as Entry)
  }
}
