import type { TankPart } from '../formats/tank-parts'
import { tankParts } from '../formats/tank-parts'
import { csvRows, type RowsPart } from '../formats/csv-rows'
import { lookAt, type SheetLook } from '../formats/sheet/look-at'
import { sheetParts, type SheetPart } from '../formats/sheet/sheet-parts'
import type { Asked } from './asked'
import type { Stream } from './stream'

/** What each reading of a foreign file gives. */
export interface Reads {
  rows: RowsPart
  sheet: SheetPart
  look: SheetLook
  tank: TankPart
}
export type ReaderName = keyof Reads
/** Every way in which a foreign file is read. They run in a process of their own (`read.program.ts`). */
export const READERS: { [K in ReaderName]: (bytes: Uint8Array, asked: Asked) => Stream<Reads[K]> } =
  { rows: csvRows, sheet: sheetParts, look: lookAt, tank: tankParts }
