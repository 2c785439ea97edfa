import {
  copyFileSync,
  linkSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DirectoryInUse, lockDirectory } from './lock'

const PATH = process.env.PATH
let directory: string
beforeEach(() => {
  directory = mkdtempSync(join(tmpdir(), 'vivero-lock-'))
})
afterEach(() => {
  process.env.PATH = PATH
  rmSync(directory, { recursive: true, force: true })
})
const withoutFlock = () => {
  process.env.PATH = join(directory, 'no-programs-here')
}
const withFlock = () => {
  process.env.PATH = PATH
}
const WAYS: [string, () => void, () => void][] = [
  ['both sides find the flock program', withFlock, withFlock],
  ['neither side finds it', withoutFlock, withoutFlock],
  ['only the holder finds it', withFlock, withoutFlock],
  ['only the second finds it', withoutFlock, withFlock],
]

describe.each(WAYS)('the lock where %s', (_name, first, second) => {
  test('a second holder is refused with the first one’s process; released, it is free again', async () => {
    first()
    const lock = await lockDirectory(directory)
    second()
    await expect(lockDirectory(directory)).rejects.toThrow(DirectoryInUse)
    await expect(lockDirectory(directory)).rejects.toThrow(
      new RegExp(`process ${process.pid}, since \\d{4}-`),
    )
    lock.release()
    ;(await lockDirectory(directory)).release()
  })
  test('a removed lock file lets nobody in, nor does another path to the same directory', async () => {
    first()
    const lock = await lockDirectory(directory)
    rmSync(join(directory, 'in-use.lock'))
    second()
    await expect(lockDirectory(directory)).rejects.toThrow(new RegExp(`process ${process.pid}`))
    const link = `${directory}-link`
    symlinkSync(directory, link)
    await expect(lockDirectory(link)).rejects.toThrow(DirectoryInUse)
    rmSync(link)
    lock.release()
  })
  test('a file that was taken into the lock is held under every name it has', async () => {
    const [here, there] = ['here', 'there'].map((name) => join(directory, name))
    for (const place of [here, there]) mkdirSync(place)
    writeFileSync(join(here, 'mark'), '18')
    linkSync(join(here, 'mark'), join(there, 'mark'))
    first()
    const lock = await lockDirectory(here)
    await lock.alsoHold(join(here, 'mark'))
    second()
    const other = await lockDirectory(there)
    await expect(other.alsoHold(join(there, 'mark'))).rejects.toThrow(DirectoryInUse)
    other.release()
    lock.release()
    const after = await lockDirectory(there)
    await after.alsoHold(join(there, 'mark'))
    after.release()
  })
})

test('what a killed holder left behind does not lock', async () => {
  writeFileSync(
    join(directory, 'in-use.lock'),
    JSON.stringify({ pid: 999_999, since: '2020-01-01T00:00:00Z' }),
  )
  const lock = await lockDirectory(directory)
  expect(JSON.parse(readFileSync(join(directory, 'in-use.lock'), 'utf8'))).toMatchObject({
    pid: process.pid,
  })
  lock.release()
})
test('two directories do not lock each other, nor does a copy', async () => {
  const other = mkdtempSync(join(tmpdir(), 'vivero-lock-'))
  writeFileSync(join(directory, 'mark'), '18')
  copyFileSync(join(directory, 'mark'), join(other, 'mark'))
  const [a, b] = [await lockDirectory(directory), await lockDirectory(other)]
  await a.alsoHold(join(directory, 'mark'))
  await b.alsoHold(join(other, 'mark'))
  a.release()
  b.release()
  rmSync(other, { recursive: true, force: true })
})
test('a directory that is renamed while it is held stays held', async () => {
  const lock = await lockDirectory(directory)
  const moved = `${directory}-moved`
  renameSync(directory, moved)
  await expect(lockDirectory(moved)).rejects.toThrow(DirectoryInUse)
  renameSync(moved, directory)
  lock.release()
})
