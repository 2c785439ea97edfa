import { spawn, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { refuse, type Result } from '@/core/quantity/result'
import { projectRoot } from '../places'
import { LIMITS, OVER, type Limits } from './limits'
import type { Asked } from './asked'
import type { ReaderName, Reads } from './readers'
import type { Stream } from './stream'

type ProgramName = 'read' | 'copy'
/** Where a program lies that reads what is foreign. The commands make it before anything is served (`scripts/make-outside.mjs`). */
const programPath = (name: ProgramName) =>
  join(/* turbopackIgnore: true */ projectRoot(), '.vivero', 'outside', `${name}.mjs`)

/** Nothing of ours goes along: no address of a database, no name of a directory. Windows starts no program without its own root. */
const bareEnvironment = (): NodeJS.ProcessEnv => ({
  NODE_ENV: 'production',
  ...(process.env.SystemRoot ? { SystemRoot: process.env.SystemRoot } : {}),
  ...(process.env.TZ ? { TZ: process.env.TZ } : {}),
})

/** Starts a program of ours in a process of its own, with no more memory than it may take. */
export function startOutside(
  program: ProgramName,
  args: readonly string[],
  { megabytes }: Limits,
): ChildProcess {
  return spawn(
    process.execPath,
    [`--max-old-space-size=${megabytes}`, '--no-warnings', programPath(program), ...args],
    { cwd: projectRoot(), env: bareEnvironment(), stdio: ['pipe', 'pipe', 'pipe'] },
  )
}

type Line<T> = { part: T } | { end: Result<null> }

/**
 * Reads a foreign file in a process of its own: whatever it does to its reader, this one goes on. The parts come as they are read, no faster than they
 * are taken. Ends with a sentence where the file takes more memory or time than it may.
 */
export async function* readOutside<K extends ReaderName>(
  name: K,
  bytes: Uint8Array,
  asked: Asked,
): Stream<Reads[K]> {
  const child = startOutside('read', [name, JSON.stringify(asked)], LIMITS[name])
  let complaint = ''
  child.stderr!.on('data', (part: Buffer) => {
    complaint = `${complaint}${part.toString()}`.slice(-4000)
  })
  const ended = new Promise<void>((done) => {
    child.once('close', () => done())
    child.once('error', (error) => {
      complaint = error.message
      done()
    })
  })
  // A reader that ended before it read all of the file has its reason.
  child.stdin!.on('error', () => {})
  child.stdin!.end(bytes)
  try {
    for await (const line of createInterface({ input: child.stdout!, crlfDelay: Infinity })) {
      const message = JSON.parse(line) as Line<Reads[K]>
      if ('end' in message) return message.end
      yield message.part
    }
    await ended
    return refuse(whyEnded(complaint, LIMITS[name]))
  } catch {
    return refuse(whyEnded(complaint, LIMITS[name]))
  } finally {
    child.kill('SIGKILL')
  }
}

function whyEnded(complaint: string, { megabytes, seconds }: Limits): string {
  if (complaint.includes(OVER.time))
    return `This file takes longer to read than Vivero gives it (${seconds} seconds). Split it by year, or save the one table you need as CSV; nothing was written.`
  if (complaint.includes(OVER.memory) || /out of memory|allocation failed/i.test(complaint))
    return `This file takes more memory to read than Vivero gives it (${megabytes} MB). Split it by year, or save the one table you need as CSV; nothing was written.`
  console.error('The reading of a file ended of itself:', complaint.slice(-500))
  return 'The reading of this file broke off. Save it once more, and try again; nothing was written.'
}
