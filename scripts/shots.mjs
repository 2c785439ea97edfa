// npm run shots: the pictures in docs/screenshots, from fresh demo data.
import { join } from 'node:path'
import {
  ensureBuilt,
  ensureChromium,
  ensureInstalled,
  ensureOutside,
  ensureTemplate,
  root,
  run,
  testEnv,
} from './lib.mjs'

ensureInstalled()
const chromium = ensureChromium()
ensureTemplate()
await ensureOutside()
ensureBuilt()
process.exit(
  run(
    process.execPath,
    ['node_modules/@playwright/test/cli.js', 'test', '--config', 'e2e/shots/playwright.config.ts'],
    {
      env: {
        ...testEnv,
        VIVERO_CHROMIUM: chromium,
        VIVERO_SHOTS: join(root, 'docs', 'screenshots'),
      },
    },
  ),
)
