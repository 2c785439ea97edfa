// npm run test:attack: hostile requests against a server of its own, over fresh demo data. Nothing of ours may answer with 500.
// The short form (a few hundred of each kind) is part of npm test; `-- --full` sends ten thousand.
import { spawn } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import { connect } from 'node:net'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { attackDoor } from './attack-door.mjs'
import { bentBook, bentTank, hostileBooks } from './attack-files.mjs'
import {
  ensureBuilt,
  ensureDemo,
  ensureInstalled,
  ensureOutside,
  ensureTemplate,
  flag,
  needPort,
  onlyOptions,
  root,
  runScript,
  say,
  testEnv,
} from './lib.mjs'

onlyOptions({ full: false, seed: true })
const PORT = 4186
const HOST = `127.0.0.1:${PORT}`
const BASE = `http://${HOST}`
/** The house network of the attack is another address of this machine. */
const HOUSE = process.platform === 'linux' ? '127.0.0.2' : null
const data = join(root, 'data-attack')
const times = flag('full') ? 12 : 1
const seedAt = process.argv.indexOf('--seed')
const seed = seedAt === -1 ? 8 : Number(process.argv[seedAt + 1])

/** Mulberry32, so that a red run can be repeated. */
let state = seed
function random() {
  state = (state + 0x6d2b79f5) | 0
  let t = Math.imul(state ^ (state >>> 15), 1 | state)
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296
}
const pick = (list) => list[Math.floor(random() * list.length)]

const ODD_TEXTS = [
  '',
  ' ',
  '\u0000',
  '\ud800',
  'constructor',
  '__proto__',
  'toString',
  'hasOwnProperty',
  'a'.repeat(5000),
  '%',
  '%ff',
  '%00',
  '../../etc/passwd',
  '<script>alert(1)</script>',
  "'; drop table entry; --",
  '$1',
  '$Q0',
  '{}',
  '[]',
  'null',
  'NaN',
  '1e999',
  '-1',
  '0002-01-01T10:00',
  '9999-12-31',
  '2026-02-30',
  '水草',
  '🌿'.repeat(50),
  'tarn',
  'spring',
  'S1',
  'nitrate',
  '\n\r\t',
  '=1+1',
  '2026-11-01T10:00',
  '45',
  '3.7',
]
const ODD_VALUES = [
  null,
  true,
  false,
  0,
  -0,
  -1,
  1,
  0.5,
  1e308,
  -1e308,
  2 ** 53,
  [],
  {},
  [[]],
  [null],
  { a: 1 },
  { id: null },
  { __proto__: { a: 1 } },
  { toString: 'x' },
  { length: 5 },
  { id: 'x', seen: null },
  { id: 'x', seen: 5 },
]
const oddValue = (depth = 0) => {
  const roll = random()
  if (roll < 0.5) return pick(ODD_TEXTS)
  if (roll < 0.8 || depth > 3) return pick(ODD_VALUES)
  if (roll < 0.9) return Array.from({ length: Math.floor(random() * 5) }, () => oddValue(depth + 1))
  return Object.fromEntries(
    Array.from({ length: Math.floor(random() * 6) }, () => [
      pick([
        'id',
        'kind',
        'at',
        'note',
        'fields',
        'stands',
        'replaces',
        'name',
        'value',
        'seen',
        'option',
        'startOn',
        'left',
        'values',
        'signs',
        'station',
        'round',
        ...ODD_TEXTS.slice(4, 8),
      ]),
      oddValue(depth + 1),
    ]),
  )
}

/** What was sent last: what another page waited beside. */
let latest = ''
const counts = {}
const faults = []
function count(kind, status) {
  counts[kind] ??= {}
  counts[kind][status] = (counts[kind][status] ?? 0) + 1
}
async function ask(path, init) {
  try {
    const response = await fetch(`${BASE}${path}`, {
      redirect: 'manual',
      ...init,
      headers: { ...init.headers },
    })
    await response.arrayBuffer()
    return response.status
  } catch (error) {
    // What the client itself cannot send, and connections the server hung up on.
    return `no answer (${error.cause?.code ?? error.message})`
  }
}
async function send(kind, path, init = {}, what = path) {
  latest = `${kind} ${path}`.slice(0, 80)
  let status = await ask(path, init)
  // A connection kept open may be closed just when it is used again; twice in a row it is not that.
  if (status === 'no answer (UND_ERR_SOCKET)') {
    status = await ask(path, init)
    if (status === 'no answer (UND_ERR_SOCKET)') faults.push(`${kind}: no answer ${what}`)
  }
  count(kind, status)
  if (typeof status === 'number' && status >= 500 && status !== 503)
    faults.push(`${kind}: ${status} ${String(what).slice(0, 300)}`)
  return status
}

