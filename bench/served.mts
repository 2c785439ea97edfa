import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type Browser } from '@playwright/test'
import type { TankHistory } from '@/core/history/types'
import { openDirectory } from '@/data/open'
import { writeAll } from './old-room.mts'

const PORT = 4199

/** Serves stories from a directory of their own and hands the address and a browser to `measure`; all is gone after it. */
export async function served(
  stories: readonly TankHistory[],
  measure: (home: string, browser: Browser) => Promise<void>,
): Promise<void> {
  const data = mkdtempSync(join(tmpdir(), 'vivero-served-'))
  const { db, close } = await openDirectory(data)
  await writeAll(db, stories)
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
    const home = `http://127.0.0.1:${PORT}`
    await answered(`${home}/`)
    await measure(home, browser)
  } finally {
    await browser.close()
    server.kill('SIGTERM')
    rmSync(data, { recursive: true, force: true })
  }
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
  throw new Error(`${url} did not answer`)
}
