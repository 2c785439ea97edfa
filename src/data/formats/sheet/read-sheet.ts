import { ok, refuse, type Result } from '@/core/quantity/result'
import { foreign } from '../../outside/foreign'
import type { SheetLook } from './look-at'
import type { Sheet } from './mapping'
import { gathered } from './sheet-parts'

export const SHEET_MAX_MB = 20
const asked = { now: '', maxMegabytes: SHEET_MAX_MB }

/** The table in a file: a workbook, or text with commas, semicolons or tabs. Refuses what is neither. */
export const readSheet = (bytes: Uint8Array): Promise<Result<Sheet>> =>
  gathered(foreign('sheet', bytes, asked))

/** What a spreadsheet looks like, before it is read. */
export async function lookAtTable(bytes: Uint8Array): Promise<Result<SheetLook>> {
  const parts = foreign('look', bytes, asked)
  const look = await parts.next()
  if (!look.done) {
    await parts.return(ok(null))
    return ok(look.value)
  }
  return look.value.ok ? refuse('There is nothing in this file. Nothing was written.') : look.value
}
