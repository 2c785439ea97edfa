import type { Browser } from '@playwright/test'
import { TRIED } from '@/app/tried'
import { lodge } from '@/data/demo/lodge'
import { served } from './served.mts'

// What each page asks of a browser that opens it for the first time: script over the wire, and for how long its main thread hears nobody.
// VIVERO_PAGES: only these, by their paths, with commas between them.
const TIMES = 3
const CALM_MS = 1200

interface Loaded {
  scriptKB: number
  /** All tasks over 50 ms, their sum and the longest, ms. */
  blocked: number
  longest: number
  paint: number
}

await served(lodge(new Date().toISOString()), async (home, browser) => {
  const only = process.env.VIVERO_PAGES?.split(',')
  const pages = [
    { name: 'Bench', path: '' },
    ...TRIED.map(({ name, path }) => ({ name, path: `/tanks/tarn${path}` })),
  ].filter(({ path }) => !only || only.includes(path))
  const rows = []
  for (const { name, path } of pages) {
    // The first answer is the server’s own warming up, and is not counted.
    await fetch(home + path)
    const all: Loaded[] = []
    for (let i = 0; i < TIMES; i++) all.push(await loaded(browser, home + path))
    const middle = (pick: (one: Loaded) => number) =>
      Math.round(all.map(pick).sort((a, b) => a - b)[Math.floor(TIMES / 2)])
    rows.push({
      page: name,
      'script kB': middle(({ scriptKB }) => scriptKB),
      'blocked ms': middle(({ blocked }) => blocked),
      'longest ms': middle(({ longest }) => longest),
      'largest paint ms': middle(({ paint }) => paint),
    })
  }
  console.table(rows)
})

async function loaded(within: Browser, url: string): Promise<Loaded> {
  const context = await within.newContext({ viewport: { width: 1280, height: 800 } })
  const page = await context.newPage()
  const wire = await context.newCDPSession(page)
  await wire.send('Network.enable')
  const scripts = new Set<string>()
  let bytes = 0
  wire.on('Network.responseReceived', ({ requestId, type }) => {
    if (type === 'Script') scripts.add(requestId)
  })
  wire.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength
  })
  // As text: what is bundled here carries helpers that the page does not have.
  await page.addInitScript(`
    window.tasks_ = []
    window.paint_ = 0
    new PerformanceObserver((list) => {
      for (const one of list.getEntries()) window.tasks_.push(one.duration)
    }).observe({ type: 'longtask', buffered: true })
    new PerformanceObserver((list) => {
      for (const one of list.getEntries()) window.paint_ = one.startTime
    }).observe({ type: 'largest-contentful-paint', buffered: true })
  `)
  await page.goto(url, { waitUntil: 'load' })
  await page.waitForTimeout(CALM_MS)
  const [tasks, paint] = await page.evaluate<[number[], number]>('[window.tasks_, window.paint_]')
  await context.close()
  return {
    scriptKB: bytes / 1000,
    blocked: tasks.reduce((sum, one) => sum + one, 0),
    longest: Math.max(0, ...tasks),
    paint,
  }
}
