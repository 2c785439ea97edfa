import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { makeConnections } from '../../../scripts/connections.cjs'
import { houseCertificate } from '../../../scripts/house-certificate.cjs'

/** As much of a socket as is counted. */
class FakeSocket {
  destroyed = false
  private over: (() => void)[] = []
  constructor(readonly remoteAddress: string) {}
  once(_event: 'close', act: () => void) {
    this.over.push(act)
  }
  destroy() {
    this.destroyed = true
    this.over.forEach((act) => act())
  }
}
const many = (address: string, count: number) =>
  Array.from({ length: count }, () => new FakeSocket(address))

describe('who holds how many connections', () => {
  test('one address does not hold them all: its next takes the place of its oldest', () => {
    const door = makeConnections({ most: 10, mostOfAnAddress: 4 })
    const own = many('a', 5)
    own.forEach((socket) => door.take(socket as never))
    expect(own.map(({ destroyed }) => destroyed)).toEqual([true, false, false, false, false])
    expect(door.size).toBe(4)
  })
  test('when all places are taken, strangers give way, those who hold most first, and a paired phone last', () => {
    const door = makeConnections({ most: 6, mostOfAnAddress: 4 })
    const phone = new FakeSocket('phone')
    door.take(phone as never)
    door.prove(phone as never)
    const strangers = [...many('b', 3), ...many('c', 2)]
    strangers.forEach((socket) => door.take(socket as never))
    for (let i = 0; i < 20; i++) door.take(new FakeSocket(`d${i}`) as never)
    expect(phone.destroyed).toBe(false)
    expect(strangers[0].destroyed).toBe(true)
    expect(door.size).toBe(6)
  })
  test('whoever showed no session is hung up on after ten seconds, a phone is not', () => {
    jest.useFakeTimers()
    const door = makeConnections()
    const [phone, stranger] = [new FakeSocket('phone'), new FakeSocket('stranger')]
    for (const socket of [phone, stranger]) door.take(socket as never)
    jest.advanceTimersByTime(9_000)
    door.prove(phone as never)
    jest.advanceTimersByTime(1_500)
    expect([phone.destroyed, stranger.destroyed]).toEqual([false, true])
    jest.useRealTimers()
  })
  test('a phone opens as many as it needs beside those it has shown its session on', () => {
    const door = makeConnections({ most: 10, mostOfAnAddress: 3 })
    const own = many('phone', 3)
    own.forEach((socket) => (door.take(socket as never), door.prove(socket as never)))
    expect(door.take(new FakeSocket('phone') as never)).toBe(false)
    expect(own.some(({ destroyed }) => destroyed)).toBe(false)
  })
})

describe('the certificate of the house', () => {
  let directory: string
  beforeEach(() => {
    directory = mkdtempSync(join(tmpdir(), 'vivero-house-'))
  })
  afterEach(() => rmSync(directory, { recursive: true, force: true }))
  const path = () => join(directory, 'house-certificate.pem')

  test('is made once, for its owner alone, and is the same at every start', async () => {
    const first = await houseCertificate(directory, ['192.168.1.5'])
    const again = await houseCertificate(directory, ['192.168.1.99'])
    expect(again.fingerprint).toBe(first.fingerprint)
    expect(first.fingerprint).toMatch(/^([0-9A-F]{2}:){31}[0-9A-F]{2}$/)
    expect(statSync(path()).mode & 0o777).toBe(0o600)
    expect(readFileSync(path(), 'utf8')).toContain('PRIVATE KEY')
  })
  test('is made anew before it ends, and where it cannot be read', async () => {
    const first = await houseCertificate(directory, ['192.168.1.5'])
    const later = new Date(Date.now() + 810 * 86_400_000)
    const second = await houseCertificate(directory, ['192.168.1.5'], later)
    expect(second.fingerprint).not.toBe(first.fingerprint)
    rmSync(path())
    writeFileSync(path(), 'damaged')
    const third = await houseCertificate(directory, ['192.168.1.5'])
    expect([first.fingerprint, second.fingerprint]).not.toContain(third.fingerprint)
  })
})
