import { type Result, ok, refuse } from '@/core/quantity/result'

/** Byte-order marks of the encodings with two bytes a letter. */
const WIDE = [
  { encoding: 'utf-16le', mark: [0xff, 0xfe] },
  { encoding: 'utf-16be', mark: [0xfe, 0xff] },
]

/**
 * Text of an uploaded file: UTF-8 with or without a byte-order mark, or UTF-16 with one, as some spreadsheets write it. Refuses
 * what is too large, binary, or in another encoding.
 */
export function readText(bytes: Uint8Array, maxMegabytes: number): Result<string> {
  const megabytes = bytes.byteLength / 1e6
  if (megabytes > maxMegabytes) {
    return refuse(
      `The file has ${megabytes.toFixed(0)} MB; Vivero reads up to ${maxMegabytes} MB at once. Split it by year. Nothing was written.`,
    )
  }
  if (bytes.byteLength === 0) return refuse('The file is empty. Nothing was written.')
  const wide = WIDE.find(({ mark }) => mark.every((byte, i) => bytes[i] === byte))?.encoding ?? null
  if (wide === null && bytes.subarray(0, 4096).includes(0))
    return refuse('This is not a text file. Nothing was written.')
  try {
    const text = new TextDecoder(wide ?? 'utf-8', { fatal: true, ignoreBOM: false }).decode(bytes)
    return text.includes('\0')
      ? refuse(
          'There is a null among the letters, so this is not a text file. Nothing was written.',
        )
      : ok(text)
  } catch {
    return refuse(
      'The file is not written in UTF-8 or UTF-16. Save it as UTF-8 and try again; nothing was written.',
    )
  }
}
