// The server of a built Vivero, on loopback: what is foreign or cannot be read is turned away by its headers, what dawdles is cut off.
// Usage: server.mjs PORT. The rest comes by the environment: VIVERO_DATA, VIVERO_HOSTS, DATABASE_URL, and VIVERO_HOME, the addresses in the house
// network at which it answers paired phones as well.
import { createServer } from 'node:http'
import { createServer as createSecureServer } from 'node:https'
import { createServer as createDoor } from 'node:net'
import compression from 'compression'
import next from 'next'
import { refusal } from './border.cjs'
import { makeConnections } from './connections.cjs'
import { atHomeDoor } from './home-door.mjs'
import { houseCertificate } from './house-certificate.cjs'
import { makePairing } from './pairing.cjs'

const HOST = '127.0.0.1'
const port = Number(process.argv[2])
const home = (process.env.VIVERO_HOME ?? '').split(',').filter(Boolean)
const pairing =
  home.length > 0
    ? makePairing(
        process.env.VIVERO_DATA ?? 'data',
        home.map((address) => `${address}:${port}`),
      )
    : null
const certificate =
  home.length > 0 ? await houseCertificate(process.env.VIVERO_DATA ?? 'data', home) : null
if (pairing) pairing.fingerprint = certificate.fingerprint
// The bench shows and changes who is paired; it is bundled apart, and finds this here.
globalThis.viveroPairing = pairing
/** Says to the pages who asks; what a browser says of it is thrown away. */
const ROLE = 'x-vivero-role'
const DOOR = 'x-vivero-door'

/** A request must say what it is in ten seconds, and be here whole in two minutes: a slow phone sends the largest file in half of that. */
const LIMITS = {
  headersTimeout: 10_000,
  requestTimeout: 120_000,
  keepAliveTimeout: 5_000,
  connectionsCheckingInterval: 2_000,
}
/** A connection on which nothing moves for so long is dead, ms. */
const SILENCE = 120_000
const MOST_CONNECTIONS = 256

/** Pages are made anew for each answer and squeezed lightly; scripts and fonts are sent once, and squeezed well. */
const lightly = compression({ level: 1 })
const well = compression({ level: 6 })
const FILES = '/_next/static/'

const app = next({ dev: false, dir: process.cwd(), hostname: HOST, port })
await app.prepare()
const handle = app.getRequestHandler()

/** What is answered at an address of this machine, whatever the request does to its answer. */
const answering = (address, prove) => (request, response) => {
  try {
    admit(address, prove, request, response)
  } catch (error) {
    console.error('A request failed at the door.', error)
    if (response.headersSent) response.destroy()
    else turnAway(request, response, { status: 400, says: 'This request cannot be read.' })
  }
}

/** At the house’s own name alone, and with a session, where it is the door to the house network. */
function admit(address, prove, request, response) {
  const hosts = address === HOST ? process.env.VIVERO_HOSTS : houseNames(address)
  const header = (name) => one(request.headers[name])
  const refused = refusal(
    { method: request.method ?? '', url: request.url ?? '', header },
    hosts,
    address === HOST,
  )
  if (refused) return turnAway(request, response, refused)
  const role = address === HOST ? 'keeper' : atHomeDoor(request, response, pairing)
  if (role === null) return
  prove(request.socket)
  request.headers[ROLE] = role
  request.headers[DOOR] = address === HOST ? 'own' : 'house'
  const squeeze = request.url?.startsWith(FILES) ? well : lightly
  requests.open++
  response.once('close', () => requests.open--)
  squeeze(request, response, () => void answer(request, response))
}

function withLimits(server) {
  server.timeout = SILENCE
  server.on('clientError', (_error, socket) => {
    // A browser opens connections ahead of need. One on which nothing was asked yet is closed without a word: words would be taken for the answer to the next page.
    if (socket.bytesRead === 0) socket.destroy()
    else if (socket.writable) socket.end('HTTP/1.1 400 Bad Request\r\nConnection: close\r\n\r\n')
  })
  return server
}

/** The door of this machine itself. */
function ownDoor() {
  const server = withLimits(
    createServer(
      LIMITS,
      answering(HOST, () => {}),
    ),
  )
  server.maxConnections = MOST_CONNECTIONS
  server.listen(port, HOST)
}

/** First byte of whoever greets in the secured way (RFC 8446, 5.1). */
const HANDSHAKE = 22

/** The door to the house network: secured; who comes in the open is sent to the secured way. */
function houseDoor(address) {
  const connections = makeConnections()
  /** The connection below a secured one, which is what is counted, by where it comes from. */
  const below = new Map()
  const nameOf = ({ remoteAddress, remotePort }) => `${remoteAddress} ${remotePort}`
  const prove = (socket) => {
    const plain = below.get(nameOf(socket))
    if (plain) connections.prove(plain)
  }
  const { key, cert } = certificate
  const secured = withLimits(
    createSecureServer({ ...LIMITS, key, cert }, answering(address, prove)),
  )
  secured.on('tlsClientError', (_error, socket) => socket.destroy())
  const open = withLimits(createServer(LIMITS, toSecured(address)))
  const door = createDoor((socket) => {
    socket.on('error', () => {})
    if (!connections.take(socket)) return
    const name = nameOf(socket)
    below.set(name, socket)
    socket.once('close', () => below.delete(name))
    socket.once('data', (first) => {
      socket.pause()
      socket.unshift(first)
      const server = first[0] === HANDSHAKE ? secured : open
      server.emit('connection', socket)
      process.nextTick(() => socket.resume())
    })
  })
  door.listen(port, address)
}

const toSecured = (address) => (request, response) => {
  const header = (name) => one(request.headers[name])
  const { method = '', url = '' } = request
  const refused = refusal({ method, url, header }, houseNames(address), false)
  if (refused) return turnAway(request, response, refused)
  response
    .writeHead(308, {
      location: `https://${address}:${port}${url}`,
      'cache-control': 'no-store',
      connection: 'close',
    })
    .end()
}
const houseNames = (address) => [address, process.env.VIVERO_HOSTS].filter(Boolean).join(',')
// The pages’ own border hears of the same names.
if (home.length > 0) process.env.VIVERO_HOSTS = houseNames(home.join(','))
ownDoor()
for (const address of home) houseDoor(address)

async function answer(request, response) {
  try {
    await handle(request, response)
  } catch (error) {
    console.error('A request failed.', error)
    if (response.headersSent) response.destroy()
    else
      turnAway(request, response, {
        status: 500,
        says: 'Vivero failed at this; its own messages say why.',
      })
  }
}

const one = (value) => (Array.isArray(value) ? value[0] : value)

/** How many requests are being answered: what takes its time lets the others go first. */
const requests = (globalThis.viveroRequests = { open: 0, long: 0 })

/** Answers in a sentence and hangs up, so that no body is waited for. */
function turnAway(request, response, { status, says }) {
  response.writeHead(status, {
    'content-type': 'text/plain; charset=utf-8',
    'x-content-type-options': 'nosniff',
    'cache-control': 'no-store',
    connection: 'close',
  })
  response.end(`${says}\n`, () => request.destroy())
}
