import fs, { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { makePairing } from '../../../scripts/pairing.cjs'

let directory: string
beforeEach(() => {
  directory = mkdtempSync(join(tmpdir(), 'vivero-pairing-'))
})
afterEach(() => rmSync(directory, { recursive: true, force: true }))

const CODE = 'ABCD2345'
const [PHONE, STRANGER] = ['192.168.1.20', '192.168.1.66']
function pairing() {
  const time = { now: 1_000_000 }
  const made = makePairing(
    directory,
    ['127.0.0.2:4170'],
    () => time.now,
    () => CODE,
  )
  return { time, made }
}

test('a code lets one phone in, once, with what it may do; written small or with gaps it is the same', () => {
  const { made } = pairing()
  made.begin('helper')
  const token = made.pair('abcd 2345', 'Ana’s phone <script>', PHONE)
  expect(made.roleOf(token)).toBe('helper')
  expect(made.list()).toMatchObject([{ role: 'helper', name: 'Ana’s phone script' }])
  expect(made.pair(CODE, 'again', PHONE)).toBeNull()
})
test('it is void after two minutes, after five wrong tries, and when another is asked for', () => {
  const { made, time } = pairing()
  made.begin('keeper')
  time.now += 120_001
  expect(made.pair(CODE, '', PHONE)).toBeNull()
  made.begin('keeper')
  for (let i = 0; i < 5; i++) expect(made.pair('WRONG234', '', PHONE)).toBeNull()
  expect(made.pair(CODE, '', PHONE)).toBeNull()
  expect(made.pair(null, null, PHONE)).toBeNull()
})
test('guessing is not heard after a dozen wrong codes in a minute, not even when it is right', () => {
  const { made, time } = pairing()
  for (let i = 0; i < 12; i++) made.pair(`WRONG${i}`, '', PHONE)
  made.begin('keeper')
  expect(made.hears(PHONE)).toBe(false)
  expect(made.pair(CODE, '', PHONE)).toBeNull()
  time.now += 60_001
  made.begin('keeper')
  expect(made.pair(CODE, '', PHONE)).not.toBeNull()
})
test('whoever tries wrong codes keeps himself out, and nobody else', () => {
  const { made, time } = pairing()
  made.begin('keeper')
  for (let i = 0; i < 40; i++) made.pair(`WRONG${i}`, '', STRANGER)
  expect([made.hears(STRANGER), made.hears(PHONE)]).toEqual([false, true])
  expect(made.wrongCodes()).toEqual({ codes: 12, addresses: 1 })
  expect(made.pair(CODE, 'mine', PHONE)).not.toBeNull()
  // The bench gives a code at any time, and it is good.
  for (let i = 0; i < 300; i++) {
    made.begin('helper')
    for (let n = 0; n < 12; n++) made.pair('WRONG234', '', `10.0.0.${n}`)
    expect(made.pair(CODE, '', `192.168.2.${i}`)).not.toBeNull()
  }
  time.now += 60_001
  expect(made.wrongCodes()).toEqual({ codes: 0, addresses: 0 })
})
describe('on a full disk', () => {
  const full = () => {
    const error = Object.assign(new Error('no space left'), { code: 'ENOSPC' })
    return jest.spyOn(fs, 'writeFileSync').mockImplementation(() => {
      throw error
    })
  }
  function twoPhones() {
    const { made, time } = pairing()
    made.begin('keeper')
    const one = made.pair(CODE, 'one', PHONE)
    made.begin('keeper')
    const two = made.pair(CODE, 'two', PHONE)
    return { made, time, one, two }
  }
  test('a phone is answered, though when it was heard of cannot be written down', () => {
    const { made, time, one } = twoPhones()
    time.now += 3_600_000
    const spy = full()
    expect([made.roleOf(one), made.roleOf(one)]).toEqual(['keeper', 'keeper'])
    spy.mockRestore()
    expect(made.list()[0].seen).toBe(time.now)
  })
  test('one that is let go does not come back with the next start', () => {
    const { made, one, two } = twoPhones()
    const spy = full()
    made.revoke(made.list()[0].id)
    spy.mockRestore()
    for (const server of [made, pairing().made])
      expect([server.roleOf(one), server.roleOf(two)]).toEqual([null, 'keeper'])
  })
  test('where nothing can be written over either, all phones are let go', () => {
    const { made, one, two } = twoPhones()
    const spies = [
      full(),
      jest.spyOn(fs, 'writeSync').mockImplementation(() => {
        throw new Error('gone')
      }),
    ]
    made.revoke(made.list()[0].id)
    spies.forEach((spy) => spy.mockRestore())
    expect([made.roleOf(one), made.roleOf(two)]).toEqual([null, 'keeper'])
    expect([pairing().made.roleOf(one), pairing().made.roleOf(two)]).toEqual([null, null])
  })
  test('a phone that cannot be written down is not let in', () => {
    const { made } = pairing()
    made.begin('keeper')
    const spy = full()
    expect(() => made.pair(CODE, 'one', PHONE)).toThrow('no space left')
    spy.mockRestore()
    expect(made.list()).toEqual([])
    expect(made.pair(CODE, 'one', PHONE)).not.toBeNull()
  })
})
test('a phone that was let go is not let in again by what it holds; others are', () => {
  const { made } = pairing()
  made.begin('keeper')
  const first = made.pair(CODE, 'one', PHONE)
  made.begin('keeper')
  const second = made.pair(CODE, 'two', PHONE)
  made.revoke(made.list()[0].id)
  expect([made.roleOf(first), made.roleOf(second)]).toEqual([null, 'keeper'])
})
test('sessions outlive the server; what is written down lets nobody in, and is for its owner alone', () => {
  const { made } = pairing()
  made.begin('keeper')
  const token = made.pair(CODE, 'one', PHONE)!
  const written = readFileSync(join(directory, 'paired.json'), 'utf8')
  expect(written).not.toContain(token)
  expect(statSync(join(directory, 'paired.json')).mode & 0o777).toBe(0o600)
  expect(pairing().made.roleOf(token)).toBe('keeper')
  for (const none of [null, undefined, '', token.slice(1), 'x'.repeat(5000), {}])
    expect(made.roleOf(none)).toBeNull()
})
test('codes are drawn at random and hard to take for one another', () => {
  const made = makePairing(directory, [])
  const codes = Array.from({ length: 200 }, () => made.begin('keeper').code)
  expect(new Set(codes).size).toBe(200)
  for (const code of codes) expect(code).toMatch(/^[A-HJ-NP-Z2-9]{8}$/)
})
