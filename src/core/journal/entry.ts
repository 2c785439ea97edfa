import type { AnyKind, Common, Kind } from './kind'
import { KINDS } from './kinds'

/** What each kind of entry holds beside what all of them hold. */
export type EntryDetails = {
  [K in keyof typeof KINDS]: (typeof KINDS)[K] extends Kind<infer D> ? D : never
}
export type EntryKind = keyof EntryDetails
export type EntryOf<K extends EntryKind> = Common & { kind: K } & EntryDetails[K]
/** One line of the journal. */
export type Entry = { [K in EntryKind]: EntryOf<K> }[EntryKind]

export const ENTRY_KINDS = Object.keys(KINDS) as readonly EntryKind[]

/** All that is known of a kind, for code that treats every kind alike. */
export const kindOf = (kind: EntryKind): AnyKind => KINDS[kind] as unknown as AnyKind

export type { Certainty } from './kind'
export type { Place } from './shape'
export { ALGAE_KINDS, type AlgaeKind } from './kinds/algae'
export type { DoseUnit } from './kinds/dose'
export { PLANT_MEASURES } from './kinds/measure'
export { METHODS, type Method } from './kinds/reading'
export type { Sign } from './kinds/sign'
export { STOCK_EVENTS } from './kinds/stock'
