import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DirectoryInUse, lockDirectory } from './lock'

/** Where there is no flock program the lock is a listening socket: the same promises must hold. */
describe.each(process.platform === 'linux' ? ['flock', 'a listening socket'] : ['a listening socket'])('the lock by %s', (way) => {
  const path = process.env.PATH
  let directory: string
  beforeEach(() => {
    directory = mkdtempSync(join(tmpdir(), 'vivero-lock-'))
    if (way !== 'flock') process.env.PATH = join(directory, 'no-programs-here')
  })
  afterEach(() => {
    process.env.PATH = path
    rmSync(directory, { recursive: true, force: true })
  })

  test('a second holder is refused with the first one’s process; released, it is free again', async () => {
    const release = await lockDirectory(directory)
    await expect(lockDirectory(directory)).rejects.toThrow(DirectoryInUse)
    await expect(lockDirectory(directory)).rejects.toThrow(new RegExp(`process ${process.pid}, since \\d{4}-`))
    release()
    const again = await lockDirectory(directory)
    again()
  })
  test('what a killed holder left behind does not lock', async () => {
    writeFileSync(join(directory, 'in-use.lock'), JSON.stringify({ pid: 999_999, since: '2020-01-01T00:00:00Z' }))
    writeFileSync(join(directory, 'in-use.sock'), '')
    const release = await lockDirectory(directory)
    expect(JSON.parse(readFileSync(join(directory, 'in-use.lock'), 'utf8'))).toMatchObject({ pid: process.pid })
    release()
  })
  test('two directories do not lock each other', async () => {
    const other = mkdtempSync(join(tmpdir(), 'vivero-lock-'))
    const [a, b] = [await lockDirectory(directory), await lockDirectory(other)]
    a()
    b()
    rmSync(other, { recursive: true, force: true })
  })
})
