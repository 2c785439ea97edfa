// Who may come in from the house network: one-time codes, and the sessions of the phones that were paired. Plain Node and no dependency:
// the server asks it before anything else answers, and the bench shows and changes it through the same object.
/* eslint-disable @typescript-eslint/no-require-imports -- plain Node, for the server and the tests alike */
const { createHash, randomBytes, randomInt, timingSafeEqual } = require('node:crypto')
const { existsSync, readFileSync, renameSync, writeFileSync } = require('node:fs')
const { join } = require('node:path')

/** No letter or figure that is taken for another. */
const ALPHABET = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789'
const CODE_LENGTH = 8
const CODE_GOOD_MS = 120_000
/** Wrong tries at one code before it is void, and from all sides in a minute before nobody is heard for the rest of it. */
const TRIES_A_CODE = 5
const TRIES_A_MINUTE = 12
const MOST_SESSIONS = 40
const SESSION_BYTES = 32
const ROLES = ['keeper', 'helper']
/** Seen is written down once in so long. */
const SEEN_EVERY_MS = 600_000
const LONGEST_NAME = 40
const LONGEST_TOKEN = 100

const hashOf = (token) => createHash('sha256').update(token).digest('hex')
const same = (a, b) => {
  const [x, y] = [Buffer.from(hashOf(a)), Buffer.from(hashOf(b))]
  return timingSafeEqual(x, y)
}

/** The sessions of a data directory, written down with their hashes alone. */
function keepSessions(directory, clock) {
  const path = join(directory, 'paired.json')
  let sessions = readSessions(path)
  const save = (next) => {
    sessions = next
    const part = `${path}.part`
    writeFileSync(part, JSON.stringify(sessions), { mode: 0o600 })
    renameSync(part, path)
  }
  return {
    add(token, role, name) {
      const session = {
        id: randomBytes(8).toString('hex'),
        hash: hashOf(token),
        role,
        name: nameFrom(name),
        since: clock(),
        seen: clock(),
      }
      save([...sessions.slice(-(MOST_SESSIONS - 1)), session])
    },
    roleOf(token) {
      if (typeof token !== 'string' || token.length > LONGEST_TOKEN) return null
      const hash = hashOf(token)
      const session = sessions.find((one) => one.hash === hash)
      if (!session) return null
      if (clock() - session.seen > SEEN_EVERY_MS)
        save(sessions.map((one) => (one === session ? { ...one, seen: clock() } : one)))
      return session.role
    },
    list: () => sessions.map(({ hash: _hash, ...shown }) => shown),
    revoke: (id) => save(sessions.filter((one) => one.id !== id)),
  }
}

const nameFrom = (text) =>
  String(text ?? '')
    .replace(/[^\p{L}\p{N} .,'’-]/gu, '')
    .trim()
    .slice(0, LONGEST_NAME) || 'a phone'

/**
 * The pairing of one server. `directory`: the data, where the sessions are kept. `addresses`: where phones reach it, `host:port`. `clock`
 * and `draw` are given for the tests.
 */
function makePairing(directory, addresses, clock = Date.now, draw = drawCode) {
  const { add, roleOf, list, revoke } = keepSessions(directory, clock)
  let open = null
  let failures = []
  const hears = () => {
    failures = failures.filter((at) => clock() - at < 60_000)
    return failures.length < TRIES_A_MINUTE
  }
  return {
    addresses,
    hears,
    roleOf,
    list,
    revoke,
    begin(role) {
      if (!ROLES.includes(role)) throw new Error(`There is no role ${role}`)
      open = { code: draw(), role, until: clock() + CODE_GOOD_MS, tries: 0 }
      return { code: open.code, until: open.until }
    },
    pair(code, name) {
      if (!hears()) return null
      const written = String(code ?? '')
        .toUpperCase()
        .replace(/[^A-Z0-9]/g, '')
      if (!open || clock() > open.until || !same(written, open.code)) {
        failures.push(clock())
        if (open && ++open.tries >= TRIES_A_CODE) open = null
        return null
      }
      const token = randomBytes(SESSION_BYTES).toString('base64url')
      add(token, open.role, name)
      open = null
      return token
    },
  }
}

const drawCode = () =>
  Array.from({ length: CODE_LENGTH }, () => ALPHABET[randomInt(ALPHABET.length)]).join('')

function readSessions(path) {
  if (!existsSync(path)) return []
  try {
    const read = JSON.parse(readFileSync(path, 'utf8'))
    return read.filter((one) => typeof one.hash === 'string' && ROLES.includes(one.role))
  } catch {
    // Unreadable sessions let nobody in: the phones are paired once more.
    return []
  }
}

exports.makePairing = makePairing
