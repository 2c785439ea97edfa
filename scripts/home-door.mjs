// The door to the house network: what came in by an address of the house is let in with a session alone. Without one there is the page on which
// a phone is paired, and nothing else.
import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'

const COOKIE = 'vivero-session'
const YEAR_S = 31_536_000
const MOST_BYTES = 2000
/** What a helper’s phone may fetch beside pages: the drawings of the bench. */
const HELPERS_FILES = /^\/api\/tanks\/[a-z0-9-]{1,80}\/place(\?|$)/

/** The role of who asks, or null when the door has answered already. The border has seen that the address can be read. */
export function atHomeDoor(request, response, pairing) {
  const role = pairing.roleOf(cookieOf(request))
  const pathname = request.url.split(/[?#]/, 1)[0]
  if (pathname === '/pair') {
    if (request.method === 'POST')
      pairPhone(request, response, pairing).catch((error) => {
        console.error('A phone could not be paired:', error.message)
        if (!response.headersSent)
          sendPage(
            response,
            507,
            'The code was right, but this phone could not be written down: is the disk full? Make room, and try once more.',
          )
      })
    else sendPage(response, 200, '')
    return null
  }
  if (role === null) {
    if (
      request.method === 'GET' &&
      !pathname.startsWith('/_next/') &&
      !pathname.startsWith('/api/')
    )
      response.writeHead(303, { location: '/pair', 'cache-control': 'no-store' }).end()
    else plain(response, 401, 'This phone is not paired with Vivero.')
    return null
  }
  if (role === 'helper' && pathname.startsWith('/api/') && !HELPERS_FILES.test(request.url)) {
    plain(response, 403, 'This phone writes rounds, feeding and notes; files are for the keeper.')
    return null
  }
  return role
}

async function pairPhone(request, response, pairing) {
  const from = request.socket.remoteAddress
  const body = await readSmall(request)
  if (body === null) return plain(response, 413, 'That is more than a code.')
  if (!pairing.hears(from))
    return sendPage(
      response,
      429,
      'Too many wrong codes came from this phone. Wait a minute, and ask for a new one.',
    )
  const fields = new URLSearchParams(body)
  const token = pairing.pair(fields.get('code'), fields.get('name'), from)
  if (token === null)
    return sendPage(
      response,
      403,
      'That code is not good, or not any more. It lasts two minutes and serves once: ask for a new one on the bench.',
    )
  response
    .writeHead(303, {
      location: '/',
      'set-cookie': `${COOKIE}=${token}; HttpOnly; Secure; SameSite=Strict; Path=/; Max-Age=${YEAR_S}`,
      'cache-control': 'no-store',
    })
    .end()
}

function cookieOf(request) {
  for (const part of String(request.headers.cookie ?? '').split(';')) {
    const [name, ...value] = part.trim().split('=')
    if (name === COOKIE) return value.join('=')
  }
  return null
}

async function readSmall(request) {
  let size = 0
  const parts = []
  try {
    for await (const part of request) {
      size += part.length
      if (size > MOST_BYTES) return null
      parts.push(part)
    }
  } catch {
    return null
  }
  return Buffer.concat(parts).toString('utf8')
}

const page = readFileSync(new URL('./pair.html', import.meta.url), 'utf8')
/** The page runs its own few lines and no others. */
const ownScript = createHash('sha256')
  .update(/<script>([^]*)<\/script>/.exec(page)[1])
  .digest('base64')

function sendPage(response, status, problem) {
  response.writeHead(status, {
    'content-type': 'text/html; charset=utf-8',
    'cache-control': 'no-store',
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'same-origin',
    'content-security-policy': `default-src 'none'; script-src 'sha256-${ownScript}'; style-src 'unsafe-inline'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'`,
  })
  response.end(page.replace('<!-- problem -->', problem))
}

function plain(response, status, says) {
  response.writeHead(status, {
    'content-type': 'text/plain; charset=utf-8',
    'cache-control': 'no-store',
    connection: 'close',
  })
  response.end(`${says}\n`)
}
