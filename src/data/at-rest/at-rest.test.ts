import { spawn, spawnSync } from 'node:child_process'
import fs, {
  chmodSync,
  linkSync,
  lstatSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readlinkSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { tank } from '@/core/testing/tank'
import { importStory } from '../import-tank'
import { type OpenDatabase } from '../db'
import { openAnew, openDirectory } from '../open'
import { loadStory } from '../story'
import { addEntries } from '../entries'
import { attempt } from '../border/attempt'
import { program } from '../testing/programs'
import { unpackInto } from './archive'
import { listBackups } from './copy-names'
import { lookInto } from './look-into'
import { makePrivate, syncTree, writePrivately } from './private'

/** One database for all that does not break it. */
let directory: string
let open: OpenDatabase
beforeAll(async () => {
  directory = mkdtempSync(join(tmpdir(), 'vivero-rest-'))
  open = await openDirectory(directory)
  await importStory(open.db, tank([]))
})
afterAll(async () => {
  await open.close()
  rmSync(directory, { recursive: true, force: true })
})
const NOW = '2026-11-01T10:00:00.000Z'
const note = (id: string) => ({
  id,
  kind: 'note',
  at: NOW,
  certainty: 'measured',
  by: 'keeper',
  note: null,
  expected: null,
  text: `line ${id}`,
})

/** Every write and sync of the engine's log while `act` runs, in order, as the operating system was asked for them. */
async function tracedLog(act: () => Promise<void>): Promise<('write' | 'sync')[]> {
  const seen: ('write' | 'sync')[] = []
  const isLog = (descriptor: number) =>
    readlinkSync(`/proc/self/fd/${descriptor}`).includes('/pg_wal/')
  const [write, sync] = [fs.writeSync, fs.fsyncSync]
  const spies = [
    jest.spyOn(fs, 'writeSync').mockImplementation(((descriptor: number, ...rest: never[]) => {
      if (isLog(descriptor)) seen.push('write')
      return (write as (...args: unknown[]) => number)(descriptor, ...rest)
    }) as never),
    jest.spyOn(fs, 'fsyncSync').mockImplementation((descriptor) => {
      sync(descriptor)
      if (isLog(descriptor)) seen.push('sync')
    }),
  ]
  try {
    await act()
  } finally {
    spies.forEach((spy) => spy.mockRestore())
  }
  return seen
}

const onLinux = process.platform === 'linux' ? test : test.skip
onLinux(
  'every acknowledged write is on the disk: the log is written and then synced before the answer',
  async () => {
    for (let i = 0; i < 12; i++) {
      const log = await tracedLog(
        async () => void (await addEntries(open.db, 'test', [note(`sync-${i}`)], NOW)),
      )
      expect(log.filter((act) => act === 'write').length).toBeGreaterThan(0)
      expect(log.at(-1)).toBe('sync')
    }
  },
)
onLinux('reading asks the log for nothing', async () => {
  expect(await tracedLog(async () => void (await loadStory(open.db, 'test')))).toEqual([])
})

describe('nobody but the owner', () => {
  const modes = (root: string): string[] =>
    readdirSync(root, { recursive: true, withFileTypes: true }).flatMap((item) => {
      const mode = lstatSync(join(item.parentPath, item.name)).mode & 0o777
      return mode === (item.isDirectory() ? 0o700 : 0o600)
        ? []
        : [`${item.name} ${mode.toString(8)}`]
    })
  onLinux('can read or write a file of the data, new ones included', async () => {
    expect(lstatSync(directory).mode & 0o777).toBe(0o700)
    expect(modes(directory)).toEqual([])
    await open.db.execute('create table fresh (x int)')
    await open.db.execute('insert into fresh select generate_series(1, 5000)')
    expect(modes(directory)).toEqual([])
  })
  onLinux('what was left open to others is closed; links are not followed', () => {
    const root = mkdtempSync(join(tmpdir(), 'vivero-modes-'))
    mkdirSync(join(root, 'in'))
    writeFileSync(join(root, 'in', 'file'), '')
    const outside = mkdtempSync(join(tmpdir(), 'vivero-modes-'))
    chmodSync(outside, 0o755)
    symlinkSync(outside, join(root, 'link'))
    chmodSync(join(root, 'in', 'file'), 0o666)
    chmodSync(join(root, 'in'), 0o777)
    makePrivate(root)
    syncTree(root)
    expect([
      lstatSync(join(root, 'in')).mode & 0o777,
      lstatSync(join(root, 'in', 'file')).mode & 0o777,
      lstatSync(outside).mode & 0o777,
    ]).toEqual([0o700, 0o600, 0o755])
    writePrivately(join(root, 'kept'), 'x')
    expect(lstatSync(join(root, 'kept')).mode & 0o777).toBe(0o600)
    expect(readdirSync(root).sort()).toEqual(['in', 'kept', 'link'])
    for (const one of [root, outside]) rmSync(one, { recursive: true })
  })
})

describe('other ways to the same cluster', () => {
  const second = (home: string) => openDirectory(home).then((other) => other.close())
  test.each([
    ['the lock file removed', () => (rmSync(join(directory, 'in-use.lock')), directory)],
    [
      'a link to the cluster',
      () => {
        const elsewhere = mkdtempSync(join(tmpdir(), 'vivero-other-'))
        symlinkSync(join(directory, 'pg'), join(elsewhere, 'pg'))
        return elsewhere
      },
    ],
    [
      'its files linked into another directory',
      () => {
        const elsewhere = mkdtempSync(join(tmpdir(), 'vivero-other-'))
        for (const item of readdirSync(join(directory, 'pg'), {
          recursive: true,
          withFileTypes: true,
        })) {
          const [from, to] = [item.parentPath, item.parentPath.replace(directory, elsewhere)].map(
            (parent) => join(parent, item.name),
          )
          mkdirSync(item.isDirectory() ? to : join(to, '..'), { recursive: true })
          if (item.isFile()) linkSync(from, to)
        }
        return elsewhere
      },
    ],
  ])('%s: refused with the holder named, and to begin anew too', async (_name, way) => {
    const other = way()
    await expect(second(other)).rejects.toThrow(
      new RegExp(`in use by another Vivero \\(process ${process.pid}`),
    )
    await expect(openAnew(other)).rejects.toThrow(/in use by another Vivero/)
    expect(await loadStory(open.db, 'test')).not.toBeNull()
    if (other !== directory) rmSync(other, { recursive: true, force: true })
  })
  test('a link that leads nowhere is said in words', async () => {
    const elsewhere = mkdtempSync(join(tmpdir(), 'vivero-other-'))
    symlinkSync(join(elsewhere, 'gone'), join(elsewhere, 'pg'))
    await expect(second(elsewhere)).rejects.toThrow(/link that leads nowhere.*nothing was changed/)
    rmSync(elsewhere, { recursive: true })
  })
})

describe('a disk that fills up', () => {
  test('a write is refused with the reason while there is no room, reading goes on, and room given back is noticed', async () => {
    const free = jest
      .spyOn(fs, 'statfsSync')
      .mockImplementation(() => ({ bavail: 12 * 256, bsize: 4096 }) as never)
    const refused = await attempt(() => addEntries(open.db, 'test', [note('full-1')], NOW))
    expect(refused).toMatchObject({
      ok: false,
      problems: [
        {
          field: '',
          says: expect.stringMatching(/has 12 MB left.*below 64 MB.*Nothing was written/),
        },
      ],
    })
    expect((await loadStory(open.db, 'test'))!.entries.some((entry) => entry.id === 'full-1')).toBe(
      false,
    )
    free.mockRestore()
    await addEntries(open.db, 'test', [note('full-1')], NOW)
    expect((await loadStory(open.db, 'test'))!.entries.some((entry) => entry.id === 'full-1')).toBe(
      true,
    )
  })
})

/** A child of ours, run to its end. */
const TSX = ['--import', 'tsx']
const childEnv = (data: string) => ({ ...process.env, VIVERO_DATA: data, NODE_OPTIONS: '' })

test('a server that hangs is ended with a sentence; one that works is left alone', () => {
  const script = join(directory, 'hang.mts')
  const run = (body: string) =>
    spawnSync(
      process.execPath,
      [
        ...TSX,
        (writeFileSync(
          script,
          `import { watchOver } from ${JSON.stringify(join(process.cwd(), 'src/data/at-rest/watchdog'))}\nwatchOver(2)\n${body}`,
        ),
        script),
      ],
      { encoding: 'utf8', env: childEnv(directory), timeout: 60_000 },
    )
  const hung = run('for (;;) {}')
  expect(hung.signal).toBe('SIGKILL')
  expect(hung.stderr).toContain('Vivero has hung for 2 seconds and ends itself')
  const busy = run(
    "let n = 0; const t = setInterval(() => { const until = Date.now() + 300; while (Date.now() < until); if (++n === 12) { clearInterval(t); console.log('came round') } }, 10)",
  )
  expect([busy.status, busy.stdout.trim(), busy.stderr]).toEqual([0, 'came round', ''])
})

test('demo data begun anew and cut short leave no stamp; begun again they are whole, and the stamp comes last', async () => {
  const home = mkdtempSync(join(tmpdir(), 'vivero-demo-'))
  const stamp = join(home, 'demo-written')
  writeFileSync(stamp, 'of an earlier writing')
  const seed = () =>
    spawn(process.execPath, [program('seed-demo'), home], {
      env: childEnv(home),
      stdio: ['ignore', 'pipe', 'inherit'],
    })
  const cut = seed()
  await new Promise<void>((resolve) =>
    cut.stdout.once('data', () => (cut.kill('SIGKILL'), resolve())),
  )
  await new Promise((resolve) =>
    cut.exitCode === null && cut.signalCode === null ? cut.once('exit', resolve) : resolve(null),
  )
  expect(readdirSync(home)).not.toContain('demo-written')
  const whole = seed()
  whole.stdout.resume()
  await new Promise((resolve) => whole.once('exit', resolve))
  expect(whole.exitCode).toBe(0)
  expect(lstatSync(stamp).mode & 0o777).toBe(0o600)
  rmSync(home, { recursive: true, force: true })
})

/** Why this machine cannot lose its power for us, or null. */
function whyNoPowerCuts(): string | null {
  if (process.platform !== 'linux' || process.getuid?.() !== 0)
    return 'it takes Linux and its superuser'
  for (const program of ['mkfs.ext4', 'mount', 'python3'])
    if (spawnSync('which', [program]).status !== 0) return `there is no ${program}`
  const place = mkdtempSync(join(tmpdir(), 'vivero-loop-'))
  const [image, point] = [join(place, 'image'), join(place, 'point')]
  mkdirSync(point)
  try {
    fs.writeFileSync(image, '')
    fs.truncateSync(image, 16 * 1024 * 1024)
    if (
      spawnSync('mkfs.ext4', ['-q', image]).status !== 0 ||
      spawnSync('mount', ['-o', 'loop', image, point]).status !== 0
    )
      return 'a file cannot be mounted as a disk'
    spawnSync('umount', [point])
    return null
  } finally {
    rmSync(place, { recursive: true, force: true })
  }
}
/** A small disk of its own in a file. */
function makeDisk(megabytes: number): {
  point: string
  mount: () => void
  cut: () => void
  remove: () => void
} {
  const place = mkdtempSync(join(tmpdir(), 'vivero-disk-'))
  const [image, point] = [join(place, 'image'), join(place, 'point')]
  mkdirSync(point)
  fs.writeFileSync(image, '')
  fs.truncateSync(image, megabytes * 1024 * 1024)
  const must = (program: string, args: string[]) => {
    const done = spawnSync(program, args, { encoding: 'utf8' })
    if (done.status !== 0) throw new Error(`${program} ${args.join(' ')}: ${done.stderr}`)
  }
  must('mkfs.ext4', ['-q', image])
  const mount = () => must('mount', ['-o', 'loop', image, point])
  // EXT4_IOC_SHUTDOWN without flushing the journal (flag 2), linux/fs/ext4/ext4.h: the file system is as after a power cut.
  const cut = () =>
    must('python3', [
      '-c',
      'import fcntl, os, struct, sys; fcntl.ioctl(os.open(sys.argv[1], os.O_RDONLY), 0x8004587d, struct.pack("I", 2))',
      point,
    ])
  mount()
  return {
    point,
    mount,
    cut,
    remove: () => (
      spawnSync('umount', ['-l', point]),
      rmSync(place, { recursive: true, force: true })
    ),
  }
}

const CUTS = 3
const why = whyNoPowerCuts()
const withDisks = why === null ? test : test.skip
withDisks(
  `no acknowledged line is lost when the power is cut in full flight, ${CUTS} times over${why === null ? '' : ` (not tried here: ${why})`}`,
  async () => {
    const disk = makeDisk(200)
    try {
      const first = await openDirectory(disk.point)
      await importStory(first.db, tank([]))
      await first.close()
      const acknowledged: string[] = []
      for (let round = 0; round < CUTS; round++) {
        const lines = await writeUntilCut(disk, 60 + 90 * round)
        expect(lines.length).toBeGreaterThan(50)
        acknowledged.push(...lines)
        spawnSync('umount', [disk.point])
        disk.mount()
        const after = await openDirectory(disk.point)
        const kept = new Set((await loadStory(after.db, 'test'))!.entries.map((entry) => entry.id))
        expect(acknowledged.filter((id) => !kept.has(id))).toEqual([])
        await after.close()
      }
    } finally {
      disk.remove()
    }
  },
)

async function writeUntilCut(
  disk: { point: string; cut: () => void },
  lines: number,
  how: readonly string[] = [],
): Promise<string[]> {
  const child = spawn(process.execPath, [program('writer'), ...how], {
    env: childEnv(disk.point),
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  const heard: string[] = []
  let rest = ''
  let errors = ''
  child.stderr.on('data', (chunk: Buffer) => (errors += chunk))
  await new Promise<void>((resolve, reject) => {
    child.stdout.on('data', (chunk: Buffer) => {
      if (heard.length >= lines) return
      const parts = (rest + chunk.toString()).split('\n')
      rest = parts.pop() ?? ''
      heard.push(...parts.filter((part) => part !== 'ready'))
      if (heard.length < lines) return
      // The power goes first; what the writer still says after that was not heard by anybody.
      disk.cut()
      child.kill('SIGKILL')
    })
    child.once('exit', () =>
      heard.length >= lines
        ? resolve()
        : reject(new Error(`The writer stopped by itself: ${errors}`)),
    )
  })
  return heard
}

withDisks(
  `power cuts while copies are made, opened and thinned lose no line, and every copy that has its name can be put back${why === null ? '' : ` (not tried here: ${why})`}`,
  async () => {
    const disk = makeDisk(300)
    try {
      const first = await openDirectory(disk.point)
      await importStory(first.db, tank([]))
      await first.close()
      const acknowledged: string[] = []
      const copies = new Set<string>()
      // While one is copied, packed, opened, and after some were thinned.
      for (const lines of process.env.VIVERO_LONG ? [30, 260, 700, 1500] : [30, 220]) {
        const said = await writeUntilCut(disk, lines, ['copying'])
        for (const word of said)
          if (word.startsWith('copy ')) copies.add(word)
          else if (!word.startsWith('no copy')) acknowledged.push(word)
        // The making of a copy ends with its server, a moment after it.
        while (spawnSync('umount', [disk.point]).status !== 0)
          await new Promise((next) => setTimeout(next, 20))
        disk.mount()
        const after = await openDirectory(disk.point)
        const kept = new Set((await loadStory(after.db, 'test'))!.entries.map((entry) => entry.id))
        expect(acknowledged.filter((id) => !kept.has(id))).toEqual([])
        expect(
          readdirSync(disk.point, { recursive: true }).filter((name) =>
            String(name).endsWith('.part'),
          ),
        ).toEqual([])
        await after.close()
      }
      const said = new Map([...copies].map((word) => word.split(' ').slice(1) as [string, string]))
      const there = listBackups(disk.point)
      for (const { path, file } of there) {
        const room = join(disk.point, 'looked-into')
        await unpackInto(path, room)
        const { lines } = await lookInto(room)
        // One that got its name just before the cut was not heard of.
        expect(lines).toBe(Number(said.get(file) ?? lines))
        rmSync(room, { recursive: true })
      }
    } finally {
      disk.remove()
    }
  },
)
withDisks(
  `a disk that fills up under a copy: it is refused with its reason, what was half made is gone, and writing goes on${why === null ? '' : ` (not tried here: ${why})`}`,
  async () => {
    // The copies alone lie on the disk that fills up, so that the room for them looks well and is gone on the way.
    const disk = makeDisk(12)
    const home = mkdtempSync(join(tmpdir(), 'vivero-full-'))
    symlinkSync(disk.point, join(home, 'backups'))
    const full = await openDirectory(home)
    try {
      await importStory(full.db, tank([]))
      await expect(full.copies!.make().checked).rejects.toThrow(
        /^The copy could not be (made|opened again.*): .*(ENOSPC|no space|no room)/i,
      )
      expect(readdirSync(disk.point).filter((name) => name.endsWith('.part'))).toEqual([])
      expect(readdirSync(disk.point)).not.toContain('latest-damaged-copy')
      await addEntries(full.db, 'test', [note('goes-on')], NOW)
      rmSync(join(home, 'backups'))
      expect((await full.copies!.make().checked).lines).toBe(1)
    } finally {
      await full.close()
      disk.remove()
      rmSync(home, { recursive: true, force: true })
    }
  },
)

withDisks(
  `a log that finds no room ends the server with its reason, and the next start has all it acknowledged${why === null ? '' : ` (not tried here: ${why})`}`,
  async () => {
    const disk = makeDisk(110)
    try {
      const first = await openDirectory(disk.point)
      await importStory(first.db, tank([]))
      await first.close()
      // Another program takes the room while the writer writes: the look before a write comes too late for it.
      const child = spawnSync(process.execPath, [program('writer'), 'past-the-check'], {
        encoding: 'utf8',
        env: childEnv(disk.point),
        timeout: 120_000,
        maxBuffer: 1e9,
      })
      expect(child.signal).toBe('SIGKILL')
      expect(child.stderr).toMatch(/Vivero stops\. .*(full|did not keep).*acknowledged is safe/s)
      const said = child.stdout
        .trim()
        .split('\n')
        .filter((line) => line !== 'ready')
      for (const name of readdirSync(disk.point))
        if (name.startsWith('ballast')) rmSync(join(disk.point, name))
      const after = await openDirectory(disk.point)
      const kept = new Set((await loadStory(after.db, 'test'))!.entries.map((entry) => entry.id))
      expect(said.length).toBeGreaterThan(0)
      expect(said.filter((id) => !kept.has(id))).toEqual([])
      await after.close()
    } finally {
      disk.remove()
    }
  },
)
