import { createReadStream, createWriteStream, lstatSync, mkdirSync, readdirSync } from 'node:fs'
import { dirname, join, relative, resolve, sep } from 'node:path'
import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { createGunzip, createGzip } from 'node:zlib'
import tar from 'tar-stream'

/** Packs a directory that nobody writes to into one squeezed file (tar, gzip), a file at a time, so that a running server goes on answering. */
export async function packDirectory(directory: string, archive: string): Promise<void> {
  const pack = tar.pack()
  const written = pipeline(
    pack,
    createGzip({ level: 2 }),
    createWriteStream(archive, { mode: 0o600, flags: 'wx' }),
  )
  const filled = (async () => {
    for (const path of filesBelow(directory)) {
      const state = lstatSync(path)
      const name = relative(directory, path).split(sep).join('/')
      if (state.isDirectory()) {
        await new Promise<void>((done, failed) =>
          pack.entry({ name, type: 'directory', mode: 0o700, mtime: state.mtime }, (error) =>
            error ? failed(error) : done(),
          ),
        )
        continue
      }
      const entry = pack.entry({ name, size: state.size, mode: 0o600, mtime: state.mtime })
      await pipeline(createReadStream(path), entry)
    }
    pack.finalize()
  })()
  try {
    await Promise.all([written, filled])
  } catch (error) {
    pack.destroy()
    throw error
  }
}

/** A file that is no copy of ours, in a sentence. */
class NoCopy extends Error {
  override name = 'NoCopy'
}

/** No cluster of ours has so many files, nor one so large. */
const MOST_FILES = 100_000

/**
 * Unpacks such a file into a directory of its own. `mostBytes`: unpacked it may take so much room. Throws NoCopy for one that is cut off, larger, or was
 * not made here: no name may lead out of the directory, and nothing in it is but files and directories.
 */
export async function unpackInto(
  archive: string,
  directory: string,
  mostBytes = Infinity,
): Promise<void> {
  mkdirSync(directory, { recursive: true, mode: 0o700 })
  const home = resolve(directory)
  const extract = tar.extract()
  let files = 0
  let bytes = 0
  const put = (header: tar.Headers, stream: Readable, next: (error?: unknown) => void) => {
    const path = resolve(home, header.name)
    const inside = path === home || path.startsWith(home + sep)
    if (!inside || (header.type !== 'file' && header.type !== 'directory'))
      return next(new NoCopy(`“${header.name.slice(0, 80)}” in it has no place in a copy of ours`))
    if (++files > MOST_FILES) return next(new NoCopy('it holds more files than any copy of ours'))
    bytes += header.size ?? 0
    if (bytes > mostBytes)
      return next(new NoCopy('unpacked it is larger than the room there is on this disk'))
    if (header.type === 'directory') {
      mkdirSync(path, { recursive: true, mode: 0o700 })
      stream.resume()
      stream.on('end', () => next())
      return
    }
    mkdirSync(dirname(path), { recursive: true, mode: 0o700 })
    pipeline(stream, createWriteStream(path, { mode: 0o600, flags: 'wx' })).then(
      () => next(),
      (error: Error) => next(error),
    )
  }
  extract.on('entry', (header, stream, next) => {
    // What is refused ends the whole with that error; its own stream must not throw it past us.
    stream.on('error', () => {})
    try {
      put(header, stream, next)
    } catch (error) {
      // A name that no file system takes, or one that is a file already.
      next(error)
    }
  })
  try {
    await pipeline(createReadStream(archive), createGunzip(), extract)
  } catch (error) {
    if (error instanceof NoCopy) throw error
    const { code } = error as NodeJS.ErrnoException
    if (code === 'ENOSPC') throw new NoCopy('the disk has no room for it')
    if (code === 'ENOENT' || code === 'EACCES')
      throw new NoCopy(`the file cannot be read (${code})`)
    throw new NoCopy('it is damaged, cut off, or no copy of ours')
  }
  if (files === 0) throw new NoCopy('there is nothing in it')
}

/** Everything below a directory, each directory before what it holds. */
function* filesBelow(directory: string): Generator<string> {
  for (const name of readdirSync(directory).sort()) {
    const path = join(directory, name)
    const state = lstatSync(path)
    if (!state.isDirectory() && !state.isFile()) continue
    yield path
    if (state.isDirectory()) yield* filesBelow(path)
  }
}
