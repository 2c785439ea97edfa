// The door to the house network as strangers try it: requests no browser would make, connections that say nothing, codes that are wrong.
import { request } from 'node:https'
import { connect as openPlain } from 'node:net'
import { connect as openSecured } from 'node:tls'

/** A stranger waits so long for an answer, or for being hung up on, and no longer: the door promises ten seconds. */
const LONGEST_MS = 13_000

export function strangerAt(host, port) {
  /** What is heard on a connection, and how long it stood, ms. */
  const raw = (from, secured, text) =>
    new Promise((resolve) => {
      const began = performance.now()
      let heard = ''
      const options = { host, port, localAddress: from, rejectUnauthorized: false }
      const socket = secured ? openSecured(options) : openPlain(options)
      socket.on('error', () => {})
      socket.on('data', (part) => (heard += part))
      socket.on(secured ? 'secureConnect' : 'connect', () => text && socket.write(text))
      const timer = setTimeout(() => socket.destroy(), 2 * LONGEST_MS)
      socket.on('close', () => {
        clearTimeout(timer)
        resolve({
          status: Number(/^HTTP\/1\.1 (\d{3})/.exec(heard)?.[1] ?? 0),
          ms: performance.now() - began,
        })
      })
    })
  const ask = (from, path, { method = 'GET', body = '', headers = {} } = {}) =>
    new Promise((resolve) => {
      const sent = request(
        {
          host,
          port,
          path,
          method,
          localAddress: from,
          rejectUnauthorized: false,
          agent: false,
          timeout: LONGEST_MS,
          headers: {
            ...(body
              ? {
                  'content-length': body.length,
                  'content-type': 'application/x-www-form-urlencoded',
                }
              : {}),
            ...headers,
          },
        },
        (answer) => {
          answer.resume()
          answer.on('end', () =>
            resolve({ status: answer.statusCode, cookie: answer.headers['set-cookie']?.[0] }),
          )
        },
      )
      sent.on('timeout', () => sent.destroy())
      sent.on('error', () => resolve({ status: 0 }))
      sent.end(body)
    })
  return { raw, ask, longest: LONGEST_MS }
}

const [STRANGER, OWNER] = ['127.0.0.3', '127.0.0.4']

/** Tries the door; gives the faults, and counts what was answered. */
export async function attackDoor({ host, port, times, pick, odd, count }) {
  const faults = []
  const door = { ...strangerAt(host, port), name: `${host}:${port}`, host, port, faults, count }
  await oddRequests(door, { times, pick, odd })
  await dawdlers(door)
  await floods(door, times)
  await wrongCodes(door)
  return faults
}

function heard({ faults, count, longest }, what, { status, ms }) {
  count('house door', status || 'hung up')
  if (status >= 500) faults.push(`house door: ${status} ${what}`)
  if (ms > longest) faults.push(`house door: ${what} was held for ${Math.round(ms / 1000)} s`)
  if (status === 200 && !what.includes('/pair')) faults.push(`house door: ${what} was let in`)
}

/** Requests no browser would make. */
async function oddRequests(door, { times, pick, odd }) {
  const paths = [
    ...['//', '///x', '/\\x', '*', '', 'http://[', 'http://x/', '/%', '/pair/../tanks/tarn'],
    ...['/_next/x', '/api/tanks/tarn/tank-file', '/tanks/tarn', '/?a=%00'],
    ...odd.map((text) => `/${encodeURIComponent(text.toWellFormed?.() ?? '')}`),
  ]
  await Promise.all(
    Array.from({ length: 24 * times }, async () => {
      const method = pick(['GET', 'GET', 'POST', 'HEAD', 'OPTIONS', 'PUT', 'BREW'])
      const line = `${method} ${pick(paths)} HTTP/1.1`
      const text = `${line}\r\nHost: ${door.name}\r\nConnection: close\r\n\r\n`
      heard(door, line, await door.raw(STRANGER, pick([true, true, false]), text))
    }),
  )
}

/** Connections that say nothing, half of something, or no more than a byte. */
async function dawdlers(door) {
  const slowly = `POST /pair HTTP/1.1\r\nHost: ${door.name}\r\nOrigin: https://${door.name}\r\nContent-Length: 90\r\n\r\ncode=`
  await Promise.all(
    [
      [false, ''],
      [true, ''],
      [false, Buffer.from([22, 3, 1])],
      [false, 'GET / HT'],
      [true, 'GET / HTTP/1.1\r\nHo'],
      [true, slowly],
    ].map(async ([secured, text]) =>
      heard(door, 'a connection that dawdles', await door.raw(STRANGER, secured, text)),
    ),
  )
}

/** Many connections at once from one address, and from many: the owner is answered all the same. */
async function floods({ host, port, ask, faults }, times) {
  const flood = Array.from({ length: 300 + 60 * times }, (_, i) => {
    const localAddress = i < 300 ? STRANGER : `127.0.1.${(i % 250) + 1}`
    return openPlain({ host, port, localAddress }).on('error', () => {})
  })
  await new Promise((next) => setTimeout(next, 300))
  const during = await ask(OWNER, '/pair')
  if (during.status !== 200)
    faults.push(`house door: shut by silent connections (${during.status})`)
  flood.forEach((socket) => socket.destroy())
}

async function wrongCodes({ name, ask, faults, count }) {
  const headers = { origin: `https://${name}` }
  const wrong = (from) =>
    ask(from, '/pair', { method: 'POST', body: 'code=WRONG234&name=x', headers })
  for (let i = 0; i < 20; i++) count('wrong codes', (await wrong(STRANGER)).status)
  if ((await wrong(STRANGER)).status !== 429)
    faults.push('house door: wrong codes are heard without end')
  const right = await wrong(OWNER)
  if (right.status !== 403)
    faults.push(`house door: another’s wrong codes shut pairing (${right.status})`)
}
