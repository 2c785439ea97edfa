import { LIMITS } from './limits'
import type { Asked } from './asked'
import { READERS, type ReaderName } from './readers'
import { watchSelf } from './watch-self'

/**
 * Reads a foreign file from its input and writes what stands in it, a line of JSON a part, the last of which says whether all of it was read. It
 * knows no data and no network, and is thrown away with whatever the file did to it. Usage: read NAME ASKED, where ASKED is JSON.
 */
const name = process.argv[2] as ReaderName
const asked = JSON.parse(process.argv[3]) as Asked
watchSelf(LIMITS[name])

const write = (line: unknown) =>
  new Promise<void>((written, failed) =>
    process.stdout.write(`${JSON.stringify(line)}\n`, (error) =>
      error ? failed(error) : written(),
    ),
  )

const chunks: Buffer[] = []
for await (const chunk of process.stdin) chunks.push(chunk as Buffer)
const stream = READERS[name](Buffer.concat(chunks), asked)
for (;;) {
  const next = await stream.next()
  await write(next.done ? { end: next.value } : { part: next.value })
  if (next.done) break
}
process.exit(0)
