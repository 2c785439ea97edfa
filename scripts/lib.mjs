// What every command of ours begins with: plain Node, no dependency, so that it runs in a fresh clone.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { networkInterfaces } from 'node:os'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = resolve(dirname(fileURLToPath(import.meta.url)), '..')
process.chdir(root)

const OLDEST_NODE = [20, 9]
/** What a build and a bundle are made of. */
const SOURCES = [
  'src',
  'scripts/border.cjs',
  'drizzle',
  'next.config.ts',
  'tsconfig.json',
  'package-lock.json',
]
const STAMPS = join(root, '.vivero')
/** The environment of every program we run. DATABASE_URL is the keeper's own server: only `npm start` hands it on, so that no demo and no test can reach it. */
export const quietEnv = { ...process.env, NEXT_TELEMETRY_DISABLED: '1' }
delete quietEnv.DATABASE_URL
/** The moment the tests live in; a keeper's program must not be told another time by what happens to be in his environment. */
const testNow = process.env.VIVERO_NOW
delete quietEnv.VIVERO_NOW
/** The environment of programs that the tests start: one moment for all of them, the demo data made for it too. */
export const testEnv = {
  ...quietEnv,
  VIVERO_NOW: testNow ?? '2026-11-24T12:00:00.000Z',
  VIVERO_BACKUPS: 'off',
}

export function say(sentence) {
  console.log(`vivero: ${sentence}`)
}

/** Says what is wrong and ends the command. */
export function stop(sentence) {
  console.error(`vivero: ${sentence}`)
  process.exit(1)
}

/** Runs a program with its output shown; gives its exit code. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { stdio: 'inherit', env: quietEnv, ...options })
  if (result.error) return 127
  return result.status ?? 1
}

/** Runs a TypeScript file of the project. */
export function runScript(file, args = [], options = {}) {
  return run(process.execPath, ['node_modules/tsx/dist/cli.mjs', file, ...args], options)
}

/** An option `--name value`, or the fallback. */
export function option(name, fallback) {
  const at = process.argv.indexOf(`--${name}`)
  return at === -1 ? fallback : process.argv[at + 1]
}
export const flag = (name) => process.argv.includes(`--${name}`)

/** Ends with a sentence at an option this command does not have: a mistyped one must not quietly do something else. `takes` maps a name to whether a value follows. */
export function onlyOptions(takes) {
  const given = process.argv.slice(2)
  for (let at = 0; at < given.length; at++) {
    const name = given[at].startsWith('--') ? given[at].slice(2) : null
    if (name === null || !(name in takes))
      stop(
        `“${given[at]}” is not understood here; known: ${Object.keys(takes)
          .map((known) => `--${known}`)
          .join(', ')}.`,
      )
    if (!takes[name]) continue
    if (given[++at] === undefined) stop(`--${name} needs a value after it.`)
  }
}

/** Installs the packages when the lock file is not the one installed from. */
export function ensureInstalled() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < OLDEST_NODE[0] || (major === OLDEST_NODE[0] && minor < OLDEST_NODE[1]))
    stop(
      `Node ${process.versions.node} is too old; version ${OLDEST_NODE.join('.')} or later is needed.`,
    )
  const stamp = join(root, 'node_modules', '.vivero-lock')
  const lock = hashOf(['package-lock.json', 'package.json'])
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return
  say('installing the packages (about a minute the first time) …')
  // Not `npm ci`: some registries lack the binaries of other systems that the lock lists.
  if (run('npm', ['install', '--no-audit', '--no-fund', '--loglevel=error']) !== 0)
    stop(
      'The packages could not be installed: npm said why above. Check the network or the registry and run the same command again.',
    )
  writeFileSync(stamp, hashOf(['package-lock.json', 'package.json']))
}

/** The packed empty database that makes a first start quick. */
export function ensureTemplate() {
  if (runScript('scripts/make-template.mts') !== 0)
    stop('The database template could not be made; the messages above say why.')
}

/** Makes the programs that read what is foreign, when their sources changed since. */
export async function ensureOutside() {
  const stamp = join(STAMPS, 'outside', 'made-from')
  const source = hashOf(['src/core', 'src/data', 'scripts/make-outside.mjs', 'package-lock.json'])
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === source) return
  const { makeOutside } = await import('./make-outside.mjs')
  await makeOutside()
  writeFileSync(stamp, source)
}

/** Builds the application when its sources changed since the last build. */
export function ensureBuilt() {
  const stamp = join(STAMPS, 'built-from')
  const source = hashOf(SOURCES)
  if (
    existsSync(join(root, '.next', 'BUILD_ID')) &&
    existsSync(stamp) &&
    readFileSync(stamp, 'utf8') === source
  )
    return
  say('building (about a minute) …')
  if (run(process.execPath, ['node_modules/next/dist/bin/next', 'build']) !== 0)
    stop('The build failed; the messages above say why.')
  mkdirSync(STAMPS, { recursive: true })
  writeFileSync(stamp, source)
}

/** Where a Chromium is; installs Debian's when there is none and this may be done. */
export function ensureChromium() {
  const found = () =>
    [
      process.env.VIVERO_CHROMIUM,
      '/usr/bin/chromium',
      '/usr/bin/chromium-browser',
      '/usr/bin/google-chrome',
    ].find((path) => path && existsSync(path))
  const already = found()
  if (already) return already
  say('installing Chromium for the browser tests …')
  const quiet = {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  }
  if (
    run('apt-get', ['update', '-qq'], quiet) !== 0 ||
    run('apt-get', ['install', '-y', '-qq', 'chromium'], quiet) !== 0
  ) {
    stop(
      'Chromium is not there and could not be installed with apt-get. Install it and name it in VIVERO_CHROMIUM.',
    )
  }
  return found() ?? stop('apt-get reported success, yet there is no /usr/bin/chromium.')
}