/** A request as it is written, past what a client would mend. */
function sendRaw(kind, lines, body = '') {
  return new Promise((resolve) => {
    const socket = connect(PORT, '127.0.0.1')
    let heard = ''
    socket.setTimeout(20_000, () => socket.destroy())
    socket.on('data', (part) => (heard += part))
    socket.on('error', () => {})
    socket.on('close', () => {
      const status = Number(/^HTTP\/1\.1 (\d{3})/.exec(heard)?.[1] ?? 0)
      count(kind, status)
      if (status >= 500) faults.push(`${kind}: ${status} ${lines[0]}`)
      resolve(status)
    })
    socket.end(`${lines.join('\r\n')}\r\nConnection: close\r\n\r\n${body}`)
  })
}

const PATHS = [
  '/',
  '/set-up',
  '/read',
  '/tanks/tarn',
  '/tanks/tarn/round',
  '/tanks/tarn/water',
  '/tanks/tarn/water/balance',
  '/tanks/tarn/water/changes',
  '/tanks/tarn/water/dosing',
  '/tanks/tarn/water/gas',
  '/tanks/tarn/water/kept',
  '/tanks/tarn/rescape',
  '/tanks/tarn/rescape/x',
  '/tanks/tarn/book',
  '/tanks/tarn/stands',
  '/tanks/tarn/book/import',
  '/api/tanks/tarn/place',
  '/api/tanks/tarn/readings',
  '/api/tanks/tarn/series',
]
const QUERIES = [
  'of',
  'kind',
  'text',
  'from',
  'to',
  'page',
  'log',
  'entry',
  'planting',
  'parameter',
  'percent',
  'struck',
  'shelves',
  'product',
]

async function addresses() {
  for (let i = 0; i < 120 * times; i++) {
    const path =
      random() < 0.7
        ? pick(PATHS)
        : `/tanks/${encodeURIComponent(pick(ODD_TEXTS).toWellFormed?.() ?? 'x')}/${pick(['', 'water', 'book', 'round', 'rescape/y'])}`
    const query = Array.from(
      { length: Math.floor(random() * 4) },
      () =>
        `${pick(QUERIES)}${pick(['', '', '[]', '[a]'])}=${encodeURIComponent((pick(ODD_TEXTS).toWellFormed?.() ?? '').slice(0, 800))}`,
    ).join('&')
    await send('addresses', `${path}${query ? `?${query}` : ''}`)
  }
  for (const raw of [
    '/%',
    '/tanks/%ff',
    '/tanks/a%00b',
    '/tanks/tarn?text=%c3',
    '//evil.example/',
    '/\\..\\x',
    '/tanks/tarn/book?text=%ed%a0%80',
    '/_next/../../x',
    '/tanks/tarn/../../x',
  ])
    await sendRaw('addresses as written', [`GET ${raw} HTTP/1.1`, `Host: ${HOST}`])
  for (const header of ['%7Bno', '%zz', '[]', '{}', '%5B%5D', 'x'.repeat(9000)])
    await send('framework headers', '/tanks/tarn', {
      headers: { rsc: '1', 'next-router-state-tree': header },
    })
}

async function actions() {
  const { node } = JSON.parse(
    readFileSync(join(root, '.next/server/server-reference-manifest.json'), 'utf8'),
  )
  const ids = Object.entries(node)
  const encoded = (value) =>
    JSON.stringify(value, (_key, inner) =>
      typeof inner === 'string' && inner.startsWith('$') ? `$${inner}` : inner,
    )
  const headers = (id) => ({
    'next-action': id,
    'content-type': 'text/plain;charset=UTF-8',
    origin: BASE,
  })
  for (const [id, { exportedName, workers }] of ids) {
    const path =
      Object.keys(workers)[0]
        .replace(/^app/, '')
        .replace(/\/page$/, '')
        .replace('[tank]', 'tarn')
        .replace('[plan]', 'x') || '/'
    for (let i = 0; i < 9 * times; i++) {
      const args = Array.from({ length: Math.floor(random() * 6) }, (_, at) => {
        if (at === 0 && random() < 0.6) return 'tarn'
        return random() < 0.15 ? { id: `attack-${i}`, seen: null } : oddValue()
      })
      await send(
        'actions',
        path,
        { method: 'POST', headers: headers(id), body: encoded(args) },
        `${exportedName} ${encoded(args)}`,
      )
    }
  }
  // What the framework itself cannot decode never reaches us: it is counted apart.
  const before = faults.length
  for (const body of [
    '',
    '[',
    '{}',
    'null',
    '"$"',
    '["$Q0"]',
    '["$F1"]',
    '["$@1"]',
    '["$B1"]',
    '["$T"]',
    `["${'x'.repeat(200)}`,
  ])
    await send('undecodable (the framework’s own)', '/set-up', {
      method: 'POST',
      headers: headers(ids[0][0]),
      body,
    })
  faults.splice(before)
  for (const [what, over] of [
    ['no such action', { 'next-action': 'f'.repeat(42) }],
    ['a bent name', { 'next-action': '../../x' }],
    ['JSON', { 'content-type': 'application/json' }],
    ['nothing', { 'content-type': '' }],
  ])
    await send(
      'actions turned away',
      '/',
      { method: 'POST', headers: { ...headers(ids[0][0]), ...over }, body: '[]' },
      what,
    )
  await send(
    'actions turned away',
    '/',
    { method: 'POST', headers: headers(ids[0][0]), body: `["${'x'.repeat(1_100_000)}"]` },
    'more than a megabyte',
  )
}

