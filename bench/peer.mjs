// Each desk beside an empty page of the same framework, in one run: p95 of the answer and what it weighs, as ratios.
// The empty page is built here and served by the same kind of server; the demo and the old room are served one after the other.
import { execFileSync, spawn } from 'node:child_process'
import {
  cpSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { gzipSync } from 'node:zlib'

const ROOT = resolve('.')
// A server that has run a while: the first answers of each page are those of a compiler at work.
const WARM = 20
const TIMES = 100
// Written by whoever made the rooms: every page of every manifest.
const DESKS = [
  '/',
  ...JSON.parse(readFileSync(process.argv[4], 'utf8')).map((path) => `/tanks/T${path}`),
]

const work = mkdtempSync(join(tmpdir(), 'vivero-peer-'))
const servers = []
try {
  const empty = await serve(emptyPage(), 4196, {})
  const demo = await serve(ROOT, 4197, { VIVERO_DATA: process.argv[2] })
  const room = await serve(ROOT, 4198, { VIVERO_DATA: process.argv[3] })
  const rows = []
  // The empty page is the same beside every desk: all its answers together are its p95.
  const nothing = []
  for (const desk of DESKS) {
    // The three are asked in turn, so that whatever else the machine does falls on all alike.
    const urls = [`${empty}/`, demo + desk.replace('T', 'tarn'), room + desk.replace('T', 'old-0')]
    const took = urls.map(() => [])
    let size = 0
    for (let i = 0; i < WARM + TIMES; i++)
      for (const [k, url] of urls.entries()) {
        const start = performance.now()
        const answer = await fetch(url)
        const body = await answer.text()
        if (answer.status !== 200) throw new Error(`${url} answered ${answer.status}`)
        if (i >= WARM) took[k].push(performance.now() - start)
        if (k === 1) size = gzipSync(body).length
      }
    nothing.push(...took[0])
    rows.push({ desk, demo: p95(took[1]), room: p95(took[2]), size })
  }
  const e = p95(nothing)
  console.log(`The empty page: p95 ${round(e)} ms over ${nothing.length} answers.`)
  console.table(
    rows.map(({ desk, demo: d, room: r, size }) => ({
      desk: desk.replace('/tanks/T', '') || (desk === '/' ? '/' : 'look'),
      'demo p95 ms': round(d),
      'demo ×': round(d / e),
      'old room p95 ms': round(r),
      'old room ×': round(r / e),
      'page kB': round(size / 1000),
    })),
  )
} finally {
  for (const server of servers) server.kill('SIGTERM')
  rmSync(work, { recursive: true, force: true })
}

function p95(times) {
  return times.sort((a, b) => a - b)[Math.floor(times.length * 0.95)]
}
function round(value) {
  return Number(value.toFixed(1))
}

function emptyPage() {
  const home = join(work, 'empty')
  mkdirSync(join(home, 'app'), { recursive: true })
  symlinkSync(join(ROOT, 'node_modules'), join(home, 'node_modules'))
  mkdirSync(join(home, 'scripts'))
  for (const file of readdirSync(join(ROOT, 'scripts')).filter((name) =>
    /\.(m?js|cjs|html)$/.test(name),
  ))
    cpSync(join(ROOT, 'scripts', file), join(home, 'scripts', file))
  writeFileSync(join(home, 'package.json'), '{ "private": true }')
  writeFileSync(join(home, 'next.config.mjs'), `export default { turbopack: { root: '${ROOT}' } }`)
  writeFileSync(
    join(home, 'app/layout.jsx'),
    'export default ({ children }) => <html lang="en"><body>{children}</body></html>',
  )
  writeFileSync(
    join(home, 'app/page.jsx'),
    "export const dynamic = 'force-dynamic'\nexport default async () => <main>Nothing</main>",
  )
  execFileSync(
    process.execPath,
    [join(ROOT, 'node_modules/next/dist/bin/next'), 'build', '--webpack'],
    {
      cwd: home,
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
    },
  )
  return home
}

async function serve(home, port, env) {
  const server = spawn(process.execPath, ['scripts/server.mjs', String(port)], {
    cwd: home,
    env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1', ...env },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  servers.push(server)
  const url = `http://127.0.0.1:${port}`
  for (let tries = 0; tries < 600; tries++) {
    try {
      await fetch(url)
      return url
    } catch {
      await new Promise((next) => setTimeout(next, 100))
    }
  }
  throw new Error(`Nothing answers on ${port}.`)
}
