import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs'
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