async function files() {
  const tank = await (await fetch(`${BASE}/api/tanks/tarn/tank-file`)).text()
  const lines = tank.split('\n')
  const post = (path, body) =>
    send(
      'files',
      path,
      { method: 'POST', body, headers: { origin: BASE } },
      `${path} ${String(body).slice(0, 120)}`,
    )
  const HOSTILE = [
    '1e999',
    '-1e999',
    '1e308',
    '-5',
    'null',
    '""',
    '[]',
    '{}',
    '"constructor"',
    '"9999-01-01T00:00:00Z"',
    '"\\ud800"',
    '"\\u0000"',
    'true',
    '[[[[]]]]',
    '1.5',
  ]
  for (let i = 0; i < 90 * times; i++) {
    const at = Math.floor(random() * (i % 2 ? 400 : lines.length))
    const bent = lines
      .map((line, n) => (n === at ? line.replace(/: .*?(,?)$/, `: ${pick(HOSTILE)}$1`) : line))
      .join('\n')
    await post(
      '/api/tank-file',
      random() < 0.2 ? tank.slice(0, Math.floor(random() * tank.length)) : bent,
    )
  }
  const HEADS = [
    'at,parameter,value,unit,method,note',
    'at,kind,amount,unit,subject,note',
    'at;parameter;value;unit;method;note',
    'at',
    '',
    '\ufeffat,kind',
    'constructor,__proto__',
  ]
  for (let i = 0; i < 90 * times; i++) {
    const rows = Array.from({ length: Math.floor(random() * 12) }, () =>
      Array.from({ length: Math.floor(random() * 8) }, () =>
        pick([
          ...ODD_TEXTS,
          '"',
          '"open',
          '2026-03-01T10:00Z',
          'nitrate',
          'dose',
          'mg/L',
          'strip',
          '40',
          'percent',
        ]),
      ).join(','),
    )
    await post(
      `/api/tanks/${pick(['tarn', 'spring', 'nowhere'])}/${pick(['readings', 'events'])}${random() < 0.8 ? '?preview' : ''}`,
      `${pick(HEADS)}\n${rows.join('\n')}`.toWellFormed?.() ?? '',
    )
  }
  await post('/api/tanks/tarn/readings?preview', new Uint8Array(3000).fill(0))
  await post('/api/tanks/tarn/readings?preview', new Uint8Array(3000).fill(0xff))
}

/** Files that are built to hurt, beside bent ones: workbooks, and tank files with a part missing or of another kind. */
async function builtFiles() {
  const tank = JSON.parse(await (await fetch(`${BASE}/api/tanks/gully/tank-file`)).text())
  const headers = { origin: BASE }
  const look = '/api/tanks/tarn/sheet?look'
  for (const body of hostileBooks(flag('full')))
    await send('workbooks', look, { method: 'POST', body, headers }, 'a hostile workbook')
  for (let i = 0; i < 12 * times; i++)
    await send(
      'workbooks',
      look,
      { method: 'POST', body: bentBook({ random }), headers },
      `a bent workbook ${i}`,
    )
  for (let i = 0; i < 20 * times; i++) {
    const body = bentTank(tank, { random, pick })
    const path = `/api/tank-file${random() < 0.5 ? '?kinds=' : ''}`
    await send(
      'tank files by their parts',
      path,
      { method: 'POST', body, headers },
      body.slice(0, 200),
    )
  }
  // What was read in must not make a page fail.
  for (const path of PATHS) await send('pages after it', path.replace('tarn', 'gully'))
}

