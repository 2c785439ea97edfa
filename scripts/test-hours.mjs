// npm run test:hours: unit and browser tests at the moments when a clock could make them red. Long: about an hour.
import { join } from 'node:path'
import {
  ensureBuilt,
  ensureChromium,
  ensureInstalled,
  ensureOutside,
  ensureTemplate,
  root,
  run,
  say,
  testEnv,
} from './lib.mjs'

const MOMENTS = {
  'just after midnight': '2026-11-27T00:10:00.000Z',
  noon: '2026-11-27T12:00:00.000Z',
  'just before midnight': '2026-11-27T23:50:00.000Z',
  'the night the clocks go back': '2026-10-25T00:30:00.000Z',
  'the night the clocks go forward': '2027-03-28T00:50:00.000Z',
  'a leap day': '2028-02-29T09:00:00.000Z',
}

ensureInstalled()
const chromium = ensureChromium()
ensureTemplate()
await ensureOutside()
ensureBuilt()
let red = 0
for (const [name, moment] of Object.entries(MOMENTS)) {
  const env = {
    ...testEnv,
    VIVERO_NOW: moment,
    VIVERO_CHROMIUM: chromium,
    PLAYWRIGHT_JSON_OUTPUT_NAME: join(root, '.vivero', 'reports', 'hours.json'),
  }
  const unit = run(
    process.execPath,
    [
      '--experimental-vm-modules',
      '--no-warnings',
      'node_modules/jest/bin/jest.js',
      '--forceExit',
      '--silent',
    ],
    { env },
  )
  const browser = run(process.execPath, ['node_modules/@playwright/test/cli.js', 'test'], { env })
  say(
    `${name} (${moment}): unit tests ${unit === 0 ? 'green' : 'red'}, browser tests ${browser === 0 ? 'green' : 'red'}`,
  )
  if (unit !== 0 || browser !== 0) red++
}
process.exit(red === 0 ? 0 : 1)
