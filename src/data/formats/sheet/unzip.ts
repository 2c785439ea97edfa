import yauzl, { type Entry, type ZipFile } from 'yauzl'

/** A workbook holds some dozens of files. */
const MOST_ENTRIES = 5000

/** The files packed in an archive, by their names; each is unpacked when it is asked for, a part at a time, and never beyond the size it claims. Throws for what is no archive. */
export async function openZip(bytes: Uint8Array): Promise<Packed> {
  const buffer = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const zip = await new Promise<ZipFile>((opened, failed) =>
    yauzl.fromBuffer(buffer, { lazyEntries: true, validateEntrySizes: true }, (error, file) =>
      error ? failed(error) : opened(file),
    ),
  )
  const entries = new Map<string, Entry>()
  await new Promise<void>((done, failed) => {
    zip.on('entry', (entry: Entry) => {
      if (entries.size >= MOST_ENTRIES) return failed(new Error('more files than any workbook'))
      entries.set(entry.fileName, entry)
      zip.readEntry()
    })
    zip.once('end', done)
    zip.once('error', failed)
    zip.readEntry()
  })
  return {
    has: (name) => entries.has(name),
    bytes: [...entries.values()].reduce((sum, entry) => sum + entry.uncompressedSize, 0),
    open: (name) =>
      new Promise((opened, failed) => {
        const entry = entries.get(name)
        if (!entry) return failed(new Error(`${name} is missing`))
        zip.openReadStream(entry, (error, stream) =>
          error ? failed(error) : opened(stream as AsyncIterable<Uint8Array>),
        )
      }),
  }
}

export interface Packed {
  has: (name: string) => boolean
  /** What all of it claims to be unpacked. */
  bytes: number
  open: (name: string) => Promise<AsyncIterable<Uint8Array>>
}
