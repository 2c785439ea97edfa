import { defineConfig } from '@playwright/test'

for (const name of ['HTTP_PROXY', 'HTTPS_PROXY', 'http_proxy', 'https_proxy', 'ALL_PROXY', 'all_proxy']) delete process.env[name]
process.env.NO_PROXY = '127.0.0.1,localhost'

const PORT = 4190

export default defineConfig({
  testDir: './e2e',
  testIgnore: '**/shots/**',
  outputDir: './test-results',
  workers: 1,
  fullyParallel: false,
  timeout: 60_000,
  reporter: [['list'], ['json', { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? '.vivero/reports/browser.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.VIVERO_CHROMIUM ?? '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-proxy-server'],
    },
  },
  webServer: { command: `node scripts/serve-tests.mjs --port ${PORT}`, url: `http://127.0.0.1:${PORT}`, timeout: 120_000, reuseExistingServer: false, stdout: 'pipe', gracefulShutdown: { signal: 'SIGTERM', timeout: 5000 } },
})