/** Installs Debian's PostgreSQL server for the tests that try both databases, where that may be done; without it they are skipped and say so. */
export function ensurePostgres() {
  if (existsSync('/usr/lib/postgresql') || process.platform !== 'linux' || process.getuid?.() !== 0)
    return
  say('installing the PostgreSQL server for the tests of both databases …')
  const quiet = { stdio: 'ignore', env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } }
  if (run('apt-get', ['install', '-y', '-qq', 'postgresql'], quiet) !== 0)
    say('it could not be installed; those tests are skipped.')
}

/** Ends with a sentence when the port is taken. */
export async function needPort(port) {
  const taken = await new Promise((resolvePort) => {
    const probe = createServer()
    probe.once('error', (error) => resolvePort(error.code))
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolvePort(null)))
  })
  if (taken === 'EADDRINUSE')
    stop(
      `Port ${port} on 127.0.0.1 is taken by another program. Stop it, or choose another port with --port.`,
    )
  if (taken)
    stop(`Port ${port} on 127.0.0.1 cannot be used (${taken}). Choose another with --port.`)
}

export function portFrom(fallback) {
  const port = Number(option('port', process.env.PORT ?? fallback))
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    stop(`“${option('port', process.env.PORT)}” is not a port; choose a number from 1 to 65535.`)
  return port
}

/**
 * Writes the demo into a data directory when it is not whole there (its stamp says so), or anew when asked. Ends with a sentence when the directory is in use.
 */
export function ensureDemo(data, fresh = false, env = quietEnv) {
  const stamp = join(data, 'demo-written')
  if (!fresh && existsSync(stamp))
    return say(
      `the demo data of ${readFileSync(stamp, 'utf8').slice(0, 10)} are there (\`npm run demo -- --fresh\` writes them anew, as of today).`,
    )
  say(fresh ? 'writing the demo data anew …' : 'writing the demo data …')
  if (runScript('scripts/seed-demo.mts', [data], { env }) !== 0)
    stop('The demo data were not written; the messages above say why.')
}

/** The addresses of this machine in its networks, or [] after saying that there is none. */
export function houseAddresses() {
  const addresses = Object.values(networkInterfaces())
    .flat()
    .filter((one) => one && !one.internal && one.family === 'IPv4')
    .map(({ address }) => address)
  if (addresses.length === 0)
    say('this machine is in no network just now; Vivero answers on this machine alone.')
  return addresses
}

/** What it means to answer the house network, before it is done. */
export function sayHome(addresses, port) {
  if (addresses.length === 0) return
  console.log(`
Vivero answers the house network at ${addresses.map((one) => `https://${one}:${port}`).join(', ')}.
- Everybody in that network (guests, other machines, whoever has its password) can reach the page on which a phone is paired. Without
  a code from your bench, which lasts two minutes and serves once, nothing else answers.
- What is sent is scrambled with a certificate of this house, made here and signed by nobody else: a phone says so once and asks whether to go on.
  The bench shows its fingerprint beside the code; where the phone shows another, somebody stands between, so do not go on.
- Phones that were paired stay paired. They stand on the bench, and are let go there.
`)
}

/** A server that was told to stop and does not is not listening any more. */
const PATIENCE_MS = 10_000

/** Serves the built application on loopback; ends when the server ends, with its code. */
export async function serve({ port, data, greeting, databaseServer, home = [], env = quietEnv }) {
  await needPort(port)
  const server = spawn(process.execPath, ['scripts/server.mjs', String(port)], {
    env: {
      ...env,
      VIVERO_DATA: data,
      NODE_ENV: 'production',
      ...(databaseServer ? { DATABASE_URL: databaseServer } : {}),
      ...(home.length > 0 ? { VIVERO_HOME: home.join(',') } : {}),
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  // The framework's own greeting would name addresses twice; its errors come through on the other channel.
  server.stdout.on('data', (chunk) => {
    for (const line of String(chunk).split('\n'))
      if (line.trim() && !/Next\.js|Local:|Network:|Ready in|Starting|Running next/.test(line))
        console.log(line)
  })
  for (const signal of ['SIGINT', 'SIGTERM']) {
    process.on(signal, () => {
      server.kill(signal)
      setTimeout(() => {
        say('the server did not stop by itself and is ended; what it acknowledged is on the disk.')
        server.kill('SIGKILL')
      }, PATIENCE_MS).unref()
    })
  }
  server.on('exit', (code) => process.exit(code ?? 0))
  const address = `http://127.0.0.1:${port}`
  for (;;) {
    await new Promise((next) => setTimeout(next, 150))
    try {
      const answer = await fetch(address)
      if (answer.ok) break
      if (answer.status >= 500) say('the server answered with an error; see above.')
      break
    } catch {
      // Not listening yet; if the server stops, its exit ends this process.
    }
  }
  say(`${greeting} ${address}  (Ctrl+C stops)`)
}

function hashOf(paths) {
  const hash = createHash('sha256')
  for (const path of paths.flatMap((one) => filesBelow(join(root, one))))
    hash.update(path.slice(root.length)).update(readFileSync(path))
  return hash.digest('hex')
}

function filesBelow(path) {
  if (!existsSync(path)) return []
  if (statSync(path).isFile()) return [path]
  return readdirSync(path)
    .sort()
    .flatMap((name) => filesBelow(join(path, name)))
}
