import { defineConfig } from '@playwright/test'
import { FIRST_PORT, WORKERS } from './e2e/ports'

for (const name of [
  'HTTP_PROXY',
  'HTTPS_PROXY',
  'http_proxy',
  'https_proxy',
  'ALL_PROXY',
  'all_proxy',
])
  delete process.env[name]
process.env.NO_PROXY = '127.0.0.1,localhost'

export default defineConfig({
  testDir: './e2e',
  testIgnore: '**/shots/**',
  outputDir: './test-results',
  workers: WORKERS,
  fullyParallel: false,
  timeout: 90_000,
  // A slow machine is no failure: speed lives in the bench.
  expect: { timeout: 15_000 },
  reporter: [
    ['list'],
    [
      'json',
      { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? '.vivero/reports/browser.json' },
    ],
  ],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.VIVERO_CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-proxy-server',
      ],
    },
  },
  webServer: Array.from({ length: WORKERS }, (_, i) => FIRST_PORT + i).map((port) => ({
    command: `node scripts/serve-tests.mjs --port ${port}`,
    url: `http://127.0.0.1:${port}`,
    timeout: 180_000,
    reuseExistingServer: false,
    stdout: 'pipe' as const,
    gracefulShutdown: { signal: 'SIGTERM' as const, timeout: 5000 },
  })),
})
