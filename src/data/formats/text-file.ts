import { type Result, ok, refuse } from '@/core/quantity/result'

/**
 * Text of an uploaded file: UTF-8, with or without a byte-order mark. Refuses what is too large, binary, or not UTF-8.
 */
export function readText(bytes: Uint8Array, maxMegabytes: number): Result<string> {
  const megabytes = bytes.byteLength / 1e6
  if (megabytes > maxMegabytes) {
    return refuse(`The file has ${megabytes.toFixed(0)} MB; Vivero reads up to ${maxMegabytes} MB at once. Split it by year. Nothing was written.`)
  }
  if (bytes.byteLength === 0) return refuse('The file is empty. Nothing was written.')
  if (bytes.subarray(0, 4096).includes(0)) return refuse('This is not a text file. Nothing was written.')
  try {
    return ok(new TextDecoder('utf-8', { fatal: true, ignoreBOM: false }).decode(bytes))
  } catch {
    return refuse('The file is not written in UTF-8. Save it as UTF-8 and try again; nothing was written.')
  }
}
