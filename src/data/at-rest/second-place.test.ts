import fs, {
  appendFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { backupsOf, copiesIn, nameOfCopy, USUAL } from './copy-names'
import { bringToSecondPlace, forgetSecondPlace, nameSecondPlace, secondPlace } from './second-place'

const NOW = new Date('2026-11-20T10:00:00Z')
const ago = (days: number) => new Date(NOW.getTime() - 86_400_000 * days)
let root: string
let data: string
let stick: string
beforeEach(() => {
  root = mkdtempSync(join(tmpdir(), 'vivero-second-'))
  data = join(root, 'data')
  stick = join(root, 'stick')
  mkdirSync(backupsOf(data), { recursive: true })
  mkdirSync(stick)
})
afterEach(() => rmSync(root, { recursive: true, force: true }))

const copy = (at: Date, content = `of ${at.toISOString()}`) =>
  writeFileSync(join(backupsOf(data), nameOfCopy(at, USUAL)), content)
const there = () => readdirSync(join(stick, 'copies')).filter((file) => file.startsWith('vivero-2'))
const named = () => nameSecondPlace(data, join(stick, 'copies'))

test('named once, every copy goes there, is read back, and stays when it is there', async () => {
  copy(ago(1))
  copy(ago(0))
  expect(named().ok).toBe(true)
  await bringToSecondPlace(data, NOW)
  expect(there()).toEqual([ago(1), ago(0)].map((at) => nameOfCopy(at, USUAL)))
  expect(readFileSync(join(stick, 'copies', there()[0]), 'utf8')).toBe(`of ${ago(1).toISOString()}`)
  expect(secondPlace(data)).toMatchObject({ lastWell: NOW.toISOString(), fault: null })
  // What was thinned here goes there by the same ages, not because it is gone here.
  rmSync(join(backupsOf(data), nameOfCopy(ago(1), USUAL)))
  await bringToSecondPlace(data, NOW)
  expect(there()).toHaveLength(2)
})
test('a disk that is not plugged in: nothing is written into the place it would be, and since when is kept', async () => {
  copy(ago(0))
  named()
  await bringToSecondPlace(data, NOW)
  rmSync(join(stick, 'copies'), { recursive: true })
  mkdirSync(join(stick, 'copies'))
  await bringToSecondPlace(data, NOW)
  expect(readdirSync(join(stick, 'copies'))).toEqual([])
  expect(secondPlace(data)).toMatchObject({
    lastWell: NOW.toISOString(),
    fault: expect.stringContaining('plugged in'),
    faultSince: NOW.toISOString(),
  })
  const later = new Date(NOW.getTime() + 86_400_000)
  await bringToSecondPlace(data, later)
  expect(secondPlace(data)!.faultSince).toBe(NOW.toISOString())
})
test('another disk under the same name takes none of them', async () => {
  copy(ago(0))
  named()
  writeFileSync(join(stick, 'copies', 'vivero-copies'), 'another\n')
  await bringToSecondPlace(data, NOW)
  expect(there()).toEqual([])
  expect(secondPlace(data)!.fault).toContain('Another disk')
})
test('a disk that is full, or reads otherwise than was written, is said; what is half written has no name', async () => {
  copy(ago(0), 'x'.repeat(1000))
  named()
  const free = jest
    .spyOn(fs, 'statfsSync')
    .mockImplementation(() => ({ bavail: 1, bsize: 4096 }) as never)
  await bringToSecondPlace(data, NOW)
  free.mockRestore()
  expect([there(), secondPlace(data)!.fault]).toEqual([[], 'It has no room for another copy.'])
  const failing = jest.spyOn(fs, 'fsyncSync').mockImplementationOnce(() => {
    const [part] = readdirSync(join(stick, 'copies')).filter((file) => file.endsWith('.part'))
    appendFileSync(join(stick, 'copies', part), 'rot')
  })
  await bringToSecondPlace(data, NOW)
  failing.mockRestore()
  expect(there()).toEqual([])
  expect(secondPlace(data)!.fault).toMatch(/reads otherwise/)
  await bringToSecondPlace(data, NOW)
  expect([there().length, secondPlace(data)!.fault]).toEqual([1, null])
})
test('it is thinned by the same ages, and by nothing that is not a copy of ours', async () => {
  named()
  for (let i = 0; i < 40; i++) writeFileSync(join(stick, 'copies', nameOfCopy(ago(i), USUAL)), 'x')
  writeFileSync(join(stick, 'copies', 'my letters.txt'), 'x')
  const promised = nameOfCopy(ago(20), {
    before: null,
    keptFor: { slug: 'tarn', until: '2026-12-01' },
  })
  writeFileSync(join(stick, 'copies', promised), 'x')
  copy(ago(0))
  await bringToSecondPlace(data, NOW)
  expect(existsSync(join(stick, 'copies', 'my letters.txt'))).toBe(true)
  expect(there()).toContain(promised)
  expect(copiesIn(join(stick, 'copies')).length).toBeLessThan(20)
})
test('what is no place is refused in a sentence', () => {
  writeFileSync(join(root, 'file'), '')
  for (const [path, says] of [
    ['stick', /in full/],
    ['', /in full/],
    ['/no/such/place/here', /plugged in/],
    [join(root, 'file'), /a file, not a directory/],
    [join(data, 'copies'), /within the data themselves/],
    [data, /within the data themselves/],
    ['/proc/vivero', /cannot be (made|written)|plugged in/],
  ] as const) {
    const answer = nameSecondPlace(data, path)
    expect(answer.ok ? path : answer.problem).toMatch(says)
  }
  expect(secondPlace(data)).toBeNull()
  // Nothing was made where it may not be.
  expect(readdirSync(data)).toEqual(['backups'])
})
test('a directory in which copies of other data lie is not taken: they would be thinned by the days of these', async () => {
  copy(ago(0))
  named()
  await bringToSecondPlace(data, NOW)
  const others = join(root, 'others')
  mkdirSync(others)
  expect(nameSecondPlace(others, join(stick, 'copies'))).toMatchObject({
    ok: false,
    problem: expect.stringContaining('Copies of other data'),
  })
  expect(named().ok).toBe(true)
})
test('forgotten, nothing goes there any more, and what lies there stays', async () => {
  copy(ago(1))
  named()
  await bringToSecondPlace(data, NOW)
  forgetSecondPlace(data)
  copy(ago(0))
  await bringToSecondPlace(data, NOW)
  expect([secondPlace(data), there().length]).toEqual([null, 1])
})
