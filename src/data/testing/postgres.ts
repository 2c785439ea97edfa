import { execFileSync, spawn, spawnSync } from 'node:child_process'
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'

const DEBIAN = '/usr/lib/postgresql'

/** Where Debian keeps the programs of its newest PostgreSQL server, or null. */
function programs(): string | null {
  if (!existsSync(DEBIAN)) return null
  const versions = readdirSync(DEBIAN).filter((version) =>
    existsSync(join(DEBIAN, version, 'bin', 'initdb')),
  )
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0]
  return newest ? join(DEBIAN, newest, 'bin') : null
}

/** The user a server runs as: it refuses to be the superuser. Null where there is no such user. */
function serverUser(): { uid: number; gid: number } | null | undefined {
  if (process.getuid?.() !== 0) return undefined
  const id = (flag: string) =>
    Number(spawnSync('id', [flag, 'postgres'], { encoding: 'utf8' }).stdout)
  const [uid, gid] = [id('-u'), id('-g')]
  return uid > 0 ? { uid, gid } : null
}

/** Why there is no PostgreSQL server to try here, or null. */
export function whyNoPostgres(): string | null {
  if (!programs()) return 'there is no PostgreSQL server from Debian on this machine'
  return serverUser() === null ? 'there is no user postgres to run it as' : null
}

/** A PostgreSQL server of its own: own directory, own port, gone afterwards. */
export async function startPostgres(): Promise<{ url: string; stop: () => Promise<void> }> {
  const bin = programs()!
  const user = serverUser() ?? undefined
  const directory = mkdtempSync(join(tmpdir(), 'vivero-postgres-'))
  if (user) chownSync(directory, user.uid, user.gid)
  const data = join(directory, 'data')
  execFileSync(
    join(bin, 'initdb'),
    ['-D', data, '-U', 'postgres', '-A', 'trust', '-E', 'UTF8', '--locale=C', '--no-sync'],
    { ...user, stdio: 'ignore' },
  )
  const port = await freePort()
  const server = spawn(
    join(bin, 'postgres'),
    ['-D', data, '-p', String(port), '-h', '127.0.0.1', '-k', directory, '-c', 'fsync=off'],
    { ...user, stdio: 'ignore' },
  )
  const url = `postgresql://postgres@127.0.0.1:${port}/postgres`
  for (
    let i = 0;
    spawnSync(join(bin, 'pg_isready'), ['-h', '127.0.0.1', '-p', String(port)]).status !== 0;
    i++
  ) {
    if (i > 100) throw new Error('The PostgreSQL server of the tests does not answer.')
    await wait(100)
  }
  return {
    url,
    stop: async () => {
      const ended = new Promise((resolve) => server.once('exit', resolve))
      server.kill('SIGINT')
      await ended
      rmSync(directory, { recursive: true, force: true })
    },
  }
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer()
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => resolve(port))
    })
  })
}
