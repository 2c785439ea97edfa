import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { closeSync, openSync, readFileSync, realpathSync, rmSync, writeFileSync } from 'node:fs'
import { connect, createServer } from 'node:net'
import { join } from 'node:path'

/**
 * One writer to a data directory: two PGlite processes on one directory lose and then destroy its data.
 * The lock belongs to the process, not to a file's age: the system frees it the moment the process ends, however it ends.
 */
export class DirectoryInUse extends Error {
  constructor(directory: string, holder: string) {
    super(`The data in ${directory} is in use by another Vivero${holder}. Stop that one first, or give this one its own directory with VIVERO_DATA.`)
    this.name = 'DirectoryInUse'
  }
}

const LOCK_FILE = 'in-use.lock'

/** Takes the lock and gives back what releases it. Throws DirectoryInUse when another process holds it. */
export async function lockDirectory(directory: string): Promise<() => void> {
  const path = join(directory, LOCK_FILE)
  const release = process.platform === 'linux' ? lockByFlock(path, directory) : null
  const free = release ?? (await lockByListening(directory))
  writeFileSync(path, JSON.stringify({ pid: process.pid, since: new Date().toISOString() }))
  return free
}

/** flock(2) on a descriptor this process keeps: the helper program locks the shared open file and leaves. Null where there is no such helper. */
function lockByFlock(path: string, directory: string): (() => void) | null {
  const descriptor = openSync(path, 'a+')
  const helper = spawnSync('flock', ['-n', '-x', '3'], { stdio: ['ignore', 'ignore', 'ignore', descriptor] })
  if (helper.status === 0) return () => closeSync(descriptor)
  closeSync(descriptor)
  if (helper.error) return null
  throw new DirectoryInUse(directory, sayHolder(path))
}

/** A socket or pipe named for the directory: whoever answers on it holds the lock; a silent leftover is swept away. */
async function lockByListening(directory: string): Promise<() => void> {
  const key = createHash('sha256').update(realpathSync(directory)).digest('hex').slice(0, 24)
  const address = process.platform === 'win32' ? `\\\\.\\pipe\\vivero-${key}` : join(directory, 'in-use.sock')
  if (await answers(address)) throw new DirectoryInUse(directory, sayHolder(join(directory, LOCK_FILE)))
  if (process.platform !== 'win32') rmSync(address, { force: true })
  const server = createServer((socket) => socket.end())
  await new Promise<void>((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) => reject(error.code === 'EADDRINUSE' ? new DirectoryInUse(directory, '') : error))
    server.listen(address, resolve)
  })
  server.unref()
  return () => server.close()
}

function answers(address: string): Promise<boolean> {
  return new Promise((resolve) => {
    const socket = connect(address)
    socket.once('connect', () => {
      socket.destroy()
      resolve(true)
    })
    socket.once('error', () => resolve(false))
  })
}

function sayHolder(path: string): string {
  try {
    const { pid, since } = JSON.parse(readFileSync(path, 'utf8')) as { pid?: number; since?: string }
    return pid ? ` (process ${pid}, since ${since})` : ''
  } catch {
    return ''
  }
}
