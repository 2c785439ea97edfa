import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { openDirectory } from '@/data/open'
import { crowdedTank } from './crowded.mts'
import { writeAll } from './old-room.mts'

// How smoothly a board of forty plantings and twenty pieces is dragged on, in the browser: frames and long frames, ms.
const PORT = 4199
const SECONDS = 5
const LONG_MS = 50

const data = mkdtempSync(join(tmpdir(), 'vivero-drag-'))
const { db, close } = await openDirectory(data)
await writeAll(db, [crowdedTank(new Date().toISOString())])
await close()
const server = spawn(process.execPath, ['scripts/server.mjs', String(PORT)], {
  env: { ...process.env, VIVERO_DATA: data, NODE_ENV: 'production' },
  stdio: 'ignore',
})
const browser = await chromium.launch({
  executablePath: process.env.VIVERO_CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--no-proxy-server', '--disable-background-networking'],
})
try {
  const url = `http://127.0.0.1:${PORT}/tanks/crowded/board`
  await answered(url)
  const page = await browser.newPage({ viewport: { width: 1280, height: 900 } })
  await page.goto(url, { waitUntil: 'networkidle' })
  const thing = page.locator('[data-view="plan"] [data-thing]').nth(12)
  await thing.scrollIntoViewIfNeeded()
  const box = (await thing.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  // As text: what is bundled here carries helpers that the page does not have.
  await page.evaluate(`
    window.frames_ = []
    let last = performance.now()
    requestAnimationFrame(function tick() {
      const now = performance.now()
      window.frames_.push(now - last)
      last = now
      requestAnimationFrame(tick)
    })
  `)
  await page.mouse.move(x, y)
  await page.mouse.down()
  const end = Date.now() + SECONDS * 1000
  for (let i = 0; Date.now() < end; i++)
    await page.mouse.move(x + 60 * Math.sin(i / 12), y + 20 * Math.cos(i / 9))
  await page.mouse.up()
  const frames = await page.evaluate<number[]>('window.frames_')
  const sorted = [...frames].sort((a, b) => a - b)
  const at = (share: number) =>
    sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]
  console.table([
    {
      frames: frames.length,
      'a second': Math.round((1000 * frames.length) / frames.reduce((a, b) => a + b, 0)),
      'median ms': Math.round(at(0.5) * 10) / 10,
      'p95 ms': Math.round(at(0.95) * 10) / 10,
      [`over ${LONG_MS} ms`]: frames.filter((one) => one > LONG_MS).length,
      'longest ms': Math.round(sorted[sorted.length - 1]),
    },
  ])
} finally {
  await browser.close()
  server.kill('SIGTERM')
  rmSync(data, { recursive: true, force: true })
}

async function answered(url: string): Promise<void> {
  for (let i = 0; i < 120; i++) {
    try {
      if ((await fetch(url)).ok) return
    } catch {
      // It is still coming up.
    }
    await new Promise((resolve) => setTimeout(resolve, 250))
  }
  throw new Error('The server did not answer.')
}