/** How long another page waits meanwhile, and how much memory the server takes at most. */
function watchMeanwhile() {
  const seen = { longest: 0, during: '', megabytes: 0 }
  let on = true
  const done = (async () => {
    while (on) {
      const began = performance.now()
      await fetch(`${BASE}/set-up`).then(
        (answer) => answer.arrayBuffer(),
        () => {},
      )
      const waited = performance.now() - began
      if (waited > seen.longest) [seen.longest, seen.during] = [waited, latest]
      seen.megabytes = Math.max(seen.megabytes, megabytesOf(server.pid))
      await wait(50)
    }
  })()
  return async () => {
    on = false
    await done
    return seen
  }
}
function megabytesOf(pid) {
  try {
    return Math.round(
      Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1000,
    )
  } catch {
    return 0
  }
}

/** Foreign pages, and connections that dawdle. */
async function strangers() {
  for (const headers of [
    { origin: 'http://evil.example' },
    { origin: 'null' },
    { 'sec-fetch-site': 'cross-site' },
  ]) {
    const status = await send('foreign pages', '/api/tank-file', {
      method: 'POST',
      body: '{}',
      headers,
    })
    if (status !== 403) faults.push(`a foreign page was answered with ${status}`)
  }
  const began = Date.now()
  await new Promise((resolve) => {
    const slow = connect(PORT, '127.0.0.1', () => slow.write('GET / HTTP/1.1\r\nHo'))
    slow.on('error', () => {})
    slow.on('data', () => {})
    slow.on('close', resolve)
    setTimeout(() => slow.destroy(), 40_000).unref()
  })
  const seconds = Math.round((Date.now() - began) / 1000)
  if (seconds > 30) faults.push('a connection that never says what it wants is kept open')
  say(`a connection that never says what it wants was closed after ${seconds} s`)
  const said = await new Promise((resolve) => {
    let heard = ''
    const idle = connect(PORT, '127.0.0.1')
    idle.on('data', (bytes) => (heard += bytes))
    idle.on('close', () => resolve(heard))
    setTimeout(() => idle.destroy(), 40_000).unref()
  })
  if (said !== '') faults.push('a connection opened ahead of need was told something')
}

/** Whether a page opens. A connection kept since before the archives may be closed by now: then once more, on a new one. */
async function opens(path) {
  const once = () => fetch(`${BASE}${path}`).then(({ status }) => status === 200)
  return once().catch(() => once().catch(() => false))
}

await needPort(PORT)
ensureInstalled()
ensureTemplate()
await ensureOutside()
ensureBuilt()
rmSync(data, { recursive: true, force: true })
ensureDemo(data, true, testEnv)
const server = spawn(process.execPath, ['scripts/server.mjs', String(PORT)], {
  env: {
    ...testEnv,
    VIVERO_DATA: data,
    NODE_ENV: 'production',
    ...(HOUSE ? { VIVERO_HOME: HOUSE } : {}),
  },
  stdio: ['ignore', 'ignore', 'pipe'],
})
let ended = false
let log = ''
server.stderr.on('data', (part) => (log = `${log}${part}`.slice(-20_000)))
server.on('exit', () => (ended = true))
// Whatever ends the attack ends its server too.
process.on('exit', () => server.kill('SIGKILL'))
for (let i = 0; i < 200; i++) {
  if (
    await fetch(`${BASE}/`).then(
      (answer) => answer.ok,
      () => false,
    )
  )
    break
  await wait(150)
}
const meanwhile = watchMeanwhile()
await addresses()
await actions()
await files()
await builtFiles()
await strangers()
if (HOUSE)
  faults.push(
    ...(await attackDoor({ host: HOUSE, port: PORT, times, pick, odd: ODD_TEXTS, count })),
  )
const { longest, during, megabytes } = await meanwhile()
say(
  `another page waited ${Math.round(longest)} ms at most (beside ${during}); the server took ${megabytes} MB at most`,
)
// After the watch: while the script runs nothing else does here.
if (runScript('scripts/attack-archives.mts', [String(150 * times), String(seed)]) !== 0)
  faults.push('an archive was not refused as it should be')
if (ended) faults.push('the server ended')
else if (!(await opens('/')) || !(await opens('/tanks/tarn')))
  faults.push('the bench or a tank cannot be opened any more')
server.kill('SIGTERM')
for (const [kind, statuses] of Object.entries(counts))
  say(
    `${kind}: ${Object.entries(statuses)
      .map(([status, n]) => `${n} × ${status}`)
      .join(', ')}`,
  )
for (const fault of faults.slice(0, 20)) console.error(fault)
if (faults.length > 0) console.error(log.slice(-3000))
say(
  `${Object.values(counts)
    .flatMap((statuses) => Object.values(statuses))
    .reduce((a, b) => a + b, 0)} hostile requests, ${faults.length} faults (seed ${seed})`,
)
process.exit(faults.length === 0 ? 0 : 1)
