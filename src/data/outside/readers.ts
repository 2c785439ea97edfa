import type { TankPart } from '../formats/tank-parts'
import { tankParts } from '../formats/tank-parts'
import { csvRows, type RowsPart } from '../formats/csv-rows'
import { lookAt, type SheetLook } from '../formats/sheet/look-at'
import { sheetParts, type SheetPart } from '../formats/sheet/sheet-parts'
import type { Stream } from './stream'

/** What each reading of a foreign file gives. */
export interface Reads {
  rows: RowsPart
  sheet: SheetPart
  look: SheetLook
  tank: TankPart
}
export type ReaderName = keyof Reads
/** What the caller adds to the bytes: the moment, and how large such a file may be. */
export interface Asked {
  now: string
  maxMegabytes: number
}

/** Every way in which a foreign file is read. They run in a process of their own (`read.program.ts`). */
export const READERS: { [K in ReaderName]: (bytes: Uint8Array, asked: Asked) => Stream<Reads[K]> } =
  { rows: csvRows, sheet: sheetParts, look: lookAt, tank: tankParts }
