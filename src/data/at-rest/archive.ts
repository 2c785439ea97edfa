import { createReadStream, createWriteStream, lstatSync, mkdirSync, readdirSync } from 'node:fs'
import { dirname, join, relative, resolve, sep } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { createGunzip, createGzip } from 'node:zlib'
import tar from 'tar-stream'

/** Packs a directory that nobody writes to into one squeezed file (tar, gzip), a file at a time, so that a running server goes on answering. */
export async function packDirectory(directory: string, archive: string): Promise<void> {
  const pack = tar.pack()
  const written = pipeline(
    pack,
    createGzip({ level: 5 }),
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

/** Unpacks such a file into a directory of its own. Throws for one that is cut off or was not made here: no name may lead out of the directory. */
export async function unpackInto(archive: string, directory: string): Promise<void> {
  mkdirSync(directory, { recursive: true, mode: 0o700 })
  const home = resolve(directory)
  const extract = tar.extract()
  extract.on('entry', (header, stream, next) => {
    const path = resolve(home, header.name)
    const inside = path === home || path.startsWith(home + sep)
    if (!inside || (header.type !== 'file' && header.type !== 'directory'))
      return next(new Error(`${header.name} has no place in a backup`))
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
  })
  await pipeline(createReadStream(archive), createGunzip(), extract)
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
