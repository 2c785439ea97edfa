import fs from 'node:fs'
import { PGlite } from '@electric-sql/pglite'
import { NodeFS } from '@electric-sql/pglite/nodefs'

/** As much of the engine's file layer as is changed here. */
interface Stream {
  nfd: number
  node: unknown
}
interface FileLayer {
  FS: { ErrnoError: new (code: number) => Error }
  NODEFS: {
    realPath: (node: unknown) => string
    node_ops: {
      mknod: (parent: unknown, name: string, mode: number, device: number) => unknown
      setattr: (node: unknown, attributes: { mode?: number }) => void
    }
    stream_ops: {
      fsync?: (stream: Stream) => number
      write: (...args: [Stream, ...unknown[]]) => number
      setattr: (stream: Stream, attributes: { mode?: number }) => void
    }
  }
}
type EngineOptions = Parameters<NodeFS['init']>[1]

/** Group and others have no business with the keeper's data, whatever the umask is. */
const OWNER_ONLY = ~0o077
const EIO = 29

/**
 * The log that every acknowledged write rests on could not be written or kept. PostgreSQL ends at once in this case and
 * recovers at the next start; the built-in engine would spin for ever instead.
 */
export type LogLost = (sentence: string) => void

/**
 * The engine's files in a directory, kept as PostgreSQL means them to be kept: a sync of the engine is a sync of the disk (the
 * engine's own file layer has none), files are made for their owner alone, and a log that cannot be written ends the process by `lost`.
 */
class DurableFs extends NodeFS {
  constructor(
    directory: string,
    private readonly lost: LogLost,
  ) {
    super(directory)
  }

  override async init(
    engine: PGlite,
    options: EngineOptions,
  ): Promise<{ emscriptenOpts: EngineOptions }> {
    const { emscriptenOpts } = await super.init(engine, options)
    const harden = (module: unknown) => hardenLayer(module as FileLayer, this.lost)
    return {
      emscriptenOpts: {
        ...emscriptenOpts,
        preRun: [...(emscriptenOpts.preRun ?? []), harden] as EngineOptions['preRun'],
      },
    }
  }
}

function hardenLayer({ FS, NODEFS }: FileLayer, lost: LogLost): void {
  const { node_ops: nodes, stream_ops: streams } = NODEFS
  const isLog = (stream: Stream) => /[\\/]pg_wal[\\/]/.test(NODEFS.realPath(stream.node))
  streams.fsync = (stream) => {
    try {
      fs.fsyncSync(stream.nfd)
      return 0
    } catch (cause) {
      if (isLog(stream))
        lost(`The disk did not keep what was written to the log (${sayCode(cause)}).`)
      throw new FS.ErrnoError(EIO)
    }
  }
  const { write, setattr: setStream } = streams
  streams.write = (stream, ...rest) => {
    try {
      return write(stream, ...rest)
    } catch (error) {
      if (isLog(stream))
        lost(
          `The log could not be written: ${isFull(stream.nfd) ? 'the disk is full' : 'the disk refused it'}.`,
        )
      throw error
    }
  }
  const { mknod, setattr } = nodes
  nodes.mknod = (parent, name, mode, device) => mknod(parent, name, mode & OWNER_ONLY, device)
  nodes.setattr = (node, attributes) => setattr(node, ownerOnly(attributes))
  streams.setattr = (stream, attributes) => setStream(stream, ownerOnly(attributes))
}

const ownerOnly = <T extends { mode?: number }>(attributes: T): T =>
  attributes.mode === undefined ? attributes : { ...attributes, mode: attributes.mode & OWNER_ONLY }

function isFull(descriptor: number): boolean {
  try {
    const { bavail, bsize } = fs.statfsSync(`/proc/self/fd/${descriptor}`)
    return bavail * bsize < 16 * 1024 * 1024
  } catch {
    return false
  }
}

function sayCode(cause: unknown): string {
  return (cause as NodeJS.ErrnoException).code ?? String(cause)
}

/**
 * How the engine is started: as the package starts it, but with syncs on (its `-F` turns them off) and by fsync, since its
 * fdatasync does nothing. The log is kept short, so that a start after a fall is quick and a small disk is not filled by it.
 */
const START = [
  ...PGlite.defaultStartParams.filter((parameter) => parameter !== '-F'),
  ...['wal_sync_method=fsync', 'max_wal_size=64MB', 'min_wal_size=32MB'].flatMap((setting) => [
    '-c',
    setting,
  ]),
]

/** Opens the engine on a directory; with `template` into an empty one. An acknowledged write is on the disk. */
export function openDurable(
  directory: string,
  lost: LogLost,
  template?: Uint8Array<ArrayBuffer>,
): Promise<PGlite> {
  return PGlite.create({
    dataDir: directory,
    fs: new DurableFs(directory, lost),
    startParams: START,
    ...(template ? { loadDataDir: new Blob([template]) } : {}),
  })
}
