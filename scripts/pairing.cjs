// Who may come in from the house network: one-time codes, and the sessions of the phones that were paired. Plain Node and no dependency:
// the server asks it before anything else answers, and the bench shows and changes it through the same object.
/* eslint-disable @typescript-eslint/no-require-imports -- plain Node, for the server and the tests alike */
const { createHash, randomBytes, randomInt, timingSafeEqual } = require('node:crypto')
const fs = require('node:fs')
const { join } = require('node:path')

/** No letter or figure that is taken for another. */
const ALPHABET = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789'
const CODE_LENGTH = 8
const CODE_GOOD_MS = 120_000
/**
 * Wrong tries of one address at one code, and in a minute, before it is not heard for a while. Others are: whoever tries all codes there are must not keep
 * the owner out. Of 32^8 codes a whole house network of 65 000 addresses hits one in two minutes with a chance of one in three million.
 */
const TRIES_A_CODE = 5
const TRIES_A_MINUTE = 12
/** Addresses of which wrong tries are remembered; the oldest give way. */
const MOST_ADDRESSES = 10_000
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
  /** What is on the disk stands, and nothing else. Throws where the disk takes no more. */
  const save = (next) => {
    const part = `${path}.part`
    try {
      fs.writeFileSync(part, JSON.stringify(next), { mode: 0o600 })
      fs.renameSync(part, path)
    } catch (error) {
      fs.rmSync(part, { force: true })
      throw error
    }
    sessions = next
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
      if (clock() - session.seen > SEEN_EVERY_MS) {
        const seen = sessions.map((one) => (one === session ? { ...one, seen: clock() } : one))
        try {
          save(seen)
        } catch {
          // When it was heard of is no reason to keep it waiting: on a full disk it is remembered until the next start.
          sessions = seen
        }
      }
      return session.role
    },
    list: () => sessions.map(({ hash: _hash, ...shown }) => shown),
    revoke(id) {
      const next = sessions.filter((one) => one.id !== id)
      // From now on, whatever the disk does.
      sessions = next
      try {
        save(next)
      } catch {
        letGoInPlace(path, next)
      }
    },
  }
}

/**
 * On a full disk there is no room for another file: the shorter list is written over the longer one, in the blocks that has. Cut short it cannot be read and
 * lets nobody in. Where that fails too the file is taken away, and all phones are paired again.
 */
function letGoInPlace(path, sessions) {
  try {
    const { size } = fs.statSync(path)
    const text = JSON.stringify(sessions)
    const file = fs.openSync(path, 'r+')
    try {
      fs.writeSync(file, text.padEnd(size), 0)
      fs.fsyncSync(file)
    } finally {
      fs.closeSync(file)
    }
  } catch {
    fs.rmSync(path, { force: true })
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
  /** Moments of wrong codes, by the address they came from. */
  const failures = new Map()
  const lately = (from) => (failures.get(from) ?? []).filter((at) => clock() - at < 60_000)
  const hears = (from) => lately(from).length < TRIES_A_MINUTE
  const failed = (from) => {
    const all = [...lately(from), clock()]
    failures.delete(from)
    failures.set(from, all)
    if (failures.size > MOST_ADDRESSES) failures.delete(failures.keys().next().value)
    if (open) open.tries.set(from, (open.tries.get(from) ?? 0) + 1)
  }
  return {
    addresses,
    hears,
    roleOf,
    list,
    revoke,
    /** Wrong codes of the last minute, and from how many addresses. */
    wrongCodes() {
      const counts = [...failures.keys()].map((from) => lately(from).length).filter(Boolean)
      return { codes: counts.reduce((a, b) => a + b, 0), addresses: counts.length }
    },
    /** A new code, at the bench: it is never refused. */
    begin(role) {
      if (!ROLES.includes(role)) throw new Error(`There is no role ${role}`)
      open = { code: draw(), role, until: clock() + CODE_GOOD_MS, tries: new Map() }
      return { code: open.code, until: open.until }
    },
    /** The token of a phone that sent the right code from an address, or null. */
    pair(code, name, from) {
      if (!hears(from)) return null
      const written = String(code ?? '')
        .toUpperCase()
        .replace(/[^A-Z0-9]/g, '')
      const spent = (open?.tries.get(from) ?? 0) >= TRIES_A_CODE
      if (!open || clock() > open.until || spent || !same(written, open.code)) {
        failed(from)
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
  if (!fs.existsSync(path)) return []
  try {
    const read = JSON.parse(fs.readFileSync(path, 'utf8'))
    return read.filter((one) => typeof one.hash === 'string' && ROLES.includes(one.role))
  } catch {
    // Unreadable sessions let nobody in: the phones are paired once more.
    return []
  }
}

exports.makePairing = makePairing
