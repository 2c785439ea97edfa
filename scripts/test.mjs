// npm test: installs what is missing, then lint, types, unit tests, build and browser tests; one plain line at the end.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import {
  ensureBuilt,
  ensureChromium,
  ensureInstalled,
  ensurePostgres,
  ensureOutside,
  ensureTemplate,
  root,
  run,
  say,
  testEnv,
} from './lib.mjs'

const reports = join(root, '.vivero', 'reports')
const started = Date.now()
let passed = 0
let failed = 0

function count(name, ok, good = ok ? 1 : 0, bad = ok ? 0 : 1) {
  passed += good
  failed += bad
  say(
    `${name}: ${good} passed, ${bad} failed (${Math.round((Date.now() - started) / 1000)} s so far)`,
  )
}

function node(args, env = {}) {
  return run(process.execPath, args, { env: { ...testEnv, ...env } })
}

ensureInstalled()
const chromium = ensureChromium()
ensurePostgres()
ensureTemplate()
await ensureOutside()
rmSync(reports, { recursive: true, force: true })
mkdirSync(reports, { recursive: true })

count(
  'format',
  node(['node_modules/prettier/bin/prettier.cjs', '--check', '.', '--log-level', 'warn']) === 0,
)
count('lint', node(['node_modules/eslint/bin/eslint.js', '.', '--max-warnings', '0']) === 0)
count('dead code', node(['node_modules/knip/bin/knip.js']) === 0)
count(
  'circles between files',
  node([
    'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
    'src',
    '--config',
    '.dependency-cruiser.cjs',
    '--output-type',
    'err',
  ]) === 0,
)

count('licences', node(['scripts/licences.mjs']) === 0)

const unit = join(reports, 'unit.json')
const unitCode = node([
  '--experimental-vm-modules',
  '--no-warnings',
  'node_modules/jest/bin/jest.js',
  '--json',
  `--outputFile=${unit}`,
  '--forceExit',
])
if (existsSync(unit)) {
  const report = JSON.parse(readFileSync(unit, 'utf8'))
  const broken =
    report.numRuntimeErrorTestSuites +
    (unitCode !== 0 && report.numFailedTests === 0 && report.numRuntimeErrorTestSuites === 0
      ? 1
      : 0)
  count('unit tests', unitCode === 0, report.numPassedTests, report.numFailedTests + broken)
} else count('unit tests', false)

// The build writes the route types that the type check reads, so it comes first.
ensureBuilt()
count('build', true)
count('types', node(['node_modules/typescript/bin/tsc', '--noEmit']) === 0)

count('hostile requests', node(['scripts/attack.mjs']) === 0)

const browser = join(reports, 'browser.json')
const browserCode = node(['node_modules/@playwright/test/cli.js', 'test'], {
  VIVERO_CHROMIUM: chromium,
  PLAYWRIGHT_JSON_OUTPUT_NAME: browser,
})
if (existsSync(browser)) {
  const { expected, unexpected, flaky } = JSON.parse(readFileSync(browser, 'utf8')).stats
  count(
    'browser tests',
    browserCode === 0,
    expected,
    unexpected + flaky + (browserCode !== 0 && unexpected + flaky === 0 ? 1 : 0),
  )
} else count('browser tests', false)

console.log(`${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
