import { spawnSync } from 'node:child_process'
import {
  closeSync,
  fsyncSync,
  ftruncateSync,
  openSync,
  readFileSync,
  rmSync,
  statSync,
  writeSync,
} from 'node:fs'
import { connect, createServer, type Server } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/**
 * One writer to a data directory: two PGlite processes on one directory lose and then destroy its data.
 * The lock belongs to the process, not to a file's age: the system frees it the moment the process ends, however it ends.
 */
export class DirectoryInUse extends Error {
  constructor(directory: string, holder: string) {
    super(
      `The data in ${directory} is in use by another Vivero${holder}. Stop that one first, or give this one its own directory with VIVERO_DATA.`,
    )
    this.name = 'DirectoryInUse'
  }
}

export interface DirectoryLock {
  /** Takes a further file into the lock, by what it is and not by its name. Throws DirectoryInUse. */
  alsoHold(path: string): Promise<void>
  release(): void
}

const LOCK_FILE = 'in-use.lock'
const ANSWER_MS = 1000

interface Holder {
  pid: number
  since: string
}

/**
 * Takes the lock of a directory. Two ways at once, so that one of them missing on either side lets nobody in: flock(2) on the
 * file's own inode where there is the program for it, and a listening socket named for that inode. Neither is fooled by a removed
 * lock file, a link or another path to the same files. Throws DirectoryInUse when another process holds either.
 */
export async function lockDirectory(directory: string): Promise<DirectoryLock> {
  const path = join(directory, LOCK_FILE)
  const self: Holder = { pid: process.pid, since: new Date().toISOString() }
  const descriptor = openSync(path, 'a+', 0o600)
  const held: (() => void)[] = [() => closeSync(descriptor)]
  const release = () => held.splice(0).forEach((free) => free())
  const holderSays = () => readHolder(path)
  try {
    lockByFlock(descriptor, directory, holderSays)
    held.push(await lockByListening(directory, directory, self, holderSays))
    ftruncateSync(descriptor)
    writeSync(descriptor, JSON.stringify(self))
    fsyncSync(descriptor)
  } catch (error) {
    release()
    throw error
  }
  return {
    // Its socket first: whoever holds the file says who it is, while the lock file beside it may be our own.
    async alsoHold(file) {
      held.push(await lockByListening(file, directory, self, () => null))
      const opened = openSync(file, 'r')
      held.push(() => closeSync(opened))
      lockByFlock(opened, directory, () => null)
    },
    release,
  }
}

/** flock(2) on a descriptor this process keeps: the helper program locks the shared open file and leaves. Without such a helper nothing is locked here. */
function lockByFlock(descriptor: number, directory: string, holder: () => Holder | null): void {
  if (process.platform !== 'linux') return
  const helper = spawnSync('flock', ['-n', '-x', '3'], {
    stdio: ['ignore', 'ignore', 'ignore', descriptor],
  })
  if (helper.status !== 0 && !helper.error) throw new DirectoryInUse(directory, sayHolder(holder()))
}

/** A socket or pipe named for what a path leads to: whoever answers on it holds the lock, and says who it is. */
async function lockByListening(
  path: string,
  directory: string,
  self: Holder,
  holder: () => Holder | null,
): Promise<() => void> {
  const address = addressOf(path)
  const listen = () => listening(address, self)
  let server = await listen()
  if (server === null) {
    const other = await ask(address)
    if (other !== 'nobody') throw new DirectoryInUse(directory, sayHolder(other ?? holder()))
    // Left behind by a holder that was killed, where sockets are files.
    if (!address.startsWith('\0') && process.platform !== 'win32') rmSync(address, { force: true })
    server = await listen()
    if (server === null) throw new DirectoryInUse(directory, sayHolder(holder()))
  }
  const ours = server
  return () => void ours.close()
}

/** Named for device and inode: the same files by another path are the same lock. */
function addressOf(path: string): string {
  const { dev, ino } = statSync(path, { bigint: true })
  const name = `vivero-${dev}-${ino}`
  if (process.platform === 'linux') return `\0${name}`
  return process.platform === 'win32' ? `\\\\.\\pipe\\${name}` : join(tmpdir(), `${name}.sock`)
}

/** A server that tells everybody who it is; null when the address is taken. */
function listening(address: string, self: Holder): Promise<Server | null> {
  const server = createServer((socket) => {
    socket.on('error', () => {})
    socket.end(JSON.stringify(self))
  })
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      error.code === 'EADDRINUSE' ? resolve(null) : reject(error),
    )
    server.listen(address, () => {
      server.unref()
      resolve(server)
    })
  })
}

/** Who listens at an address; null when it does not say, “nobody” when nobody does. */
function ask(address: string): Promise<Holder | null | 'nobody'> {
  return new Promise((resolve) => {
    const socket = connect(address)
    let said = ''
    socket.setTimeout(ANSWER_MS, () => socket.destroy())
    socket.on('data', (part) => (said += part))
    socket.on('error', () => resolve('nobody'))
    socket.on('close', () => resolve(parseHolder(said)))
  })
}

function readHolder(path: string): Holder | null {
  try {
    return parseHolder(readFileSync(path, 'utf8'))
  } catch {
    return null
  }
}

function parseHolder(text: string): Holder | null {
  try {
    const { pid, since } = JSON.parse(text) as Partial<Holder>
    return typeof pid === 'number' && typeof since === 'string' ? { pid, since } : null
  } catch {
    return null
  }
}

const sayHolder = (holder: Holder | null) =>
  holder ? ` (process ${holder.pid}, since ${holder.since})` : ''
